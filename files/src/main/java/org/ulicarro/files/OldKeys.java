package org.ulicarro.files;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import org.ulicarro.core.base.Fault;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.node.ObjectNode;

/** Keys that had another name in the version before: still read, with a warning that says the new one. */
final class OldKeys {

    /** Of vehicles and types: old name to new one. */
    private static final Map<String, String> OF_VEHICLES = Map.of("speed-factor", "desired-speed");

    private OldKeys() {}

    /** Gives what was written under an old key its new one. */
    static List<Message> rename(LocatedTree tree) {
        List<Message> warnings = new ArrayList<>();
        renameIn(tree, "/vehicles", warnings);
        renameIn(tree, "/demand/types", warnings);
        renameExternal(tree, warnings);
        return warnings;
    }

    private static void renameIn(LocatedTree tree, String pointer, List<Message> warnings) {
        JsonNode all = tree.root.at(pointer);
        for (Map.Entry<String, JsonNode> entry : all.properties()) {
            OF_VEHICLES.forEach((old, now) -> {
                if (entry.getValue() instanceof ObjectNode one && one.has(old) && !one.has(now)) {
                    String at = Fault.child(pointer, entry.getKey());
                    warnings.add(renamed(tree.keySpot(Fault.child(at, old)), old, now));
                    one.set(now, one.remove(old));
                    tree.move(Fault.child(at, old), Fault.child(at, now));
                }
            });
        }
    }

    /** Control by an external program was called {@code outside}, which vehicles are that wait at an entry. */
    private static void renameExternal(LocatedTree tree, List<Message> warnings) {
        for (Map.Entry<String, JsonNode> entry : tree.root.path("signals").properties()) {
            String at = Fault.child("/signals", entry.getKey());
            if (entry.getValue() instanceof ObjectNode one
                    && "outside".equals(one.path("kind").asString(""))) {
                warnings.add(renamed(tree.spot(at + "/kind"), "kind: outside", "kind: external"));
                one.put("kind", "external");
                if (one.has("outside") && !one.has("external")) {
                    one.set("external", one.remove("outside"));
                    tree.move(at + "/outside", at + "/external");
                }
            }
        }
    }

    private static Message renamed(Spot spot, String old, String now) {
        return new Message(
                Fault.Severity.WARNING,
                spot,
                "'" + old + "' is called '" + now + "' now; the old name is read in this version only");
    }
}
