package org.ulicarro.core.run;

import java.io.DataOutputStream;
import java.io.IOException;
import java.io.OutputStream;
import java.io.UncheckedIOException;
import java.security.DigestOutputStream;
import java.security.MessageDigest;
import java.security.NoSuchAlgorithmException;
import java.util.HexFormat;
import java.util.List;
import org.ulicarro.core.measure.CrossingRow;
import org.ulicarro.core.measure.EntryRow;
import org.ulicarro.core.measure.LaneCycle;
import org.ulicarro.core.measure.LineRow;
import org.ulicarro.core.measure.MovementRow;
import org.ulicarro.core.measure.TotalRow;

/** A fingerprint of all result rows in order, raw bits and nothing about the host: equal means the same run, to the last digit. */
public final class Digest {

    private Digest() {}

    /** SHA-256 in hexadecimal. */
    public static String of(List<ReplicationResult> results) {
        try {
            MessageDigest sha = MessageDigest.getInstance("SHA-256");
            try (DataOutputStream out =
                    new DataOutputStream(new DigestOutputStream(OutputStream.nullOutputStream(), sha))) {
                for (ReplicationResult result : results) {
                    write(out, result);
                }
            }
            return HexFormat.of().formatHex(sha.digest());
        } catch (NoSuchAlgorithmException e) {
            throw new IllegalStateException("every Java platform has SHA-256", e);
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }

    private static void write(DataOutputStream out, ReplicationResult result) throws IOException {
        out.writeInt(result.replication());
        out.writeInt(result.wanted());
        out.writeInt(result.entered());
        out.writeInt(result.unservedAtEnd());
        out.writeInt(result.unservedPeak());
        for (MovementRow row : result.rows()) {
            out.writeUTF(row.place() + ' ' + row.approach() + ' ' + row.movement());
            for (double value : new double[] {
                row.fromS(),
                row.toS(),
                row.vehicles(),
                row.demand(),
                row.unfinished(),
                row.controlDelayS(),
                row.entryDelayS(),
                row.geometricDelayS(),
                row.stoppedDelayS(),
                row.stops(),
                row.queueMeanM(),
                row.queueMaxM()
            }) {
                out.writeDouble(value);
            }
        }
        for (CrossingRow row : result.crossings()) {
            out.writeUTF(row.crossing());
            out.writeInt(row.walkers());
            out.writeDouble(row.delayS());
            out.writeDouble(row.onWalk());
        }
        for (EntryRow row : result.entries()) {
            out.writeUTF(row.link());
            out.writeInt(row.wanted());
            out.writeInt(row.entered());
            out.writeDouble(row.delayS());
            out.writeInt(row.outsidePeak());
        }
        for (LineRow row : result.lines()) {
            out.writeUTF(row.line());
            out.writeInt(row.runs());
            out.writeDouble(row.travelTimeS());
            out.writeDouble(row.controlDelayS());
        }
        for (TotalRow row : result.totals()) {
            out.writeUTF(row.type());
            out.writeInt(row.vehicles());
            out.writeDouble(row.distanceM());
            out.writeDouble(row.travelTimeS());
            out.writeDouble(row.delayS());
        }
        for (LaneCycle cycle : result.cycles()) {
            out.writeUTF(cycle.link());
            out.writeInt(cycle.lane());
            out.writeDouble(cycle.startS());
            out.writeDouble(cycle.backM());
        }
    }
}
