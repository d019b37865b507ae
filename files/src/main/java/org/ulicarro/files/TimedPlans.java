package org.ulicarro.files;

import java.io.IOException;
import java.nio.file.FileAlreadyExistsException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardCopyOption;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import org.ulicarro.core.run.Model;
import org.ulicarro.core.signal.SpanOrder;
import org.ulicarro.core.study.FixedControl;
import org.ulicarro.core.timing.Timed;
import org.ulicarro.core.timing.TimedPlan;

/** Writes timed greens as an alternative of the study. */
public final class TimedPlans {

    private TimedPlans() {}

    /**
     * Writes {@code alternatives/NAME.yaml}, whole or not at all.
     *
     * @param timed greens by place
     * @param force whether a file that is there is replaced
     * @return the file
     * @throws FileAlreadyExistsException when it is there
     */
    public static Path write(LoadedStudy study, Model model, String name, Map<String, Timed> timed, boolean force)
            throws IOException {
        Map<String, Object> places = new LinkedHashMap<>();
        timed.forEach((place, one) -> {
            SpanOrder order = model.signals().orderAt(place);
            Record plan = order.actuated()
                    ? TimedPlan.phases(order, one)
                    : TimedPlan.greens((FixedControl) study.study().signals().get(place), order, one);
            places.put(place, Map.of("plans", Map.of(order.plan(), StudyText.keys(plan))));
        });
        return put(study, model, name, places, force);
    }

    /**
     * Writes controllers for places that have none yet, with their groups.
     *
     * @param timed greens by place; one that nobody drives over keeps those to begin with
     */
    public static Path writeFirst(
            LoadedStudy study, Model model, List<String> which, String name, Map<String, Timed> timed, boolean force)
            throws IOException {
        Map<String, Object> places = new LinkedHashMap<>();
        for (String place : which) {
            FixedControl control = (FixedControl) model.study().signals().get(place);
            SpanOrder order = model.signals().orderAt(place);
            Timed one = timed.get(place);
            FixedControl whole = one == null
                    ? control
                    : control.withPlans(Map.of(order.plan(), TimedPlan.greens(control, order, one)));
            places.put(place, StudyText.keys(whole));
        }
        return put(study, model, name, places, force);
    }

    private static Path put(LoadedStudy study, Model model, String name, Map<String, Object> places, boolean force)
            throws IOException {
        Path file = study.folder().resolve("alternatives").resolve(name + ".yaml");
        if (Files.exists(file) && !force) {
            throw new IOException(file + " is there already; --force replaces it");
        }
        String text = "# Greens by formula for period '" + model.periodId()
                + "', from the mean of its volumes. Try it beside the base; change what you know better.\n"
                + StudyText.of(Map.of("signals", places));
        Files.createDirectories(file.getParent());
        Path part = file.resolveSibling(name + ".yaml.part");
        OutputFile.text(part, text);
        Files.move(part, file, StandardCopyOption.REPLACE_EXISTING);
        return file;
    }
}
