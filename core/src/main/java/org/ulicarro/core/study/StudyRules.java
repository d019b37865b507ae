package org.ulicarro.core.study;

import java.util.List;
import java.util.Map;
import org.ulicarro.core.base.Clock;
import org.ulicarro.core.base.Fault;
import org.ulicarro.core.base.Names;

/** What must hold between the values of a study, beyond the form of each. Finds all faults, not only the first. */
public final class StudyRules {

    private static final int MOST_LANES = 8;

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
        rules.checkMix();
        study.network().roads().forEach(rules::checkRoad);
        study.network().places().forEach(rules::checkPlace);
        study.signals().keySet().forEach(rules::checkController);
        rules.warnOfSeveralJunctions();
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

    private void checkMix() {
        double sum = 0;
        for (Map.Entry<VehicleType, Double> share : study.demand().mix().entrySet()) {
            if (!(share.getValue() >= 0)) {
                error("/demand/mix", "a share of the vehicle mix is negative");
            }
            sum += share.getValue();
        }
        if (!(sum > 0)) {
            error("/demand/mix", "the shares of the vehicle mix add up to nothing");
        }
    }

    private void checkRoad(String id, Road road) {
        String pointer = Fault.child("/network/roads", id);
        for (int end = 0; end < 2; end++) {
            String place = road.between().get(end);
            if (!study.network().places().containsKey(place)) {
                error(
                        pointer + "/between/" + end,
                        "road '" + id + "' " + (end == 0 ? "starts" : "ends") + " at '" + place
                                + "', which is no place."
                                + Names.suggestion(
                                        place, study.network().places().keySet()));
            }
        }
        if (road.from().equals(road.to())) {
            error(pointer + "/between", "road '" + id + "' leads from '" + road.from() + "' to itself");
        } else if (samePoint(road)) {
            error(pointer + "/between", "road '" + id + "' has no length: its two places are at the same point");
        }
        if (road.ahead() == null && road.back() == null) {
            error(pointer, "road '" + id + "' has lanes in neither direction; write ahead: {lanes: 1}");
        }
        if (!(road.speed() >= 1 && road.speed() <= 70)) {
            error(pointer + "/speed", "a speed limit must be between 4 km/h and 250 km/h");
        }
        checkDirection(pointer + "/ahead", road.ahead());
        checkDirection(pointer + "/back", road.back());
    }

    /** Said plainly, since such a study runs and its figures look like any others. */
    private void warnOfSeveralJunctions() {
        long junctions = study.network().places().values().stream()
                .filter(place -> place.control() == Place.Control.SIGNAL)
                .count();
        if (junctions > 1) {
            warn(
                    "/network/places",
                    junctions
                            + " junctions: between junctions drivers do not make room for lane changes yet, so some are caught"
                            + " in a wrong lane and block it; trust no figure of such a study");
        }
    }

    private boolean samePoint(Road road) {
        Place from = study.network().places().get(road.from());
        Place to = study.network().places().get(road.to());
        return from != null && to != null && road.via().isEmpty() && from.at().equals(to.at());
    }

    private void checkDirection(String pointer, Direction direction) {
        if (direction == null) {
            return;
        }
        if (direction.lanes() < 1 || direction.lanesAtEnd() > MOST_LANES) {
            error(pointer + "/lanes", "lanes must be 1 to " + MOST_LANES + ", bays included");
        }
        if (!(direction.width() >= 2 && direction.width() <= 6)) {
            error(pointer + "/width", "a lane's width must be 2 m to 6 m");
        }
        checkBays(pointer + "/bays/left", direction.bays().left());
        checkBays(pointer + "/bays/right", direction.bays().right());
        int turns = direction.turns().size();
        if (turns > 0 && turns != direction.lanesAtEnd()) {
            error(
                    pointer + "/turns",
                    turns + " arrows for " + direction.lanesAtEnd()
                            + " lanes (bays included); give one for each lane from" + " the left");
        }
    }

    private void checkBays(String pointer, List<Direction.Bay> bays) {
        for (int i = 0; i < bays.size(); i++) {
            if (!(bays.get(i).fullWidth() >= 5) || !(bays.get(i).taper() >= 1)) {
                error(pointer + "/" + i, "a bay needs at least 5 m of full width and 1 m of taper");
            }
        }
    }

    private void checkPlace(String id, Place place) {
        String pointer = Fault.child("/network/places", id);
        long roads = study.network().roads().values().stream()
                .filter(road -> road.between().contains(id))
                .count();
        if (roads == 0) {
            warn(pointer, "no road leads to place '" + id + "'; nothing happens there");
        }
        if (place.control() == Place.Control.NONE && roads > 2) {
            error(pointer, roads + " roads meet at '" + id + "', but it has no control; write control: signal");
        }
        if (place.control() == Place.Control.SIGNAL && !study.signals().containsKey(id)) {
            error(pointer + "/control", "place '" + id + "' has a signal, but 'signals' has no controller for it");
        }
        place.legs().forEach((road, name) -> {
            Road leg = study.network().roads().get(road);
            if (leg != null && !study.network().places().keySet().containsAll(leg.between())) {
                return; // said at the road: it ends nowhere
            }
            if (leg == null || !leg.between().contains(id)) {
                List<String> known = study.network().roads().entrySet().stream()
                        .filter(e -> e.getValue().between().contains(id))
                        .map(Map.Entry::getKey)
                        .toList();
                error(
                        Fault.child(pointer + "/legs", road),
                        "'" + road + "' is no road at place '" + id + "'." + Names.suggestion(road, known));
            }
        });
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
