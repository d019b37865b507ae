/**
 * Choice of ways until drivers no longer gain by changing theirs. {@code Assignment} is the table of contents: ways are driven by a {@code
 * Loading}, which gives {@code Times}; {@code PathSearch} finds new ways by these, {@code Choice} says who would take which, {@code Averaging}
 * how far shares move, {@code Settling} whether it is enough.
 */
package org.ulicarro.core.assign;
