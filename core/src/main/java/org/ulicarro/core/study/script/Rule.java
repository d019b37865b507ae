package org.ulicarro.core.study.script;

import java.util.List;

/**
 * What is done when something holds, or when a stage is left or entered.
 *
 * @param when which of these
 * @param condition null unless {@code IF}
 * @param changes of variables
 * @param ways where to go, the first that applies; empty for nowhere
 */
public record Rule(When when, Expr condition, List<Change> changes, List<Way> ways, At at) {

    public enum When {
        IF,
        LEAVING,
        ENTERING
    }

    /**
     * A stage to go to.
     *
     * @param when null for in any case
     */
    public record Way(Named stage, Expr when) {}
}
