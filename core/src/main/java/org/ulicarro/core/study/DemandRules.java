package org.ulicarro.core.study;

import java.util.List;
import java.util.Map;
import org.ulicarro.core.base.Fault;

/** What must hold between the values of the demand. */
final class DemandRules {

    private static final String BASE = "/demand";

    private final DemandInput demand;
    private final Kinds kinds;
    private final List<Fault> faults;

    DemandRules(Study study, List<Fault> faults) {
        demand = study.demand();
        kinds = Kinds.of(study);
        this.faults = faults;
    }

    void check() {
        Kinds.check(demand.types(), faults);
        checkMix(BASE + "/mix", demand.mix());
        demand.services().forEach((id, line) -> checkType(Fault.child(BASE + "/services", id), line.type()));
        demand.departures().forEach((id, one) -> checkType(Fault.child(BASE + "/departures", id), one.type()));
        demand.entries().forEach((id, entry) -> checkOwn("/entries", id, entry.mix()));
        demand.surges().forEach((id, surge) -> checkOwn("/surges", id, surge.mix()));
        demand.trips().forEach((id, table) -> checkOwn("/trips", id, table.mix()));
        if (!(demand.growth() > -1 && demand.growth() <= 10)) {
            error("/growth", "growth must be above -100 % and at most 1000 %");
        }
        checkPeak();
        checkBalance();
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

    private void checkType(String pointer, String type) {
        if (!kinds.has(type)) {
            faults.add(Fault.error(pointer + "/type", kinds.unknown(type)));
        }
    }

    private void checkOwn(String kind, String id, Map<String, Double> mix) {
        if (!mix.isEmpty()) {
            checkMix(Fault.child(BASE + kind, id) + "/mix", mix);
        }
    }

    private void checkMix(String pointer, Map<String, Double> mix) {
        double sum = 0;
        for (Map.Entry<String, Double> share : mix.entrySet()) {
            String at = Fault.child(pointer, share.getKey());
            if (!kinds.has(share.getKey())) {
                faults.add(Fault.error(at, kinds.unknown(share.getKey())));
            }
            if (!(share.getValue() >= 0)) {
                faults.add(Fault.error(at, "a share of the vehicle mix is negative"));
            }
            sum += share.getValue();
        }
        if (!(sum > 0)) {
            faults.add(Fault.error(pointer, "the shares of the vehicle mix add up to nothing"));
        }
    }

    private void error(String pointer, String message) {
        faults.add(Fault.error(BASE + pointer, message));
    }
}
