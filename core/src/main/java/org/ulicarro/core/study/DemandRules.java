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
            faults.add(StudyFault.GROWTH.at(BASE + "/growth"));
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
            faults.add(StudyFault.PEAK_FACTOR.at(BASE + "/peak/factor"));
        }
        if (peak.quarter() < 1 || peak.quarter() > 4) {
            faults.add(StudyFault.PEAK_QUARTER.at(BASE + "/peak/quarter"));
        }
    }

    private void checkBalance() {
        Balance balance = demand.balance();
        if (!(balance.tolerance() >= 0)) {
            faults.add(StudyFault.TOLERANCE.at(BASE + "/balance/tolerance"));
        }
        boolean scaled = balance.differences() == Balance.Differences.SCALED;
        if (scaled && balance.trusted().isEmpty()) {
            faults.add(StudyFault.TRUSTED_MISSING.at(BASE + "/balance"));
        }
        if (!scaled && !balance.trusted().isEmpty()) {
            faults.add(StudyFault.TRUSTED_UNUSED.at(BASE + "/balance/trusted"));
        }
    }

    private void checkType(String pointer, String type) {
        if (!kinds.has(type)) {
            faults.add(kinds.unknown(pointer + "/type", type));
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
                faults.add(kinds.unknown(at, share.getKey()));
            }
            if (!(share.getValue() >= 0)) {
                faults.add(StudyFault.NEGATIVE_SHARE.at(at));
            }
            sum += share.getValue();
        }
        if (!(sum > 0)) {
            faults.add(StudyFault.MIX_OF_NOTHING.at(pointer));
        }
    }
}
