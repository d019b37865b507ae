package org.ulicarro.core.run;

import java.io.DataOutputStream;
import java.io.IOException;
import java.io.OutputStream;
import java.io.UncheckedIOException;
import java.lang.reflect.RecordComponent;
import java.nio.charset.StandardCharsets;
import java.security.DigestOutputStream;
import java.security.MessageDigest;
import java.security.NoSuchAlgorithmException;
import java.util.HexFormat;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import org.ulicarro.core.study.Count;
import org.ulicarro.core.study.DemandInput;
import org.ulicarro.core.study.Study;
import org.ulicarro.core.study.TripTable;
import org.ulicarro.core.study.Trips;
import org.ulicarro.core.study.WayRow;
import org.ulicarro.core.study.script.At;

/**
 * A fingerprint of everything that a run depends on: the study with its scripts, clearances and network tables, counts and trips. Equal
 * means that a run can be driven again and shows the same traffic. Where something stands in its file does not count, nor do words
 * and what only printing heeds.
 */
public final class InputDigest {

    private static final Set<String> ONLY_PRINTED =
            Set.of("format", "title", "units", "files", "observed", "replications", "aims");

    /** Of the demand: how ways are chosen, which a run does not do, and where the table of ways lies, whose rows count by themselves. */
    private static final Set<String> ELSEWHERE = Set.of("choice", "ways");

    private InputDigest() {}

    /** SHA-256 in hexadecimal of the whole. */
    public static String of(Map<String, String> parts) {
        return sha(out -> write(out, parts));
    }

    /** SHA-256 in hexadecimal of each part, such as {@code network}, {@code signals}, {@code counts}. */
    public static Map<String, String> parts(Study study, List<Count> counts, List<Trips> trips, List<WayRow> ways) {
        Map<String, String> parts = new LinkedHashMap<>();
        for (RecordComponent component : Study.class.getRecordComponents()) {
            if (!ONLY_PRINTED.contains(component.getName())) {
                Object value = value(component, study);
                parts.put(component.getName(), sha(out -> write(out, value)));
            }
        }
        parts.put("counts", sha(out -> write(out, counts)));
        parts.put("trips", sha(out -> write(out, trips)));
        if (!ways.isEmpty()) {
            parts.put("ways", sha(out -> write(out, ways)));
        }
        return parts;
    }

    private interface Writing {
        void to(DataOutputStream out) throws IOException;
    }

    private static String sha(Writing writing) {
        try {
            MessageDigest sha = MessageDigest.getInstance("SHA-256");
            try (DataOutputStream out =
                    new DataOutputStream(new DigestOutputStream(OutputStream.nullOutputStream(), sha))) {
                writing.to(out);
            }
            return HexFormat.of().formatHex(sha.digest());
        } catch (NoSuchAlgorithmException e) {
            throw new IllegalStateException("every Java platform has SHA-256", e);
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }

    private static void write(DataOutputStream out, Object value) throws IOException {
        if (value == null) {
            out.writeByte(0);
        } else if (value instanceof At) {
            out.writeByte(1); // a place in a script
        } else if (value instanceof Long bits) {
            out.writeLong(bits); // more of them than a double holds
        } else if (value instanceof Number number) {
            out.writeDouble(number.doubleValue());
        } else if (value instanceof List<?> list) {
            out.writeInt(list.size());
            for (Object one : list) {
                write(out, one);
            }
        } else if (value instanceof Set<?> set) {
            write(out, set.stream().map(String::valueOf).sorted().toList());
        } else if (value instanceof Map<?, ?> map) {
            writeMap(out, map);
        } else if (value instanceof Record row) {
            writeRecord(out, row);
        } else if (value instanceof CharSequence || value instanceof Enum<?> || value instanceof Boolean) {
            byte[] text = value.toString().getBytes(StandardCharsets.UTF_8);
            out.writeInt(text.length);
            out.write(text);
        } else {
            throw new IllegalStateException("no digest of " + value.getClass());
        }
    }

    /** In the order of the file, which numbers places and roads and so is part of what is read. */
    private static void writeMap(DataOutputStream out, Map<?, ?> map) throws IOException {
        out.writeInt(map.size());
        for (Map.Entry<?, ?> entry : map.entrySet()) {
            write(out, String.valueOf(entry.getKey()));
            write(out, entry.getValue());
        }
    }

    private static void writeRecord(DataOutputStream out, Record row) throws IOException {
        write(out, row.getClass().getSimpleName());
        for (RecordComponent component : row.getClass().getRecordComponents()) {
            boolean whereItStands = row instanceof Count && component.getName().equals("origin")
                    || row instanceof DemandInput && ELSEWHERE.contains(component.getName())
                    || (row instanceof Trips || row instanceof WayRow)
                            && component.getName().equals("line")
                    || row instanceof Trips trips
                            && (trips.replication() == 0 && component.getName().equals("replication")
                                    || trips.lane() == 0 && component.getName().equals("lane")
                                    || Double.isNaN(trips.speed())
                                            && component.getName().equals("speed")
                                    || trips.driver() == 0
                                            && component.getName().equals("driver"))
                    || row instanceof TripTable table
                            && !table.loops()
                            && component.getName().equals("loops");
            if (!whereItStands) {
                write(out, value(component, row));
            }
        }
    }

    private static Object value(RecordComponent component, Record row) {
        try {
            return component.getAccessor().invoke(row);
        } catch (ReflectiveOperationException e) {
            throw new IllegalStateException("records of a study are public", e);
        }
    }
}
