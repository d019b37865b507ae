package org.ulicarro.report.band;

import java.io.IOException;
import java.io.InputStream;
import java.nio.charset.StandardCharsets;

/** One page that needs no network, on which the signals of a corridor are dragged and bands follow. */
public final class BandPage {

    private static final String DATA = "/*DATA*/null";

    private BandPage() {}

    /** @param json what the page shows, as {@code BandData} of the command writes it */
    public static String html(String json) throws IOException {
        try (InputStream in = BandPage.class.getResourceAsStream("page.html")) {
            // a name of a study may hold what would end the script
            return new String(in.readAllBytes(), StandardCharsets.UTF_8).replace(DATA, json.replace("<", "\\u003c"));
        }
    }
}
