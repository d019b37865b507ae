package org.ulicarro.cli;

import java.util.ArrayList;
import java.util.List;
import org.ulicarro.core.base.Clock;
import org.ulicarro.core.run.Model;
import org.ulicarro.core.signal.Aspect;
import org.ulicarro.core.signal.Rehearsal;
import org.ulicarro.core.signal.Schedule;
import org.ulicarro.core.study.Day;

/** Tables of a rehearsal: what changed, and what every group showed moment by moment. */
final class RehearsalSheets {

    private RehearsalSheets() {}

    /** Reasons that are longer do not fit a line (characters). */
    private static final int FITS = 60;

    /**
     * A row for each change of a group, and for each thing beside: plans, stages, buses and trams, pre-emption.
     *
     * @param brief whether long reasons are cut
     */
    static Sheet changes(Model model, Rehearsal rehearsal, boolean brief) {
        Sheet sheet = new Sheet()
                .words("time", "time")
                .words("group", "group")
                .words("shows", "shows")
                .words("because", "because");
        List<Rehearsal.Mark> marks = rehearsal.marks();
        int next = 0;
        for (Rehearsal.Change change : rehearsal.changes()) {
            for (; next < marks.size() && marks.get(next).tick() <= change.tick(); next++) {
                add(sheet, model, marks.get(next), brief);
            }
            boolean people = model.signals().groups().get(change.group()).people();
            sheet.add(
                    time(model, change.tick()),
                    model.signals().groups().get(change.group()).id(),
                    word(change.shows(), people),
                    change.because().isEmpty() ? change.place() : change.because());
        }
        marks.subList(next, marks.size()).forEach(mark -> add(sheet, model, mark, brief));
        return sheet;
    }

    private static void add(Sheet sheet, Model model, Rehearsal.Mark mark, boolean brief) {
        boolean cut = brief && mark.because().length() > FITS;
        String because = cut ? mark.because().substring(0, FITS - 2) + " …" : mark.because();
        sheet.add(time(model, mark.tick()), mark.who(), mark.what(), because);
    }

    /**
     * A row for each moment, a column for each group.
     *
     * @param from tick of the first row
     * @param to tick after the last
     * @param every ticks between rows
     * @param letters whether one letter stands for what is shown, so that many groups fit a line
     */
    static Sheet moments(Model model, Rehearsal rehearsal, String place, int from, int to, int every, boolean letters) {
        var groups = model.signals().groups();
        List<Integer> mine = new ArrayList<>();
        Sheet sheet = new Sheet().words("time", "time");
        for (int g = 0; g < groups.size(); g++) {
            if (groups.get(g).place().equals(place)) {
                mine.add(g);
                sheet.words(groups.get(g).id(), groups.get(g).id());
            }
        }
        Aspect[] shows = new Aspect[groups.size()];
        int next = 0;
        List<Rehearsal.Change> changes = rehearsal.changes();
        for (int tick = from; tick < to; tick += every) {
            for (; next < changes.size() && changes.get(next).tick() <= tick; next++) {
                shows[changes.get(next).group()] = changes.get(next).shows();
            }
            List<Object> row = new ArrayList<>(List.of(time(model, tick)));
            for (int g : mine) {
                boolean people = groups.get(g).people();
                row.add(letters ? letter(shows[g], people) : word(shows[g], people));
            }
            sheet.add(row.toArray());
        }
        return sheet;
    }

    /** What the letters of {@link #moments} mean. */
    static final String LETTERS =
            "G green, Y yellow, F flashing yellow, S flashing red, - red; of people W walk, C time to finish, - don't walk";

    private static String letter(Aspect aspect, boolean people) {
        return switch (aspect) {
            case GREEN -> people ? "W" : "G";
            case FLASHING_YELLOW -> "F";
            case FLASHING_RED -> "S";
            case DARK -> "";
            case YELLOW -> people ? "C" : "Y";
            case RED -> "-";
        };
    }

    /** With the day before it, where that is known. */
    private static String time(Model model, int tick) {
        Day first = model.period().day();
        if (first == null) {
            return Clock.timeOfDayToTenth(tick);
        }
        int days = Math.floorDiv(tick, Schedule.DAY);
        return first.later(days) + " " + Clock.timeOfDayToTenth(Math.floorMod(tick, Schedule.DAY));
    }

    private static String word(Aspect aspect, boolean people) {
        return switch (aspect) {
            case GREEN -> people ? "walk" : "green";
            case FLASHING_YELLOW -> "flashing yellow";
            case FLASHING_RED -> "flashing red";
            case DARK -> "dark";
            case YELLOW -> people ? "finish" : "yellow";
            case RED -> people ? "don't walk" : "red";
        };
    }
}
