package org.ulicarro.core.signal;

import java.util.List;
import org.ulicarro.core.base.Fault;
import org.ulicarro.core.base.Wording;

/** What can be wrong with signals, or should be known of them. The words of each stand here and nowhere else. */
public enum SignalFault implements Fault.Kind {
    PAIR_UNREADABLE(Fault.Severity.ERROR, "'%s' is no pair of groups such as NB>EB"),
    PEOPLE_AND_VEHICLES(
            Fault.Severity.ERROR, "a group lets either vehicles or people go; give the people a group of their own"),
    NO_CROSSING(Fault.Severity.ERROR, "'%s' has no crossing of '%s'.%s"),
    CROSSING_TAKEN(Fault.Severity.ERROR, "another group lets people over '%s' already"),
    GROUP_SERVES_NOBODY(Fault.Severity.ERROR, "group '%s' serves nobody; give it serves: [EBT, …] or crosses: [road]"),
    LEG_STOPS(Fault.Severity.ERROR, "%s comes from a leg that stops ('minor' at the place), so it has no signal"),
    SERVED_TWICE(Fault.Severity.ERROR, "movement %s is served by group '%s' already"),
    YIELDS_UNSERVED(Fault.Severity.ERROR, "movement %s is not served by group '%s'"),
    PROTECTED_UNSERVED(
            Fault.Severity.ERROR, "group '%2$s' does not serve %1$s by right, so it cannot be protected there"),
    NOTHING_TO_FLASH(Fault.Severity.ERROR, "there is no group of vehicles '%s' that could flash yellow.%s"),
    FLASH_CONFLICT(
            Fault.Severity.ERROR,
            "'%s' and '%s' cannot both flash yellow: %s and %s may never go together; let one of them flash red"),
    FLASH_RED(Fault.Severity.ERROR, "all show red for 0 s to 60 s before control begins again"),
    CLEARANCE_BOUNDS(Fault.Severity.ERROR, "yellow must be 0 s to 10 s and red 0 s to 30 s"),
    MOVEMENT_UNSERVED(
            Fault.Severity.ERROR,
            "no group serves %s (%s), which has a lane; add it to a group's 'serves' or take its arrow off the road"),
    SHARED_LANE(
            Fault.Severity.ERROR,
            "%s shares a lane with %s but has another group: each would stand in the other's green. Give it a lane of its own, or one group with 'yields: [%s]'"),
    NO_PLAN(
            Fault.Severity.ERROR,
            "there is no plan; write plans: {%s: {…}}, like the period, with its cycle and greens or rings"),
    NO_PLAN_FOR_PERIOD(
            Fault.Severity.ERROR,
            "there are %s plans, but none is called '%s' like the period, and no schedule; name one so, or write schedule: {06:00: …}"),
    NO_TIME_OF_DAY(Fault.Severity.ERROR, "'%s' is no time of day such as 06:30"),
    DAYS_WITHOUT_SCHEDULE(
            Fault.Severity.ERROR, "days with plans of their own need a schedule for all others: schedule: {06:00: …}"),
    NO_DAYS(Fault.Severity.ERROR, "'%s' is no day; write for example sat sun, mon-thu or 2027-12-24"),
    NO_DAY(
            Fault.Severity.WARNING,
            "period '%s' says no day, so the schedule of all other days runs; give it one: day: tue"),
    EXTERNAL_INCOMPLETE(
            Fault.Severity.ERROR,
            "external control needs groups: {EB: {serves: [EBT, …]}, …}, external: {fallback: pm} and that plan"),
    ASKING_BOUNDS(Fault.Severity.ERROR, "it is asked every 0.1 s to 60 s"),
    ANSWER_BOUNDS(Fault.Severity.ERROR, "an answer may take up to 10 min"),
    NO_FALLBACK(Fault.Severity.ERROR, "there is no plan '%s' to fall back on.%s"),
    NEVER_GREEN(Fault.Severity.ERROR, "group '%s' never gets green in plan '%s'"),
    GREEN_OUTSIDE_CYCLE(Fault.Severity.ERROR, "green %s lies outside the cycle of %s s"),
    WALK_TOO_SHORT(Fault.Severity.ERROR, "walk %s of group '%s' lasts %s s, its shortest walk is %s s"),
    GREEN_TOO_SHORT(Fault.Severity.ERROR, "green %s of group '%s' lasts %s s, its min-green is %s s: %s s are missing"),
    GREENS_OVERLAP(Fault.Severity.ERROR, "greens %s and %s of group '%s' overlap"),
    GROUP_CROSSES_ITSELF(
            Fault.Severity.ERROR,
            "group '%s' serves %s, whose paths cross; let one of them yield or give it a group of its own"),
    CONFLICTING_GREENS(
            Fault.Severity.ERROR, "groups '%s' and '%s' have green together for %s s, but %s may never go together"),
    FIXED_WITHOUT_GROUPS(Fault.Severity.ERROR, "a fixed controller needs groups: {EB: {serves: [EBT, …]}, …}"),
    CYCLE_BOUNDS(Fault.Severity.ERROR, "plan '%s' needs a cycle of 10 s to 600 s"),
    METER_INCOMPLETE(Fault.Severity.ERROR, "a meter needs meter: {rate: 600 veh/h}, or rates by time, or feedback"),
    METER_PLACE(
            Fault.Severity.ERROR, "a meter stands where one road goes on as another, one way; '%s' has %s movements"),
    METER_RATES(Fault.Severity.ERROR, "give one of rate, rates and feedback; %s written"),
    METER_LIMITS(Fault.Severity.ERROR, "limits are two rates, the least first: [240 veh/h, 900 veh/h]"),
    METER_PER_GREEN(Fault.Severity.ERROR, "one green is for 1 to 9 vehicles"),
    METER_TIMES(Fault.Severity.ERROR, "it ends metering before it begins"),
    METER_RATE_BOUNDS(Fault.Severity.ERROR, "a meter with %s lets go more than 0 and at most %s veh/h"),
    ACTUATED_WITHOUT_PHASES(Fault.Severity.ERROR, "an actuated controller needs phases: {2: {serves: [EBT, …]}, …}"),
    PHASE_SERVES_NOBODY(Fault.Severity.ERROR, "phase '%s' serves nobody; give it serves: [EBT, …] or crosses: [road]"),
    PHASE_GREENS(Fault.Severity.ERROR, "phase '%s' needs a min-green of at least 1 s and a max-green not below it"),
    PHASE_TIMES(Fault.Severity.ERROR, "times of phase '%s' cannot be negative"),
    WALK_LEAD(Fault.Severity.ERROR, "people lead by more than their walk; make the walk longer, or the lead shorter"),
    PHASE_WITHOUT_PEOPLE(Fault.Severity.ERROR, "phase '%s' lets no people go; give it crosses: [road]"),
    CONFLICTING_PHASES(
            Fault.Severity.ERROR,
            "phases '%s' and '%s' may have green together, but %s and %s conflict; put a barrier between them, or let one of them yield"),
    OVERLAP_NAME(Fault.Severity.ERROR, "'%s' is a phase already; overlaps have letters"),
    OVERLAP_WITHOUT_PHASE(Fault.Severity.ERROR, "overlap '%s' has green with no phase: while: [4, 5]"),
    DETECTOR_NOT_ASKED(Fault.Severity.ERROR, "this controller asks no detector '%s'.%s"),
    MAX_BELOW_MIN(Fault.Severity.ERROR, "phase '%s' has a min-green longer than this"),
    NO_SECOND_MAX(Fault.Severity.ERROR, "phase '%s' has no max-green-2"),
    DYNAMIC_MAX(Fault.Severity.ERROR, "the longest green goes to at least min-green, by steps of 0.1 s or more"),
    CLEAR_INTO_YELLOW(
            Fault.Severity.ERROR,
            "people have %.1f s to finish, and yellow and red of phase '%s' take %.1f s: no more than both can run together"),
    ADAPT_BOUNDS(Fault.Severity.ERROR, "splits change by 0.1 s or more at a time, every 1 to 100 cycles"),
    QUEUE_LIMIT(Fault.Severity.ERROR, "a queue is let go for at least 1 s"),
    NO_RINGS(Fault.Severity.ERROR, "say in which order the phases go: rings: [\"1 2 | 3 4\", \"5 6 | 7 8\"]"),
    BARRIERS_DIFFER(
            Fault.Severity.ERROR,
            "this ring has %s barriers ('|'), the first one %s; write '-' where it rests: [\"1 2 | 4\", \"6 | -\"]"),
    PHASE_IN_NO_RING(Fault.Severity.ERROR, "phase '%s' stands in no ring, so it would never get green"),
    PHASE_TWICE(
            Fault.Severity.ERROR,
            "phase '%s' stands in the rings twice; it runs in one of them, while another rests ('-'): [\"1 2 | 4\", \"6 | -\"]"),
    COORDINATED_CYCLE(Fault.Severity.ERROR, "a coordinated plan needs a cycle of 10 s to 600 s; or write free: true"),
    NO_COORDINATED(Fault.Severity.ERROR, "say which phases come round with the cycle: coordinated: [2, 6]"),
    NO_SPLIT(Fault.Severity.ERROR, "phase '%s' has no split"),
    OMITS_COORDINATED(Fault.Severity.ERROR, "phase '%s' comes round with the cycle, so it cannot be omitted"),
    OMITS_THE_ONLY_ONE(
            Fault.Severity.ERROR, "nobody else serves %2$s, which would never get green without phase '%1$s'"),
    SPLIT_TOO_SHORT(
            Fault.Severity.ERROR,
            "a split of %.1f s leaves phase '%s' %.1f s of green, but %s takes %.1f s: %.1f s are missing"),
    RINGS_DIFFER(
            Fault.Severity.ERROR,
            "rings differ by %.1f s in group %d between barriers: ring 1 has %.1f s, ring %d %.1f s"),
    SPLITS_AND_CYCLE(Fault.Severity.ERROR, "the splits of a ring are %.1f s together, the cycle is %.1f s: %.1f s %s"),
    COORDINATED_BARRIERS(Fault.Severity.ERROR, "coordinated phases must lie between the same two barriers"),
    COORDINATED_TWICE(Fault.Severity.ERROR, "a ring can have one coordinated phase only"),
    LEFT_TURN_TRAP(
            Fault.Severity.WARNING,
            "phase '%s' follows '%s' before the barrier: turns that go in gaps during '%s' lose their green while the opposing phase keeps it (left-turn trap); let '%s' lead, or give these turns only their own phase"),
    PREEMPTION_TIMES(Fault.Severity.ERROR, "times of pre-emption '%s' cannot be negative"),
    PREEMPTION_APART(
            Fault.Severity.ERROR,
            "pre-emption '%s' wants phases '%s' and '%s' together, but they are in one ring or on two sides of a barrier"),
    DESIGN_VALUE(Fault.Severity.ERROR, "a design value cannot be so small"),
    SHORT_YELLOW(
            Fault.Severity.WARNING,
            "yellow of %.1f s is short for '%s': %.1f s would do for %s at %.0f km/h (ITE 2020, braking with %.2f m/s2); 'design' in study.yaml sets the rule"),
    SHORT_RED(
            Fault.Severity.WARNING,
            "red of %.1f s after yellow is short for '%s': %.1f s would let %s clear (ITE 2020)"),
    SHORT_WALK(Fault.Severity.WARNING, "walk of %.1f s is short for '%s': %.1f s let people set off"),
    SHORT_CLEARANCE(
            Fault.Severity.WARNING,
            "%.1f s to finish are short for '%s': %.1f m at %.2f m/s, less a buffer of %.1f s, take %.1f s"),
    SHORT_BUFFER(
            Fault.Severity.WARNING,
            "people beside '%s' have finished only %.1f s before others may begin, the rule wants %.1f s: %.1f s may run in yellow and red"),
    GREENS_NEAR(
            Fault.Severity.WARNING,
            "greens %s and %s of group '%s' are %s s apart, but its yellow and red take %s s: join them, or leave more between"),
    OFFSET_BEYOND_CYCLE(
            Fault.Severity.WARNING, "an offset of %s s lies beyond the cycle: it is the same as %s s of %s s"),
    STAGES_INCOMPLETE(
            Fault.Severity.ERROR, "a controller by stages needs groups: {EB: {serves: [EBT, …]}, …} and a script");

    private final Fault.Severity severity;
    private final String words;

    SignalFault(Fault.Severity severity, String words) {
        this.severity = severity;
        this.words = words;
    }

    /** One of these at a place of the study, with values in the order of its words. */
    public Fault at(String pointer, Object... values) {
        return new Fault(severity, pointer, this, List.of(values));
    }

    @Override
    public String words(List<Object> values, Wording wording) {
        return wording.of(words, values);
    }
}
