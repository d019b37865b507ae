package org.ulicarro.core.run;

import java.io.ByteArrayInputStream;
import java.io.ByteArrayOutputStream;
import java.io.DataInputStream;
import java.io.DataOutputStream;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;
import java.util.function.Predicate;
import org.ulicarro.core.base.Stateful;

/**
 * Everything that changes in a replication, at one moment, in named parts. It knows what it is of, and another replication is told so
 * instead of going on with what is not its own. Immutable.
 */
public final class Snapshot {

    private final Model model;
    private final int replication;
    private final double at;
    private final Map<String, byte[]> parts;

    private Snapshot(Model model, int replication, double at, Map<String, byte[]> parts) {
        this.model = model;
        this.replication = replication;
        this.at = at;
        this.parts = parts;
    }

    /**
     * Takes one.
     *
     * @throws IllegalStateException when a part cannot be saved, with its name
     */
    static Snapshot of(Model model, int replication, double at, Map<String, Stateful> parts) {
        Map<String, byte[]> saved = new LinkedHashMap<>();
        parts.forEach((name, part) -> {
            ByteArrayOutputStream bytes = new ByteArrayOutputStream();
            try (DataOutputStream out = new DataOutputStream(bytes)) {
                part.save(out);
            } catch (UnsupportedOperationException e) {
                throw new IllegalStateException(name + " cannot be saved: " + e.getMessage(), e);
            } catch (IOException e) {
                throw new UncheckedIOException(e);
            }
            saved.put(name, bytes.toByteArray());
        });
        return new Snapshot(model, replication, at, saved);
    }

    /** Number of the replication that it is of. */
    public int replication() {
        return replication;
    }

    /** The moment (s since midnight). */
    public double at() {
        return at;
    }

    /** Names of its parts. */
    public List<String> parts() {
        return List.copyOf(parts.keySet());
    }

    /** How many bytes it takes. */
    public long size() {
        return parts.values().stream().mapToLong(bytes -> bytes.length).sum();
    }

    /** What it is of. */
    Model model() {
        return model;
    }

    /**
     * Puts a replication into this state.
     *
     * @throws IllegalArgumentException in words, when it is of something else
     */
    void into(Model otherModel, int otherReplication, Map<String, Stateful> others) {
        if (!otherModel.fingerprint().equals(model.fingerprint())) {
            throw new IllegalArgumentException(
                    "this state is of another model: network, demand, signals or period differ");
        }
        put(otherReplication, others, name -> true);
    }

    /**
     * Puts a replication under other signals into this state.
     *
     * @param stays whether a part is put back, by its name
     * @throws IllegalArgumentException in words, when it differs in more than signals
     */
    void into(Model otherModel, int otherReplication, Map<String, Stateful> others, Predicate<String> stays) {
        Map<String, String> here = new TreeMap<>(model.inputs().parts());
        Map<String, String> there = new TreeMap<>(otherModel.inputs().parts());
        here.remove("signals");
        there.remove("signals");
        List<String> differ = here.keySet().stream()
                .filter(part -> !here.get(part).equals(there.get(part)))
                .toList();
        if (!differ.isEmpty() || !model.periodId().equals(otherModel.periodId())) {
            throw new IllegalArgumentException("only signals may differ where a state goes on under another model, but "
                    + (differ.isEmpty() ? "the period" : String.join(", ", differ)) + " differ"
                    + (differ.size() == 1 || differ.isEmpty() ? "s" : ""));
        }
        if (!otherModel.signals().letsGoLike(model.signals())) {
            throw new IllegalArgumentException(
                    "a state can go on under other times and orders of the same signal groups"
                            + " and detectors; here groups, what they serve or detectors differ");
        }
        put(otherReplication, others, stays);
    }

    private void put(int otherReplication, Map<String, Stateful> others, Predicate<String> stays) {
        if (otherReplication != replication) {
            throw new IllegalArgumentException("this state is of replication " + replication
                    + ", whose vehicles are others than those of replication " + otherReplication);
        }
        if (!parts().equals(List.copyOf(others.keySet()))) {
            List<String> missing = new ArrayList<>(others.keySet());
            missing.removeAll(parts.keySet());
            List<String> more = new ArrayList<>(parts.keySet());
            more.removeAll(others.keySet());
            throw new IllegalArgumentException("this state has other parts: "
                    + (missing.isEmpty() ? "" : "it lacks " + String.join(", ", missing))
                    + (missing.isEmpty() || more.isEmpty() ? "" : "; ")
                    + (more.isEmpty() ? "" : "nobody wants " + String.join(", ", more)));
        }
        others.forEach((name, part) -> {
            if (!stays.test(name)) {
                return;
            }
            try (DataInputStream in = new DataInputStream(new ByteArrayInputStream(parts.get(name)))) {
                part.restore(in);
                if (in.read() >= 0) {
                    throw new IllegalStateException(name + " left something unread");
                }
            } catch (IOException e) {
                throw new UncheckedIOException(name + " is not what was saved", e);
            }
        });
    }
}
