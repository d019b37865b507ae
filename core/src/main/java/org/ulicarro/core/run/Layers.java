package org.ulicarro.core.run;

import java.util.ArrayList;
import java.util.EnumSet;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.function.Function;
import java.util.stream.Stream;
import org.ulicarro.core.base.Fault;
import org.ulicarro.core.demand.DemandPlan;
import org.ulicarro.core.demand.Window;
import org.ulicarro.core.network.FreeTrips;
import org.ulicarro.core.network.MarkedCrossing;
import org.ulicarro.core.network.Network;
import org.ulicarro.core.network.NetworkCompiler;
import org.ulicarro.core.network.TurningRoom;
import org.ulicarro.core.signal.SignalDraft;
import org.ulicarro.core.signal.SignalSystem;
import org.ulicarro.core.signal.compile.SignalCompiler;
import org.ulicarro.core.study.Count;
import org.ulicarro.core.study.Crossing;
import org.ulicarro.core.study.DemandInput;
import org.ulicarro.core.study.Kinds;
import org.ulicarro.core.study.Period;
import org.ulicarro.core.study.Study;
import org.ulicarro.core.study.StudyFault;
import org.ulicarro.core.study.StudyRules;
import org.ulicarro.core.study.Trips;
import org.ulicarro.core.study.VehicleType;
import org.ulicarro.core.traffic.lanes.LaneTable;
import org.ulicarro.core.traffic.setup.Behaviour;

/**
 * What a model is made of, one upon the other: network, with the room that it has for turns and its longest trip without traffic (s), then
 * signals, demand (who travels, then by which ways) and how drivers behave. Each remembers what it was made from and what was found
 * wrong in that, so that a variant takes over the layers whose sources it has not changed, faults and all.
 */
record Layers(
        Layer<Network> network,
        Layer<Boolean> room,
        Layer<Double> trips,
        Layer<SignalSystem> signals,
        Layer<DemandPlan> travellers,
        Layer<DemandPlan> demand,
        Layer<Behaviour> behaviour) {

    static final Layers NONE = new Layers(null, null, null, null, null, null, null);

    /**
     * One of them.
     *
     * @param sources all that it was made from: the layers below and parts of the inputs
     * @param made null where an error kept it from being made
     */
    record Layer<T>(List<Object> sources, T made, List<Fault> faults) {

        /** The layer as it is while its sources are the same, else made anew. */
        static <T> Layer<T> of(Layer<T> known, List<Object> sources, Function<List<Fault>, T> make) {
            if (known != null && same(known.sources, sources)) {
                return known;
            }
            List<Fault> faults = new ArrayList<>();
            T made = make.apply(faults);
            return new Layer<>(sources, made, List.copyOf(faults));
        }

        private static boolean same(List<Object> before, List<Object> now) {
            for (int i = 0; i < now.size(); i++) {
                boolean layer = now.get(i) instanceof Network
                        || now.get(i) instanceof Layer; // compiled anew it is another one, whatever is in it
                boolean equal =
                        before.get(i) == now.get(i) || !layer && now.get(i).equals(before.get(i));
                if (!equal) {
                    return false;
                }
            }
            return true;
        }
    }

    /**
     * Compiles inputs upon what these layers have already.
     *
     * @param like the model that these layers belong to, or null
     */
    Compiled<Model> compile(Inputs inputs, String periodId, Model like) {
        return compile(inputs, periodId, like, false);
    }

    /** @param lookAt whether errors that its roads have once they lie keep it from nothing */
    Compiled<Model> compile(Inputs inputs, String periodId, Model like, boolean lookAt) {
        Study study = inputs.study();
        List<Fault> faults = new ArrayList<>();
        StudyRules.check(study, faults);
        if (faults.stream().anyMatch(Layers::keepsFromRoads)) {
            return failed(faults);
        }
        boolean onlyControlMissing = faults.stream()
                .allMatch(f -> f.severity() != Fault.Severity.ERROR || f.kind() == StudyFault.SIGNAL_WITHOUT_CONTROL);
        boolean sound = !hasErrors(faults);
        Layer<Network> net = Layer.of(
                network,
                List.of(study.network(), study.driveOn()),
                found -> lookAt
                        ? NetworkCompiler.laidOut(study.network(), study.driveOn(), new ArrayList<>())
                        : NetworkCompiler.compile(study.network(), study.driveOn(), found));
        faults.addAll(net.faults());
        if (net.made() == null || !onlyControlMissing) {
            return failed(faults);
        }
        Set<VehicleType> types = types(inputs);
        Layer<Boolean> turning = Layer.of(room, List.of(net.made(), study.network(), types), found -> {
            TurningRoom.check(net.made(), study.network(), types, found);
            return true;
        });
        faults.addAll(turning.faults());
        Layer<Double> longest = Layer.of(trips, List.of(net.made()), found -> FreeTrips.longest(net.made()));
        Period period = study.periods().get(periodId);
        if (!sound) {
            demand(inputs, net.made(), period, faults);
            return failed(faults);
        }
        Layer<SignalSystem> control = Layer.of(
                signals,
                List.of(net.made(), study.signals(), study.design(), SignalDraft.When.of(periodId, period)),
                found -> SignalCompiler.compile(
                        net.made(), study.signals(), study.design(), SignalDraft.When.of(periodId, period), found));
        faults.addAll(control.faults());
        Layer<DemandPlan> travelling = Layer.of(
                travellers,
                List.of(
                        net.made(),
                        study.network(),
                        study.demand(),
                        study.vehicles(),
                        inputs.counts(),
                        inputs.trips(),
                        period,
                        study.seed()),
                found -> demand(inputs, net.made(), period, found));
        faults.addAll(travelling.faults());
        Layer<DemandPlan> people = Layer.of(
                demand,
                List.of(travelling, inputs.ways()),
                found -> travelling.made().withWays(inputs.ways(), found));
        faults.addAll(people.faults());
        checkFootSignals(study, net.made(), control.made(), faults);
        checkWarmUp(study, longest.made(), periodId, faults);
        if (hasErrors(faults)) {
            return failed(faults);
        }
        boolean sameTable = like != null
                && net.made() == like.network()
                && control.made().letsGoLike(like.table().signals());
        LaneTable table = sameTable ? like.table() : new LaneTable(net.made(), control.made());
        Layer<Behaviour> drivers = Layer.of(
                behaviour,
                List.of(
                        table,
                        study.network(),
                        study.drivers(),
                        study.vehicles(),
                        study.demand().types(),
                        java.util.Optional.ofNullable(study.demand().informed()),
                        study.step()),
                found -> Behaviour.of(study, table));
        return new Compiled<>(
                Optional.of(new Model(
                        inputs,
                        periodId,
                        new Layers(net, turning, longest, control, travelling, people, drivers),
                        table)),
                faults);
    }

    private static DemandPlan demand(Inputs inputs, Network network, Period period, List<Fault> faults) {
        Study study = inputs.study();
        return DemandPlan.of(
                network,
                study.network(),
                study.demand(),
                Kinds.of(study),
                inputs.counts(),
                inputs.trips(),
                Window.of(period),
                study.seed(),
                faults);
    }

    private static Compiled<Model> failed(List<Fault> faults) {
        return new Compiled<>(Optional.empty(), faults);
    }

    /** Whether a fault is one of the roads themselves, so that there is nothing to lay out; else what is wrong with them is said with the rest. */
    private static boolean keepsFromRoads(Fault fault) {
        return fault.severity() == Fault.Severity.ERROR
                && fault.kind() != StudyFault.SIGNAL_WITHOUT_CONTROL
                && fault.pointer().startsWith("/network");
    }

    private static boolean hasErrors(List<Fault> faults) {
        return faults.stream().anyMatch(f -> f.severity() == Fault.Severity.ERROR);
    }

    /** Built-in types of all that is in the mix. */
    /** The types that may turn anywhere; lines keep to their own way. */
    private static Set<VehicleType> types(Inputs inputs) {
        DemandInput demand = inputs.study().demand();
        List<Map<String, Double>> mixes = new ArrayList<>(List.of(demand.mix()));
        demand.entries().values().forEach(entry -> mixes.add(entry.mix()));
        demand.surges().values().forEach(surge -> mixes.add(surge.mix()));
        demand.trips().values().forEach(table -> mixes.add(table.mix()));
        Kinds kinds = Kinds.of(inputs.study());
        Set<VehicleType> types = EnumSet.noneOf(VehicleType.class);
        for (Map<String, Double> mix : mixes) {
            if (mix != null) {
                kinds.parts(mix).forEach(part -> types.add(part.kind().base()));
            }
        }
        Stream.concat(
                        inputs.trips().stream().map(Trips::type),
                        inputs.counts().stream().map(Count::type))
                .distinct()
                .filter(type -> type != null && kinds.has(type))
                .forEach(type -> types.add(kinds.one(type).base()));
        return types;
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
                                ? "a signal away from junctions needs a place: 'ulicarro edit STUDY split ROAD at 120 m as NAME'"
                                        + " makes one; give it 'control: signal' and this crossing, or write kind: zebra"
                                : "no signal group lets people over this crossing; give '" + crossing.place()
                                        + "' a group such as W1: {crosses: [" + crossing.road() + "], walk: 7 s}"));
            }
        }
    }

    private static void checkWarmUp(Study study, double longest, String periodId, List<Fault> faults) {
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
                            Locale.ROOT,
                            "a warm-up of %.0f s is short, %.0f s would do; the period starts too empty and delays are too"
                                    + " small",
                            length,
                            needed)));
        }
    }
}
