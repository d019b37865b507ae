package org.ulicarro.core.signal;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.ArrayList;
import org.junit.jupiter.api.Test;
import org.ulicarro.core.Crossroads;
import org.ulicarro.core.network.Network;
import org.ulicarro.core.network.NetworkCompiler;
import org.ulicarro.core.study.Study.DriveOn;

class CompatibilityTest {

    private final Network network =
            NetworkCompiler.compile(new Crossroads().study().network(), DriveOn.RIGHT, new ArrayList<>());

    @Test
    void knowsWhoMayGoTogether() {
        assertThat(of("EBL", "WBT", true)).isEqualTo(Compatibility.YIELDS);
        assertThat(of("WBT", "NBT", false)).isEqualTo(Compatibility.NEVER);
        assertThat(of("EBL", "WBL", false)).isEqualTo(Compatibility.FREE);
    }

    private Compatibility of(String one, String other, boolean inGaps) {
        return Compatibility.of(
                network,
                network.junctions().get("market"),
                network.movement("market", one).movement().index(),
                network.movement("market", other).movement().index(),
                inGaps);
    }
}
