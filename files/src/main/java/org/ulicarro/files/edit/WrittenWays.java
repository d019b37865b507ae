package org.ulicarro.files.edit;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;

/** Ways and corridors that are written place by place, after a place has become part of another one or a new one lies on a road. */
final class WrittenWays {

    /** Keys of lists of places, in their order. */
    private static final List<String> WAYS = List.of("via", "route");

    private WrittenWays() {}

    /** The same part with another place in its ways, as where something begins, and in front of crossings. */
    static Object merged(Object part, String key, String gone, String keep) {
        if (part instanceof Map<?, ?> map) {
            Map<Object, Object> all = new LinkedHashMap<>();
            map.forEach((name, value) -> {
                String own = String.valueOf(name);
                boolean begins = key.equals("entries") && own.equals(gone);
                boolean crossing = key.equals("walkers") && own.startsWith(gone + ".");
                String now = begins ? keep : crossing ? keep + own.substring(gone.length()) : own;
                all.put(now, merged(value, own, gone, keep));
            });
            return all;
        }
        boolean way = part instanceof List<?> && WAYS.contains(key);
        if (way || part instanceof String && key.equals("at")) {
            return onceEach(Names.changed(part, word -> word.equals(gone) ? keep : word));
        }
        return part;
    }

    /** A list without a word that follows itself; a word as it is. */
    private static Object onceEach(Object way) {
        if (!(way instanceof List<?> list)) {
            return way;
        }
        List<Object> all = new ArrayList<>();
        for (Object one : list) {
            if (all.isEmpty() || !one.equals(all.get(all.size() - 1))) {
                all.add(one);
            }
        }
        return all;
    }

    /** Ways that are written place by place pass the new one, too. */
    static Object through(Object part, Object first, Object last, String name) {
        if (part instanceof Map<?, ?> map) {
            Map<Object, Object> all = new LinkedHashMap<>();
            map.forEach((key, value) -> all.put(key, through(value, first, last, name)));
            return all;
        }
        if (part instanceof List<?> list) {
            List<Object> all = new ArrayList<>();
            for (Object one : list) {
                Object before = all.isEmpty() ? null : all.get(all.size() - 1);
                boolean along = first.equals(before) && last.equals(one) || last.equals(before) && first.equals(one);
                if (along) {
                    all.add(name);
                }
                all.add(through(one, first, last, name));
            }
            return all;
        }
        return part;
    }
}
