package org.ulicarro.core.study;

import java.util.List;
import java.util.Map;

/**
 * Control by a stage script.
 *
 * @param groups signal groups by id
 * @param script what decides; null where it is missing, which compiling says
 * @param clearance clearances that are given
 * @param flash when it flashes instead; null for never
 */
public record StageControl(
        @About("Signal groups by id.") Map<String, Group> groups,

        @About("The script that decides, a file of the study: market.stages.")
        StageScript script,

        @About("Clearances that are given; else they follow from yellow and red.")
        ClearanceInput clearance,

        @About("When signals flash instead, and how.") FlashInput flash)
        implements SignalController {

    public StageControl {
        groups = InOrder.map(groups);
    }

    /** The same with its script read. */
    public StageControl withScript(StageScript read) {
        return new StageControl(groups, read, clearance, flash);
    }

    @Override
    public List<WrittenGroup> writtenGroups() {
        return SignalController.written(groups);
    }

    @Override
    public Kind kind() {
        return Kind.STAGES;
    }

    @Override
    public StageControl withClearance(ClearanceInput given) {
        return new StageControl(groups, script, given, flash);
    }
}
