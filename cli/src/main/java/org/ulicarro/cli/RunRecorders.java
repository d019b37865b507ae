package org.ulicarro.cli;

import java.io.Closeable;
import java.io.IOException;
import java.io.OutputStream;
import java.io.UncheckedIOException;
import java.io.Writer;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.function.Consumer;
import org.ulicarro.core.base.Clock;
import org.ulicarro.core.run.Model;
import org.ulicarro.core.run.Watch;
import org.ulicarro.core.signal.ExternalProgram;
import org.ulicarro.core.signal.events.SignalEvent;
import org.ulicarro.core.study.StageControl;
import org.ulicarro.core.tracks.TrackRecorder;
import org.ulicarro.core.tracks.TrackSettings;
import org.ulicarro.core.tracks.TrackSink;
import org.ulicarro.core.traffic.Observer;
import org.ulicarro.files.EventFile;
import org.ulicarro.files.JsonFile;
import org.ulicarro.files.OutputFile;
import org.ulicarro.files.RuleRecorder;
import org.ulicarro.files.TrackFolder;
import org.ulicarro.link.LampPublisher;
import org.ulicarro.report.replay.Scene;
import org.ulicarro.report.replay.SceneMaker;

/** Gives the replications of a run their recorders. */
final class RunRecorders implements Watch, AutoCloseable {

    private final TrackFolder folder;
    private final Model model;
    private final int count;
    private final RecordChoice choice;
    private final RunSettings settings;
    private final List<Closeable> open = new ArrayList<>();
    private LampPublisher board; // or null

    /**
     * Prepares the folder for recordings.
     *
     * @throws IOException when what is asked for lies outside the run, or the folder cannot be written
     */
    RunRecorders(Path run, String alternative, Model model, int count, RunSettings settings) throws IOException {
        folder = new TrackFolder(run);
        this.model = model;
        this.count = count;
        choice = settings.record();
        this.settings = settings;
        if (choice.replication() > count) {
            throw new IOException(
                    "there is no replication " + choice.replication() + " to record; the run has " + count);
        }
        TrackSettings tracks = choice.settings(1, model);
        if (tracks.from() >= tracks.to()) {
            var window = model.demand().window();
            throw new IOException("the window to record lies outside the run, which is "
                    + Clock.timeOfDay(window.start()) + " to " + Clock.timeOfDay(window.end()) + " with its warm-up");
        }
        WatchPage page = settings.page();
        if (choice.records() || page != null) {
            Scene scene = SceneMaker.of(model, alternative);
            if (choice.records()) {
                folder.create();
                JsonFile.write(folder.scene(), scene);
            }
            if (page != null) {
                page.show(scene, Backdrops.ofPage(run, scene, warning -> {})); // said when it is drawn
            }
        }
    }

    @Override
    public boolean stopsOnStandstill() {
        return settings.stopOnStandstill();
    }

    @Override
    public ExternalProgram external(int replication) {
        return settings.external() == null
                ? ExternalProgram.NOBODY
                : settings.external().of(replication);
    }

    @Override
    public List<Observer> of(int replication) {
        List<Observer> observers = new ArrayList<>();
        if (settings.lamps() != null && replication == 1) {
            observers.add(lamps());
        }
        if (settings.page() != null && replication == 1 || choice.includes(replication, count)) {
            observers.add(tracks(replication));
        }
        if (choice.includes(replication, count) && !scripted().isEmpty()) {
            observers.add(rules(replication));
        }
        return observers;
    }

    private List<String> scripted() {
        return model.study().signals().entrySet().stream()
                .filter(e -> e.getValue() instanceof StageControl)
                .map(java.util.Map.Entry::getKey)
                .toList();
    }

    private Observer rules(int replication) {
        try {
            TrackSettings window = choice.settings(replication, model);
            RuleRecorder rules = new RuleRecorder(
                    scripted(), window.from(), window.to(), OutputFile.stream(folder.rules(replication)));
            synchronized (open) {
                open.add(rules);
            }
            return rules;
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }

    private Observer lamps() {
        try {
            LampPublisher lamps = new LampPublisher(settings.lamps(), model.signals(), settings.pace());
            synchronized (open) {
                open.add(lamps::close);
                board = lamps;
            }
            return lamps;
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }

    private Observer tracks(int replication) {
        WatchPage page = settings.page();
        boolean live = page != null && replication == 1;
        boolean kept = choice.includes(replication, count);
        TrackSink file = kept ? file(replication) : (bytes, length) -> {};
        TrackSink viewers = live ? page : (bytes, length) -> {};
        return new TrackRecorder(choice.settings(replication, model), (bytes, length) -> {
            file.write(bytes, length);
            viewers.write(bytes, length);
        });
    }

    @Override
    public Consumer<SignalEvent> signals(int replication) {
        if (!choice.includes(replication, count) || model.signals().places().isEmpty()) {
            return null;
        }
        try {
            Writer out = OutputFile.writer(folder.events(replication));
            synchronized (open) {
                open.add(out);
            }
            TrackSettings window = choice.settings(replication, model);
            Consumer<SignalEvent> file = EventFile.writer(out);
            return event -> {
                if (event.tick() >= window.from() && event.tick() < window.to()) {
                    file.accept(event);
                }
            };
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }

    private TrackSink file(int replication) {
        try {
            OutputStream out = folder.write(replication);
            synchronized (open) {
                open.add(out);
            }
            return (bytes, length) -> {
                try {
                    out.write(bytes, 0, length);
                } catch (IOException e) {
                    throw new IOException(folder.file(replication) + " cannot be written: " + e.getMessage(), e);
                }
            };
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }

    /** What lamps were not told, and why; null where they were told all. */
    String lampTrouble() {
        synchronized (open) {
            return board == null ? null : board.trouble();
        }
    }

    @Override
    public void close() throws IOException {
        IOException failed = null;
        for (Closeable out : open) {
            try {
                out.close();
            } catch (IOException e) {
                failed = new IOException("the recording cannot be written: " + e.getMessage(), e);
            }
        }
        if (failed != null) {
            throw failed;
        }
    }
}
