package org.ulicarro.files;

import java.util.Comparator;
import java.util.List;
import org.ulicarro.core.base.Fault;

/**
 * A fault with its place in a file.
 *
 * @param severity error or warning
 * @param spot where
 * @param text what is wrong, in the user's words
 */
public record Message(Fault.Severity severity, Spot spot, String text) {

    /** By file, line and column, each once. */
    static List<Message> sorted(List<Message> messages) {
        return messages.stream()
                .sorted(Comparator.comparing((Message m) -> m.spot().file())
                        .thenComparing(m -> m.spot().line())
                        .thenComparing(m -> m.spot().column())
                        .thenComparing(Message::text))
                .distinct()
                .toList();
    }

    /** {@code network.yaml:14:24: road 'quay-2' ends at 'markt', which is no place.} */
    @Override
    public String toString() {
        return spot + ": " + (severity == Fault.Severity.WARNING ? "warning: " : "") + PlainText.of(text);
    }
}
