package org.ulicarro.core.study.script;

import java.util.List;

/** Something that has a value. */
public sealed interface Expr {

    At at();

    /**
     * A number or a time.
     *
     * @param value seconds, where {@code isTime}
     */
    record Value(double value, boolean isTime, At at) implements Expr {}

    /** On or off. */
    record Switch(boolean on, At at) implements Expr {}

    /** A limit, flag, count or timer, or something that is built in. */
    record Name(String id, At at) implements Expr {}

    /** Something built in that asks about a detector, a group or a time. */
    record Call(String id, List<Expr> of, At at) implements Expr {}

    /** {@code -} or {@code not}. */
    record Unary(String op, Expr of, At at) implements Expr {}

    record Binary(String op, Expr left, Expr right, At at) implements Expr {}
}
