package org.ulicarro.cli;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.awt.image.BufferedImage;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import javax.imageio.ImageIO;
import javax.imageio.ImageReader;
import javax.imageio.stream.ImageInputStream;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;
import org.ulicarro.core.tracks.TrackFile;
import org.ulicarro.files.RunFolder;
import org.ulicarro.files.Samples;
import org.ulicarro.files.TrackFolder;

/** Recording a run and looking at it, through the door of the program. */
class ReplayCommandTest extends InProcess {

    private static final int BRAKE_LIGHT = 0xD0211C;
    private static final int CAR = 0x35618A;

    @TempDir
    private static Path temp;

    private static Path study;

    @BeforeAll
    static void recordOnce() throws IOException {
        study = temp.resolve("quayside");
        Samples.write(Samples.MARKET, study);
        Path file = study.resolve("study.yaml");
        String text = Files.readString(file)
                .replace("to: \"17:30\"", "to: \"16:40\"")
                .replace("length: 15 min", "length: 4 min")
                .replace("drain: 15 min", "drain: 2 min");
        Files.writeString(file, text);
        ReplayCommandTest first = new ReplayCommandTest();
        assertThat(first.run("run", study, "-n", "2", "--record", "last")).isZero();
        assertThat(first.out).contains("replay " + study.resolve("runs/0001-base"));
    }

    @Test
    void thePageHoldsAllThatItNeeds() throws IOException {
        Path page = temp.resolve("replay.html");
        assertThat(run("replay", study.resolve("runs/0001-base"), "-o", page)).isZero();
        String html = Files.readString(page);
        assertThat(html).startsWith("<!DOCTYPE html>").contains("Quayside Road").doesNotContain("{{");
        assertThat(html).doesNotContainPattern("(src|href)=").contains("default-src 'none'");
        assertThat(Files.size(page)).isLessThan(1_000_000);
    }

    /** What a study says cannot become a script of the page. */
    @Test
    void aTitleIsNoScript() throws IOException {
        Path own = temp.resolve("own");
        Samples.write(Samples.MARKET, own);
        Path file = own.resolve("study.yaml");
        String text = Files.readString(file).replaceFirst("title: .*", "title: \"</script><script>alert(1)</script>\"");
        Files.writeString(
                file, text.replace("to: \"17:30\"", "to: \"16:31\"").replace("drain: 15 min", "drain: 0 min"));
        assertThat(run("run", own, "-n", "1", "--record", "last,16:30-16:31"))
                .as(err)
                .isZero();
        Path page = temp.resolve("own.html");
        assertThat(run("replay", own, "-o", page)).isZero();
        assertThat(Files.readString(page)).doesNotContain("alert(1)</script>");
    }

    @Test
    void aMomentShowsVehiclesAndSignals() throws IOException {
        Path picture = temp.resolve("moment.png");
        assertThat(run(
                        "replay",
                        study.resolve("runs/0001-base"),
                        "--at",
                        "16:35:10",
                        "--place",
                        "market",
                        "-o",
                        picture))
                .as(err)
                .isZero();
        BufferedImage image = ImageIO.read(picture.toFile());
        assertThat(image.getWidth()).isEqualTo(1280);
        assertThat(count(image, CAR)).isGreaterThan(2000);
        assertThat(count(image, BRAKE_LIGHT)).isPositive();
        assertThat(count(image, 0xB3261E)).as("red stop lines").isGreaterThan(50);
        assertThat(run("replay", study.resolve("runs/0001-base"), "--at", "16:35:10", "-o", temp.resolve("all.svg")))
                .isZero();
        assertThat(Files.readString(temp.resolve("all.svg"))).contains("16:35:10", "replication 2");
    }

    private static int count(BufferedImage image, int color) {
        int count = 0;
        for (int y = 0; y < image.getHeight(); y++) {
            for (int x = 0; x < image.getWidth(); x++) {
                count += (image.getRGB(x, y) & 0xFFFFFF) == color ? 1 : 0;
            }
        }
        return count;
    }

    @Test
    void framesMove() throws IOException {
        Path gif = temp.resolve("moment.gif");
        assertThat(run(
                        "replay",
                        study.resolve("runs/0001-base"),
                        "--at",
                        "16:35:10",
                        "--place",
                        "market",
                        "--for",
                        "2s",
                        "-o",
                        gif))
                .as(err)
                .isZero();
        ImageReader reader = ImageIO.getImageReadersByFormatName("gif").next();
        try (ImageInputStream in = ImageIO.createImageInputStream(gif.toFile())) {
            reader.setInput(in);
            assertThat(reader.getNumImages(true)).isEqualTo(5); // 0, 0.5 … 2 s
            int different = 0;
            BufferedImage first = reader.read(0);
            BufferedImage last = reader.read(4);
            for (int y = 0; y < 740; y++) {
                for (int x = 0; x < 1280; x++) {
                    different += first.getRGB(x, y) != last.getRGB(x, y) ? 1 : 0;
                }
            }
            assertThat(different).isGreaterThan(500);
        }
        Path frames = temp.resolve("frame.png");
        assertThat(run(
                        "replay",
                        study.resolve("runs/0001-base"),
                        "--at",
                        "16:35:10",
                        "--for",
                        "2s",
                        "--every",
                        "1s",
                        "-o",
                        frames))
                .isZero();
        assertThat(temp.resolve("frame-001.png")).exists();
        assertThat(temp.resolve("frame-003.png")).exists();
        assertThat(temp.resolve("frame-004.png")).doesNotExist();
    }

    @Test
    void whatCannotBeShownIsSaidToBe() throws IOException {
        Path run = study.resolve("runs/0001-base");
        assertThat(run("replay", study.resolve("runs/0001-base"), "-o", temp.resolve("x.png")))
                .isEqualTo(2);
        assertThat(err).contains("needs --at");
        assertThat(run("replay", study.resolve("runs/0001-base"), "--at", "16:35", "-o", temp.resolve("x.html")))
                .isEqualTo(2);
        assertThat(run("replay", study.resolve("runs/0001-base"), "--at", "25:99", "-o", temp.resolve("x.png")))
                .isEqualTo(2);
        assertThat(run("replay", study.resolve("runs/0001-base"), "--at", "18:00", "-o", temp.resolve("x.png")))
                .isEqualTo(3);
        assertThat(err).contains("goes from 16:26:01 to 16:42");
        assertThat(run(
                        "replay",
                        study.resolve("runs/0001-base"),
                        "--at",
                        "16:35",
                        "--place",
                        "markt",
                        "-o",
                        temp.resolve("x.png")))
                .isEqualTo(2);
        assertThat(err).contains("Did you mean 'market'?");
        assertThat(run("replay", study.resolve("runs/0001-base"), "-r", "1", "-o", temp.resolve("x.html")))
                .isEqualTo(3);
        assertThat(err).contains("replication 1 was not recorded");
        assertThat(run(
                        "replay",
                        study.resolve("runs/0001-base"),
                        "--at",
                        "16:35",
                        "--for",
                        "soon",
                        "-o",
                        temp.resolve("x.gif")))
                .isEqualTo(2);
        assertThat(temp.resolve("x.png")).doesNotExist();
        Path damaged = temp.resolve("damaged/runs/0001-base");
        Files.createDirectories(damaged.resolve("tracks"));
        Files.copy(run.resolve("run.json"), damaged.resolve("run.json"));
        Files.write(new TrackFolder(damaged).file(1), new byte[] {1, 2, 3});
        assertThat(run("replay", damaged, "-o", temp.resolve("x.html"))).isEqualTo(3);
        assertThat(err).contains("0001.tracks is damaged or was edited");
    }

    @Test
    void aRunWithoutRecordingSaysHowToRecord() {
        assertThat(run("run", study, "-n", "1")).isZero();
        Path latest = study.resolve("runs");
        String name = out.lines()
                .filter(line -> line.startsWith("run:"))
                .findFirst()
                .orElseThrow()
                .substring(4)
                .trim();
        assertThat(latest).exists();
        assertThat(run("replay", name, "-o", temp.resolve("x.html"))).isEqualTo(3);
        assertThat(err).contains("--record last");
    }

    @Test
    void recordingChangesNoResult() throws IOException {
        Path run = study.resolve("runs/0001-base");
        assertThat(run("run", study, "-n", "2")).isZero();
        String name = out.lines()
                .filter(line -> line.startsWith("run:"))
                .findFirst()
                .orElseThrow()
                .substring(4)
                .trim();
        assertThat(RunFolder.record(Path.of(name)).digest())
                .isEqualTo(RunFolder.record(run).digest());
    }

    @Test
    void allOfARunAtLargerStepsAndAWindow() throws IOException {
        assertThat(run("run", study, "-n", "2", "--record", "all,5s,16:31-16:33"))
                .as(err)
                .isZero();
        String name = out.lines()
                .filter(line -> line.startsWith("run:"))
                .findFirst()
                .orElseThrow()
                .substring(4)
                .trim();
        TrackFolder folder = new TrackFolder(Path.of(name));
        assertThat(folder.replications()).isEqualTo(List.of(1, 2));
        TrackFile tracks = folder.read(2);
        assertThat(tracks.header().sampleTicks()).isEqualTo(50);
        assertThat(tracks.start()).isEqualTo((16 * 60 + 31) * 600);
        assertThat(tracks.end()).isEqualTo((16 * 60 + 33) * 600);
    }

    @ParameterizedTest
    @ValueSource(strings = {"some", "0", "0s", "9999s", "16:30", "17:00-16:00", "last,", "16:30-25:00", ""})
    void aStrangeChoiceIsRefused(String text) {
        assertThatThrownBy(() -> RecordChoice.parse(text))
                .isInstanceOf(IllegalArgumentException.class)
                .hasMessageContaining("16:30-16:45");
        assertThat(run("run", study, "--record", text)).isEqualTo(2);
    }

    @Test
    void aWindowOutsideTheRunIsRefused() {
        assertThat(run("run", study, "-n", "1", "--record", "09:00-10:00")).isEqualTo(3);
        assertThat(err).contains("outside the run");
        assertThat(run("run", study, "-n", "1", "--record", "7")).isEqualTo(3);
        assertThat(err).contains("no replication 7");
    }
}
