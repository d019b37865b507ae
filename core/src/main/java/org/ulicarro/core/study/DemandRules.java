package org.ulicarro.core.study;

import java.util.List;
import java.util.Map;
import org.ulicarro.core.base.Fault;

/** What must hold between the values of the demand. */
final class DemandRules {

    private static final String BASE = "/demand";

    private final DemandInput demand;
    private final List<Fault> faults;

    DemandRules(DemandInput demand, List<Fault> faults) {
        this.demand = demand;
        this.faults = faults;
    }

    void check() {
        checkMix(BASE + "/mix", demand.mix());
        demand.entries().forEach((id, entry) -> checkOwn("/entries", id, entry.mix()));
        demand.surges().forEach((id, surge) -> checkOwn("/surges", id, surge.mix()));
        demand.trips().forEach((id, table) -> checkOwn("/trips", id, table.mix()));
        if (!(demand.growth() > -1 && demand.growth() <= 10)) {
            error("/growth", "growth must be above -100 % and at most 1000 %");
        }
        checkPeak();
        checkBalance();
        boolean nobody = demand.volumes().isEmpty()
                && demand.entries().isEmpty()
                && demand.trips().isEmpty()
                && demand.services().isEmpty()
                && demand.departures().isEmpty()
                && demand.surges().isEmpty();
        if (nobody) {
            faults.add(Fault.warning(
                    BASE, "nobody travels: write volumes, entries, trips, services, departures or surges"));
        }
    }

    private void checkPeak() {
        Peak peak = demand.peak();
        if (peak == null) {
            return;
        }
        if (!(peak.factor() >= 0.25 && peak.factor() <= 1)) {
            error(
                    "/peak/factor",
                    "a peak hour factor is 0.25, all in one quarter, to 1, the same in each; 0.92 is common in town");
        }
        if (peak.quarter() < 1 || peak.quarter() > 4) {
            error("/peak/quarter", "an hour has quarters 1 to 4");
        }
    }

    private void checkBalance() {
        Balance balance = demand.balance();
        if (!(balance.tolerance() >= 0)) {
            error("/balance/tolerance", "the tolerance cannot be negative");
        }
        boolean scaled = balance.differences() == Balance.Differences.SCALED;
        if (scaled && balance.trusted().isEmpty()) {
            error("/balance", "say which counts the others are scaled to: trusted: [gate]");
        }
        if (!scaled && !balance.trusted().isEmpty()) {
            error("/balance/trusted", "trusted places count for nothing unless differences are scaled");
        }
    }

    private void checkOwn(String kind, String id, Map<VehicleType, Double> mix) {
        if (!mix.isEmpty()) {
            checkMix(Fault.child(BASE + kind, id) + "/mix", mix);
        }
    }

    private void checkMix(String pointer, Map<VehicleType, Double> mix) {
        double sum = 0;
        for (double share : mix.values()) {
            if (!(share >= 0)) {
                faults.add(Fault.error(pointer, "a share of the vehicle mix is negative"));
            }
            sum += share;
        }
        if (!(sum > 0)) {
            faults.add(Fault.error(pointer, "the shares of the vehicle mix add up to nothing"));
        }
    }

    private void error(String pointer, String message) {
        faults.add(Fault.error(BASE + pointer, message));
    }
}
