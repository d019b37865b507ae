package org.ulicarro.cli;

import java.util.Arrays;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.function.Function;
import org.ulicarro.core.analysis.band.Corridor;
import org.ulicarro.core.analysis.band.CorridorReader;
import org.ulicarro.core.analysis.band.Objective;
import org.ulicarro.core.base.Names;
import org.ulicarro.core.demand.Volumes;
import org.ulicarro.core.run.Model;

/** What people say of offsets, and the volumes that bands are weighted by. */
final class OffsetWords {

    private static final int DRAWS = 10; // for volumes

    private OffsetWords() {}

    /**
     * Offsets after shifts as they are written, {@code market=+8s,gate=-3s}.
     *
     * @param wrong makes what is thrown where they cannot be read
     */
    static double[] shifted(Corridor corridor, String shifts, Function<String, ? extends RuntimeException> wrong) {
        double[] offsets =
                corridor.stops().stream().mapToDouble(Corridor.Stop::offset).toArray();
        List<String> places =
                corridor.stops().stream().map(Corridor.Stop::place).toList();
        for (String one : shifts.split(",")) {
            String[] parts = one.split("=", 2);
            String place = parts[0].trim();
            int k = places.indexOf(place);
            if (k < 0) {
                throw wrong.apply(
                        "--shift: '" + place + "' is no signal of the corridor." + Names.suggestion(place, places));
            }
            if (parts.length < 2 || !parts[1].trim().matches("[+-]?[0-9]+(\\.[0-9]+)? ?s")) {
                throw wrong.apply("--shift takes seconds for each signal: market=+8s,gate=-3s");
            }
            offsets[k] += Double.parseDouble(parts[1].replace("s", "").trim());
        }
        return offsets;
    }

    /** What {@code --best} asks for. */
    static Objective objective(String word, Function<String, ? extends RuntimeException> wrong) {
        for (Objective o : Objective.values()) {
            if (o.word.equals(word)) {
                return o;
            }
        }
        List<String> words = Arrays.stream(Objective.values()).map(o -> o.word).toList();
        throw wrong.apply(
                "--best takes " + String.join(", ", words) + ", not '" + word + "'." + Names.suggestion(word, words));
    }

    /** Share of the outbound through movements' volume in that of both directions. */
    static double outboundShare(Model model, Corridor corridor, CorridorReader reader) {
        Volumes volumes =
                Volumes.of(model.network(), model.demand(), model.study().seed(), DRAWS);
        double out = 0;
        double in = 0;
        for (Corridor.Stop stop : corridor.stops()) {
            out += volumes.movement(reader.through(stop.place(), true).index());
            in += volumes.movement(reader.through(stop.place(), false).index());
        }
        return out + in == 0 ? 0.5 : out / (out + in);
    }

    /**
     * Offsets as the text of an alternative.
     *
     * @param rings orders of phases of places that get another one
     */
    static String alternative(Corridor corridor, CorridorReader reader, Map<String, List<String>> rings) {
        StringBuilder text = new StringBuilder("# Offsets along corridor " + corridor.id() + ".\nsignals:\n");
        for (Corridor.Stop stop : corridor.stops()) {
            List<String> own = rings.get(stop.place());
            text.append(String.format(
                    Locale.ROOT,
                    "  %s: {plans: {%s: {offset: %.0f s%s}}}%n",
                    stop.place(),
                    reader.plan(stop.place()),
                    stop.offset(),
                    own == null ? "" : ", rings: [\"" + String.join("\", \"", own) + "\"]"));
        }
        return text.toString();
    }
}
