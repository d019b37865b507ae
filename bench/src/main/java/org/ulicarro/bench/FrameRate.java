package org.ulicarro.bench;

import java.io.ByteArrayOutputStream;
import java.io.File;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Locale;
import org.openqa.selenium.chrome.ChromeDriver;
import org.openqa.selenium.chrome.ChromeDriverService;
import org.openqa.selenium.chrome.ChromeOptions;
import org.ulicarro.core.run.Model;
import org.ulicarro.core.run.Replication;
import org.ulicarro.files.JsonFile;
import org.ulicarro.files.Samples;
import org.ulicarro.files.StudyFolder;
import org.ulicarro.files.StudyProblem;
import org.ulicarro.report.replay.ReplayPage;
import org.ulicarro.report.replay.SceneMaker;

/** Prints how many frames per second the replay page draws in Chromium, with the busy crossroads in view, at several speeds. */
public final class FrameRate {

    private static final int SECONDS = 8;

    private FrameRate() {}

    public static void main(String[] args) throws IOException, StudyProblem, InterruptedException {
        Path folder = Files.createTempDirectory("ulicarro-bench");
        Samples.write(Samples.MARKET, folder);
        Scenes.makeBusy(folder);
        Model model = StudyFolder.read(folder, List.of()).compile(null).model();
        ByteArrayOutputStream tracks = new ByteArrayOutputStream();
        Replication replication = new Replication(model, 1);
        replication.observe(Recording.of(model, (bytes, length) -> tracks.write(bytes, 0, length)));
        replication.result();
        Path page = folder.resolve("replay.html");
        String html =
                ReplayPage.of(JsonFile.text(SceneMaker.of(model, "base")), tracks.toByteArray(), new byte[0], null);
        Files.write(page, html.getBytes(StandardCharsets.UTF_8));
        System.out.printf(Locale.ROOT, "page: %.2f MB%n", html.length() / 1e6);
        ChromeOptions options = new ChromeOptions();
        options.setBinary(onPath("chromium"));
        options.addArguments("--headless=new", "--no-sandbox", "--disable-gpu", "--window-size=1280,900");
        ChromeDriverService service = new ChromeDriverService.Builder()
                .usingDriverExecutable(new File(onPath("chromedriver")))
                .usingAnyFreePort()
                .build();
        ChromeDriver driver = new ChromeDriver(service, options);
        try {
            driver.get(page.toUri().toString());
            Thread.sleep(5000);
            System.out.println("view     speed   vehicles in view   frames/s   script per frame");
            for (String view : new String[] {"all", "market"}) {
                for (int speed : new int[] {1, 10, 50}) {
                    measure(driver, view, speed, model.period().from() + 2400);
                }
            }
        } finally {
            driver.quit();
        }
    }

    private static void measure(ChromeDriver driver, String view, int speed, double from) throws InterruptedException {
        driver.executeScript(
                "const u = ulicarro; u.choosePlace(arguments[0] === 'all' ? '' : arguments[0]); u.player.go(arguments[2]);"
                        + " u.player.speed = arguments[1]; u.player.playing = true;",
                view,
                speed,
                from * 10);
        Thread.sleep(1500);
        driver.executeScript("ulicarro.player.frames.length = 0; ulicarro.spent.frames = 0; ulicarro.spent.ms = 0;");
        Thread.sleep(SECONDS * 1000L);
        List<?> seen = (List<?>) driver.executeScript(
                "const u = ulicarro; const w = u.camera.window(); const all = u.trafficAt(u.recording, u.network, u.player.tick)"
                        + " || []; return [u.framesPerSecond(), u.spent.ms / u.spent.frames, all.filter(v => v.points[0].x >="
                        + " w[0] && v.points[0].x <= w[2] && v.points[0].y >= w[1] && v.points[0].y <= w[3]).length];");
        System.out.printf(
                Locale.ROOT,
                "%-7s %4dx %15d %14.1f %13.1f ms%n",
                view,
                speed,
                ((Number) seen.get(2)).intValue(),
                ((Number) seen.get(0)).doubleValue(),
                ((Number) seen.get(1)).doubleValue());
    }

    private static String onPath(String program) {
        for (String folder : System.getenv("PATH").split(File.pathSeparator)) {
            Path file = Path.of(folder, program);
            if (Files.isExecutable(file)) {
                return file.toString();
            }
        }
        throw new IllegalStateException(program + " is not installed");
    }
}
