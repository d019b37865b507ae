package org.ulicarro.files;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.ByteArrayInputStream;
import java.io.ByteArrayOutputStream;
import java.io.DataInput;
import java.io.DataOutput;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Set;
import java.util.TreeSet;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.ulicarro.core.network.Lane;
import org.ulicarro.core.run.Model;
import org.ulicarro.core.run.Replication;
import org.ulicarro.core.tracks.TrackBlock;
import org.ulicarro.core.tracks.TrackFile;
import org.ulicarro.core.tracks.TrackRecorder;
import org.ulicarro.core.tracks.TrackSettings;
import org.ulicarro.core.traffic.Observer;
import org.ulicarro.core.traffic.TrafficView;
import org.ulicarro.core.traffic.events.TrafficEvents;

/** Recorded signals change at the very tick at which they did, also where several do within one step. */
class RecordedSignalsTest {

    @TempDir
    private Path temp;

    /** Notes every change with its tick. */
    private static final class Changes implements Observer {
        private final Set<String> seen = new TreeSet<>();
        private int[] shown;

        @Override
        public void afterStep(TrafficView view, TrafficEvents events) {
            int groups = view.table().signals().groups().size();
            for (int g = 0; shown != null && g < groups; g++) {
                if (view.aspects().of(g).ordinal() != shown[g]) {
                    seen.add(g + " shows " + view.aspects().of(g).ordinal() + " from "
                            + view.aspects().since(g));
                }
            }
            shown = new int[groups];
            for (int g = 0; g < groups; g++) {
                shown[g] = view.aspects().of(g).ordinal();
            }
        }

        @Override
        public void afterRun(TrafficView view, TrafficEvents events) {
            // all is known
        }

        @Override
        public void save(DataOutput out) {
            // is not saved
        }

        @Override
        public void restore(DataInput in) {
            // is not saved
        }
    }

    @Test
    void lampsChangeWhenTheyDid() throws Exception {
        Path study = temp.resolve("quayside");
        Samples.write(Samples.QUAYSIDE, study);
        Path main = study.resolve("study.yaml");
        Files.writeString(main, Files.readString(main).replace("step: 0.2 s", "step: 0.5 s"));
        Path phases = study.resolve("alternatives/actuated.yaml");
        Files.writeString(
                phases,
                Files.readString(phases)
                        .replace("red: 1 s", "red: 1.3 s")
                        .replace("min-green: 5 s", "min-green: 5.1 s")); // changes within steps
        Model model = StudyFolder.read(study, List.of("actuated")).compile(null).model();
        double start = model.demand().window().start();
        Replication replication = new Replication(model, 1);
        Changes changes = new Changes();
        ByteArrayOutputStream bytes = new ByteArrayOutputStream();
        replication.observe(changes);
        TrackSettings settings = TrackSettings.of(
                1, start, model.demand().window().end(), 1, model.study().step(), start);
        replication.observe(new TrackRecorder(settings, (b, n) -> bytes.write(b, 0, n)));
        replication.result();
        TrackFile file = TrackFile.read(new ByteArrayInputStream(bytes.toByteArray()));
        double[] ends = model.network().lanes().stream().mapToDouble(Lane::end).toArray();
        Set<String> recorded = new TreeSet<>();
        for (int b = 0; b < file.blocks(); b++) {
            for (TrackBlock.AspectChange change : file.block(b, ends).changes()) {
                recorded.add(change.group() + " shows " + change.aspect() + " from " + change.tick());
            }
        }
        assertThat(recorded).hasSizeGreaterThan(2000).isEqualTo(changes.seen);
    }
}
