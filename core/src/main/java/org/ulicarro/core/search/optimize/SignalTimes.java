package org.ulicarro.core.search.optimize;

import java.util.List;

/**
 * How all signals of a search are timed.
 *
 * @param cycle the common one (s); NaN where all run without one
 * @param settings of each signal, in the order of {@link PlanSpace#signals}
 */
record SignalTimes(double cycle, List<Setting> settings) {

    /** Whether all signals come round in the common cycle, in half of it or in the double one. */
    boolean isInStep() {
        return settings.stream()
                .allMatch(s -> s.points().isEmpty() || s.factor() == 0.5 || s.factor() == 1 || s.factor() == 2);
    }

    SignalTimes with(int signal, Setting setting) {
        List<Setting> all = new java.util.ArrayList<>(settings);
        all.set(signal, setting);
        return new SignalTimes(cycle, List.copyOf(all));
    }
}
