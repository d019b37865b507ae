package org.ulicarro.core.study;

import java.util.List;
import java.util.Map;
import java.util.Set;
import org.ulicarro.core.base.Fault;

/** What must hold between the values of the demand. */
final class DemandRules {

    private static final String BASE = "/demand";

    private final DemandInput demand;
    private final Kinds kinds;
    private final Set<String> roads;
    private final List<Fault> faults;

    DemandRules(Study study, List<Fault> faults) {
        demand = study.demand();
        kinds = Kinds.of(study);
        roads = study.network().roads().keySet();
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
        InformedInput informed = demand.informed();
        if (informed != null
                && !(informed.share() >= 0
                        && informed.share() <= 1
                        && informed.every() >= 30
                        && informed.gain() >= 0)) {
            faults.add(StudyFault.INFORMED_BOUNDS.at(BASE + "/informed"));
        }
        checkChoice(BASE + "/choice", demand.choice());
    }

    private void checkChoice(String at, ChoiceInput choice) {
        checkTaste(at, choice.distance(), choice.toll(), choice.spread(), choice.avoid());
        choice.types()
                .forEach((type, taste) -> checkTaste(
                        Fault.child(at + "/types", Written.of(type)),
                        taste.distance(),
                        taste.toll(),
                        taste.spread(),
                        taste.avoid()));
        if (!(choice.slice() >= 300 && choice.slice() <= 3600)) {
            faults.add(StudyFault.CHOICE_SLICE.at(at + "/slice"));
        }
        if (choice.paths() < 2 || choice.paths() > 50) {
            faults.add(StudyFault.CHOICE_PATHS.at(at + "/paths"));
        }
        SettledInput until = choice.until();
        boolean sound = until.inARow() >= 1
                && until.inARow() <= 20
                && (until.gap() == null || until.gap() > 0)
                && isSound(until.pathTime())
                && isSound(until.linkTime())
                && (until.linkVolume() == null
                        || until.linkVolume().within() > 0
                                && until.linkVolume().on() > 0
                                && until.linkVolume().on() <= 1);
        if (!sound) {
            faults.add(StudyFault.CHOICE_UNTIL.at(at + "/until"));
        }
    }

    private static boolean isSound(SettledInput.TimeLimit limit) {
        return limit == null || limit.within() > 0 && limit.on() > 0 && limit.on() <= 1;
    }

    private void checkTaste(String at, Double distance, Double toll, Double spread, Map<String, Double> avoid) {
        if (distance != null && !(distance >= 0)) {
            faults.add(StudyFault.CHOICE_NEGATIVE.at(at + "/distance"));
        }
        if (toll != null && !(toll >= 0)) {
            faults.add(StudyFault.CHOICE_NEGATIVE.at(at + "/toll"));
        }
        if (spread != null && !(spread >= 0 && spread <= 1)) {
            faults.add(StudyFault.CHOICE_SPREAD.at(at + "/spread"));
        }
        avoid.forEach((road, seconds) -> {
            String pointer = Fault.child(at + "/avoid", road);
            if (!(seconds >= 0)) {
                faults.add(StudyFault.CHOICE_NEGATIVE.at(pointer));
            }
            if (!roads.contains(road)) {
                faults.add(Fault.unknown(pointer, "road", road, roads));
            }
        });
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
