package org.ulicarro.core.measure;

import java.lang.reflect.RecordComponent;
import java.util.LinkedHashMap;
import java.util.Map;
import org.ulicarro.core.study.About;

/**
 * A column of a table.
 *
 * @param name {@code control_delay_s}
 * @param unit {@code s}; empty for words, numbers and shares
 * @param about what it says
 * @param component where a row has it
 */
public record Column(String name, String unit, String about, RecordComponent component) {

    /** Units by how a name ends, the longer ending first. */
    private static final Map<String, String> UNITS = new LinkedHashMap<>();

    static {
        UNITS.put("_vehh", "veh/h");
        UNITS.put("_pcuh", "pcu/h");
        UNITS.put("_ms", "m/s");
        UNITS.put("_kg", "kg");
        UNITS.put("_s", "s");
        UNITS.put("_m", "m");
        UNITS.put("_g", "g");
        UNITS.put("_l", "l");
    }

    static Column of(RecordComponent component) {
        String name = Columns.name(component);
        String unit = UNITS.entrySet().stream()
                .filter(e -> name.endsWith(e.getKey()))
                .map(Map.Entry::getValue)
                .findFirst()
                .orElse("");
        About about = component.getAnnotation(About.class);
        return new Column(name, unit, about == null ? "" : about.value(), component);
    }

    /** What a row has here: a text, a number or a truth; lists of words are one text. */
    public Object of(Record row) {
        return Columns.value(component, row);
    }
}
