package org.ulicarro.files;

import java.io.IOException;
import java.nio.file.FileAlreadyExistsException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardCopyOption;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import org.ulicarro.core.run.Model;
import org.ulicarro.core.signal.SpanOrder;
import org.ulicarro.core.study.ActuatedControl;
import org.ulicarro.core.study.CycleRange;
import org.ulicarro.core.study.FixedControl;
import org.ulicarro.core.timing.Timed;

/** Writes timed greens as an alternative of the study. */
public final class TimedPlans {

    /** An actuated green without a cycle may be so much longer than the one of the formula (FHWA Signal Timing Manual 2008, 5.3). */
    private static final double ACTUATED = 1.25;

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
                    ? phases(order, one)
                    : greens((FixedControl) study.study().signals().get(place), order, one);
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
            FixedControl whole =
                    one == null ? control : control.withPlans(Map.of(order.plan(), greens(control, order, one)));
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

    private static ActuatedControl.Plan phases(SpanOrder order, Timed timed) {
        boolean free = Double.isNaN(order.cycle());
        Map<String, Double> values = new LinkedHashMap<>();
        for (int i = 0; i < timed.greens().length; i++) {
            SpanOrder.Span span = order.spans().get(i);
            double seconds = free
                    ? Math.max(span.least(), StrictMath.rint(timed.greens()[i] * ACTUATED))
                    : timed.greens()[i] + span.lost();
            values.put(span.id(), tenth(seconds));
        }
        return free
                ? ActuatedControl.Plan.ofMaxima(values)
                : ActuatedControl.Plan.ofSplits(tenth(timed.cycle()), values);
    }

    private static FixedControl.Plan greens(FixedControl control, SpanOrder order, Timed timed) {
        Map<String, List<CycleRange>> ranges = new LinkedHashMap<>();
        control.groups().keySet().forEach(id -> ranges.put(id, new ArrayList<>()));
        for (int i = 0; i < timed.greens().length; i++) {
            SpanOrder.Span span = order.spans().get(i);
            double from = timed.points()[span.from()] + span.late();
            ranges.get(span.id()).add(new CycleRange(tenth(from), tenth(from + timed.greens()[i])));
        }
        return FixedControl.Plan.of(tenth(timed.cycle()), null, ranges);
    }

    private static double tenth(double seconds) {
        return StrictMath.rint(seconds * 10) / 10;
    }
}
