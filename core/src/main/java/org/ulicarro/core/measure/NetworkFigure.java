package org.ulicarro.core.measure;

import java.util.List;
import java.util.Optional;
import java.util.function.ToDoubleFunction;
import java.util.stream.Stream;

/** Figures of all that travel, as comparisons and conditions name them. Those of journeys need {@link TotalRow}, of fuel {@link EmissionRow}. */
public enum NetworkFigure {
    JOURNEY_DELAY("delay of a journey", "s", 1, -1, r -> r.delayS() / r.vehicles(), null),
    DELAY("delay of all", "veh-h", 1, -1, r -> r.delayS() / 3600, null),
    PEOPLE_DELAY("delay of people", "h", 1, -1, r -> r.peopleDelayS() / 3600, null),
    SPEED("mean speed", "km/h", 1, 1, r -> r.distanceM() / r.travelTimeS() * 3.6, null),
    NOT_ARRIVED("not yet arrived", "veh", 1, -1, TotalRow::unfinished, null),
    FUEL("fuel", "l", 1, -1, null, EmissionRow::fuelL),
    CO2("CO2", "kg", 1, -1, null, EmissionRow::co2Kg);

    /** Its name. */
    public final String name;

    /** Its unit. */
    public final String unit;

    /** Decimals as it is printed. */
    public final int decimals;

    /** -1 where less is better, 1 where more is. */
    public final int sign;

    private final ToDoubleFunction<TotalRow> ofTotal;
    private final ToDoubleFunction<EmissionRow> ofEmission;

    NetworkFigure(
            String name,
            String unit,
            int decimals,
            int sign,
            ToDoubleFunction<TotalRow> ofTotal,
            ToDoubleFunction<EmissionRow> ofEmission) {
        this.name = name;
        this.unit = unit;
        this.decimals = decimals;
        this.sign = sign;
        this.ofTotal = ofTotal;
        this.ofEmission = ofEmission;
    }

    /** Its value by a row of journeys; empty where the row is not that of all types, or tells nothing of this figure. */
    public Optional<Double> of(TotalRow row) {
        boolean tells = ofTotal != null && row.type().equals(TotalRow.ALL);
        return tells ? Optional.of(ofTotal.applyAsDouble(row)) : Optional.empty();
    }

    /** Its value by a row of fuel and emissions; empty where the row is not that of the whole network, or tells nothing of this figure. */
    public Optional<Double> of(EmissionRow row) {
        boolean whole = row.place().equals(MovementRow.ALL) && row.vehicles().equals(MovementRow.ALL);
        return ofEmission != null && whole ? Optional.of(ofEmission.applyAsDouble(row)) : Optional.empty();
    }

    /** The rows that it is read from. */
    public Class<? extends Record> rows() {
        return ofTotal != null ? TotalRow.class : EmissionRow.class;
    }

    /** As a condition writes it, in one word. */
    public String word() {
        return name.replace(' ', '_');
    }

    /** The one of that word. */
    public static Optional<NetworkFigure> named(String word) {
        return Stream.of(values()).filter(f -> f.word().equalsIgnoreCase(word)).findFirst();
    }

    /** All words. */
    public static List<String> words() {
        return Stream.of(values()).map(NetworkFigure::word).toList();
    }
}
