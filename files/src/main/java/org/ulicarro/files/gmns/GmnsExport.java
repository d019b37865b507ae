package org.ulicarro.files.gmns;

import java.io.IOException;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Locale;
import java.util.Set;
import org.ulicarro.core.network.Link;
import org.ulicarro.core.run.Model;
import org.ulicarro.core.study.DemandInput;
import org.ulicarro.core.study.NetworkInput;
import org.ulicarro.core.study.Study;
import org.ulicarro.files.GeoReference;

/**
 * A study as tables of the specification, in its own units. Lanes count from the left, 1 first; bays left of them -1, -2 …, right of them on
 * from the last.
 */
public final class GmnsExport {

    private final Model model;
    private final Tables tables = new Tables();
    private final Set<String> unsaid = new LinkedHashSet<>();

    public GmnsExport(Model model) {
        this.model = model;
    }

    /** What the specification has no words for. */
    public List<String> unsaid() {
        return List.copyOf(unsaid);
    }

    /** Writes the tables. */
    public List<Path> write(Path folder) throws IOException {
        Study study = model.study();
        NetworkInput input = study.network();
        TableUnits units = TableUnits.of(study.units());
        GeoReference reference = GeoReference.of(input, new ArrayList<>());
        PlanPoints points = new PlanPoints(reference, units);
        tables.add(
                "config",
                study.title(),
                units.length(),
                units.length(),
                units.speed(),
                reference == null ? "local plan, x east and y north" : "EPSG:4326",
                "WKT",
                "0.97",
                "string",
                study.driveOn().name().toLowerCase(Locale.ROOT),
                reference == null ? null : ninth(reference.lat(0, 0)),
                reference == null ? null : ninth(reference.lon(0, 0)),
                reference == null ? null : ninth(Math.toDegrees(reference.bearing())));
        new PlaceTables(input, model.network(), units, points, tables, unsaid).add();
        new LinkTables(input, units, points, tables, unsaid).add();
        new SignalTables(model, tables, unsaid).add();
        new LocationTables(input, units, tables)
                .add(name -> model.network().links().stream()
                        .filter(l -> l.id().equals(name.toString()))
                        .findFirst()
                        .map(Link::length)
                        .orElseThrow());
        if (!input.gates().isEmpty()
                || !input.closures().isEmpty()
                || !input.parking().isEmpty()) {
            unsaid.add("gates, closures and kerb parking");
        }
        if (!input.corridors().isEmpty()) {
            unsaid.add("corridors");
        }
        DemandInput demand = study.demand();
        boolean trips = !demand.services().isEmpty()
                || !demand.volumes().isEmpty()
                || !demand.entries().isEmpty();
        if (trips) {
            unsaid.add("demand");
        }
        return tables.write(folder);
    }

    private static String ninth(double degrees) {
        return String.format(Locale.ROOT, "%.9f", degrees);
    }
}
