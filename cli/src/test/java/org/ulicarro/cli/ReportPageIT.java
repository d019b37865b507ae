package org.ulicarro.cli;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.file.Files;
import java.nio.file.Path;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.openqa.selenium.By;
import org.ulicarro.files.Samples;

/** The report in a real browser: nothing on the console, every picture there, nothing wider than the page. */
class ReportPageIT extends InProcess {

    @Test
    void everyPictureIsShownAndNothingIsSaidOnTheConsole(@TempDir Path temp) throws Exception {
        Path study = temp.resolve("market");
        Samples.write(Samples.MARKET, study);
        String text = Files.readString(study.resolve("study.yaml"));
        Files.writeString(
                study.resolve("study.yaml"), text.replace("17:30", "16:45").replace("15 min", "5 min"));
        assertThat(run("run", study, "-a", "base", "-a", "pier-green", "-n", 2))
                .as(err)
                .isZero();
        Path page = temp.resolve("report.html");
        assertThat(run("report", study + "/1", study + "/2", "-o", page))
                .as(err)
                .isZero();
        try (Browser browser = new Browser()) {
            browser.driver.get(page.toUri().toString());
            assertThat(browser.driver.getTitle()).isEqualTo("Ferry access on Quayside Road");
            Number missing =
                    browser.ask("[...document.images].filter(i => !i.complete || i.naturalWidth === 0).length");
            assertThat(missing.intValue()).isZero();
            assertThat(browser.driver.findElements(By.tagName("img"))).hasSizeGreaterThanOrEqualTo(5);
            Number wide = browser.ask("document.documentElement.scrollWidth - document.documentElement.clientWidth");
            assertThat(wide.intValue()).isLessThanOrEqualTo(0);
            assertThat(browser.console()).isEmpty();
        }
    }
}
