package org.ulicarro.cli;

import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import org.ulicarro.core.base.Clock;
import org.ulicarro.core.demand.DemandPlan;
import org.ulicarro.core.demand.Imbalance;
import org.ulicarro.core.demand.RouteEstimate;
import org.ulicarro.core.demand.Window;
import org.ulicarro.core.network.Movement;
import org.ulicarro.core.run.Model;

/** Tables of who wants to travel: counts, how they agree between places, flows between ends. */
final class DemandSheets {

    private final Model model;
    private final DemandPlan demand;
    private final String only;

    DemandSheets(Model model, String only) {
        this.model = model;
        demand = model.demand();
        this.only = only;
    }

    /** Each counted movement: vehicles in the period, per hour, and the busiest quarter of an hour. */
    Sheet volumes() {
        Sheet sheet = new Sheet()
                .words("place", "place")
                .words("movement", "movement")
                .words("name", "name")
                .numbers("vehicles", "vehicles", 0)
                .numbers("veh_per_h", "veh/h", 0)
                .numbers("peak_quarter_vehicles", "busiest 15 min", 0)
                .words("peak_quarter", "from")
                .numbers("peak_hour_factor", "peak factor", 2);
        Window window = demand.window();
        for (Movement m : model.network().movements()) {
            if (m.isInner() || !demand.isCounted(m) || only != null && !only.equals(m.place())) {
                continue;
            }
            double vehicles = demand.vehicles(m, window.from(), window.to());
            double most = -1;
            double at = window.from();
            for (double t = window.from(); t + 900 <= window.to() + 1; t += 300) {
                double quarter = demand.vehicles(m, t, t + 900);
                at = quarter > most + 1e-9 ? t : at;
                most = Math.max(most, quarter);
            }
            double hours = (window.to() - window.from()) / 3600;
            boolean shaped = most > 0;
            sheet.add(
                    m.place(),
                    m.id(),
                    m.name(),
                    vehicles,
                    vehicles / hours,
                    most < 0 ? null : most,
                    shaped ? Clock.timeOfDay(at) : "-",
                    shaped ? vehicles / hours / (4 * most) : null);
        }
        return sheet;
    }

    Sheet balance() {
        Sheet sheet = new Sheet()
                .words("from", "from")
                .words("to", "to")
                .words("link", "by")
                .numbers("leaves", "leaves", 0)
                .numbers("counted", "counted", 0)
                .numbers("difference", "difference", 0)
                .numbers("difference_share", "%", 1, 100)
                .numbers("geh", "GEH", 1)
                .words("driveway", "driveway")
                .numbers("absorbed", "absorbs", 0);
        for (Imbalance one : demand.balance()) {
            if (only == null || only.equals(one.from()) || only.equals(one.to())) {
                sheet.add(
                        one.from(),
                        one.to(),
                        one.link(),
                        one.leaves(),
                        one.arrives(),
                        one.difference(),
                        one.share(),
                        one.geh(),
                        one.driveway() == null ? "-" : one.driveway(),
                        one.driveway() == null ? null : one.absorbed());
            }
        }
        return sheet;
    }

    List<String> balanceNotes() {
        List<Imbalance> all = demand.balance();
        if (all.isEmpty()) {
            return List.of("", "No road lies between two counted places.");
        }
        long near = all.stream().filter(i -> i.geh() < 5).count();
        return List.of(
                "",
                String.format(
                        Locale.ROOT,
                        "Vehicles in the period. %d of %d roads have a GEH under 5. Differences are driveways or errors.",
                        near,
                        all.size()),
                "balance: {differences: scaled, trusted: [PLACE]} fits the other places to a trusted one;",
                "differences: absorbed lets driveways take them up: roads to an end, at places without counts.",
                "What is left stays as it is: entries say how many come in, and each place how they turn there.");
    }

    Sheet routes() {
        Sheet sheet = new Sheet()
                .words("from", "from")
                .words("to", "to")
                .numbers("vehicles", "vehicles", 1)
                .numbers("veh_per_h", "veh/h", 1);
        Window window = demand.window();
        double hours = (window.to() - window.from()) / 3600;
        for (RouteEstimate.Pair pair : demand.estimate().pairs()) {
            if (only == null || only.equals(pair.from()) || only.equals(pair.to())) {
                sheet.add(pair.from(), pair.to(), pair.vehicles(), pair.vehicles() / hours);
            }
        }
        return sheet;
    }

    List<String> fitNotes() {
        List<RouteEstimate.Fit> fits = demand.estimate().fits();
        long under1 = fits.stream().filter(f -> f.geh() < 1).count();
        long under5 = fits.stream().filter(f -> f.geh() < 5).count();
        List<String> notes = new ArrayList<>(List.of(
                "",
                String.format(
                        Locale.ROOT,
                        "Most likely flows that fit %d counted movements: GEH under 1 at %d of them, under 5 at %d.",
                        fits.size(),
                        under1,
                        under5)));
        fits.stream()
                .filter(f -> f.geh() >= 1)
                .sorted(java.util.Comparator.comparingDouble(RouteEstimate.Fit::geh)
                        .reversed())
                .limit(10)
                .forEach(f -> notes.add(String.format(
                        Locale.ROOT,
                        "  %-12s %-6s counted %6.0f  estimated %6.0f  GEH %4.1f",
                        f.movement().place(),
                        f.movement().name(),
                        f.counted(),
                        f.estimated(),
                        f.geh())));
        return notes;
    }
}
