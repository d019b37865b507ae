package org.ulicarro.cli;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.io.PrintWriter;
import java.io.StringWriter;
import java.util.function.Consumer;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.parallel.Isolated;
import picocli.CommandLine;
import picocli.CommandLine.Command;
import picocli.CommandLine.Mixin;

@Isolated("it says by a property that this is a terminal")
class OutputTest {

    @Command
    private static final class Dummy {
        @Mixin
        private OutputForm form;
    }

    private static String print(Rows rows, String option) throws IOException {
        Dummy dummy = new Dummy();
        new CommandLine(dummy).parseArgs(option);
        StringWriter text = new StringWriter();
        dummy.form.print(rows, new PrintWriter(text, true));
        return text.toString();
    }

    private static String write(Consumer<PrintWriter> printer) {
        StringWriter text = new StringWriter();
        PrintWriter writer = new PrintWriter(text);
        printer.accept(writer);
        writer.flush();
        return text.toString().replace(System.lineSeparator(), "\n");
    }

    private static Rows rows() {
        Rows rows = new Rows();
        rows.add().put("name", "a \"b\", c").put("delay_s", 1.0 / 3).put("n", 3).put("none", Double.NaN);
        rows.add().put("name", "plain").put("delay_s", 2.0).put("n", 4).put("none", null);
        return rows;
    }

    @Test
    void jsonIsAnArrayOfObjectsWithAllDigits() throws IOException {
        assertThat(print(rows(), "--json").replace("\r", ""))
                .isEqualTo("[\n{\"name\":\"a \\\"b\\\", c\",\"delay_s\":0.333333333333,\"n\":3,\"none\":null}"
                        + "\n,{\"name\":\"plain\",\"delay_s\":2,\"n\":4,\"none\":null}\n]\n");
    }

    @Test
    void csvQuotesWhatNeedsIt() throws IOException {
        assertThat(print(rows(), "--csv").replace("\r", ""))
                .isEqualTo("name,delay_s,n,none\n\"a \"\"b\"\", c\",0.333333333333,3,\nplain,2,4,\n");
    }

    @Test
    void tablesAlignFiguresToTheRight() {
        TextTable table = new TextTable(1);
        table.add("name", "delay s");
        table.add("EBL", "7.1");
        table.add("market", "1234.5");
        assertThat(write(table::print))
                .isEqualTo("name    delay s\n---------------\nEBL         7.1\nmarket   1234.5\n");
    }

    @Test
    void awayFromATerminalProgressIsQuietForShortRuns() {
        assertThat(write(err -> {
                    ProgressLine progress = new ProgressLine(err, 2);
                    progress.at(1, 0.5, 3);
                    progress.at(2, 1.0, 0);
                    progress.done();
                }))
                .isEmpty();
    }

    @Test
    void onATerminalProgressIsOneLineThatGoesAway() throws InterruptedException {
        System.setProperty("ulicarro.terminal", "yes");
        try {
            StringWriter text = new StringWriter();
            ProgressLine progress = new ProgressLine(new PrintWriter(text), 4);
            Thread.sleep(250);
            progress.at(1, 1.0, 9);
            progress.at(2, 0.2, 7);
            Thread.sleep(250);
            progress.at(2, 0.6, 7);
            progress.done();
            assertThat(text.toString())
                    .startsWith("\r")
                    .contains("1 of 4 done")
                    .contains("40 %")
                    .contains("outside: 7")
                    .endsWith("\r\u001b[K")
                    .doesNotContain("\n");
        } finally {
            System.clearProperty("ulicarro.terminal");
        }
    }
}
