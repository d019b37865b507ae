package org.ulicarro.core.run;

import java.util.List;
import java.util.Optional;
import org.ulicarro.core.base.Fault;

/**
 * What a compilation came to.
 *
 * @param <T> what was to be made
 * @param result it; empty where there was an error
 * @param faults all errors and warnings
 */
public record Compiled<T>(Optional<T> result, List<Fault> faults) {

    public Compiled {
        faults = List.copyOf(faults);
    }

    /**
     * What was made.
     *
     * @throws IllegalArgumentException with the errors, when there are any
     */
    public T get() {
        return result.orElseThrow(() -> new IllegalArgumentException(faults.stream()
                .filter(f -> f.severity() == Fault.Severity.ERROR)
                .map(f -> f.pointer() + ": " + f.message())
                .reduce((a, b) -> a + "\n" + b)
                .orElse("nothing was made")));
    }
}
