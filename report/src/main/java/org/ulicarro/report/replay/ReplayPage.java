package org.ulicarro.report.replay;

import java.io.IOException;
import java.io.InputStream;
import java.nio.charset.StandardCharsets;
import java.util.Base64;

/**
 * The page that plays a recording: one HTML document that holds its scene, its recording and its scripts, and asks no network for
 * anything. Its parts are files beside this class' package in the resources.
 */
public final class ReplayPage {

    /** In the order in which they run. */
    private static final String[] SCRIPTS = {
        "blocks.js",
        "legs.js",
        "recording.js",
        "network.js",
        "traffic.js",
        "measures.js",
        "camera.js",
        "ground.js",
        "vehicles.js",
        "people.js",
        "signals.js",
        "strip.js",
        "selection.js",
        "rules.js",
        "panel.js",
        "player.js",
        "page.js"
    };

    private ReplayPage() {}

    /**
     * A page that stands for itself.
     *
     * @param scene a {@link Scene} as JSON
     * @param tracks a recording of core.tracks
     * @param rules what stage scripts saw and decided each second, lines of JSON packed by gzip; empty for nothing
     * @param backdrop a {@link PagePicture} as JSON, or null
     */
    public static String of(String scene, byte[] tracks, byte[] rules, String backdrop) throws IOException {
        return page(
                scene,
                backdrop,
                Base64.getEncoder().encodeToString(tracks),
                Base64.getEncoder().encodeToString(rules),
                "default-src 'none'");
    }

    /** A page that is served, and listens to {@code tracks} for the pieces of a recording. */
    public static String live(String scene, String backdrop) throws IOException {
        return page(scene, backdrop, "", "", "default-src 'none'; connect-src 'self'");
    }

    private static String page(String scene, String backdrop, String tracks, String rules, String policy)
            throws IOException {
        StringBuilder scripts = new StringBuilder();
        for (String name : SCRIPTS) {
            scripts.append(resource(name)).append('\n');
        }
        return resource("page.html")
                .replace(
                        "{{policy}}", policy + "; img-src data:; style-src 'unsafe-inline'; script-src 'unsafe-inline'")
                .replace("{{style}}", resource("page.css"))
                .replace("{{script}}", scripts)
                .replace("{{scene}}", scene.replace("<", "\\u003c"))
                .replace("{{backdrop}}", backdrop == null ? "null" : backdrop.replace("<", "\\u003c"))
                .replace("{{tracks}}", tracks)
                .replace("{{rules}}", rules);
    }

    private static String resource(String name) throws IOException {
        try (InputStream in = ReplayPage.class.getResourceAsStream(name)) {
            return new String(in.readAllBytes(), StandardCharsets.UTF_8);
        }
    }
}
