package org.ulicarro.core.measure;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.Comparator;
import java.util.List;
import java.util.Map;
import java.util.ServiceLoader;
import org.ulicarro.core.network.Network;
import org.ulicarro.core.signal.SignalSystem;
import org.ulicarro.core.study.NetworkInput;

/**
 * Which instruments a replication has. What each costs is time in every step, so that a search takes {@link #light} ones, or names what it
 * looks at.
 */
public final class Instruments {

    /** All that are known, by the names of their tables: an order that does not hang on where they were found. */
    private static final List<Instrument> KNOWN = known();

    private static final Instruments FULL = new Instruments(KNOWN);
    private static final Instruments LIGHT = of(MovementRow.class, EntryRow.class, TotalRow.class, EmissionRow.class);

    private final List<Instrument> chosen;

    private Instruments(List<Instrument> chosen) {
        this.chosen = chosen;
    }

    private static List<Instrument> known() {
        List<Instrument> all = new ArrayList<>();
        ServiceLoader.load(Instrument.class, Instruments.class.getClassLoader()).forEach(all::add);
        all.sort(Comparator.comparing(i -> i.table().name()));
        return List.copyOf(all);
    }

    /** All that are known: those of runs that are kept. */
    public static Instruments full() {
        return FULL;
    }

    /** Delay, stops, queues, arrivals on green, who found no room, journeys, fuel and emissions. */
    public static Instruments light() {
        return LIGHT;
    }

    /**
     * Only those that have these rows.
     *
     * @throws IllegalArgumentException for rows that no instrument has
     */
    public static Instruments of(Class<?>... rows) {
        for (Class<?> row : rows) {
            if (KNOWN.stream().noneMatch(i -> i.table().row() == row)) {
                throw new IllegalArgumentException("no instrument has rows of " + row.getName());
            }
        }
        return new Instruments(KNOWN.stream()
                .filter(i -> Arrays.asList(rows).contains(i.table().row()))
                .toList());
    }

    /** The tables of all that are known. */
    public static List<Table<?>> tables() {
        return KNOWN.stream().<Table<?>>map(Instrument::table).toList();
    }

    /**
     * Makes the chosen ones for one replication.
     *
     * @param corridors named ways whose travel times are measured
     */
    public Fitted fit(
            Network network, SignalSystem signals, Map<String, NetworkInput.Corridor> corridors, Intervals intervals) {
        return new Fitted(new Fitting(network, signals, corridors, intervals), chosen);
    }
}
