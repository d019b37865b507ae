package org.ulicarro.cli;

import java.io.IOException;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import org.ulicarro.core.study.SignalController;
import org.ulicarro.core.study.StageControl;
import org.ulicarro.files.InputFile;
import org.ulicarro.files.LoadedStudy;
import org.ulicarro.files.StudyText;

/** Which detectors the control of a place names, in its keys or in its script. */
final class ControlWords {

    private final LoadedStudy study;
    private final Map<String, Set<String>> detectors = new LinkedHashMap<>(); // by place

    ControlWords(LoadedStudy study) {
        this.study = study;
        Set<String> known = study.study().network().detectors().keySet();
        study.study().signals().forEach((place, control) -> {
            Set<String> words = known.isEmpty()
                    ? new LinkedHashSet<>()
                    : new LinkedHashSet<>(List.of(text(control).split("[^A-Za-z0-9_.-]+")));
            words.retainAll(known);
            detectors.put(place, words);
        });
    }

    private String text(SignalController control) {
        String written = StudyText.line(StudyText.keys((Record) control));
        if (control instanceof StageControl stages && stages.script() != null) {
            try {
                written += InputFile.text(study.folder().resolve(stages.script().file()), InputFile.SMALL);
            } catch (IOException e) {
                return written; // compiling has read it, so that it can only have gone a moment ago
            }
        }
        return written;
    }

    /** Ids of detectors that a place reads; none where it has no signal. */
    Set<String> detectors(String place) {
        return detectors.getOrDefault(place, Set.of());
    }

    /** Places that read a detector. */
    List<String> readers(String detector) {
        return detectors.keySet().stream()
                .filter(place -> detectors.get(place).contains(detector))
                .toList();
    }
}
