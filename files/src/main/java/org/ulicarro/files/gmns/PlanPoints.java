package org.ulicarro.files.gmns;

import java.util.Locale;
import org.ulicarro.core.study.Point;
import org.ulicarro.files.GeoReference;

/** Points of the plan as tables have them: degrees where the study says where it lies, else in its own unit of length. */
final class PlanPoints {

    private final GeoReference reference; // or null
    private final TableUnits units;

    PlanPoints(GeoReference reference, TableUnits units) {
        this.reference = reference;
        this.units = units;
    }

    /** A tenth of a millimetre, in either. */
    String x(Point p) {
        return reference == null
                ? String.format(Locale.ROOT, "%.4f", units.length(p.x()))
                : String.format(Locale.ROOT, "%.9f", reference.lon(p.x(), p.y()));
    }

    String y(Point p) {
        return reference == null
                ? String.format(Locale.ROOT, "%.4f", units.length(p.y()))
                : String.format(Locale.ROOT, "%.9f", reference.lat(p.x(), p.y()));
    }

    String text(Point p) {
        return x(p) + " " + y(p);
    }
}
