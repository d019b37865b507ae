package org.ulicarro.core.study;

import java.lang.reflect.Constructor;
import java.lang.reflect.InvocationTargetException;
import java.lang.reflect.RecordComponent;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/** Changes one value deep within records, lists and maps: {@code signals.market.plans.pm.offset}. */
public final class AtPath {

    /** A part of a path; one with dots stands in quotes. */
    private static final Pattern PART = Pattern.compile("\"([^\"]+)\"|([^.\"]+)");

    private AtPath() {}

    /**
     * The same record with another value at a path.
     *
     * @param path keys as a study writes them, with dots between
     * @param value in SI units, of the type that stands there; null for none
     * @throws IllegalArgumentException when the path leads nowhere, or the value is of another type
     */
    public static <T extends Record> T with(T root, String path, Object value) {
        List<String> parts = new ArrayList<>();
        Matcher m = PART.matcher(path);
        while (m.find()) {
            parts.add(m.group(1) == null ? m.group(2) : m.group(1));
        }
        @SuppressWarnings("unchecked")
        T changed = (T) with(root, parts, value, path);
        return changed;
    }

    private static Object with(Object at, List<String> parts, Object value, String path) {
        if (parts.isEmpty()) {
            return value;
        }
        String part = parts.get(0);
        List<String> rest = parts.subList(1, parts.size());
        if (at instanceof Record record) {
            return with(record, part, rest, value, path);
        }
        if (at instanceof Map<?, ?> map && (map.containsKey(part) || rest.isEmpty())) {
            Map<Object, Object> changed = new LinkedHashMap<>(map);
            Object inner = with(map.get(part), rest, value, path);
            if (inner == null) {
                changed.remove(part);
            } else {
                changed.put(part, inner);
            }
            return changed;
        }
        if (at instanceof List<?> list && part.matches("\\d{1,6}") && Integer.parseInt(part) < list.size()) {
            List<Object> changed = new ArrayList<>(list);
            changed.set(Integer.parseInt(part), with(list.get(Integer.parseInt(part)), rest, value, path));
            return changed;
        }
        throw new IllegalArgumentException("'" + path + "' leads nowhere: there is no '" + part + "'");
    }

    private static Object with(Record record, String part, List<String> rest, Object value, String path) {
        RecordComponent[] components = record.getClass().getRecordComponents();
        Object[] values = new Object[components.length];
        boolean found = false;
        try {
            for (int i = 0; i < components.length; i++) {
                values[i] = components[i].getAccessor().invoke(record);
                if (Written.key(components[i]).equals(part)) {
                    values[i] = with(values[i], rest, value, path);
                    found = true;
                }
            }
            if (!found) {
                throw new IllegalArgumentException("'" + path + "' leads nowhere: there is no '" + part + "'");
            }
            Class<?>[] types =
                    Arrays.stream(components).map(RecordComponent::getType).toArray(Class<?>[]::new);
            Constructor<?> constructor = record.getClass().getDeclaredConstructor(types);
            return constructor.newInstance(values);
        } catch (InvocationTargetException e) {
            throw new IllegalArgumentException(e.getCause());
        } catch (ReflectiveOperationException e) {
            throw new IllegalStateException("records of a study are public", e);
        }
    }
}
