package org.ulicarro.cli;

import java.io.IOException;
import java.io.PrintWriter;
import java.io.UncheckedIOException;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import org.ulicarro.core.assign.Assignment;
import org.ulicarro.core.assign.Assignment.Start;
import org.ulicarro.core.assign.Assignment.State;
import org.ulicarro.core.assign.IterationRow;
import org.ulicarro.core.assign.KnownTimeRow;
import org.ulicarro.core.run.LocalPool;
import org.ulicarro.core.run.Model;
import org.ulicarro.core.run.TrialPool;
import org.ulicarro.files.AssignmentFolder;
import org.ulicarro.files.AssignmentStore;

/** Drives an assignment on the threads of this computer, keeps every iteration as it comes, and prints a line for each. */
final class AssignWork {

    private final PrintWriter err;
    private final PrintWriter out;
    private final int replications;
    private ProgressLine line;

    /** @param out where iterations are printed as they come, or null */
    AssignWork(PrintWriter err, PrintWriter out, int replications) {
        this.err = err;
        this.out = out;
        this.replications = replications;
    }

    /** Ways and times of an assignment to go on from, and the step that it had come to where the study is the same. */
    static Start start(Path folder, Model model) throws IOException {
        List<KnownTimeRow> times = new ArrayList<>();
        AssignmentFolder.rows(folder, KnownTimeRow.class).values().forEach(times::addAll);
        double step = Double.NaN;
        if (AssignmentFolder.request(folder).inputs().equals(model.inputs().digest())) {
            for (List<IterationRow> rows :
                    AssignmentFolder.rows(folder, IterationRow.class).values()) {
                step = rows.get(0).step();
            }
        }
        return new Start(AssignmentFolder.ways(folder), times, step);
    }

    State run(Assignment assignment, AssignmentFolder folder, boolean guess) throws IOException, InterruptedException {
        Thread onInterrupt = new Thread(() -> {
            err.println();
            err.println("stopped; iterations so far are kept: 'assign STUDY --from "
                    + AssignmentStore.number(folder.folder()) + "' goes on");
            err.flush();
        });
        Runtime.getRuntime().addShutdownHook(onInterrupt);
        try (TrialPool pool = new LocalPool(Runtime.getRuntime().availableProcessors())) {
            return assignment.run(pool, guess, listener(folder));
        } catch (UncheckedIOException e) {
            throw e.getCause();
        } finally {
            try {
                Runtime.getRuntime().removeShutdownHook(onInterrupt);
            } catch (IllegalStateException goingDown) {
                // then it has been told
            }
        }
    }

    private Assignment.Listener listener(AssignmentFolder folder) {
        line = new ProgressLine(err, replications);
        return new Assignment.Listener() {
            @Override
            public void at(int replication, double share, int outside) {
                line.at(replication, share, outside);
            }

            @Override
            public void guessed(int rounds, int paths, double changing) {
                if (out != null) {
                    out.printf(
                            Locale.ROOT,
                            "begins with %d ways by formulas, found in %d rounds; %.1f %% would still change over%n%n",
                            paths,
                            rounds,
                            100 * changing);
                    out.flush();
                }
            }

            @Override
            public void done(State state) {
                line.done();
                line = new ProgressLine(err, replications);
                try {
                    folder.keep(state);
                } catch (IOException e) {
                    throw new UncheckedIOException(e);
                }
                if (out != null) {
                    if (state.number() == 1) {
                        AssignmentSheets.liveHeading(out);
                    }
                    AssignmentSheets.liveRow(state.number(), state.iteration(), out);
                }
            }
        };
    }
}
