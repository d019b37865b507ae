package org.ulicarro.bench;

import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import org.ulicarro.core.study.ActuatedControl;
import org.ulicarro.core.study.ActuatedControl.Plan;
import org.ulicarro.core.study.PhaseInput;

/** An actuated controller for a crossroads without turning bays: four phases in two rings. */
final class Phases {

    private Phases() {}

    static ActuatedControl twoRings() {
        Map<String, PhaseInput> phases = new LinkedHashMap<>();
        phases.put("2", phase("EB"));
        phases.put("4", phase("NB"));
        phases.put("6", phase("WB"));
        phases.put("8", phase("SB"));
        return ActuatedControl.of(phases, Map.of("p", Plan.free(List.of("2 | 4", "6 | 8"))));
    }

    private static PhaseInput phase(String approach) {
        List<String> serves = List.of(approach + "L", approach + "T", approach + "R");
        return PhaseInput.of(serves, List.of(approach + "L"), 5, 30, 2, 3, 2);
    }
}
