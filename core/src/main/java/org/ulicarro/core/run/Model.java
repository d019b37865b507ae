package org.ulicarro.core.run;

import java.util.LinkedHashSet;
import java.util.List;
import java.util.Set;
import org.ulicarro.core.base.Fault;
import org.ulicarro.core.demand.DemandPlan;
import org.ulicarro.core.demand.Window;
import org.ulicarro.core.network.FreeTrips;
import org.ulicarro.core.network.MarkedCrossing;
import org.ulicarro.core.network.Network;
import org.ulicarro.core.network.NetworkCompiler;
import org.ulicarro.core.network.TurningRoom;
import org.ulicarro.core.signal.SignalCompiler;
import org.ulicarro.core.signal.SignalSystem;
import org.ulicarro.core.study.Count;
import org.ulicarro.core.study.Crossing;
import org.ulicarro.core.study.Kinds;
import org.ulicarro.core.study.Period;
import org.ulicarro.core.study.Study;
import org.ulicarro.core.study.StudyRules;
import org.ulicarro.core.study.Trips;
import org.ulicarro.core.study.VehicleType;
import org.ulicarro.core.traffic.LaneTable;

/**
 * A study compiled for one of its periods: all that replications share. Immutable.
 *
 * @param study the inputs
 * @param periodId the period that is run
 * @param network lanes, paths and conflicts
 * @param signals control
 * @param demand who wants to travel
 * @param table network and control as the step reads them
 */
public record Model(
        Study study, String periodId, Network network, SignalSystem signals, DemandPlan demand, LaneTable table) {

    /**
     * Checks and compiles a study, as far as its errors let it.
     *
     * @param counts rows of its count tables
     * @param periodId one of its periods
     * @param faults receives all errors and warnings
     * @return the model, or null when there was an error
     */
    public static Model compile(Study study, List<Count> counts, String periodId, List<Fault> faults) {
        return compile(study, counts, List.of(), periodId, faults);
    }

    /** The same with the rows of its tables of trips. */
    public static Model compile(
            Study study, List<Count> counts, List<Trips> trips, String periodId, List<Fault> faults) {
        StudyRules.check(study, faults);
        if (hasErrors(faults)) {
            return null;
        }
        Network network = NetworkCompiler.compile(study.network(), study.driveOn(), faults);
        if (network == null) {
            return null;
        }
        TurningRoom.check(network, study.network(), types(study), faults);
        SignalSystem signals = SignalCompiler.compile(
                network,
                study.signals(),
                periodId,
                study.periods().get(periodId).from(),
                faults);
        Window window = Window.of(study.periods().get(periodId));
        DemandPlan demand = DemandPlan.of(
                network, study.network(), study.demand(), Kinds.of(study), counts, trips, window, study.seed(), faults);
        checkFootSignals(study, network, signals, faults);
        checkWarmUp(study, network, periodId, faults);
        if (hasErrors(faults)) {
            return null;
        }
        return new Model(study, periodId, network, signals, demand, new LaneTable(network, signals));
    }

    /** Built-in types of all that is in the mix. */
    private static Set<VehicleType> types(Study study) {
        Set<VehicleType> types = new LinkedHashSet<>();
        Kinds.of(study)
                .parts(study.demand().mix())
                .forEach(part -> types.add(part.kind().base()));
        return types;
    }

    public Period period() {
        return study.periods().get(periodId);
    }

    private static boolean hasErrors(List<Fault> faults) {
        return faults.stream().anyMatch(f -> f.severity() == Fault.Severity.ERROR);
    }

    /** People at a crossing with a signal need a group that lets them go. */
    private static void checkFootSignals(Study study, Network network, SignalSystem signals, List<Fault> faults) {
        for (int c = 0; c < network.crossings().size(); c++) {
            MarkedCrossing crossing = network.crossings().get(c);
            boolean asked = study.demand().walkers().containsKey(crossing.id());
            boolean served = signals.groupOfCrossing(c, 0) != SignalSystem.NO_GROUP
                    && signals.groupOfCrossing(c, 1) != SignalSystem.NO_GROUP;
            if (asked && crossing.kind() == Crossing.Kind.SIGNAL && !served) {
                faults.add(Fault.error(
                        Fault.child("/demand/walkers", crossing.id()),
                        crossing.place() == null
                                ? "a signal away from junctions needs a place: end two roads at one with 'control: signal' and"
                                        + " give it this crossing; or write kind: zebra"
                                : "no signal group lets people over this crossing; give '" + crossing.place()
                                        + "' a group such as W1: {crosses: [" + crossing.road() + "], walk: 7 s}"));
            }
        }
    }

    private static void checkWarmUp(Study study, Network network, String periodId, List<Fault> faults) {
        double longest = FreeTrips.longest(network);
        double length = study.periods().get(periodId).warmUp().length();
        double cycle = study.signals().values().stream()
                .flatMap(c -> c.plans().values().stream())
                .mapToDouble(p -> p.cycle() == null ? 0 : p.cycle())
                .max()
                .orElse(0);
        double needed = Math.max(2 * longest, 3 * cycle);
        if (length < needed) {
            faults.add(Fault.warning(
                    Fault.child("/periods", periodId) + "/warm-up",
                    String.format(
                            java.util.Locale.ROOT,
                            "a warm-up of %.0f s is short, %.0f s would do; the period starts too empty and delays are too"
                                    + " small",
                            length,
                            needed)));
        }
    }
}
