package org.ulicarro.core.signal.stage;

import java.util.List;
import org.ulicarro.core.study.script.Expr;

/** Expressions of a script as text, with brackets where they are needed. */
final class ExprText {

    private ExprText() {}

    static String of(Expr expr) {
        if (expr instanceof Expr.Value value) {
            String number = java.math.BigDecimal.valueOf(value.value())
                    .stripTrailingZeros()
                    .toPlainString();
            return value.isTime() ? number + " s" : number;
        } else if (expr instanceof Expr.Switch one) {
            return one.on() ? "on" : "off";
        } else if (expr instanceof Expr.Name name) {
            return name.id();
        } else if (expr instanceof Expr.Call call) {
            return call.id() + "("
                    + String.join(", ", call.of().stream().map(ExprText::of).toList()) + ")";
        } else if (expr instanceof Expr.Unary unary) {
            return unary.op() + (unary.op().equals("not") ? " " : "") + inner(unary.of(), 9);
        }
        Expr.Binary binary = (Expr.Binary) expr;
        int own = strength(binary);
        return inner(binary.left(), own) + " " + binary.op() + " " + inner(binary.right(), own + 1);
    }

    private static String inner(Expr expr, int outer) {
        boolean loose = expr instanceof Expr.Binary binary && strength(binary) < outer;
        return loose ? "(" + of(expr) + ")" : of(expr);
    }

    private static int strength(Expr.Binary binary) {
        return switch (binary.op()) {
            case "or" -> 1;
            case "and" -> 2;
            case "+", "-" -> 5;
            case "*", "/" -> 6;
            default -> 4;
        };
    }

    /** What an expression asks: calls and names, each once, in their order. */
    static void questions(Expr expr, List<Expr> into) {
        if (expr instanceof Expr.Call || expr instanceof Expr.Name) {
            if (into.stream().noneMatch(e -> of(e).equals(of(expr)))) {
                into.add(expr);
            }
        } else if (expr instanceof Expr.Unary unary) {
            questions(unary.of(), into);
        } else if (expr instanceof Expr.Binary binary) {
            questions(binary.left(), into);
            questions(binary.right(), into);
        }
    }
}
