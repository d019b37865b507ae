package org.ulicarro.core.base;

/**
 * Something in a study that is wrong, or that a user should know before trusting a result.
 *
 * @param severity an error keeps the study from running, a warning says what it does to results
 * @param pointer the place in the study tree as a JSON pointer (RFC 6901): {@code /network/roads/quay-2/between/1}
 * @param message one or two sentences in the user's words
 */
public record Fault(Severity severity, String pointer, String message) {

    public enum Severity {
        ERROR,
        WARNING
    }

    public static Fault error(String pointer, String message) {
        return new Fault(Severity.ERROR, pointer, message);
    }

    public static Fault warning(String pointer, String message) {
        return new Fault(Severity.WARNING, pointer, message);
    }

    /** One step further into the tree, with the two characters escaped that a pointer reserves. */
    public static String child(String pointer, Object key) {
        return pointer + "/" + String.valueOf(key).replace("~", "~0").replace("/", "~1");
    }
}
