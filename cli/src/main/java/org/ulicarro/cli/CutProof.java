package org.ulicarro.cli;

import java.io.IOException;
import java.io.PrintWriter;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.stream.Collectors;
import org.ulicarro.core.measure.LinkRow;
import org.ulicarro.core.measure.MovementRow;
import org.ulicarro.core.measure.TravelTimeRow;
import org.ulicarro.core.piece.Proof;
import org.ulicarro.core.run.LocalPool;
import org.ulicarro.core.run.MeasuredResults;
import org.ulicarro.core.run.Model;
import org.ulicarro.core.run.Replications;
import org.ulicarro.core.run.TrialPool;
import org.ulicarro.core.run.Trials;
import org.ulicarro.core.run.Watch;
import org.ulicarro.files.LoadedStudy;
import org.ulicarro.files.StudyFolder;
import org.ulicarro.files.StudyProblem;
import org.ulicarro.files.cut.CutRecord;
import org.ulicarro.files.cut.CutStore;
import org.ulicarro.files.cut.WayBack;
import picocli.CommandLine.Model.CommandSpec;

/** Runs a piece and holds it against what was measured in the whole. */
final class CutProof {

    private final Path piece;
    private final Path whole;
    private final OutputForm form;
    private final PrintWriter out;
    private final PrintWriter err;

    CutProof(Path piece, Path whole, OutputForm form, CommandSpec spec) {
        this.piece = piece;
        this.whole = whole;
        this.form = form;
        out = spec.commandLine().getOut();
        err = spec.commandLine().getErr();
    }

    /** @return the exit code: whether it holds */
    int run() throws IOException, StudyProblem, InterruptedException {
        CutRecord record = CutStore.record(piece);
        LoadedStudy loaded = StudyFolder.read(piece, List.of());
        List<String> alternatives = record.alternative().equals("base")
                ? List.of()
                : List.of(record.alternative().split("\\+"));
        WayBack changes = WayBack.of(
                piece,
                record,
                loaded.study(),
                StudyFolder.read(whole, alternatives).study());
        List<String> changed = new ArrayList<>(changes.taken());
        changed.addAll(changes.left());
        if (!changed.isEmpty()) {
            err.println(piece + ": the piece was changed since it was cut (" + changed.get(0)
                    + (changed.size() > 1 ? " and " + (changed.size() - 1) + " more" : "")
                    + "); what differs may come from that");
        }
        Map<String, Proof> proofs = new LinkedHashMap<>();
        for (String period : record.periods()) {
            Model model = loaded.compile(period).model();
            MeasuredResults results = run(model, record.replications());
            Set<String> leadingOut = record.cuts().stream()
                    .map(cut -> cut.road() + (cut.first() ? " back" : " ahead"))
                    .collect(Collectors.toSet());
            Proof proof = Proof.of(
                    leadingOut,
                    new Proof.Both<>(CutStore.ofWhole(piece, period, LinkRow.class), results.rows(LinkRow.class)),
                    new Proof.Both<>(
                            CutStore.ofWhole(piece, period, MovementRow.class), results.rows(MovementRow.class)),
                    new Proof.Both<>(
                            CutStore.ofWhole(piece, period, TravelTimeRow.class), results.rows(TravelTimeRow.class)),
                    model.period().from(),
                    model.period().to());
            proofs.put(period, proof);
            if (!form.isForMachines()) {
                if (record.periods().size() > 1) {
                    out.println("\nperiod " + period);
                }
                CutSheets.proof(proof, record.replications(), out);
            }
        }
        if (form.isForMachines()) {
            CutSheets.rows(proofs).print(form, out);
        }
        return proofs.values().stream().allMatch(Proof::holds) ? Exit.DONE : Exit.DOES_NOT_HOLD;
    }

    private MeasuredResults run(Model model, int replications) throws InterruptedException {
        ProgressLine line = new ProgressLine(err, replications);
        try (TrialPool pool = new LocalPool(Runtime.getRuntime().availableProcessors())) {
            return Trials.run(
                    model, Replications.of(replications), CutWork.INSTRUMENTS, pool, Watch.NOBODY, line, result -> {});
        } finally {
            line.done();
        }
    }
}
