package org.ulicarro.cli;

import java.io.IOException;
import java.io.PrintWriter;
import java.io.Writer;
import java.util.List;
import java.util.Locale;
import org.ulicarro.core.base.Clock;
import org.ulicarro.core.base.PrintedUnit;
import org.ulicarro.core.run.Model;
import org.ulicarro.core.run.Replication;
import org.ulicarro.core.traffic.FleetView;
import org.ulicarro.core.traffic.events.Motive;
import org.ulicarro.core.traffic.setup.Witness;

/** Explains what one driver did at a moment: everything that bounded the acceleration, and the wish to change lanes. */
final class WhyText {

    private static final double STANDS = 0.01; // m/s

    private final Model model;
    private final Replication replication;
    private final int vehicle;
    private final PrintedUnit length;
    private final PrintedUnit speed;

    WhyText(Model model, Replication replication, int vehicle) {
        this.model = model;
        this.replication = replication;
        this.vehicle = vehicle;
        length = model.study().units().length();
        speed = model.study().units().speed();
    }

    /** Drives the replication up to the moment (s since midnight) and says what the driver saw then. */
    void print(double moment, PrintWriter out) throws IOException {
        replication.advanceTo(moment - model.study().step());
        int row = row();
        if (row < 0) {
            throw new IOException("vehicle " + vehicle + " was not on the road at " + Clock.timeOfDay(moment)
                    + "; 'trace' without --why tells when it was");
        }
        FleetView rows = replication.view().rows();
        int lane = rows.lane(row);
        out.printf(
                Locale.ROOT,
                "vehicle %d at %s: %s, %.1f %s before its end, %.1f %s%n",
                vehicle,
                Whereabouts.time(replication.now()),
                Whereabouts.lane(model, lane),
                length.of(model.table().end(lane) - rows.position(row)),
                length.name(),
                speed.of(rows.speed(row)),
                speed.name());
        boolean stood = rows.speed(row) < STANDS;
        Witness witness = replication.witness();
        witness.watch(vehicle);
        replication.step();
        out.printf(Locale.ROOT, "it %s%n%n", action(stood));
        TextTable table = new TextTable(1);
        table.alignLeft(true, false, false);
        table.add("what it heeded", "distance " + length.name(), "at most m/s²");
        boolean first = true;
        for (Witness.Bound bound : witness.bounds()) {
            String most = bound.acceleration() > 1e6 ? "-" : String.format(Locale.ROOT, "%+.2f", bound.acceleration());
            table.add(
                    (first ? "> " : "  ") + words(bound),
                    Double.isNaN(bound.distance())
                            ? ""
                            : String.format(Locale.ROOT, "%.1f", length.of(bound.distance())),
                    most);
            first = false;
        }
        table.print(out);
        out.println();
        out.println("lanes: " + lanes(witness.change(), lane));
        out.println("The strictest counts, marked >. Who stands moves off only after a reaction time.");
    }

    /** The same for machines: what it heeded, the strictest first. */
    Rows rows(double moment) throws IOException {
        print(moment, new PrintWriter(Writer.nullWriter()));
        Rows rows = new Rows().headed(List.of("vehicle", "time_s", "heeds", "distance_m", "at_most_ms2"));
        for (Witness.Bound bound : replication.witness().bounds()) {
            rows.add()
                    .put("vehicle", vehicle)
                    .put("time_s", replication.now() - model.study().step())
                    .put("heeds", words(bound))
                    .put("distance_m", bound.distance())
                    .put("at_most_ms2", bound.acceleration() > 1e6 ? null : (Object) bound.acceleration());
        }
        return rows;
    }

    private int row() {
        FleetView rows = replication.view().rows();
        for (int row = 0; row < rows.count(); row++) {
            if (rows.vehicle(row) == vehicle) {
                return row;
            }
        }
        return -1;
    }

    private String action(boolean stood) {
        FleetView rows = replication.view().rows();
        int row = row();
        if (row < 0) {
            return "left the network in this step";
        }
        if (stood && rows.speed(row) < STANDS) {
            return "stood";
        }
        double acceleration = rows.acceleration(row);
        String verb = acceleration > 0.05 ? "picked up speed" : acceleration < -0.05 ? "slowed down" : "kept its speed";
        return String.format(Locale.ROOT, "%s, %+.2f m/s²", verb, acceleration);
    }

    private String words(Witness.Bound bound) {
        String who = bound.vehicle() < 0 ? "" : " " + bound.vehicle();
        String driving = Double.isNaN(bound.speed())
                ? ""
                : String.format(Locale.ROOT, " at %.0f %s", speed.of(bound.speed()), speed.name());
        return switch (bound.restraint()) {
            case NOTHING -> "its own wish to drive" + driving;
            case VEHICLE -> "vehicle" + who + " ahead" + driving;
            case SIGNAL -> "a signal that is not green";
            case GAP -> who.isEmpty() ? "waits for a gap" : "waits for a gap before vehicle" + who;
            case CROSSING -> "vehicle" + who + " on its way through the junction";
            case LANE ->
                bound.vehicle() < 0 ? "the end of a lane it has to leave" : "room behind vehicle" + who + driving;
            case CURVE -> "a curve or a lower limit, to be reached" + driving;
            case ROOM -> "leaves room for vehicle" + who + driving;
            case STOP -> "its stop";
            case CLOSURE -> "the lane is closed";
            case KEEP_CLEAR -> "no room to stand clear of the junction";
            case WALKERS -> "people who cross";
            case GATE -> "a gate, where it is served";
            case POWER -> "what its engine can do here";
        };
    }

    private String lanes(Witness.Change change, int lane) {
        if (change == null) {
            return "it had no wish to change just then; drivers look about once a second for a faster one";
        }
        String wish = "it wanted to change to " + Whereabouts.lane(model, change.lane()) + ", "
                + (change.motive() == Motive.GAIN || change.motive() == Motive.KEEP_OUTER ? "" : "for ")
                + Whereabouts.motive(change.motive());
        if (change.made()) {
            return wish + ", and did";
        }
        if (change.vehicle() < 0) {
            return wish + ", but the lane cannot be changed into here";
        }
        return wish + ", but vehicle " + change.vehicle()
                + (change.behind() ? " behind there would have had to brake too hard" : " ahead there is too near");
    }
}
