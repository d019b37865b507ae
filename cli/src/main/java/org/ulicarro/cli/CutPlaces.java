package org.ulicarro.cli;

import java.io.IOException;
import java.nio.file.Path;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Set;
import java.util.function.DoubleSupplier;
import org.ulicarro.core.base.Names;
import org.ulicarro.core.piece.Chosen;
import org.ulicarro.core.study.NetworkInput;
import org.ulicarro.files.GeoReference;
import org.ulicarro.files.LoadedStudy;
import org.ulicarro.files.StudyProblem;
import org.ulicarro.files.osm.Area;
import picocli.CommandLine.Model.CommandSpec;
import picocli.CommandLine.Option;
import picocli.CommandLine.ParameterException;

/** Which places are cut out: one way to name them. */
final class CutPlaces {

    @Option(names = "--around", paramLabel = "PLACE", description = "places within --reach of this one")
    String around;

    @Option(
            names = "--places",
            paramLabel = "A,B",
            split = ",",
            description = "these places, and the roads that meet there")
    private List<String> places;

    @Option(
            names = "--box",
            paramLabel = "X1,Y1,X2,Y2",
            split = ",",
            description = "places in this rectangle of the plan, in metres")
    private List<Double> box;

    @Option(
            names = "--polygon",
            paramLabel = "FILE",
            description = "places in the polygons of this GeoJSON file; the study needs an origin for that")
    private Path polygon;

    /**
     * The places that are meant.
     *
     * @param reach how far around one of them (m), asked for where that is what was written
     * @throws ParameterException where there is no such place
     * @throws IOException where none lies there
     */
    Set<String> of(LoadedStudy loaded, DoubleSupplier reach, CommandSpec spec) throws IOException, StudyProblem {
        NetworkInput network = loaded.study().network();
        Set<String> known = network.places().keySet();
        if (around != null) {
            check(known, around, spec);
            return Chosen.around(network, around, reach.getAsDouble());
        }
        if (places != null) {
            places.forEach(id -> check(known, id, spec));
            return new LinkedHashSet<>(places);
        }
        Set<String> found;
        if (box != null) {
            if (box.size() != 4) {
                throw new ParameterException(spec.commandLine(), "--box takes four numbers: X1,Y1,X2,Y2 in metres");
            }
            double[] b = box.stream().mapToDouble(Double::doubleValue).toArray();
            found = Chosen.where(
                    network,
                    (x, y) -> x >= Math.min(b[0], b[2])
                            && x <= Math.max(b[0], b[2])
                            && y >= Math.min(b[1], b[3])
                            && y <= Math.max(b[1], b[3]));
        } else {
            GeoReference map = loaded.georeference();
            if (map == null) {
                throw new IOException(
                        loaded.folder()
                                + " has no origin, so nobody knows where it lies on the map; 'ulicarro locate' gives it one, and --box goes without");
            }
            Area area = Area.polygon(polygon);
            found = Chosen.where(network, (x, y) -> area.has(map.lat(x, y), map.lon(x, y)));
        }
        if (found.isEmpty()) {
            throw new IOException("no junction of " + loaded.folder() + " lies there");
        }
        return found;
    }

    private static void check(Set<String> known, String id, CommandSpec spec) {
        if (!known.contains(id)) {
            throw new ParameterException(
                    spec.commandLine(), "there is no place '" + id + "'." + Names.suggestion(id, known));
        }
    }
}
