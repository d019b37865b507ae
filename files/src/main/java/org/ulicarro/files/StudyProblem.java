package org.ulicarro.files;

import java.util.List;
import java.util.stream.Collectors;

/** A study that cannot be used, with everything that is wrong with it. */
public final class StudyProblem extends Exception {

    private static final long serialVersionUID = 1L;

    private final transient List<Message> messages;

    public StudyProblem(List<Message> messages) {
        super(messages.stream().map(Message::toString).collect(Collectors.joining("\n")));
        this.messages = List.copyOf(messages);
    }

    /** Errors and warnings, in the order of files and lines. */
    public List<Message> messages() {
        return messages;
    }
}
