package org.ulicarro.examples;

import java.io.IOException;
import java.nio.file.Path;
import java.util.List;
import java.util.Locale;
import java.util.Set;
import org.ulicarro.core.measure.TotalRow;
import org.ulicarro.core.run.Model;
import org.ulicarro.core.run.Replication;
import org.ulicarro.core.signal.ExternalProgram;
import org.ulicarro.files.StudyFolder;
import org.ulicarro.files.StudyProblem;

/**
 * A controller of one's own: a street of the demo's market keeps its green while somebody comes and it is not too long, then the other one
 * has its turn. What it asks for is made safe: minimum greens, yellows and clearances are not its business.
 */
final class WhoeverComes implements ExternalProgram {

    /** Groups of the quay and of the side street, each with the people who walk beside them. */
    private static final List<Set<String>> STREETS = List.of(Set.of("EB", "WB", "WP"), Set.of("NB", "SB", "WQ"));

    private WhoeverComes() {}

    /** Greens of the two streets are at least so long (s), and at most as long as these. */
    private static final int SHORTEST = 12;

    private static final int[] LONGEST = {60, 60};

    @Override
    public Line open(Place place) {
        int[] state = {0, 0}; // which street has its turn, and since how many questions, one a second
        return sight -> {
            boolean[] comes = new boolean[STREETS.size()];
            for (int d = 0; d < sight.occupied().length; d++) {
                boolean quay = place.detectors().get(d).matches("[ew]b-.*");
                comes[quay ? 0 : 1] |= sight.occupied()[d] || sight.vehicles()[d] > 0;
            }
            int street = state[0];
            boolean over = ++state[1] >= SHORTEST && !comes[street] || state[1] >= LONGEST[street];
            if (over && comes[1 - street]) {
                state[0] = 1 - street;
                state[1] = 0;
            }
            boolean[] green = new boolean[place.groups().size()];
            for (int g = 0; g < green.length; g++) {
                green[g] = STREETS.get(state[0]).contains(place.groups().get(g).id());
            }
            return Answer.of(green);
        };
    }

    /** @param args the folder of the demo */
    public static void main(String[] args) throws IOException, StudyProblem {
        Model model = StudyFolder.read(Path.of(args[0]), List.of("external"))
                .compile(null)
                .model();
        try (Replication replication = new Replication(model, 1)) {
            replication.connect(new WhoeverComes());
            TotalRow all = replication.result().rows(TotalRow.class).get(0);
            System.out.printf(
                    Locale.ROOT, "%d vehicles, %.1f s of delay each%n", all.vehicles(), all.delayS() / all.vehicles());
        }
    }
}
