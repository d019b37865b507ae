package org.ulicarro.files;

import java.io.IOException;
import java.nio.file.Path;
import tools.jackson.core.JacksonException;
import tools.jackson.databind.PropertyNamingStrategies;
import tools.jackson.databind.json.JsonMapper;

/**
 * What a run was asked for, kept beside it until it is complete, so that one that was interrupted can go on.
 *
 * @param version of Ulicarro that began it
 * @param alternative {@code base} or the names of alternatives
 * @param period id of the period
 * @param inputs digest of all that it depends on
 * @param replications how many were asked for
 * @param record what is recorded, as it was written; null for nothing
 * @param precision how sure a mean has to be, as it was written; null for a fixed number
 * @param of what that is about
 * @param most replications that it may take
 * @param stopOnStandstill whether it ends when vehicles block each other
 * @param alone whether no external program takes part: only such a run can go on
 */
public record RunRequest(
        String version,
        String alternative,
        String period,
        String inputs,
        int replications,
        String record,
        String precision,
        String of,
        int most,
        boolean stopOnStandstill,
        boolean alone) {

    static final String FILE = "request.json";

    private static final JsonMapper JSON = JsonMapper.builder()
            .propertyNamingStrategy(PropertyNamingStrategies.SNAKE_CASE)
            .build();

    /** The same with another number of replications. */
    RunRequest of(int other) {
        return new RunRequest(
                version, alternative, period, inputs, other, record, precision, of, most, stopOnStandstill, alone);
    }

    void write(Path part) throws IOException {
        OutputFile.text(
                part.resolve(FILE), JSON.writerWithDefaultPrettyPrinter().writeValueAsString(this) + "\n");
    }

    static RunRequest read(Path part) throws IOException {
        try {
            return JSON.readValue(InputFile.text(part.resolve(FILE), InputFile.SMALL), RunRequest.class);
        } catch (JacksonException e) {
            throw new IOException(part.resolve(FILE) + " is damaged", e);
        }
    }
}
