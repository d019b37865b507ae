package org.ulicarro.core.study;

import java.util.List;
import org.ulicarro.core.base.Clock;
import org.ulicarro.core.base.Fault;
import org.ulicarro.core.base.Names;

/** What must hold between the values of a study, beyond the form of each. Finds all faults, not only the first. */
public final class StudyRules {

    private static final double DAY = 86_400; // s

    private final Study study;
    private final List<Fault> faults;

    private StudyRules(Study study, List<Fault> faults) {
        this.study = study;
        this.faults = faults;
    }

    public static void check(Study study, List<Fault> faults) {
        StudyRules rules = new StudyRules(study, faults);
        rules.checkRun();
        study.periods().forEach(rules::checkPeriod);
        new DemandRules(study, faults).check();
        new NetworkRules(study, faults).check();
        NotHeeded.warn(study, faults);
        new Unlikely(study, faults).warn();
        study.drivers().allRoads().check("/drivers/all-roads", faults);
        study.signals().keySet().forEach(rules::checkController);
        study.aims().forEach(rules::checkAim);
    }

    private void checkRun() {
        double ticks = study.step() * Clock.TICKS_PER_SECOND;
        if (!(study.step() >= 0.1 && study.step() <= 1.0) || Math.abs(ticks - StrictMath.rint(ticks)) > 1e-9) {
            faults.add(StudyFault.STEP_BOUNDS.at("/step"));
        } else if (study.step() > 0.5) {
            faults.add(StudyFault.STEP_LONG.at("/step"));
        }
        if (study.replications() < 1 || study.replications() > 10_000) {
            faults.add(StudyFault.REPLICATIONS.at("/replications"));
        }
        if (study.periods().isEmpty()) {
            faults.add(StudyFault.NO_PERIOD.at("/periods"));
        }
    }

    private void checkPeriod(String id, Period period) {
        String pointer = Fault.child("/periods", id);
        if (!(period.to() > period.from())) {
            double nextDay = period.to() + DAY;
            faults.add(StudyFault.PERIOD_BACKWARDS.at(
                    pointer + "/to",
                    id,
                    Clock.timeOfDay(period.to()),
                    Clock.timeOfDay(period.from()),
                    nextDay - period.from() < DAY / 2
                            ? "; past midnight the hours go on: " + Clock.timeOfDay(nextDay)
                            : ""));
        }
        if (period.day() != null && !period.day().exists()) {
            faults.add(StudyFault.NO_SUCH_DATE.at(pointer + "/day"));
        }
        if (period.warmUp().length() < 0 || period.warmUp().length() > period.from()) {
            faults.add(StudyFault.WARM_UP_BOUNDS.at(pointer + "/warm-up"));
        }
        if (period.drain() < 0 || period.drain() > 4 * 3600) {
            faults.add(StudyFault.DRAIN_BOUNDS.at(pointer + "/drain"));
        }
    }

    private void checkAim(String id, AimInput aim) {
        if (!aim.isSound()) {
            faults.add(StudyFault.AIM_BELOW_NOTHING.at(Fault.child("/aims", id), id));
        } else if (!aim.wantsSomething()) {
            faults.add(StudyFault.AIM_EMPTY.at(Fault.child("/aims", id), id));
        }
    }

    private void checkController(String id) {
        Place place = study.network().places().get(id);
        String pointer = Fault.child("/signals", id);
        if (place == null) {
            faults.add(StudyFault.CONTROL_OF_NO_PLACE.at(
                    pointer, id, Names.suggestion(id, study.network().places().keySet())));
        } else if (place.control() != Place.Control.SIGNAL) {
            faults.add(StudyFault.CONTROL_WITHOUT_SIGNAL.at(pointer, id));
        }
    }
}
