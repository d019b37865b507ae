package org.ulicarro.core.study;

import java.util.List;
import java.util.Map;
import org.ulicarro.core.base.Dimension;

/** The signal control of one place: each kind has what it needs, and nothing else. */
@ChosenBy(
        value = "kind",
        words = SignalController.Kind.class,
        about =
                "fixed is a plan by the clock, actuated phases in rings by who comes, stages a script, meter lets vehicles go one by one, external asks another program.")
public sealed interface SignalController
        permits FixedControl, ActuatedControl, StageControl, MeterControl, ExternalControl {

    /** What decides. Java 17 cannot switch over records yet: a switch over these is what the compiler checks. */
    enum Kind implements ChosenBy.Words {
        FIXED(FixedControl.class),
        ACTUATED(ActuatedControl.class),
        STAGES(StageControl.class),
        METER(MeterControl.class),
        EXTERNAL(ExternalControl.class);

        private final Class<? extends Record> record;

        Kind(Class<? extends Record> record) {
            this.record = record;
        }

        @Override
        public Class<? extends Record> record() {
            return record;
        }
    }

    Kind kind();

    /** Signal plans by id; none where control keeps no plans. */
    default Map<String, ? extends SignalPlan<?>> plans() {
        return Map.of();
    }

    /** Plans by the time of day at which they begin; none where the name of the period chooses. */
    default Map<String, String> schedule() {
        return Map.of();
    }

    /** Plans of days that are not like the others, by what these are called: {@code sat sun}, {@code mon-thu}, {@code 2027-12-24}. */
    default Map<String, Map<String, String>> days() {
        return Map.of();
    }

    /**
     * Plans of one day by the time at which they begin: those of its date, else of its day of the week, else of all other days.
     *
     * @param day null for one of the other days
     */
    default Map<String, String> scheduleOn(Day day) {
        for (boolean byDate : new boolean[] {true, false}) {
            for (Map.Entry<String, Map<String, String>> some : days().entrySet()) {
                if (day != null && day.isAmong(some.getKey(), byDate)) {
                    return some.getValue();
                }
            }
        }
        return schedule();
    }

    /**
     * Whether some days, as {@link #days} names them, are those of a day.
     *
     * @throws IllegalArgumentException when one of them is no day
     */
    static boolean isOn(Day day, String words) {
        return day.isAmong(words, true) || day.isAmong(words, false);
    }

    /** A plan with everything that it takes from others filled in; null where there is no such plan. */
    default SignalPlan<?> whole(String plan) {
        return null;
    }

    /**
     * A group as it is written.
     *
     * @param pointer where it stands, below its controller
     * @param id its own, or that of its phase
     * @param group what it serves, and its times
     */
    record WrittenGroup(String pointer, String id, Group group) {}

    /** Groups whose times are written, for vehicles and for people; none where vehicles go one by one. */
    default List<WrittenGroup> writtenGroups() {
        return List.of();
    }

    /** Those of a table of groups. */
    static List<WrittenGroup> written(Map<String, Group> groups) {
        return groups.entrySet().stream()
                .map(e -> new WrittenGroup("/groups/" + e.getKey(), e.getKey(), e.getValue()))
                .toList();
    }

    /** When signals flash instead, and how; null for never. */
    default FlashInput flash() {
        return null;
    }

    /** Clearances that are given; null where they follow from yellow and red. */
    ClearanceInput clearance();

    /** The same with other clearances. */
    SignalController withClearance(ClearanceInput given);

    /**
     * How a plan gets into step.
     *
     * @param way what is changed
     * @param most by which share of the cycle, at most
     */
    public record TransitionInput(
            @Required @About("dwell holds the coordinated green, short-way and add-only change whole cycles.")
            Way way,

            @Usual("17 %") @Unit(Dimension.SHARE) @About("By which share a cycle changes, at most.")
            double most) {

        public enum Way {
            DWELL,
            SHORT_WAY,
            ADD_ONLY
        }
    }

    /**
     * Movements, or people on a crossing, that always see the same display.
     *
     * @param serves movements with green when the group has green
     * @param yields those of them that go in gaps while a conflicting movement has green too
     * @param byRight those of them that turn by right: nobody walks meanwhile on the crossing that they turn over
     * @param crosses crossings of its legs whose people it lets go, by road; with a refuge also one half, {@code pier.near}
     * @param walk shortest walk (s)
     * @param clear how long people have to finish after walk (s)
     * @param yellow how long yellow lasts after green (s)
     * @param red how long all others wait after that (s)
     * @param minGreen shortest green (s)
     */
    public record Group(
            @About("Movements served, such as [EBT, EBR, EBL] or [quay-1>mill].")
            List<String> serves,

            @About("Those of them that go in gaps (permissive).")
            List<String> yields,

            @Key("protected")
            @About("Turns that go by right: nobody may walk meanwhile on the crossing that they turn over, [NBR].")
            List<String> byRight,

            @About("People let go instead: crossings of the legs of its place, by road, [pier].")
            List<String> crosses,

            @Usual("5 s") @Unit(Dimension.TIME) @About("People: shortest walk.")
            double walk,

            @Unit(Dimension.TIME)
            @About("People: time to finish after walk; for the whole crossing at 1.2 m/s where none is written.")
            Double clear,

            @Usual("3 s") @Unit(Dimension.TIME) @About("Yellow after green.")
            double yellow,

            @Usual("2 s") @Unit(Dimension.TIME) @About("All-red after yellow.")
            double red,

            @Usual("5 s") @Unit(Dimension.TIME) @About("Shortest green.")
            double minGreen) {

        public Group {
            serves = serves == null ? List.of() : List.copyOf(serves);
            yields = yields == null ? List.of() : List.copyOf(yields);
            byRight = byRight == null ? List.of() : List.copyOf(byRight);
            crosses = crosses == null ? List.of() : List.copyOf(crosses);
        }

        /** A group for vehicles. */
        public static Group of(List<String> serves, List<String> yields, double yellow, double red, double minGreen) {
            return new Group(serves, yields, null, null, 5, null, yellow, red, minGreen);
        }

        /** Whether it is people whom it lets go. */
        public boolean forPeople() {
            return !crosses.isEmpty();
        }
    }
}
