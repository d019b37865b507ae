package org.ulicarro.cli;

import com.sun.net.httpserver.HttpExchange;
import java.io.IOException;
import java.nio.file.Path;
import java.security.SecureRandom;
import java.util.HexFormat;
import java.util.LinkedHashMap;
import java.util.Map;
import java.util.function.Supplier;
import org.ulicarro.files.JsonFile;

/**
 * The curve of a search while it runs, on a page of this computer only: the address holds a word that nobody guesses. It reads what the
 * folder keeps, so it can hold nothing up.
 */
final class SearchPage implements AutoCloseable {

    private static final String HTML = """
            <!doctype html>
            <html lang="en"><head><meta charset="utf-8"><title>TITLE</title>
            <style>
              body { font: 15px/1.5 sans-serif; color: #23211e; margin: 24px auto; max-width: 1180px; padding: 0 16px; }
              h1 { font-size: 20px; margin: 0 0 4px; }
              #picture svg { width: 100%; height: auto; }
            </style></head>
            <body><h1>TITLE</h1><p id="text" aria-live="polite">…</p><div id="picture"></div>
            <script>
              async function look() {
                try {
                  const state = await (await fetch(location.pathname + '/state')).json();
                  document.getElementById('text').textContent = state.text;
                  if (state.svg) { document.getElementById('picture').innerHTML = state.svg; }
                  setTimeout(look, 2000);
                } catch (gone) {
                  document.getElementById('text').textContent += ' (the search has ended, or was stopped)';
                }
              }
              look();
            </script></body></html>
            """;

    private final Path folder;
    private final Supplier<String> text;
    private final String word;
    private final LoopbackPage page;

    /** @param text how far the search is, in words */
    SearchPage(Path folder, Supplier<String> text) throws IOException {
        this.folder = folder;
        this.text = text;
        byte[] random = new byte[12];
        new SecureRandom().nextBytes(random);
        word = HexFormat.of().formatHex(random);
        page = LoopbackPage.open(this::answer);
    }

    String address() {
        return page.address() + word;
    }

    private void answer(HttpExchange exchange) throws IOException {
        String path = exchange.getRequestURI().getPath();
        if (path.equals("/" + word)) {
            String title = "Signal timing, search " + folder.getFileName();
            LoopbackPage.send(exchange, 200, "text/html", HTML.replace("TITLE", title));
        } else if (path.equals("/" + word + "/state")) {
            Map<String, String> state = new LinkedHashMap<>();
            state.put("text", text.get());
            state.put("svg", picture());
            LoopbackPage.send(exchange, 200, "application/json", JsonFile.text(state));
        } else {
            exchange.sendResponseHeaders(404, -1);
        }
    }

    private String picture() {
        try {
            return new SearchPicture(folder).svg();
        } catch (IOException e) {
            return ""; // there is none before the first cycle length has a leader
        }
    }

    @Override
    public void close() {
        page.close();
    }
}
