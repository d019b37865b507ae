package org.ulicarro.cli;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import org.ulicarro.core.study.ActuatedControl;
import org.ulicarro.core.study.PhaseInput;
import org.ulicarro.files.LoadedStudy;
import org.ulicarro.files.timing.TimingSheet;
import org.ulicarro.files.timing.TimingSheet.Entry;

/** A timing sheet to print: for each place a column for each phase, then its patterns with splits and sequences; as the template names it. */
final class TimingPage {

    /** What names of objects begin with that are neither of a phase nor of a pattern. */
    private static final List<String> OTHERS = List.of("overlap", "vehicleDetector", "preempt");

    private TimingPage() {}

    static Map<String, Object> of(LoadedStudy study, TimingSheet sheet) {
        Map<String, Object> page = new LinkedHashMap<>();
        page.put("title", study.study().title());
        page.put("alternative", study.alternative());
        Set<String> places = new LinkedHashSet<>();
        sheet.entries().forEach(e -> places.add(e.place()));
        List<Map<String, Object>> all = new ArrayList<>();
        for (String place : places) {
            List<Entry> own = sheet.entries().stream()
                    .filter(e -> e.place().equals(place))
                    .toList();
            Map<String, Object> one =
                    place(place, (ActuatedControl) study.study().signals().get(place), own);
            one.put("byHand", words(sheet, place));
            all.add(one);
        }
        page.put(
                "without",
                sheet.leftOut().stream()
                        .map(TimingSheet.LeftOut::place)
                        .filter(place -> !places.contains(place))
                        .distinct()
                        .toList());
        page.put("places", all);
        return page;
    }

    private static Map<String, Object> place(String place, ActuatedControl controller, List<Entry> entries) {
        Map<String, Object> one = new LinkedHashMap<>();
        one.put("place", place);
        List<String> phases = List.copyOf(controller.phases().keySet());
        one.put("phases", phases);
        one.put(
                "serves",
                phases.stream().map(p -> serves(controller.phases().get(p))).toList());
        one.put("rows", rows(entries, "phase", phases, ""));
        List<Map<String, Object>> patterns = new ArrayList<>();
        int number = 0;
        for (String plan : controller.plans().keySet()) {
            number++;
            String prefix = number + ".";
            Map<String, Object> pattern = new LinkedHashMap<>();
            pattern.put("name", plan);
            pattern.put("number", String.valueOf(number));
            pattern.put("cycle", value(entries, "patternCycleTime", String.valueOf(number)));
            pattern.put("offset", value(entries, "patternOffsetTime", String.valueOf(number)));
            pattern.put(
                    "sequence",
                    entries.stream()
                            .filter(e -> e.object().equals("sequenceData")
                                    && e.index().startsWith(prefix))
                            .map(e -> "ring " + e.index().substring(prefix.length()) + ": " + e.value())
                            .toList());
            pattern.put("rows", rows(entries, "split", phases, prefix));
            patterns.add(pattern);
        }
        one.put("patterns", patterns);
        one.put("others", others(entries));
        return one;
    }

    private static List<String> words(TimingSheet sheet, String place) {
        return sheet.leftOut().stream()
                .filter(o -> o.place().equals(place))
                .map(TimingSheet.LeftOut::what)
                .toList();
    }

    private static String serves(PhaseInput p) {
        List<String> words = new ArrayList<>(p.serves());
        p.crosses().forEach(road -> words.add("people over " + road));
        return String.join(" ", words);
    }

    private static String value(List<Entry> entries, String object, String index) {
        return entries.stream()
                .filter(e -> e.object().equals(object) && e.index().equals(index))
                .map(Entry::value)
                .findFirst()
                .orElse("");
    }

    /** A row for each object whose name begins so, a cell for each phase. */
    private static List<Map<String, Object>> rows(
            List<Entry> entries, String begins, List<String> phases, String prefix) {
        Set<String> objects = new LinkedHashSet<>();
        entries.stream()
                .filter(e -> e.object().startsWith(begins) && e.index().startsWith(prefix))
                .forEach(e -> objects.add(e.object()));
        List<Map<String, Object>> rows = new ArrayList<>();
        for (String object : objects) {
            rows.add(Map.of(
                    "object",
                    object,
                    "unit",
                    unit(entries, object),
                    "cells",
                    phases.stream().map(p -> value(entries, object, prefix + p)).toList()));
        }
        return rows;
    }

    private static String unit(List<Entry> entries, String object) {
        return entries.stream()
                .filter(e -> e.object().equals(object))
                .map(Entry::unit)
                .findFirst()
                .orElse("");
    }

    /** Overlaps, detectors and pre-emption. */
    private static List<Map<String, Object>> others(List<Entry> entries) {
        return entries.stream()
                .filter(e -> OTHERS.stream().anyMatch(e.object()::startsWith))
                .map(e -> Map.<String, Object>of(
                        "object", e.object(), "unit", e.unit(), "index", e.index(), "value", e.value()))
                .toList();
    }
}
