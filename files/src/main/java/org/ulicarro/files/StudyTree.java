package org.ulicarro.files;

import java.lang.reflect.InvocationTargetException;
import java.lang.reflect.Method;
import java.lang.reflect.RecordComponent;
import java.math.BigDecimal;
import java.math.MathContext;
import java.math.RoundingMode;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import org.ulicarro.core.base.Dimension;
import org.ulicarro.core.base.Quantity;
import org.ulicarro.core.study.ChosenBy;
import org.ulicarro.core.study.DayTime;
import org.ulicarro.core.study.Form;
import org.ulicarro.core.study.Key;
import org.ulicarro.core.study.Point;
import org.ulicarro.core.study.Required;
import org.ulicarro.core.study.Unit;
import org.ulicarro.core.study.Usual;
import org.ulicarro.core.study.Written;

/**
 * Records of a study as the maps, lists and words of its file: what {@link StudyBinder} reads, written by the same annotations. What is as
 * usual is left out.
 */
final class StudyTree {

    private static final int LONG_TIME = 300; // s; from here on whole minutes are written as such

    /** The parts of each kind of record; asked for anew, Java would read all of their annotations anew. */
    private static final ClassValue<RecordComponent[]> COMPONENTS = new ClassValue<>() {
        @Override
        protected RecordComponent[] computeValue(Class<?> kind) {
            return kind.getRecordComponents();
        }
    };

    private StudyTree() {}

    /** A record's keys. */
    static Map<String, Object> of(Record record) {
        Map<String, Object> tree = new LinkedHashMap<>();
        for (Class<?> family : record.getClass().getInterfaces()) {
            ChosenBy chosen = family.getAnnotation(ChosenBy.class);
            if (chosen != null) {
                tree.put(chosen.value(), word(chosen, record));
            }
        }
        for (RecordComponent component : COMPONENTS.get(record.getClass())) {
            Object value = value(component, record);
            Object written = written(component, value);
            if (written != null && !comesByItself(component, value, record)) {
                Key key = component.getAccessor().getAnnotation(Key.class);
                tree.put(key == null ? Spelling.key(component.getName()) : key.value(), written);
            }
        }
        return tree;
    }

    private static String word(ChosenBy chosen, Record record) {
        for (ChosenBy.Words one : chosen.words().getEnumConstants()) {
            if (one.record() == record.getClass()) {
                return Written.of((Enum<?>) one);
            }
        }
        throw new IllegalStateException(record.getClass() + " has no word in its family");
    }

    /** What stands for a component; null where it is left out. */
    private static Object written(RecordComponent component, Object value) {
        boolean required = component.getAccessor().isAnnotationPresent(Required.class);
        boolean nothing = value == null
                || value instanceof Map<?, ?> map && map.isEmpty()
                || value instanceof List<?> list && list.isEmpty();
        if (nothing) {
            return required && value != null ? scalar(component, value) : null;
        }
        Object written = scalar(component, value);
        Usual usual = component.getAccessor().getAnnotation(Usual.class);
        boolean asUsual = usual == null
                ? component.getType().isPrimitive() && (value.equals(false) || value.equals(0) || value.equals(0.0))
                : isUsual(component, value, written, usual.value());
        return asUsual && !required ? null : written;
    }

    private static boolean isUsual(RecordComponent component, Object value, Object written, String usual) {
        Unit unit = component.getAccessor().getAnnotation(Unit.class);
        if (unit == null) {
            return String.valueOf(written).equals(usual);
        }
        try {
            Quantity same = Quantity.parse(usual, unit.value());
            return value instanceof Quantity ? value.equals(same) : value.equals(same.mean());
        } catch (Quantity.Unreadable e) {
            throw new IllegalStateException("a usual value must be one", e);
        }
    }

    private static Object scalar(RecordComponent component, Object value) {
        Unit unit = component.getAccessor().getAnnotation(Unit.class);
        if (component.getAccessor().isAnnotationPresent(DayTime.class)) {
            return DayTimes.text((Double) value);
        }
        return plain(value, unit);
    }

    /** @param unit of the numbers in it; null for those without one */
    private static Object plain(Object value, Unit unit) {
        if (value instanceof Map<?, ?> map) {
            Map<String, Object> all = new LinkedHashMap<>();
            map.forEach((key, one) ->
                    all.put(key instanceof Enum<?> word ? Written.of(word) : String.valueOf(key), plain(one, unit)));
            return all;
        }
        if (value instanceof List<?> list) {
            List<Object> all = new ArrayList<>();
            list.forEach(one -> all.add(plain(one, unit)));
            return all;
        }
        if (value instanceof Quantity quantity) {
            return text(quantity, unit.value(), unit.written());
        }
        if (value instanceof Point point) {
            return List.of(number(point.x()), number(point.y()));
        }
        if (value instanceof Enum<?> word) {
            return Written.of(word);
        }
        if (value.getClass().isAnnotationPresent(Form.class)) {
            return value.toString();
        }
        if (value instanceof Record record) {
            return of(record);
        }
        return value instanceof Double number
                ? unit == null ? number(number) : text(new Quantity(number, 0), unit.value(), unit.written())
                : value;
    }

    private static Object number(double value) {
        BigDecimal exact = new BigDecimal(Double.toString(value)).stripTrailingZeros();
        return exact.scale() <= 0 ? exact.toBigInteger() : exact;
    }

    /** With the first unit in which it reads back to the same bits, with as few digits as that takes. */
    static String text(double si, Dimension dimension) {
        return text(new Quantity(si, 0), dimension, "");
    }

    /** @param preferred unit, or nothing */
    private static String text(Quantity quantity, Dimension dimension, String preferred) {
        List<String> units = new ArrayList<>(dimension.units().keySet());
        double si = quantity.mean();
        if (!preferred.isEmpty()) {
            units.remove(preferred);
            units.add(0, preferred);
        }
        if (dimension == Dimension.TIME && si >= LONG_TIME && si % 60 == 0) {
            units.add(0, "min");
        }
        for (String unit : units) {
            String mean = digits(si, dimension.units().get(unit));
            String spread = digits(quantity.spread(), dimension.units().get(unit));
            if (mean != null && spread != null) {
                return mean + " " + unit + (quantity.spread() == 0 ? "" : " ± " + spread + " " + unit);
            }
        }
        String unit = units.get(0); // its last bit cannot be written
        double factor = dimension.units().get(unit);
        return rounded(si / factor) + " " + unit
                + (quantity.spread() == 0 ? "" : " ± " + rounded(quantity.spread() / factor) + " " + unit);
    }

    private static String rounded(double value) {
        return new BigDecimal(value)
                .round(MathContext.DECIMAL64)
                .stripTrailingZeros()
                .toPlainString();
    }

    private static String digits(double si, double factor) {
        double about = si / factor;
        for (double near : new double[] {about, Math.nextUp(about), Math.nextDown(about)}) {
            BigDecimal all = new BigDecimal(near);
            for (int scale = 0; scale <= 17; scale++) {
                BigDecimal rounded = all.setScale(scale, RoundingMode.HALF_EVEN);
                if (rounded.doubleValue() * factor == si) {
                    String text = rounded.toPlainString();
                    return text.length() > 14 ? null : text;
                }
            }
        }
        return null;
    }

    /** Whether a record makes a value by itself where none is written. */
    private static boolean comesByItself(RecordComponent component, Object value, Record record) {
        Method accessor = component.getAccessor();
        boolean mustStand = component.getType().isPrimitive()
                || accessor.isAnnotationPresent(Usual.class)
                || accessor.isAnnotationPresent(Required.class);
        if (mustStand) {
            return false;
        }
        RecordComponent[] all = COMPONENTS.get(record.getClass());
        Object[] values = new Object[all.length];
        Class<?>[] types = new Class<?>[all.length];
        for (int i = 0; i < all.length; i++) {
            types[i] = all[i].getType();
            boolean own = all[i].getName().equals(component.getName());
            values[i] = own ? null : value(all[i], record);
        }
        try {
            Object without = record.getClass().getDeclaredConstructor(types).newInstance(values);
            return value.equals(accessor.invoke(without));
        } catch (InvocationTargetException e) {
            return false; // it must be written
        } catch (ReflectiveOperationException e) {
            throw new IllegalStateException("records of a study are public", e);
        }
    }

    private static Object value(RecordComponent component, Record record) {
        try {
            return component.getAccessor().invoke(record);
        } catch (ReflectiveOperationException e) {
            throw new IllegalStateException("records of a study are public", e);
        }
    }
}
