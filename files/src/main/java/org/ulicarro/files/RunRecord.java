package org.ulicarro.files;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import org.ulicarro.core.study.Study;
import tools.jackson.core.JsonParser;
import tools.jackson.core.JsonToken;
import tools.jackson.core.ObjectReadContext;
import tools.jackson.core.json.JsonFactory;

/**
 * What {@code run.json} says of a run besides the study itself.
 *
 * @param version of Ulicarro
 * @param title of the study
 * @param alternative {@code base} or the names of alternatives
 * @param period id of the period
 * @param fromS its start (s since midnight)
 * @param toS its end (s since midnight)
 * @param replications how many
 * @param seed of the study
 * @param units metric or us, for printing
 * @param inputs digest of all that the run depends on; null in runs from before it was kept
 * @param digest of all result rows; equal for equal runs
 * @param wanted vehicles that wanted to travel, mean over replications
 * @param unservedAtEnd vehicles outside when the period ended, mean over replications
 * @param unservedPeak the most outside at once in any replication
 * @param startFill vehicles on the road when the period begins, as a share of the mean of its first quarter of an hour
 * @param missedTurns vehicles that found no room to change lanes for their movement, mean over replications
 * @param detoured vehicles that took another way round closed roads, mean over replications
 * @param noWay vehicles that had none, mean over replications
 * @param movedUp drivers who moved up into full junctions, since full roads in a circle held each other, mean over replications
 * @param standstills rings of vehicles that blocked each other, in words
 * @param warnings what the study's check said
 * @param incidents what happened around the run that its figures do not show, such as a controller that was lost
 * @param traffic fingerprints of who wanted to travel, replication by replication, as {@code DrawnTraffic} writes them
 * @param started when the run began (ISO 8601, UTC)
 * @param seconds how long it took
 * @param jobs threads
 * @param java version of the Java runtime
 * @param system operating system and processor kind
 */
public record RunRecord(
        String version,
        String title,
        String alternative,
        String period,
        double fromS,
        double toS,
        int replications,
        long seed,
        String units,
        String inputs,
        String digest,
        double wanted,
        double unservedAtEnd,
        int unservedPeak,
        double startFill,
        double missedTurns,
        double detoured,
        double noWay,
        double movedUp,
        List<String> standstills,
        List<String> warnings,
        List<String> incidents,
        List<String> traffic,
        String started,
        double seconds,
        int jobs,
        String java,
        String system) {

    /** In what people read its figures. */
    public Study.Units printed() {
        return units.equals("us") ? Study.Units.US : Study.Units.METRIC;
    }

    /** Fewer outside at once only keep their distance to those who went in before them. */
    public static final int A_QUEUE = 5;

    /** Whether vehicles were left outside for want of room. */
    public boolean leftSomeOutside() {
        return unservedAtEnd >= 1 && unservedPeak >= A_QUEUE;
    }

    /** Reads it from the text of {@code run.json}, token by token: printing results should not wait for a whole data binding. */
    static RunRecord read(String json) {
        Map<String, String> facts = new HashMap<>();
        List<String> warnings = new ArrayList<>();
        List<String> incidents = new ArrayList<>();
        List<String> standstills = new ArrayList<>();
        List<String> traffic = new ArrayList<>();
        Map<String, List<String>> lists =
                Map.of("warnings", warnings, "incidents", incidents, "standstills", standstills, "traffic", traffic);
        try (JsonParser parser = new JsonFactory().createParser(ObjectReadContext.empty(), json)) {
            parser.nextToken();
            while (parser.nextToken() == JsonToken.PROPERTY_NAME) {
                String key = parser.currentName();
                JsonToken token = parser.nextToken();
                if (token.isScalarValue()) {
                    facts.put(key, parser.getString());
                } else if (lists.containsKey(key)) {
                    while (parser.nextToken() != JsonToken.END_ARRAY) {
                        lists.get(key).add(parser.getString());
                    }
                } else {
                    parser.skipChildren();
                }
            }
        }
        if (!facts.containsKey("digest")) {
            throw new IllegalArgumentException("it is no record of a run");
        }
        return new RunRecord(
                facts.get("version"),
                facts.get("title"),
                facts.get("alternative"),
                facts.get("period"),
                number(facts, "from_s"),
                number(facts, "to_s"),
                (int) number(facts, "replications"),
                Long.parseLong(facts.getOrDefault("seed", "0")),
                facts.getOrDefault("units", "metric"),
                facts.get("inputs"),
                facts.get("digest"),
                number(facts, "wanted"),
                number(facts, "unserved_at_end"),
                (int) number(facts, "unserved_peak"),
                Double.parseDouble(facts.getOrDefault("start_fill", "1")),
                number(facts, "missed_turns"),
                number(facts, "detoured"),
                number(facts, "no_way"),
                number(facts, "moved_up"),
                standstills,
                warnings,
                incidents,
                traffic,
                facts.get("started"),
                number(facts, "seconds"),
                (int) number(facts, "jobs"),
                facts.get("java"),
                facts.get("system"));
    }

    private static double number(Map<String, String> facts, String key) {
        return Double.parseDouble(facts.getOrDefault(key, "0"));
    }

    /** Numbers of the replications in which vehicles blocked each other for good. */
    public List<Integer> blocked() {
        return standstills.stream()
                .map(how -> how.replaceFirst("^replication (\\d+):.*", "$1"))
                .filter(number -> number.matches("\\d+"))
                .map(Integer::valueOf)
                .distinct()
                .toList();
    }
}
