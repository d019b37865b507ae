package org.ulicarro.files;

import java.io.IOException;
import java.nio.file.Path;
import java.util.Map;
import tools.jackson.core.JacksonException;
import tools.jackson.databind.PropertyNamingStrategies;
import tools.jackson.databind.json.JsonMapper;

/**
 * What was asked of a search, {@code search.json} of its folder. Written once, when it begins.
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
        String started) {

    static final String FILE = "search.json";

    private static final JsonMapper JSON = JsonMapper.builder()
            .propertyNamingStrategy(PropertyNamingStrategies.SNAKE_CASE)
            .build();

    void write(Path folder) throws IOException {
        OutputFile.text(
                folder.resolve(FILE), JSON.writerWithDefaultPrettyPrinter().writeValueAsString(this) + "\n");
    }

    static SearchRequest read(Path folder) throws IOException {
        try {
            SearchRequest request =
                    JSON.readValue(InputFile.text(folder.resolve(FILE), InputFile.SMALL), SearchRequest.class);
            if (request.command == null || request.inputs == null || request.asked == null) {
                throw new IOException(folder.resolve(FILE) + " is damaged");
            }
            return request;
        } catch (JacksonException e) {
            throw new IOException(folder.resolve(FILE) + " is damaged", e);
        }
    }
}
