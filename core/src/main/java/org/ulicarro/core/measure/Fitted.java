package org.ulicarro.core.measure;

import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import org.ulicarro.core.traffic.Traffic;
import org.ulicarro.core.traffic.TrafficView;

/** The measures of one replication. */
public final class Fitted {

    private final Fitting fitting;
    private final Map<Class<? extends Record>, Measure<?>> measures = new LinkedHashMap<>();

    Fitted(Fitting fitting, List<Instrument> instruments) {
        this.fitting = fitting;
        for (Instrument instrument : instruments) {
            Measure<?> measure = instrument.fit(fitting);
            fitting.observe(measure);
            measures.put(instrument.table().row(), measure);
        }
    }

    /** Lets them observe; before the first step. */
    public void attach(Traffic traffic) {
        fitting.observers().forEach(traffic::observe);
        fitting.watches().forEach(traffic.control()::count);
    }

    /** What they measured, once the run is over: the kind of row to its rows. */
    public Map<Class<? extends Record>, List<? extends Record>> tables(TrafficView end) {
        Map<Class<? extends Record>, List<? extends Record>> tables = new LinkedHashMap<>();
        measures.forEach((row, measure) -> tables.put(row, measure.rows(end)));
        return tables;
    }
}
