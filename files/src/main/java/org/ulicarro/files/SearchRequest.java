package org.ulicarro.files;

import java.io.IOException;
import java.nio.file.Path;
import java.util.Map;
import tools.jackson.core.JacksonException;
import tools.jackson.databind.PropertyNamingStrategies;
import tools.jackson.databind.json.JsonMapper;

/**
 * What was asked of a search, {@code search.json} of its folder, or of an assignment. Written once, when it begins.
 *
 * @param version of Ulicarro
 * @param command that searches, {@code calibrate}
 * @param alternative {@code base} or the names of alternatives
 * @param period id of the period; null for the only one
 * @param inputs digest of all that the study's runs depend on
 * @param seed of the study
 * @param replications of each trial
 * @param asked what else was asked for, by option
 * @param started when it began (ISO 8601, UTC)
 * @param seal a digest of all of it; null before it is written
 */
public record SearchRequest(
        String version,
        String command,
        String alternative,
        String period,
        String inputs,
        long seed,
        int replications,
        Map<String, String> asked,
        String started,
        String seal) {

    static final String FILE = "search.json";

    private static final JsonMapper JSON = JsonMapper.builder()
            .propertyNamingStrategy(PropertyNamingStrategies.SNAKE_CASE)
            .build();

    /** One that is to be written. */
    public SearchRequest(
            String version,
            String command,
            String alternative,
            String period,
            String inputs,
            long seed,
            int replications,
            Map<String, String> asked,
            String started) {
        this(version, command, alternative, period, inputs, seed, replications, asked, started, null);
    }

    private SearchRequest sealed() {
        SearchRequest plain = sealedWith(null);
        RowDigest digest = new RowDigest();
        digest.row(1);
        digest.cell(JSON.writeValueAsString(plain));
        return sealedWith(digest.hex());
    }

    private SearchRequest sealedWith(String digest) {
        return new SearchRequest(
                version, command, alternative, period, inputs, seed, replications, asked, started, digest);
    }

    void write(Path folder) throws IOException {
        write(folder, FILE);
    }

    /** The same under another name, as an assignment has it. */
    void write(Path folder, String file) throws IOException {
        OutputFile.text(
                folder.resolve(file), JSON.writerWithDefaultPrettyPrinter().writeValueAsString(sealed()) + "\n");
    }

    static SearchRequest read(Path folder) throws IOException {
        return read(folder, FILE);
    }

    static SearchRequest read(Path folder, String file) throws IOException {
        try {
            SearchRequest request =
                    JSON.readValue(InputFile.text(folder.resolve(file), InputFile.SMALL), SearchRequest.class);
            if (request.command == null || request.inputs == null || request.asked == null) {
                throw new IOException(folder.resolve(file) + " is damaged");
            }
            if (!request.sealed().seal.equals(request.seal)) {
                throw new IOException(folder.resolve(file) + " is damaged or was edited; make it again");
            }
            return request;
        } catch (JacksonException e) {
            throw new IOException(folder.resolve(file) + " is damaged", e);
        }
    }
}
