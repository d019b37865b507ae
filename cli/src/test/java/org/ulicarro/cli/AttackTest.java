package org.ulicarro.cli;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.nio.file.Path;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** Three hundred damaged studies, imports and runs, the same ones every time; {@code bench/attack} draws others, as many as asked for. */
class AttackTest {

    @TempDir
    private Path temp;

    @ParameterizedTest
    @CsvSource({"studies, 110, 20240", "imports, 110, 20241", "runs, 80, 20242"})
    void whateverIsDamagedIsAnswered(String kind, int cases, long seed) throws IOException {
        Attack attack = new Attack(temp, Attack.seeds(kind, temp), seed).run(cases);
        assertThat(attack.failures()).isEmpty();
        assertThat(attack.counts().values().stream().mapToInt(c -> c.accepted).sum())
                .as("some damage is harmless")
                .isPositive();
        assertThat(attack.counts().values().stream().mapToInt(c -> c.refused).sum())
                .as("much is found")
                .isGreaterThan(cases / 5);
    }
}
