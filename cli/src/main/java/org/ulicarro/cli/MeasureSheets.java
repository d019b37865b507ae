package org.ulicarro.cli;

import java.io.IOException;
import java.io.PrintWriter;
import java.util.List;
import java.util.function.Function;
import org.ulicarro.core.base.Clock;
import org.ulicarro.core.base.PrintedUnit;
import org.ulicarro.core.measure.ConflictRow;
import org.ulicarro.core.measure.EmissionRow;
import org.ulicarro.core.measure.LanePool;
import org.ulicarro.core.measure.LaneRow;
import org.ulicarro.core.measure.LinkRow;
import org.ulicarro.core.measure.Observed;
import org.ulicarro.core.measure.SignalRow;
import org.ulicarro.core.measure.TravelTimeRow;

/** Tables of a run beside that of movements: phases, lanes, travel times, links, emissions, near encounters. */
final class MeasureSheets {

    private static final int WIDTH = 100;

    private final RowSource source;
    private final boolean each;
    private final PrintWriter out;

    MeasureSheets(RowSource source, boolean each, PrintWriter out) {
        this.source = source;
        this.each = each;
        this.out = out;
    }

    private <R extends Record> List<Observed<R>> rows(Class<R> kind) throws IOException {
        return source.rows(kind);
    }

    private <R extends Record> boolean isEmpty(List<Observed<R>> rows, String nothing) {
        if (rows.isEmpty()) {
            out.println(nothing);
        }
        return rows.isEmpty();
    }

    /** A table with a row for each subject, or for each of them in each replication. */
    private <R extends Record> RunTable<R> table(List<Observed<R>> rows, Function<R, String> subject) {
        return new RunTable<>(rows, subject, each);
    }

    void signals() throws IOException {
        List<Observed<SignalRow>> rows = rows(SignalRow.class);
        if (isEmpty(rows, "There are no signals in this study.")) {
            return;
        }
        table(rows, r -> r.place() + "/" + r.signalGroup())
                .words("place", SignalRow::place)
                .words("group", r -> r.signalGroup() + (r.people() ? " (people)" : ""))
                .mean("greens", "", SignalRow::greens, 1)
                .mean("green", "mean s", SignalRow::greenS, 1)
                .mean("cycle", "mean s", SignalRow::cycleS, 1)
                .mean("green", "% time", r -> 100 * r.greenShare(), 0)
                .mean("gap-", "out %", r -> 100 * r.gapOutShare(), 0)
                .mean("max-", "out %", r -> 100 * r.maxOutShare(), 0)
                .mean("force-", "off %", r -> 100 * r.forceOffShare(), 0)
                .mean("prio-", "rity %", r -> 100 * r.priorityShare(), 0)
                .mean("skip-", "ped %", r -> 100 * r.skipShare(), 0)
                .mean("early", "by s", SignalRow::earlyReturnS, 1)
                .print(out);
        out.println(
                "Gap-out, max-out, force-off, priority: why greens ended, where the controller says so. Skipped: cycles");
        out.println(
                "of the place in which the group had no green. Early: by how much a coordinated green returned before their split says.");
    }

    void lanes() throws IOException {
        List<Observed<LaneRow>> rows = rows(LaneRow.class);
        if (isEmpty(rows, "There are no signals in this study.")) {
            return;
        }
        table(rows, r -> r.link() + "/" + r.lane())
                .words("place", LaneRow::place)
                .words("lane", r -> r.approach() + " " + r.lane())
                .mean("green", "mean s", LaneRow::greenS, 1)
                .mean("effective", "green s", LaneRow::effectiveGreenS, 1)
                .mean("cycle", "mean s", LaneRow::cycleS, 1)
                .together("saturated", "headways", all -> LanePool.of(all).headways(), 0)
                .together("saturation", "pcu/h", all -> LanePool.of(all).saturationPcuh(), 0)
                .mean("demand", "pcu/h", LaneRow::demandPcuh, 0)
                .together("v/c", "", all -> LanePool.of(all).vc(), 2)
                .mean("split", "failures %", r -> 100 * r.splitFailureShare(), 0)
                .print(out);
        out.println(
                "Saturation flow by the fifth and later queued vehicles of all replications, from 30 of them on. Split failures: greens");
        out.println("after which somebody who had queued before was left over.");
    }

    void travelTimes() throws IOException {
        List<Observed<TravelTimeRow>> rows = rows(TravelTimeRow.class);
        if (isEmpty(
                rows,
                "There is no corridor in this study. 'network: {corridors: {quayside: {via: [west, gate, market]}}}' names one.")) {
            return;
        }
        table(rows, r -> r.corridor() + "/" + r.fromPlace() + "/" + r.toPlace())
                .words("corridor", r -> r.whole() ? r.corridor() : "")
                .words("from", TravelTimeRow::fromPlace)
                .words("to", TravelTimeRow::toPlace)
                .mean("veh", "", TravelTimeRow::vehicles, 0)
                .mean("mean", "s", TravelTimeRow::travelTimeS, 1)
                .interval(TravelTimeRow::travelTimeS, 1)
                .mean("15 %", "s", TravelTimeRow::travelTimeP15S, 1)
                .mean("50 %", "s", TravelTimeRow::travelTimeP50S, 1)
                .mean("85 %", "s", TravelTimeRow::travelTimeP85S, 1)
                .mean("95 %", "s", TravelTimeRow::travelTimeP95S, 1)
                .mean("control", "delay s", TravelTimeRow::controlDelayS, 1)
                .mean("stops", "/veh", TravelTimeRow::stops, 2)
                .print(out);
        out.println("Of those who drove all of it, and each stretch; 85 %: so many were as quick.");
    }

    void links() throws IOException {
        List<Observed<LinkRow>> rows = rows(LinkRow.class);
        if (isEmpty(rows, "There are no links in this study.")) {
            return;
        }
        PrintedUnit speed = source.record().printed().speed();
        table(rows, r -> r.link() + "/" + r.fromS())
                .words("link", LinkRow::link)
                .words("from", r -> Clock.timeOfDay(r.fromS()))
                .words("to", r -> Clock.timeOfDay(r.toS()))
                .mean("veh", "", LinkRow::vehicles, 0)
                .interval(LinkRow::vehicles, 0)
                .mean("veh/h", "", r -> r.vehicles() / (r.toS() - r.fromS()) * 3600, 0)
                .mean("speed", speed.name(), r -> speed.of(r.speedMs()), 1)
                .mean("on it", "veh", LinkRow::onMean, 1)
                .mean("queued", "% of time", r -> 100 * r.queuedShare(), 0)
                .print(out);
        out.println("Vehicles that came to its end. Queued: share of the time on it spent in the queue of a control;");
        out.println("- where none is at its end.");
    }

    void emissions() throws IOException {
        List<Observed<EmissionRow>> rows = rows(EmissionRow.class);
        if (isEmpty(rows, "Nobody drove.")) {
            return;
        }
        PrintedUnit fuel = source.record().printed().fuel();
        table(rows, r -> r.place() + "/" + r.vehicles())
                .words("place", EmissionRow::place)
                .words("vehicles", EmissionRow::vehicles)
                .mean("fuel", fuel.name(), r -> fuel.of(r.fuelL()), 1)
                .mean("CO2", "kg", EmissionRow::co2Kg, 1)
                .interval(EmissionRow::co2Kg, 1)
                .mean("NOx", "g", EmissionRow::noxG, 0)
                .mean("PM", "g", EmissionRow::pmG, 0)
                .mean("VOC", "g", EmissionRow::vocG, 0)
                .print(out);
        out.println(
                "Fuel by the power at the wheels each second (Akçelik, Smit, Besley 2012): speed, acceleration, grade. NOx, PM and VOC");
        out.println(
                "follow the fuel of a fleet of the nineties: for comparing. A place: the roads that lead to it, and inside it.");
    }

    void conflicts() throws IOException {
        List<Observed<ConflictRow>> rows = rows(ConflictRow.class);
        if (isEmpty(rows, "Nobody came near to anybody.")) {
            return;
        }
        table(rows, r -> r.place() + "/" + r.kind() + "/" + r.first() + "/" + r.second())
                .words("place", ConflictRow::place)
                .words("kind", ConflictRow::kind)
                .words("between", r -> r.first().isEmpty() ? "" : r.first() + " and " + r.second())
                .mean("times", "", ConflictRow::encounters, 1)
                .interval(ConflictRow::encounters, 1)
                .mean("below", "for s", ConflictRow::seconds, 1)
                .least("least", "s", ConflictRow::leastS, 1)
                .print(out);
        out.println(
                "Crossing, merging: one came onto the shared stretch less than 1.5 s after the other had left it. Following: time to");
        out.println("collision with the vehicle ahead below 1.5 s. Mean of the replications in which it came up.");
    }
}
