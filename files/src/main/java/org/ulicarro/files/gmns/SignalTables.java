package org.ulicarro.files.gmns;

import java.util.ArrayList;
import java.util.LinkedHashMap;
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
        controller.groups().forEach((id, group) -> {
            if (group.forPeople()) {
                unsaid.add("groups for people at fixed plans");
            } else {
                numbers.put(id, numbers.size() + 1);
            }
        });
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
        unsaid.add("yellow and all-red of phases, told apart (clearance is their sum)");
    }

    /** Greens one after the other are a ring; what is green at the same time is in another one. */
    private void rings(
            String place, String key, FixedControl controller, FixedControl.Plan plan, Map<String, Integer> numbers) {
        List<String> order = new ArrayList<>(numbers.keySet());
        order.removeIf(g -> !plan.greens().containsKey(g));
        order.sort((a, b) -> Double.compare(
                plan.greens().get(a).get(0).from(), plan.greens().get(b).get(0).from()));
        List<List<String>> rings = new ArrayList<>();
        for (String group : order) {
            CycleRange green = plan.greens().get(group).get(0);
            if (plan.greens().get(group).size() > 1) {
                unsaid.add("second greens in a cycle");
            }
            List<String> ring = rings.stream()
                    .filter(r -> plan.greens().get(r.get(r.size() - 1)).get(0).to() <= green.from()
                            && plan.greens().get(r.get(r.size() - 1)).get(0).from()
                                    < plan.greens()
                                            .get(r.get(r.size() - 1))
                                            .get(0)
                                            .to())
                    .findFirst()
                    .orElse(null);
            if (ring == null) {
                ring = new ArrayList<>();
                rings.add(ring);
            }
            ring.add(group);
        }
        for (int r = 0; r < rings.size(); r++) {
            List<String> ring = rings.get(r);
            for (int i = 0; i < ring.size(); i++) {
                CycleRange green = plan.greens().get(ring.get(i)).get(0);
                CycleRange next =
                        plan.greens().get(ring.get((i + 1) % ring.size())).get(0);
                double length = length(green.from(), green.to(), plan.cycle());
                double clear = length(green.to(), next.from(), plan.cycle());
                int number = numbers.get(ring.get(i));
                String phase = key + " " + number;
                tables.add(
                        "signal_timing_phase",
                        phase,
                        key,
                        number,
                        length,
                        length,
                        0.0,
                        clear,
                        null,
                        null,
                        r + 1,
                        1,
                        i + 1);
                Group group = controller.groups().get(ring.get(i));
                serves(place, phase, group.serves(), group.yields());
            }
        }
        if (rings.stream()
                        .map(r -> plan.greens().get(r.get(0)).get(0).from())
                        .distinct()
                        .count()
                > 1) {
            unsaid.add("rings of fixed plans whose first greens begin at different moments");
        }
    }

    private static double length(double from, double to, double cycle) {
        return to > from ? to - from : to - from + cycle;
    }

    private void serves(String place, String phase, List<String> serves, List<String> yields) {
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
                        permitted ? "permitted" : "protected");
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
        unsaid.add("yellow and all-red of phases, told apart (clearance is their sum)");
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
                people ? p.walk() : null,
                people ? p.clear() : null,
                ring,
                barrier,
                position);
        serves(place, phase, p.serves(), p.yields());
        if (people) {
            unsaid.add("which crossing a phase lets people over");
        }
    }
}
