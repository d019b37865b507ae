package org.ulicarro.files.osm;

import java.util.ArrayList;
import java.util.List;
import org.ulicarro.files.osm.RoadGraph.Section;

/** Stretches of a road with the same lanes. */
final class Sections {

    private Sections() {}

    /** Those between two shares of the whole length. */
    static List<Section> part(List<Section> sections, double from, double to) {
        double all = sections.stream().mapToDouble(Section::length).sum();
        List<Section> part = new ArrayList<>();
        double at = 0;
        for (Section s : sections) {
            double begins = Math.max(at, from * all);
            double ends = Math.min(at + s.length(), to * all);
            if (ends - begins > 1e-6) {
                part.add(new Section(s.road(), ends - begins));
            }
            at += s.length();
        }
        return part;
    }
}
