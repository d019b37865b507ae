package org.ulicarro.core.study;

import java.util.List;
import org.ulicarro.core.base.Clock;
import org.ulicarro.core.base.Fault;
import org.ulicarro.core.base.Names;

/** What must hold between the values of a study, beyond the form of each. Finds all faults, not only the first. */
public final class StudyRules {

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
    }

    private void checkRun() {
        double ticks = study.step() * Clock.TICKS_PER_SECOND;
        if (!(study.step() >= 0.1 && study.step() <= 1.0) || Math.abs(ticks - StrictMath.rint(ticks)) > 1e-9) {
            error("/step", "the step must be 0.1 s to 1 s and a multiple of 0.1 s");
        } else if (study.step() > 0.5) {
            warn(
                    "/step",
                    "a step above 0.5 s makes drivers react late: queues discharge slower than measured in the field");
        }
        if (study.replications() < 1 || study.replications() > 10_000) {
            error("/replications", "replications must be 1 to 10000");
        }
        if (study.periods().isEmpty()) {
            error("/periods", "a study needs at least one period, such as pm: {from: \"16:30\", to: \"17:30\"}");
        }
    }

    private void checkPeriod(String id, Period period) {
        String pointer = Fault.child("/periods", id);
        if (!(period.to() > period.from())) {
            error(
                    pointer + "/to",
                    "period '" + id + "' ends at " + Clock.timeOfDay(period.to()) + ", not after its start at "
                            + Clock.timeOfDay(period.from()));
        }
        if (period.warmUp().length() < 0 || period.warmUp().length() > period.from()) {
            error(pointer + "/warm-up", "the warm-up must not be negative nor begin before midnight");
        }
        if (period.drain() < 0 || period.drain() > 4 * 3600) {
            error(pointer + "/drain", "the drain time must be 0 min to 4 h");
        }
    }

    private void checkController(String id) {
        Place place = study.network().places().get(id);
        String pointer = Fault.child("/signals", id);
        if (place == null) {
            error(
                    pointer,
                    "there is no place '" + id + "' for this controller."
                            + Names.suggestion(id, study.network().places().keySet()));
        } else if (place.control() != Place.Control.SIGNAL) {
            error(pointer, "place '" + id + "' has no signal; write control: signal at the place");
        }
    }

    private void error(String pointer, String message) {
        faults.add(Fault.error(pointer, message));
    }

    private void warn(String pointer, String message) {
        faults.add(Fault.warning(pointer, message));
    }
}
