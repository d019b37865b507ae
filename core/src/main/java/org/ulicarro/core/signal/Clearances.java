package org.ulicarro.core.signal;

import java.util.Collection;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import org.ulicarro.core.base.Fault;
import org.ulicarro.core.study.ClearanceInput;

/** How long after the end of one group's green another one may begin, where the study gives it. */
public final class Clearances {

    private final Map<String, Double> needs;
    private final boolean warns;

    private Clearances(Map<String, Double> needs, boolean warns) {
        this.needs = needs;
        this.warns = warns;
    }

    /** Seconds from the end of one group's green to the beginning of another's; NaN where they do not conflict. */
    public interface Geometry {
        double between(String ends, String begins);
    }

    public static Clearances of(
            ClearanceInput input, Collection<String> groups, Geometry geometry, String pointer, List<Fault> faults) {
        if (input == null) {
            return new Clearances(Map.of(), false);
        }
        input.needs().forEach((pair, seconds) -> {
            String here = Fault.child(pointer + "/clearance/needs", pair);
            String[] ids = pair.split(">", -1);
            if (ids.length != 2) {
                faults.add(SignalFault.PAIR_UNREADABLE.at(here, pair));
                return;
            }
            for (String id : ids) {
                if (!groups.contains(id)) {
                    faults.add(Fault.unknown(here, "group", id, groups));
                }
            }
        });
        Map<String, Double> needs = new LinkedHashMap<>(input.needs());
        if (input.from() == ClearanceInput.From.GEOMETRY) {
            for (String ends : groups) {
                for (String begins : groups) {
                    double seconds = geometry.between(ends, begins);
                    if (!Double.isNaN(seconds)) { // to a tenth, upwards: signals move in tenths
                        needs.putIfAbsent(ends + ">" + begins, StrictMath.ceil(seconds * 10 - 1e-6) / 10);
                    }
                }
            }
        }
        return new Clearances(needs, input.tooShort() == ClearanceInput.Short.WARN);
    }

    /** Whether a time is given for a pair of groups. */
    public boolean has(String ends, String begins) {
        return needs.containsKey(ends + ">" + begins);
    }

    /** From the end of one group's green to the beginning of another one's (s); as usual where none is given. */
    public double between(String ends, String begins, double usual) {
        return needs.getOrDefault(ends + ">" + begins, usual);
    }

    /** A pair whose yellow and red are too short for what is given. */
    public void check(String ends, String begins, double has, String pointer, List<Fault> faults) {
        double needed = between(ends, begins, has);
        if (has < needed - 1e-9) {
            faults.add(fault(
                    pointer,
                    String.format(
                            Locale.ROOT,
                            "from '%s' to '%s' the clearance is %.1f s, %.1f s are needed: %.1f s are missing",
                            ends,
                            begins,
                            has,
                            needed,
                            needed - has)));
        }
    }

    public Fault fault(String pointer, String message) {
        return warns ? Fault.warning(pointer, message) : Fault.error(pointer, message);
    }
}
