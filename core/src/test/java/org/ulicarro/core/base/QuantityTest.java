package org.ulicarro.core.base;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import java.util.List;
import java.util.regex.Pattern;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class QuantityTest {

    @ParameterizedTest
    @CsvSource({
        "60 m, LENGTH, 60",
        "200 ft, LENGTH, 60.96",
        "1.5 km, LENGTH, 1500",
        "1 mi, LENGTH, 1609.344",
        "50 km/h, SPEED, 13.888888888888889",
        "60 mph, SPEED, 26.8224",
        "3.5 s, TIME, 3.5",
        "8 min, TIME, 480",
        "1.4 m/s2, ACCELERATION, 1.4",
        "5 %, SHARE, 0.05",
        "60m, LENGTH, 60",
        "+2 m, LENGTH, 2",
        "-2 m, LENGTH, -2"
    })
    void readsUnits(String text, Dimension dimension, double si) throws Quantity.Unreadable {
        assertThat(Quantity.parse(text, dimension).mean()).isCloseTo(si, within(1e-12));
    }

    @Test
    void readsASpreadWithAndWithoutItsOwnUnit() throws Quantity.Unreadable {
        assertThat(Quantity.parse("8 s ± 3 s", Dimension.TIME)).isEqualTo(new Quantity(8, 3));
        assertThat(Quantity.parse("8 s ± 3", Dimension.TIME)).isEqualTo(new Quantity(8, 3));
        assertThat(Quantity.parse("1 min +- 3 s", Dimension.TIME)).isEqualTo(new Quantity(60, 3));
    }

    @ParameterizedTest
    @CsvSource(delimiter = '|', quoteCharacter = '"', textBlock = """
            60        | LENGTH | '60' has no unit; write '60 m' or '60 ft'
            60 miles  | LENGTH | 'miles' in '60 miles' is no unit of a length; use m, ft, km or mi
            fast      | SPEED  | 'fast' is not a speed; write for example '50 km/h'
            1,5 m     | LENGTH | '1,5 m' is not a length; write for example '60 m'
            3 s ± -1 s| TIME   | the spread in '3 s ± -1 s' is negative
            """)
    void saysWhatIsWrong(String text, Dimension dimension, String message) {
        assertThatThrownBy(() -> Quantity.parse(text, dimension)).hasMessage(message);
    }

    @Test
    void theSchemasPatternTakesWhatTheParserTakes() {
        for (String good : List.of("60 m", "60m", " 1.5 km ", "-3 ft")) {
            assertThat(Pattern.matches(Quantity.pattern(Dimension.LENGTH, false), good))
                    .as(good)
                    .isTrue();
        }
        for (String bad : List.of("60", "60 s", "m", "1,5 m", "6 m ± 1 m")) {
            assertThat(Pattern.matches(Quantity.pattern(Dimension.LENGTH, false), bad))
                    .as(bad)
                    .isFalse();
        }
    }

    @Test
    void findsWhatWasMeant() {
        assertThat(Names.nearest("markt", List.of("mole", "market"))).contains("market");
        assertThat(Names.nearest("sede", List.of("step", "seed"))).contains("seed");
        assertThat(Names.nearest("xyz", List.of("step", "seed"))).isEmpty();
        assertThat(Names.suggestion("markt", List.of("market"))).isEqualTo(" Did you mean 'market'?");
        assertThat(Names.suggestion("q", List.of("pm", "am"))).isEqualTo(" Known here: pm, am.");
    }

    @Test
    void timeOfDayGoesOnPastMidnight() {
        assertThat(Clock.timeOfDay(59400)).isEqualTo("16:30");
        assertThat(Clock.timeOfDay(59415)).isEqualTo("16:30:15");
        assertThat(Clock.timeOfDay(90000)).isEqualTo("25:00");
    }
}
