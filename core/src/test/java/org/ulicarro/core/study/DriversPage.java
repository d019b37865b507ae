package org.ulicarro.core.study;

import java.io.IOException;
import java.lang.reflect.RecordComponent;
import java.nio.file.Files;
import java.nio.file.Path;

/** Writes {@code docs/drivers.md}: the numbers of drivers, as their records say. */
public final class DriversPage {

    private DriversPage() {}

    /** The whole page. */
    static String text() {
        StringBuilder page = new StringBuilder("""
                # Numbers of drivers

                What drivers do follows from the rules of [the traffic model](model.md) and from the numbers here. A study may have its own, under `drivers:`, in a file or an
                alternative; what is not written is as usual. They go into the digest of what a run depends on, and anything that changes a study can change them: `set`,
                an alternative, a search, `Change.at("drivers.all-roads.calm-for", 6.0)`. Usual values without a source are chosen so that the field values of
                [fidelity.md](fidelity.md) come out together; none may be more than ten times as large or small.

                ```yaml
                drivers:
                  following: gipps
                  urban: {time-gap: 1.1 s ± 0.2 s}
                  motorway: {politeness: 10 %}
                  all-roads: {yellow-deceleration: 2.8 m/s2 ± 1.2 m/s2, gives-up: 30 %}
                ```

                ## The rule of following

                `following`: `intelligent-driver` (usual; Treiber, Hennecke, Helbing 2000) or `gipps` (Gipps 1981), for all drivers of a run. The field values of
                [fidelity.md](fidelity.md) were met with the usual one; with the other they are not promised.

                ## On one class of road

                `urban`, `motorway`:

                | key | |
                |---|---|
                """);
        for (RecordComponent one : Drivers.class.getRecordComponents()) {
            About about = one.getAccessor().getAnnotation(About.class);
            Usual usual = one.getAccessor().getAnnotation(Usual.class);
            page.append("| `").append(Written.key(one)).append("` | ").append(about.value());
            page.append(usual == null ? "" : " Usual: " + usual.value() + ".").append(" |\n");
        }
        page.append("\n## On all roads\n\n`all-roads`:\n\n| key | usual | | source |\n|---|---|---|---|\n");
        for (RecordComponent one : DriverNumbers.class.getRecordComponents()) {
            Source source = one.getAccessor().getAnnotation(Source.class);
            page.append("| `")
                    .append(Written.key(one))
                    .append("` | ")
                    .append(one.getAccessor().getAnnotation(Usual.class).value())
                    .append(" | ")
                    .append(one.getAccessor().getAnnotation(About.class).value())
                    .append(" | ")
                    .append(source == null ? "" : source.value())
                    .append(" |\n");
        }
        return page.toString();
    }

    public static void main(String[] args) throws IOException {
        Files.writeString(Path.of(args[0]), text());
    }
}
