package org.ulicarro.core.study;

import java.util.List;
import org.ulicarro.core.base.Fault;

/**
 * What can be described, checked, drawn and shown already, but is not heeded by vehicles yet. Said plainly, since a study that uses it
 * runs and its figures look like any others.
 */
final class NotHeeded {

    private final List<Fault> faults;

    private NotHeeded(List<Fault> faults) {
        this.faults = faults;
    }

    static void warn(Study study, List<Fault> faults) {
        NotHeeded warnings = new NotHeeded(faults);
        NetworkInput network = study.network();
        warnings.warn(!network.parking().isEmpty(), "/network/parking", "parking manoeuvres block nobody");
    }

    private void warn(boolean used, String pointer, String effect) {
        if (used) {
            faults.add(StudyFault.NOT_HEEDED.at(pointer, effect));
        }
    }
}
