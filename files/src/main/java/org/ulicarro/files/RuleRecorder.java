package org.ulicarro.files;

import java.io.Closeable;
import java.io.DataInput;
import java.io.DataOutput;
import java.io.IOException;
import java.io.OutputStream;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;
import java.util.List;
import java.util.zip.GZIPOutputStream;
import org.ulicarro.core.base.Clock;
import org.ulicarro.core.signal.StageAccount;
import org.ulicarro.core.traffic.Observer;
import org.ulicarro.core.traffic.TrafficView;
import org.ulicarro.core.traffic.events.TrafficEvents;
import tools.jackson.databind.json.JsonMapper;
import tools.jackson.databind.node.ArrayNode;
import tools.jackson.databind.node.ObjectNode;

/**
 * Writes each second which rules of stage scripts held and what they saw: a line of JSON for each second and place, packed by gzip.
 *
 * <p>{@code {"tick":594000,"place":"market","stage":"main","going":false,"lasted_s":12.3,"rules":[{"line":13,"if":"…","holds":true,"to":"side",
 * "with":["gap(eb) = 2.0 s"]}]}}
 */
public final class RuleRecorder implements Observer, Closeable {

    private static final JsonMapper JSON = JsonMapper.builder().build();

    private final List<String> places;
    private final int from;
    private final int to;
    private final OutputStream out;

    /**
     * Writes to a stream, which it closes.
     *
     * @param places those with a script
     * @param from first tick
     * @param to tick after the last
     */
    public RuleRecorder(List<String> places, int from, int to, OutputStream stream) throws IOException {
        this.places = places;
        this.from = from;
        this.to = to;
        out = new GZIPOutputStream(stream, 1 << 16);
    }

    @Override
    public void afterStep(TrafficView view, TrafficEvents events) {
        int tick = view.tick();
        if (tick % Clock.TICKS_PER_SECOND != 0 || tick < from || tick >= to) {
            return;
        }
        try {
            for (String place : places) {
                out.write((line(tick, place, view.account(place)) + "\n").getBytes(StandardCharsets.UTF_8));
            }
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }

    private static String line(int tick, String place, StageAccount account) {
        ObjectNode line = JSON.createObjectNode()
                .put("tick", tick)
                .put("place", place)
                .put("stage", account.stage())
                .put("going", account.going())
                .put("lasted_s", Math.rint(account.lasted() * 10) / 10);
        ArrayNode rules = line.putArray("rules");
        for (StageAccount.Asked rule : account.rules()) {
            ObjectNode one = rules.addObject()
                    .put("line", rule.line())
                    .put("if", rule.condition())
                    .put("holds", rule.holds())
                    .put("to", rule.leads());
            rule.terms().forEach(one.putArray("with")::add);
        }
        return line.toString();
    }

    @Override
    public void afterRun(TrafficView view, TrafficEvents events) {
        // nothing is left to write
    }

    @Override
    public void close() throws IOException {
        out.close();
    }

    @Override
    public void save(DataOutput out) {
        // what is written follows from the state of the controllers
    }

    @Override
    public void restore(DataInput in) {
        // nothing is kept
    }
}
