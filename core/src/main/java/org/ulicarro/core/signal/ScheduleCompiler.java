package org.ulicarro.core.signal;

import java.util.ArrayList;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeMap;
import org.ulicarro.core.base.Clock;
import org.ulicarro.core.base.Fault;
import org.ulicarro.core.study.Day;
import org.ulicarro.core.study.SignalController;
import org.ulicarro.core.study.TimeOfDay;

/** Which plans of a controller run, and when: by the time of day, by the day, or the one of the period all day. */
public final class ScheduleCompiler {

    /** So many days ahead are known, exceptions included. */
    private static final int DAYS = 56;

    private final SignalDraft.When when;
    private final SignalController control;
    private final String pointer;
    private final List<Fault> faults;
    private final List<String> running;
    private final Schedule schedule;

    /** @param pointer of the controller */
    public ScheduleCompiler(SignalDraft draft, SignalController control, String pointer) {
        when = draft.when();
        this.control = control;
        this.pointer = pointer;
        faults = draft.faults();
        running = findRunning();
        schedule = findSchedule();
    }

    /** Plans that run: those of the schedules, or the one of the period. */
    public List<String> running() {
        return running;
    }

    /** When which of them begins. */
    public Schedule schedule() {
        return schedule;
    }

    /** The plan with which the period starts: what is timed, and drawn. */
    public String first() {
        return running.get(schedule.at(Clock.ticks(when.start())));
    }

    private List<String> findRunning() {
        Set<String> known = control.plans().keySet();
        Set<String> plans = new LinkedHashSet<>();
        add(control.schedule(), "/schedule", known, plans);
        control.days().forEach((days, table) -> add(table, Fault.child("/days", days), known, plans));
        if (plans.isEmpty() && chosen(known) != null) {
            return List.of(chosen(known));
        }
        if (known.isEmpty()) {
            faults.add(SignalFault.NO_PLAN.at(pointer, when.period()));
        } else if (plans.isEmpty()) {
            faults.add(SignalFault.NO_PLAN_FOR_PERIOD.at(pointer + "/plans", known.size(), when.period()));
        }
        return List.copyOf(plans);
    }

    private void add(Map<String, String> table, String below, Set<String> known, Set<String> plans) {
        plans.addAll(table.values());
        for (String plan : new LinkedHashSet<>(table.values())) {
            if (!known.contains(plan)) {
                faults.add(Fault.unknown(pointer + below, "plan", plan, known));
            }
        }
    }

    private String chosen(Set<String> plans) {
        if (plans.contains(when.period())) {
            return when.period();
        }
        return plans.size() == 1 ? plans.iterator().next() : null;
    }

    private Schedule findSchedule() {
        List<Schedule.Table> tables = new ArrayList<>();
        List<Map<String, String>> written = new ArrayList<>();
        written.add(control.schedule());
        tables.add(table(control.schedule(), "/schedule"));
        boolean sound = tables.get(0) != null;
        for (Map.Entry<String, Map<String, String>> days : control.days().entrySet()) {
            Schedule.Table table = table(days.getValue(), Fault.child("/days", days.getKey()));
            sound &= table != null && areDays(days.getKey());
            written.add(days.getValue());
            tables.add(table);
        }
        if (!control.days().isEmpty() && control.schedule().isEmpty()) {
            faults.add(SignalFault.DAYS_WITHOUT_SCHEDULE.at(pointer + "/days"));
            return Schedule.ONE;
        }
        if (!sound || control.schedule().isEmpty()) {
            return Schedule.ONE;
        }
        if (!control.days().isEmpty() && when.day() == null) {
            faults.add(SignalFault.NO_DAY.at(pointer + "/days", when.period()));
        }
        if (control.days().isEmpty() || when.day() == null) {
            return new Schedule(tables.subList(0, 1), new int[] {0});
        }
        int[] of = new int[DAYS];
        for (int d = 0; d < DAYS; d++) {
            of[d] = written.indexOf(control.scheduleOn(when.day().later(d)));
        }
        return new Schedule(tables, of);
    }

    private boolean areDays(String words) {
        try {
            SignalController.isOn(Day.parse("mon"), words);
            return true;
        } catch (IllegalArgumentException e) {
            faults.add(SignalFault.NO_DAYS.at(Fault.child(pointer + "/days", words), e.getMessage()));
            return false;
        }
    }

    private Schedule.Table table(Map<String, String> written, String below) {
        TreeMap<Integer, Integer> starts = new TreeMap<>();
        int before = faults.size();
        written.forEach((time, plan) -> {
            try {
                starts.put(Clock.ticks(TimeOfDay.parse(time).seconds()), running.indexOf(plan));
            } catch (IllegalArgumentException e) {
                faults.add(SignalFault.NO_TIME_OF_DAY.at(Fault.child(pointer + below, time), time));
            }
        });
        return faults.size() > before
                ? null
                : new Schedule.Table(
                        starts.keySet().stream().mapToInt(i -> i).toArray(),
                        starts.values().stream().mapToInt(i -> i).toArray());
    }
}
