package org.ulicarro.files.script;

import java.util.ArrayList;
import java.util.List;
import org.antlr.v4.runtime.BaseErrorListener;
import org.antlr.v4.runtime.CharStreams;
import org.antlr.v4.runtime.CommonTokenStream;
import org.antlr.v4.runtime.ParserRuleContext;
import org.antlr.v4.runtime.RecognitionException;
import org.antlr.v4.runtime.Recognizer;
import org.antlr.v4.runtime.Token;
import org.antlr.v4.runtime.tree.TerminalNode;
import org.ulicarro.core.base.Names;
import org.ulicarro.core.study.script.At;
import org.ulicarro.core.study.script.Change;
import org.ulicarro.core.study.script.Expr;
import org.ulicarro.core.study.script.Named;
import org.ulicarro.core.study.script.Rule;
import org.ulicarro.core.study.script.Script;

/** Turns the text of a stage script into what it says. */
public final class ScriptReader {

    private static final int DEEPEST = 50;
    private static final int MOST_PARTS = 500;

    private static final List<String> WORDS = List.of(
            "detectors",
            "limit",
            "flag",
            "count",
            "timer",
            "stage",
            "shows",
            "min",
            "max",
            "always",
            "during",
            "if",
            "on",
            "off",
            "leaving",
            "entering",
            "set",
            "start",
            "go",
            "else",
            "when",
            "and",
            "or",
            "not");

    /** Something that is no script. */
    public record Wrong(At at, String message) {}

    private ScriptReader() {}

    /**
     * Reads a text.
     *
     * @param wrong receives all that is wrong with its form, the place first
     * @return what could be read
     */
    public static Script read(String text, List<Wrong> wrong) {
        BaseErrorListener listener = new BaseErrorListener() {
            @Override
            public void syntaxError(
                    Recognizer<?, ?> recognizer,
                    Object symbol,
                    int line,
                    int column,
                    String said,
                    RecognitionException e) {
                Token open =
                        recognizer instanceof StageScriptParser parser ? openBracket(parser, (Token) symbol) : null;
                wrong.add(new Wrong(new At(line, column + 1), words((Token) symbol, open)));
            }
        };
        StageScriptLexer lexer = new StageScriptLexer(CharStreams.fromString(text));
        lexer.removeErrorListeners();
        CommonTokenStream tokens = new CommonTokenStream(lexer);
        Wrong tooMuch = tooMuch(tokens);
        if (tooMuch != null) {
            wrong.add(tooMuch);
            return null;
        }
        StageScriptParser parser = new StageScriptParser(tokens);
        parser.removeErrorListeners();
        parser.addErrorListener(listener);
        StageScriptParser.ScriptContext tree = parser.script();
        return wrong.isEmpty() ? new ScriptReader().script(tree) : null;
    }

    /** Where brackets are deeper, or a condition has more parts, than anybody writes and a parser can take; null where none. */
    private static Wrong tooMuch(CommonTokenStream tokens) {
        tokens.fill();
        int open = 0;
        int parts = 0;
        for (Token token : tokens.getTokens()) {
            switch (token.getText()) {
                case "(" -> open++;
                case ")" -> open = Math.max(0, open - 1);
                case "and", "or", "not" -> parts++;
                case "if", "when", "during", "stage" -> {
                    open = 0;
                    parts = 0;
                }
                default -> {}
            }
            if (open > DEEPEST) {
                return new Wrong(at(token), "brackets stand inside each other more than " + DEEPEST + " deep");
            }
            if (parts > MOST_PARTS) {
                return new Wrong(at(token), "a condition has more than " + MOST_PARTS + " parts");
            }
        }
        return null;
    }

    /** The last bracket that is open before a token in the same rule; null where none is. */
    private static Token openBracket(StageScriptParser parser, Token token) {
        List<Token> open = new ArrayList<>();
        for (int i = 0; token != null && i < token.getTokenIndex(); i++) {
            Token one = parser.getTokenStream().get(i);
            if (one.getText().equals("if")) {
                open.clear();
            } else if (one.getText().equals("(")) {
                open.add(one);
            } else if (one.getText().equals(")") && !open.isEmpty()) {
                open.remove(open.size() - 1);
            }
        }
        return open.isEmpty() ? null : open.get(open.size() - 1);
    }

    private static String words(Token token, Token open) {
        if (open != null && !token.getText().equals(",")) {
            return "a ')' is missing before "
                    + (token.getType() == Token.EOF ? "the end" : "'" + token.getText() + "'") + ": the '(' at "
                    + open.getLine() + ":" + (open.getCharPositionInLine() + 1) + " is still open";
        }
        if (token == null || token.getType() == Token.EOF) {
            return "the script ends in the middle of something";
        }
        String text = token.getText();
        return "'" + text + "' does not belong here." + (WORDS.contains(text) ? "" : Names.suggestion(text, WORDS));
    }

    private static At at(Token token) {
        return new At(token.getLine(), token.getCharPositionInLine() + 1);
    }

    private static At at(ParserRuleContext context) {
        return at(context.getStart());
    }

    private static Named named(TerminalNode node) {
        return new Named(node.getText(), at(node.getSymbol()));
    }

    private Script script(StageScriptParser.ScriptContext tree) {
        List<Script.Detector> detectors = new ArrayList<>();
        List<Script.Variable> variables = new ArrayList<>();
        List<Script.Stage> stages = new ArrayList<>();
        List<Script.Rules> rules = new ArrayList<>();
        for (StageScriptParser.ItemContext item : tree.item()) {
            if (item.detectors() != null) {
                item.detectors()
                        .naming()
                        .forEach(n -> detectors.add(new Script.Detector(named(n.ID(0)), named(n.ID(1)))));
            } else if (item.limit() != null) {
                variables.add(new Script.Variable(
                        Script.Kind.LIMIT,
                        named(item.limit().ID()),
                        value(item.limit().literal())));
            } else if (item.flag() != null) {
                Expr value = new Expr.Switch(item.flag().ON() != null, at(item.flag()));
                variables.add(
                        new Script.Variable(Script.Kind.FLAG, named(item.flag().ID()), value));
            } else if (item.count() != null) {
                double value = Double.parseDouble(item.count().NUMBER().getText());
                variables.add(new Script.Variable(
                        Script.Kind.COUNT, named(item.count().ID()), new Expr.Value(value, false, at(item.count()))));
            } else if (item.timer() != null) {
                variables.add(new Script.Variable(
                        Script.Kind.TIMER, named(item.timer().ID()), null));
            } else if (item.stage() != null) {
                stages.add(stage(item.stage()));
            } else {
                rules.add(rules(item.rules()));
            }
        }
        return new Script(detectors, variables, stages, rules);
    }

    private static Script.Stage stage(StageScriptParser.StageContext stage) {
        List<Named> shows = new ArrayList<>();
        stage.ID().stream().skip(1).forEach(id -> shows.add(named(id)));
        Expr.Value min = null;
        Expr.Value max = null;
        int literal = 0;
        for (int i = 0; i < stage.getChildCount(); i++) {
            if (stage.getChild(i).getText().equals("min")) {
                min = value(stage.literal(literal++));
            } else if (stage.getChild(i).getText().equals("max")) {
                max = value(stage.literal(literal++));
            }
        }
        return new Script.Stage(named(stage.ID(0)), shows, min, max);
    }

    private Script.Rules rules(StageScriptParser.RulesContext rules) {
        List<Rule> all = new ArrayList<>();
        for (StageScriptParser.StageRuleContext rule : rules.stageRule()) {
            all.add(rule(rule));
        }
        return new Script.Rules(rules.ID() == null ? null : named(rules.ID()), all);
    }

    private Rule rule(StageScriptParser.StageRuleContext rule) {
        List<Change> changes = new ArrayList<>();
        List<Rule.Way> ways = new ArrayList<>();
        if (rule instanceof StageScriptParser.EventRuleContext event) {
            event.change().forEach(c -> changes.add(change(c)));
            Rule.When when = event.getChild(1).getText().equals("leaving") ? Rule.When.LEAVING : Rule.When.ENTERING;
            return new Rule(when, null, changes, ways, at(rule));
        }
        StageScriptParser.WhenRuleContext when = (StageScriptParser.WhenRuleContext) rule;
        for (StageScriptParser.ActionContext action : when.action()) {
            if (action.change() != null) {
                changes.add(change(action.change()));
            } else {
                action.go()
                        .choice()
                        .forEach(c -> ways.add(new Rule.Way(named(c.ID()), c.expr() == null ? null : expr(c.expr()))));
            }
        }
        return new Rule(Rule.When.IF, expr(when.expr()), changes, ways, at(rule));
    }

    private Change change(StageScriptParser.ChangeContext change) {
        return change instanceof StageScriptParser.SetChangeContext set
                ? new Change(named(set.ID()), expr(set.expr()))
                : new Change(named(((StageScriptParser.StartChangeContext) change).ID()), null);
    }

    private Expr expr(StageScriptParser.ExprContext e) {
        At at = at(e);
        if (e instanceof StageScriptParser.MinusExprContext one) {
            return new Expr.Unary("-", expr(one.expr()), at);
        } else if (e instanceof StageScriptParser.NotExprContext one) {
            return new Expr.Unary("not", expr(one.expr()), at);
        } else if (e instanceof StageScriptParser.TimesExprContext two) {
            return new Expr.Binary(two.op.getText(), expr(two.expr(0)), expr(two.expr(1)), at(two.op));
        } else if (e instanceof StageScriptParser.PlusExprContext two) {
            return new Expr.Binary(two.op.getText(), expr(two.expr(0)), expr(two.expr(1)), at(two.op));
        } else if (e instanceof StageScriptParser.CompareExprContext two) {
            return new Expr.Binary(two.op.getText(), expr(two.expr(0)), expr(two.expr(1)), at(two.op));
        } else if (e instanceof StageScriptParser.AndExprContext two) {
            return new Expr.Binary("and", expr(two.expr(0)), expr(two.expr(1)), at);
        } else if (e instanceof StageScriptParser.OrExprContext two) {
            return new Expr.Binary("or", expr(two.expr(0)), expr(two.expr(1)), at);
        } else if (e instanceof StageScriptParser.CallExprContext call) {
            return new Expr.Call(
                    call.ID().getText(), call.expr().stream().map(this::expr).toList(), at);
        } else if (e instanceof StageScriptParser.NameExprContext name) {
            return new Expr.Name(name.ID().getText(), at);
        } else if (e instanceof StageScriptParser.SwitchExprContext one) {
            return new Expr.Switch(one.ON() != null, at);
        } else if (e instanceof StageScriptParser.InnerExprContext inner) {
            return expr(inner.expr());
        }
        return value(((StageScriptParser.LiteralExprContext) e).literal());
    }

    private static Expr.Value value(StageScriptParser.LiteralContext literal) {
        double number = Double.parseDouble(literal.NUMBER().getText());
        String unit = literal.unit == null ? "" : literal.unit.getText();
        double factor = unit.equals("min") ? 60 : unit.equals("h") ? 3600 : 1;
        return new Expr.Value(number * factor, !unit.isEmpty(), at(literal));
    }
}
