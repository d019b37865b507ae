package org.ulicarro.core.base;

import java.util.LinkedHashMap;
import java.util.Map;

/** What a quantity measures, with the units that may be written for it. Factors to SI are exact by definition. */
public enum Dimension {
    LENGTH("a length", "60 m", "60 ft", unit("m", 1.0), unit("ft", 0.3048), unit("km", 1000.0), unit("mi", 1609.344)),
    SPEED("a speed", "50 km/h", "30 mph", unit("km/h", 1 / 3.6), unit("mph", 1609.344 / 3600), unit("m/s", 1.0)),
    TIME("a time", "3.5 s", "8 min", unit("s", 1.0), unit("min", 60.0), unit("h", 3600.0)),
    ACCELERATION("an acceleration", "1.4 m/s2", "4.5 ft/s2", unit("m/s2", 1.0), unit("ft/s2", 0.3048)),
    SHARE("a share", "5 %", "92 %", unit("%", 0.01)),
    ANGLE("an angle", "12 deg", "0.2 rad", unit("deg", StrictMath.PI / 180), unit("rad", 1.0)),
    POWER("a power per mass", "12 kW/t", "12 W/kg", unit("kW/t", 1.0), unit("W/kg", 1.0)),
    FLOW(
            "a flow",
            "450 veh/h",
            "1720 pcu/h",
            unit("veh/h", 1 / 3600.0),
            unit("pcu/h", 1 / 3600.0),
            unit("/h", 1 / 3600.0)),
    TIME_PER_LENGTH(
            "a time per length",
            "0.1 s/m",
            "60 s/km",
            unit("s/m", 1.0),
            unit("s/km", 0.001),
            unit("s/mi", 1 / 1609.344)),
    TIME_PER_MASS("a time per mass", "40 s/kg", "20 s/lb", unit("s/kg", 1.0), unit("s/lb", 1 / 0.45359237));

    private final String noun;
    private final String example;
    private final String otherExample;
    private final Map<String, Double> units = new LinkedHashMap<>();

    @SafeVarargs
    Dimension(String noun, String example, String otherExample, Map.Entry<String, Double>... units) {
        this.noun = noun;
        this.example = example;
        this.otherExample = otherExample;
        for (var unit : units) {
            this.units.put(unit.getKey(), unit.getValue());
        }
    }

    private static Map.Entry<String, Double> unit(String symbol, double inSi) {
        return Map.entry(symbol, inSi);
    }

    /** Units in the order in which they are proposed, with the factor that turns each into SI. */
    public Map<String, Double> units() {
        return java.util.Collections.unmodifiableMap(units);
    }

    /** With its article: {@code "a length"}. */
    public String noun() {
        return noun;
    }

    public String example() {
        return example;
    }

    public String otherExample() {
        return otherExample;
    }
}
