package org.ulicarro.cli;

import java.io.IOException;
import java.util.Arrays;
import java.util.Locale;
import java.util.Map;
import java.util.TreeMap;
import org.ulicarro.core.base.PrintedUnit;
import org.ulicarro.core.measure.LinkRow;
import org.ulicarro.core.measure.Observed;
import org.ulicarro.core.measure.RunSummary;
import org.ulicarro.core.network.Link;
import org.ulicarro.core.network.Movement;
import org.ulicarro.core.network.Network;
import org.ulicarro.files.Run;
import org.ulicarro.files.RunRecord;
import org.ulicarro.report.Flows;

/** What drove in a run over its roads and turns, and how fast: means of its replications over the whole period. */
final class DrivenFlows {

    /** Of a road on which somebody stood and nobody came to its end: it is drawn all the same (veh/h). */
    private static final double NEXT_TO_NOTHING = 1e-3;

    private final RunRecord record;
    private final double[] links;
    private final double[] speeds; // m/s
    private final double[] shares; // of the limit
    private final double[] turns;
    private final String[] turnTexts;
    private final String[] linkTexts;
    private final String name;

    private DrivenFlows(Run run, Network network) throws IOException {
        record = run.record();
        name = run.name();
        links = new double[network.links().size()];
        speeds = new double[links.length];
        shares = new double[links.length];
        linkTexts = new String[links.length];
        turns = new double[network.movements().size()];
        turnTexts = new String[turns.length];
        Arrays.fill(turnTexts, "");
        readLinks(run, network);
        readTurns(run, network);
    }

    static Flows of(Run run, Network network) throws IOException {
        DrivenFlows driven = new DrivenFlows(run, network);
        return Flows.driven(
                driven.links,
                driven.turns,
                driven.linkTexts,
                driven.turnTexts,
                driven.shares,
                "veh/h and mean speed in run " + driven.name + ", width to scale",
                "veh/h and control delay in run " + driven.name + ", width to scale");
    }

    private double perHour(double vehicles) {
        return vehicles * 3600 / (record.toS() - record.fromS());
    }

    private void readLinks(Run run, Network network) throws IOException {
        Map<String, Link> byName = new TreeMap<>();
        network.links().forEach(link -> byName.put(link.id(), link));
        double[] metres = new double[links.length];
        double[] seconds = new double[links.length];
        for (Observed<LinkRow> one : run.rows(LinkRow.class)) {
            LinkRow row = one.row();
            Link link = byName.get(row.link());
            if (link != null && row.fromS() == record.fromS() && row.toS() == record.toS()) {
                links[link.index()] += perHour(row.vehicles()) / record.replications();
                metres[link.index()] += row.distanceM();
                seconds[link.index()] += row.timeS();
            }
        }
        PrintedUnit unit = record.printed().speed();
        for (Link link : network.links()) {
            int i = link.index();
            speeds[i] = metres[i] / seconds[i];
            shares[i] = speeds[i] / link.speed();
            links[i] = seconds[i] > 0 ? Math.max(links[i], NEXT_TO_NOTHING) : links[i];
            linkTexts[i] = String.format(Locale.ROOT, "%.0f  %.0f %s", links[i], unit.of(speeds[i]), unit.name());
        }
    }

    private void readTurns(Run run, Network network) throws IOException {
        Map<String, Movement> byName = new TreeMap<>();
        network.movements().forEach(m -> byName.put(m.place() + "/" + m.name(), m));
        for (RunSummary.Row row : run.summary().wholePeriod()) {
            Movement movement = byName.get(row.place() + "/" + row.name());
            if (movement != null && row.vehicles().mean() > 0) {
                turns[movement.index()] = perHour(row.vehicles().mean());
                turnTexts[movement.index()] = String.format(
                        Locale.ROOT,
                        "%s %.0f (%.0f s)",
                        movement.name(),
                        turns[movement.index()],
                        row.controlDelay().mean());
            }
        }
    }
}
