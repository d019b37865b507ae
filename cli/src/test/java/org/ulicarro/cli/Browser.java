package org.ulicarro.cli;

import java.io.File;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Duration;
import java.util.Arrays;
import java.util.List;
import java.util.Optional;
import java.util.logging.Level;
import org.junit.jupiter.api.Assumptions;
import org.openqa.selenium.chrome.ChromeDriver;
import org.openqa.selenium.chrome.ChromeDriverService;
import org.openqa.selenium.chrome.ChromeOptions;
import org.openqa.selenium.logging.LogEntry;
import org.openqa.selenium.logging.LogType;
import org.openqa.selenium.logging.LoggingPreferences;

/** A real browser without a window: Chromium as Debian packs it, found on the path. Tests are skipped where there is none. */
final class Browser implements AutoCloseable {

    final ChromeDriver driver;

    Browser() {
        Optional<Path> chromium = onPath("chromium");
        Optional<Path> chromedriver = onPath("chromedriver");
        Assumptions.assumeTrue(
                chromium.isPresent() && chromedriver.isPresent(), "chromium and chromedriver are not installed");
        ChromeOptions options = new ChromeOptions();
        options.setBinary(chromium.get().toString());
        options.addArguments(
                "--headless=new",
                "--no-sandbox",
                "--disable-gpu",
                "--disable-dev-shm-usage",
                "--disable-background-networking",
                "--disable-component-update",
                "--disable-sync",
                "--no-first-run",
                "--window-size=1280,900");
        LoggingPreferences logs = new LoggingPreferences();
        logs.enable(LogType.BROWSER, Level.ALL);
        options.setCapability("goog:loggingPrefs", logs);
        ChromeDriverService service = new ChromeDriverService.Builder()
                .usingDriverExecutable(chromedriver.get().toFile())
                .usingAnyFreePort()
                .build();
        driver = new ChromeDriver(service, options);
        driver.manage().timeouts().scriptTimeout(Duration.ofMinutes(5));
    }

    private static Optional<Path> onPath(String program) {
        return Arrays.stream(System.getenv("PATH").split(File.pathSeparator))
                .map(folder -> Path.of(folder, program))
                .filter(Files::isExecutable)
                .findFirst();
    }

    /** Runs a script that returns a value. */
    @SuppressWarnings("unchecked")
    <T> T ask(String script, Object... arguments) {
        return (T) driver.executeScript("return " + script, arguments);
    }

    /** Waits until an expression is true. */
    void await(String expression) throws InterruptedException {
        for (int tries = 0; tries < 6000; tries++) {
            if (Boolean.TRUE.equals(driver.executeScript("return !!(" + expression + ")"))) {
                return;
            }
            Thread.sleep(100);
        }
        throw new AssertionError("never came true: " + expression + "; console: " + console());
    }

    /** What the page said on its console. */
    List<String> console() {
        return driver.manage().logs().get(LogType.BROWSER).getAll().stream()
                .map(LogEntry::toString)
                .toList();
    }

    @Override
    public void close() {
        driver.quit();
    }
}
