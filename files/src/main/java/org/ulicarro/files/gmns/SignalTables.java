package org.ulicarro.files.gmns;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import org.ulicarro.core.network.Movement;
import org.ulicarro.core.run.Model;
import org.ulicarro.core.study.ActuatedControl;
import org.ulicarro.core.study.CycleRange;
import org.ulicarro.core.study.FixedControl;
import org.ulicarro.core.study.PhaseInput;
import org.ulicarro.core.study.SignalController.Group;

/** Controllers as tables. A fixed plan becomes phases whose least and longest green are the same, in the rings that its greens need. */
final class SignalTables {

    private final Model model;
    private final Tables tables;
    private final Set<String> unsaid;

    SignalTables(Model model, Tables tables, Set<String> unsaid) {
        this.model = model;
        this.tables = tables;
        this.unsaid = unsaid;
    }

    void add() {
        model.study().signals().forEach((place, controller) -> {
            switch (controller.kind()) {
                case FIXED -> fixed(place, (FixedControl) controller);
                case ACTUATED -> actuated(place, (ActuatedControl) controller);
                case STAGES, METER, EXTERNAL -> unsaid.add("controllers by a script, meters, external control");
            }
        });
    }

    private void fixed(String place, FixedControl controller) {
        tables.add("signal_controller", place);
        Map<String, Integer> numbers = new LinkedHashMap<>();
        controller.groups().keySet().forEach(id -> numbers.put(id, numbers.size() + 1));
        controller.plans().keySet().forEach(id -> {
            FixedControl.Plan plan = controller.whole(id);
            String key = place + " " + id;
            tables.add("signal_timing_plan", key, place, plan.cycle());
            tables.add(
                    "signal_coordination",
                    key,
                    key,
                    place,
                    1,
                    "begin_of_green",
                    plan.offset() == null ? 0.0 : plan.offset());
            rings(place, key, controller, plan, numbers);
        });
    }

    /** One green of a group in a cycle. */
    private record Green(String group, CycleRange at) {}

    /** Greens one after the other are a ring; what is green at the same time is in another one. */
    private void rings(
            String place, String key, FixedControl controller, FixedControl.Plan plan, Map<String, Integer> numbers) {
        List<Green> order = new ArrayList<>();
        plan.greens().forEach((group, greens) -> greens.forEach(at -> order.add(new Green(group, at))));
        order.sort(Comparator.comparingDouble((Green g) -> g.at.from()).thenComparing(Green::group));
        List<List<Green>> rings = new ArrayList<>();
        for (Green green : order) {
            List<Green> ring = rings.stream()
                    .filter(r -> isOverBy(r.get(r.size() - 1).at, green.at.from()))
                    .findFirst()
                    .orElse(null);
            if (ring == null) {
                ring = new ArrayList<>();
                rings.add(ring);
            }
            ring.add(green);
        }
        Set<String> written = new LinkedHashSet<>();
        for (int r = 0; r < rings.size(); r++) {
            List<Green> ring = rings.get(r);
            for (int i = 0; i < ring.size(); i++) {
                CycleRange next = ring.get((i + 1) % ring.size()).at;
                green(place, key, controller, plan.cycle(), numbers, ring.get(i), next, r + 1, i + 1, written);
            }
        }
    }

    private static boolean isOverBy(CycleRange green, double at) {
        return green.from() < green.to() && green.to() <= at;
    }

    private void green(
            String place,
            String key,
            FixedControl controller,
            double cycle,
            Map<String, Integer> numbers,
            Green green,
            CycleRange next,
            int ring,
            int position,
            Set<String> written) {
        double length = length(green.at.from(), green.at.to(), cycle);
        int number = numbers.get(green.group);
        String phase = key + " " + number;
        for (int n = 2; !written.add(phase); n++) {
            phase = key + " " + number + " " + n;
        }
        Group group = controller.groups().get(green.group);
        boolean people = group.forPeople();
        tables.add(
                "signal_timing_phase",
                phase,
                key,
                number,
                length,
                length,
                0.0,
                length(green.at.to(), next.from(), cycle),
                group.yellow(),
                group.red(),
                green.at.from(),
                people ? group.walk() : null,
                people ? group.clear() : null,
                ring,
                1,
                position,
                green.group);
        serves(place, phase, group.serves(), group.yields(), group.crosses());
    }

    private static double length(double from, double to, double cycle) {
        return to > from ? to - from : to - from + cycle;
    }

    private void serves(String place, String phase, List<String> serves, List<String> yields, List<String> crosses) {
        for (String road : crosses) {
            String crossing = place + " " + road;
            tables.add("signal_phase_mvmt", phase + " people " + road, phase, null, "protected", crossing);
        }
        for (String text : serves) {
            Movement movement = model.network().movement(place, text).movement();
            if (movement != null) {
                boolean permitted =
                        yields.contains(text) || yields.contains(movement.name()) || yields.contains(movement.id());
                tables.add(
                        "signal_phase_mvmt",
                        phase + " " + movement.id(),
                        phase,
                        place + " " + movement.id(),
                        permitted ? "permitted" : "protected",
                        null);
            }
        }
    }

    private void actuated(String place, ActuatedControl controller) {
        tables.add("signal_controller", place);
        controller.plans().keySet().forEach(id -> {
            ActuatedControl.Plan plan = controller.whole(id);
            String key = place + " " + id;
            boolean free = Boolean.TRUE.equals(plan.free());
            tables.add("signal_timing_plan", key, place, free ? null : plan.cycle());
            for (String phase : free ? java.util.List.<String>of() : plan.coordinated()) {
                tables.add(
                        "signal_coordination", key + " " + phase, key, place, phase, "begin_of_green", plan.offset());
            }
            for (int r = 0; r < plan.rings().size(); r++) {
                int barrier = 1;
                int position = 0;
                for (String slot : plan.rings().get(r).trim().split("\\s+")) {
                    if (slot.equals("|")) {
                        barrier++;
                    } else if (controller.phases().containsKey(slot)) {
                        phase(place, key, slot, controller.phases().get(slot), plan, r + 1, barrier, ++position);
                    }
                }
            }
        });
        if (!controller.overlaps().isEmpty()
                || !controller.priority().isEmpty()
                || !controller.preemption().isEmpty()) {
            unsaid.add("overlaps, priority and pre-emption");
        }
    }

    private void phase(
            String place,
            String key,
            String number,
            PhaseInput p,
            ActuatedControl.Plan plan,
            int ring,
            int barrier,
            int position) {
        double clearance = p.yellow() + p.red();
        Double split = plan.splits().get(number);
        double longest = split != null ? split - clearance : plan.maxGreen().getOrDefault(number, p.maxGreen());
        boolean people = !p.crosses().isEmpty();
        String phase = key + " " + number;
        tables.add(
                "signal_timing_phase",
                phase,
                key,
                number,
                p.minGreen(),
                longest,
                p.passage(),
                clearance,
                p.yellow(),
                p.red(),
                null,
                people ? p.walk() : null,
                people ? p.clear() : null,
                ring,
                barrier,
                position,
                null);
        serves(place, phase, p.serves(), p.yields(), p.crosses());
    }
}
