package org.ulicarro.cli;

import static org.assertj.core.api.Assertions.assertThat;
import static org.junit.jupiter.api.Assumptions.assumeTrue;

import blue.strategic.parquet.ParquetReader;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.stream.Stream;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.ulicarro.files.Samples;

/** Tables of a run for other programs: the same values in each form. */
class ExportCommandTest extends InProcess {

    @TempDir
    private static Path temp;

    private static Path study;

    @BeforeAll
    static void runOnce() throws IOException {
        study = temp.resolve("crossroads");
        Samples.write("crossroads", study);
        Path file = study.resolve("study.yaml");
        Files.writeString(file, Files.readString(file).replaceFirst("to: \"?[0-9:]+\"?", "to: \"07:45\""));
        assertThat(new ExportCommandTest().run("run", study, "-n", "2")).isZero();
    }

    private static List<String> names(Path folder, String ending) throws IOException {
        try (Stream<Path> files = Files.list(folder)) {
            return files.map(f -> f.getFileName().toString())
                    .map(n -> {
                        assertThat(n).endsWith(ending);
                        return n.substring(0, n.length() - ending.length());
                    })
                    .sorted()
                    .toList();
        }
    }

    /** A value as the CSV file writes it. */
    private static String cell(Object value) {
        String text = value == null ? "" : value.toString();
        return text.contains(",") ? '"' + text + '"' : text;
    }

    private static List<String> parquetLines(Path file) throws IOException {
        try (Stream<String> lines = ParquetReader.streamContent(
                file.toFile(), new blue.strategic.parquet.Hydrator<StringBuilder, String, String[]>() {
                    @Override
                    public StringBuilder start() {
                        return new StringBuilder();
                    }

                    @Override
                    public StringBuilder add(StringBuilder row, String[] heading, Object value) {
                        return row.append(row.isEmpty() ? "" : ",").append(cell(value));
                    }

                    @Override
                    public String finish(StringBuilder row) {
                        return row.toString();
                    }
                })) {
            return lines.toList();
        }
    }

    @Test
    void parquetAndCsvHoldTheSame() throws IOException {
        Path csv = temp.resolve("csv");
        Path parquet = temp.resolve("parquet");
        assertThat(run("export", study, "--csv", csv)).as(err).isZero();
        assertThat(run("export", study, "--parquet", parquet)).as(err).isZero();
        assertThat(out).contains("tables to " + parquet);
        assertThat(names(parquet, ".parquet"))
                .isEqualTo(names(csv, ".csv"))
                .contains("movements", "lane_cycles", "signals");
        for (String table : names(csv, ".csv")) {
            List<String> rows = Files.readAllLines(csv.resolve(table + ".csv"));
            assertThat(parquetLines(parquet.resolve(table + ".parquet")))
                    .as(table)
                    .isEqualTo(rows.subList(1, rows.size()));
        }
        assertThat(Files.readAllLines(csv.resolve("movements.csv"))).hasSizeGreaterThan(20);
    }

    @Test
    void nothingIsWrittenOver() throws IOException {
        Path folder = Files.createDirectories(temp.resolve("mine"));
        Files.writeString(folder.resolve("signals.parquet"), "mine");
        assertThat(run("export", study, "--parquet", folder)).isEqualTo(Exit.INPUT);
        assertThat(err).contains("signals.parquet").contains("exists already");
        assertThat(names(folder, ".parquet")).containsExactly("signals");
        assertThat(run("export", study)).isEqualTo(Exit.USAGE);
        assertThat(run("export", study, "--csv", folder, "--parquet", folder)).isEqualTo(Exit.USAGE);
    }

    /** The sqlite3 program opens results, and the queries of docs/results.md run in it. */
    @Test
    void theDocumentedQueriesRunInSqlite3() throws IOException, InterruptedException {
        assumeTrue(
                Stream.of(System.getenv("PATH").split(":")).anyMatch(p -> Files.isExecutable(Path.of(p, "sqlite3"))));
        String page = Files.readString(Path.of("../docs/results.md"));
        String sql = page.substring(page.indexOf("```sql") + 6);
        sql = sql.substring(0, sql.indexOf("```")).replace("'market'", "'mill'");
        assertThat(sql.split(";")).hasSizeGreaterThanOrEqualTo(6);
        Path database = study.resolve("runs/0001-base/results.sqlite");
        Process process = new ProcessBuilder("sqlite3", "-bail", database.toString(), sql)
                .redirectErrorStream(true)
                .start();
        String printed = new String(process.getInputStream().readAllBytes(), StandardCharsets.UTF_8);
        assertThat(process.waitFor()).as(printed).isZero();
        assertThat(printed).contains("|");
    }
}
