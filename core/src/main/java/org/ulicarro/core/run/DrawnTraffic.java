package org.ulicarro.core.run;

import java.nio.ByteBuffer;
import java.nio.charset.StandardCharsets;
import java.security.MessageDigest;
import java.security.NoSuchAlgorithmException;
import java.util.ArrayList;
import java.util.HexFormat;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;
import org.ulicarro.core.demand.Departures;
import org.ulicarro.core.demand.Walks;
import org.ulicarro.core.network.Network;

/**
 * Fingerprints of who wanted to travel in one replication, so that two runs can tell whether they met the same traffic, and if not,
 * what differs. Places and roads count by name: another network may number them otherwise.
 *
 * @param entries of how many wanted to come in at each entry
 * @param times of when they wanted to
 * @param types of what they were
 * @param ways of where they went
 * @param drivers of the draws for how each drives
 * @param people of those on foot
 */
public record DrawnTraffic(String entries, String times, String types, String ways, String drivers, String people) {

    static DrawnTraffic of(Network network, Departures who, Walks walks) {
        MessageDigest times = sha();
        MessageDigest types = sha();
        MessageDigest ways = sha();
        MessageDigest drivers = sha();
        byte[][] names = new byte[who.routes().length][];
        for (int i = 0; i < names.length; i++) {
            StringBuilder way = new StringBuilder();
            for (int movement : who.routes()[i]) {
                way.append(network.movements().get(movement).id()).append(' ');
            }
            names[i] = way.toString().getBytes(StandardCharsets.UTF_8);
        }
        Map<String, Integer> entries = new TreeMap<>();
        for (int v = 0; v < who.size(); v++) {
            String entry = network.links().get(who.entry()[v]).id();
            entries.merge(entry, 1, Integer::sum);
            times.update(entry.getBytes(StandardCharsets.UTF_8));
            times.update(bytes(Double.doubleToLongBits(who.time()[v])));
            types.update(who.kind()[v].id().getBytes(StandardCharsets.UTF_8));
            ways.update(names[who.route()[v]]);
            drivers.update(bytes(who.key()[v]));
        }
        MessageDigest counts = sha();
        counts.update(entries.toString().getBytes(StandardCharsets.UTF_8));
        MessageDigest people = sha();
        for (int w = 0; w < walks.size(); w++) {
            String crossing = network.crossings().get(walks.crossing()[w]).id();
            people.update(crossing.getBytes(StandardCharsets.UTF_8));
            people.update(bytes(Double.doubleToLongBits(walks.time()[w])));
        }
        return new DrawnTraffic(text(counts), text(times), text(types), text(ways), text(drivers), text(people));
    }

    /** What is not the same as in another one, in words; of those that follow from the numbers at entries only these. */
    public List<String> differences(DrawnTraffic other) {
        List<String> all = new ArrayList<>();
        if (!entries.equals(other.entries)) {
            all.add("entries");
        } else {
            add(all, "times", times, other.times);
            add(all, "types", types, other.types);
            add(all, "ways", ways, other.ways);
            add(all, "drivers", drivers, other.drivers);
        }
        add(all, "people", people, other.people);
        return all;
    }

    private static void add(List<String> all, String word, String one, String other) {
        if (!one.equals(other)) {
            all.add(word);
        }
    }

    /** One line, as {@link #parse} reads it. */
    public String line() {
        return String.join(" ", entries, times, types, ways, drivers, people);
    }

    /** Reads a line; null for one that is none. */
    public static DrawnTraffic parse(String line) {
        String[] parts = line.split(" ");
        return parts.length == 6 ? new DrawnTraffic(parts[0], parts[1], parts[2], parts[3], parts[4], parts[5]) : null;
    }

    private static byte[] bytes(long value) {
        return ByteBuffer.allocate(8).putLong(value).array();
    }

    private static String text(MessageDigest digest) {
        return HexFormat.of().formatHex(digest.digest(), 0, 8);
    }

    private static MessageDigest sha() {
        try {
            return MessageDigest.getInstance("SHA-256");
        } catch (NoSuchAlgorithmException e) {
            throw new IllegalStateException("every Java platform has SHA-256", e);
        }
    }
}
