package org.ulicarro.core.base;

import java.util.Collection;
import java.util.List;

/**
 * Something in a study that is wrong, or that a user should know before trusting a result.
 *
 * @param severity an error keeps the study from running, a warning says what it does to results
 * @param pointer the place in the study tree as a JSON pointer (RFC 6901): {@code /network/roads/quay-2/between/1}
 * @param kind what it is: whoever reacts to a fault goes by it, never by the words
 * @param values of the kind, in the order in which its words name them
 */
public record Fault(Severity severity, String pointer, Kind kind, List<Object> values) {

    public enum Severity {
        ERROR,
        WARNING
    }

    /** A kind of fault, a constant of an enum. */
    public interface Kind {

        /** One or two sentences in the user's words. */
        String words(List<Object> values, Wording wording);
    }

    /** What is only told, and nobody reacts to: its one value is the sentence. */
    private enum Told implements Kind {
        TOLD;

        @Override
        public String words(List<Object> values, Wording wording) {
            return String.valueOf(values.get(0));
        }
    }

    /** Kinds that stand anywhere in a study. */
    public enum Common implements Kind {

        /** A name that nothing has: of what (a noun), the name, and a list of those that there are. */
        UNKNOWN_NAME {
            @Override
            public String words(List<Object> values, Wording wording) {
                List<String> known =
                        ((List<?>) values.get(2)).stream().map(String::valueOf).toList();
                String name = String.valueOf(values.get(1));
                return "there is no " + values.get(0) + " '" + name + "'." + Names.suggestion(name, known);
            }
        }
    }

    public Fault {
        values = List.copyOf(values);
    }

    /**
     * A name that nothing has.
     *
     * @param what it ought to be the name of: {@code plan}
     * @param known names that there are
     */
    public static Fault unknown(String pointer, String what, String name, Collection<String> known) {
        return new Fault(Severity.ERROR, pointer, Common.UNKNOWN_NAME, List.of(what, name, List.copyOf(known)));
    }

    public static Fault error(String pointer, String message) {
        return new Fault(Severity.ERROR, pointer, Told.TOLD, List.of(message));
    }

    public static Fault warning(String pointer, String message) {
        return new Fault(Severity.WARNING, pointer, Told.TOLD, List.of(message));
    }

    /** One or two sentences in the user's words and metric units. */
    public String message() {
        return message(Wording.METRIC);
    }

    /** The same in the units of its reader. */
    public String message(Wording wording) {
        return kind.words(values, wording);
    }

    /** Whether one of its values is, or begins or ends with, a name: that of a road in {@code quay-1>mill}. */
    public boolean names(String id) {
        return values.stream()
                .map(String::valueOf)
                .anyMatch(v -> v.equals(id) || v.startsWith(id + ">") || v.endsWith(">" + id));
    }

    /** One step further into the tree, with the two characters escaped that a pointer reserves. */
    public static String child(String pointer, Object key) {
        return pointer + "/" + String.valueOf(key).replace("~", "~0").replace("/", "~1");
    }
}
