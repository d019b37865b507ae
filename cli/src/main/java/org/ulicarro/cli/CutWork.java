package org.ulicarro.cli;

import java.io.PrintWriter;
import java.util.List;
import java.util.Map;
import java.util.concurrent.ConcurrentHashMap;
import java.util.function.Predicate;
import org.ulicarro.core.measure.Instruments;
import org.ulicarro.core.measure.LinkRow;
import org.ulicarro.core.measure.MovementRow;
import org.ulicarro.core.measure.Observed;
import org.ulicarro.core.measure.TravelTimeRow;
import org.ulicarro.core.piece.BorderWatch;
import org.ulicarro.core.piece.Joint;
import org.ulicarro.core.piece.Joints;
import org.ulicarro.core.piece.Piece;
import org.ulicarro.core.piece.PieceDemand;
import org.ulicarro.core.run.LocalPool;
import org.ulicarro.core.run.MeasuredResults;
import org.ulicarro.core.run.Model;
import org.ulicarro.core.run.Replications;
import org.ulicarro.core.run.TrialPool;
import org.ulicarro.core.run.Trials;
import org.ulicarro.files.cut.CutFolder;

/** Drives the whole, and watches who comes to the border of a piece. */
final class CutWork {

    /** What is measured in the whole and in the piece, to be held against each other. */
    static final Instruments INSTRUMENTS = Instruments.of(LinkRow.class, MovementRow.class, TravelTimeRow.class);

    private final Model whole;
    private final Piece piece;
    private final double slice;
    private final PrintWriter err;
    private List<Joint> joints;

    CutWork(Model whole, Piece piece, double slice, PrintWriter err) {
        this.whole = whole;
        this.piece = piece;
        this.slice = slice;
        this.err = err;
    }

    CutFolder.Driven drive(int replications) throws InterruptedException {
        Map<Integer, BorderWatch> watches = new ConcurrentHashMap<>(); // looked up by number only
        PieceDemand demand = new PieceDemand(whole, piece, slice);
        double[] outside = new double[1];
        MeasuredResults results = run(whole, replications, err, watches, outside);
        for (int k = 1; k <= replications; k++) {
            demand.add(k, watches.get(k).drives());
        }
        demand.make();
        List<Observed<LinkRow>> links =
                only(results.rows(LinkRow.class), r -> piece.links().stream().anyMatch(l -> l.id().equals(r.link())));
        List<Observed<MovementRow>> movements =
                only(results.rows(MovementRow.class), r -> piece.places().contains(r.place()));
        List<Observed<TravelTimeRow>> times =
                only(results.rows(TravelTimeRow.class), r -> inside(r.fromPlace()) && inside(r.toPlace()));
        joints = Joints.of(demand, whole, piece, links, movements, outside[0] / replications);
        return new CutFolder.Driven(demand, links, movements, times);
    }

    private boolean inside(String place) {
        return piece.places().contains(place) || piece.ends().contains(place);
    }

    private static <R extends Record> List<Observed<R>> only(List<Observed<R>> rows, Predicate<R> which) {
        return rows.stream().filter(one -> which.test(one.row())).toList();
    }

    private MeasuredResults run(
            Model model, int replications, PrintWriter err, Map<Integer, BorderWatch> watches, double[] outside)
            throws InterruptedException {
        ProgressLine line = new ProgressLine(err, replications);
        try (TrialPool pool = new LocalPool(Runtime.getRuntime().availableProcessors())) {
            return Trials.run(
                    model,
                    Replications.of(replications),
                    INSTRUMENTS,
                    pool,
                    replication -> List.of(watches.computeIfAbsent(replication, none -> new BorderWatch(piece))),
                    line,
                    result -> outside[0] += result.unservedAtEnd());
        } finally {
            line.done();
        }
    }

    /** What the cuts do, as far as it was seen while driving. */
    List<Joint> joints() {
        return joints;
    }
}
