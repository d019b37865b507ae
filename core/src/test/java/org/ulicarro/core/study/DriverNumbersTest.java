package org.ulicarro.core.study;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.lang.reflect.RecordComponent;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Arrays;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.MethodSource;
import org.ulicarro.core.Crossroads;
import org.ulicarro.core.base.Quantity;
import org.ulicarro.core.run.Change;
import org.ulicarro.core.run.Model;

/** The table of drivers' numbers: each can be changed within its bounds, makes another behaviour, and stands on its page. */
class DriverNumbersTest {

    static Stream<String> keys() {
        return Arrays.stream(DriverNumbers.class.getRecordComponents()).map(Written::key);
    }

    private static Object value(DriverNumbers numbers, String key) throws ReflectiveOperationException {
        for (RecordComponent component : DriverNumbers.class.getRecordComponents()) {
            if (Written.key(component).equals(key)) {
                return component.getAccessor().invoke(numbers);
            }
        }
        throw new IllegalArgumentException(key);
    }

    private static Object scaled(Object value, double factor) {
        return value instanceof Quantity q
                ? new Quantity(q.mean() * factor, q.spread())
                : (Object) ((Double) value * factor);
    }

    @ParameterizedTest
    @MethodSource("keys")
    void eachIsOpenWithinItsBounds(String key) throws ReflectiveOperationException {
        Model model = new Crossroads().model();
        Object usual = value(DriverNumbers.USUAL, key);
        Model changed = model.with(Change.at("drivers.all-roads." + key, scaled(usual, 1.5)))
                .get();
        assertThat(value(changed.study().drivers().allRoads(), key)).isEqualTo(scaled(usual, 1.5));
        assertThat(changed.inputs().digest()).isNotEqualTo(model.inputs().digest());
        assertThat(changed.behaviour()).isNotSameAs(model.behaviour());
        assertThat(changed.table()).isSameAs(model.table());
        for (double factor : new double[] {-1, 0, 0.05, 20, Double.NaN}) {
            assertThat(model.with(Change.at("drivers.all-roads." + key, scaled(usual, factor)))
                            .faults())
                    .as(key + " times " + factor)
                    .anyMatch(f -> f.pointer().equals("/drivers/all-roads/" + key)
                            && f.message().contains("a tenth to ten times"));
        }
    }

    @Test
    void thePageIsUpToDate() throws IOException {
        assertThat(Files.readString(Path.of("../docs/drivers.md")))
                .as("run DriversPage to write it anew")
                .isEqualTo(DriversPage.text());
    }
}
