package org.ulicarro.files;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import java.awt.geom.AffineTransform;
import java.awt.image.BufferedImage;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import javax.imageio.IIOImage;
import javax.imageio.ImageIO;
import javax.imageio.ImageTypeSpecifier;
import javax.imageio.ImageWriter;
import javax.imageio.metadata.IIOMetadata;
import javax.imageio.plugins.tiff.TIFFDirectory;
import javax.imageio.plugins.tiff.TIFFField;
import javax.imageio.plugins.tiff.TIFFTag;
import javax.imageio.stream.ImageOutputStream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** Pictures under a plan: by world file, by the tags of a GeoTIFF, in coordinates of the plan or of the map. */
class BackdropTest {

    /** 15 degrees east and 44 north in UTM zone 33: the arc of the meridian of WGS84 by numerical integration, times 0.9996. */
    private static final double EAST = 500_000;

    private static final double NORTH = 4_871_872.841;

    private final GeoReference map = GeoReference.at(44, 15, 0);

    @TempDir
    private Path temp;

    private Path tiff(int code, boolean tagged, boolean pointIsPixel) throws IOException {
        Path file = temp.resolve("aerial.tif");
        BufferedImage image = new BufferedImage(200, 100, BufferedImage.TYPE_INT_RGB);
        ImageWriter writer = ImageIO.getImageWritersByFormatName("tiff").next();
        IIOMetadata metadata =
                writer.getDefaultImageMetadata(new ImageTypeSpecifier(image), writer.getDefaultWriteParam());
        TIFFDirectory tags = TIFFDirectory.createFromMetadata(metadata);
        if (tagged) {
            tags.addTIFFField(doubles(33550, 2, 2, 0));
            tags.addTIFFField(doubles(33922, 0, 0, 0, EAST, NORTH, 0));
            char[] keys = {1, 1, 0, 3, 1024, 0, 1, 1, 1025, 0, 1, (char) (pointIsPixel ? 2 : 1), 3072, 0, 1, (char) code
            };
            tags.addTIFFField(new TIFFField(
                    new TIFFTag("GeoKeyDirectory", 34735, 1 << TIFFTag.TIFF_SHORT),
                    TIFFTag.TIFF_SHORT,
                    keys.length,
                    keys));
        }
        try (ImageOutputStream out = ImageIO.createImageOutputStream(file.toFile())) {
            writer.setOutput(out);
            writer.write(new IIOImage(image, null, tags.getAsMetadata()));
        }
        return file;
    }

    private static TIFFField doubles(int tag, double... values) {
        return new TIFFField(
                new TIFFTag("geo", tag, 1 << TIFFTag.TIFF_DOUBLE), TIFFTag.TIFF_DOUBLE, values.length, values);
    }

    private AffineTransform toPlan(Path image, Path world, String crs, GeoReference at) throws IOException {
        return AerialPicture.read(
                        image, image.getFileName().toString(), world, world == null ? null : "aerial.pgw", crs, at)
                .toPlan();
    }

    private static void lies(AffineTransform toPlan, double px, double py, double x, double y) {
        double[] at = {px, py};
        toPlan.transform(at, 0, at, 0, 1);
        assertThat(at[0]).isCloseTo(x, within(0.1));
        assertThat(at[1]).isCloseTo(y, within(0.1));
    }

    @Test
    void aGeoTiffSaysWhereItLies() throws IOException {
        AffineTransform whole = toPlan(tiff(32633, true, false), null, null, map);
        lies(whole, 0, 0, 0, 0);
        // the scale of UTM is 0.9996 at the middle of a zone
        lies(whole, 200, 100, 400 / 0.9996, -200 / 0.9996);
        lies(toPlan(tiff(32633, true, true), null, null, map), 0.5, 0.5, 0, 0);
    }

    @Test
    void aWorldFileInMetresOfThePlanOrOfTheMap() throws IOException {
        Path image = temp.resolve("aerial.png");
        ImageIO.write(new BufferedImage(50, 50, BufferedImage.TYPE_INT_RGB), "png", image.toFile());
        Path world = temp.resolve("aerial.pgw");
        Files.writeString(world, "0.5\n0\n0\n-0.5\n10.25\n19.75\n");
        lies(toPlan(image, world, null, null), 0, 0, 10, 20);
        lies(toPlan(image, world, "plan", null), 50, 50, 35, -5);
        Files.writeString(world, "2\n0\n0\n-2\n" + (EAST + 1) + "\n" + (NORTH - 1) + "\n");
        lies(toPlan(image, world, "EPSG:32633", map), 0, 0, 0, 0);
        lies(toPlan(image, world, "EPSG:32633", GeoReference.at(44, 15, Math.PI / 2)), 10, 0, 0, 20 / 0.9996);
    }

    @Test
    void whatCannotBeUsedIsSaid() throws IOException {
        Path other = tiff(5514, true, false);
        assertThatThrownBy(() -> toPlan(other, null, null, map))
                .hasMessageContaining("'EPSG:5514', which is not known");
        Path fine = tiff(32633, true, false);
        assertThatThrownBy(() -> toPlan(fine, null, null, null)).hasMessageContaining("'locate' gives it an origin");
        Path plain = tiff(0, false, false);
        assertThatThrownBy(() -> toPlan(plain, null, null, map)).hasMessageContaining("says nothing of where it lies");
        Path own = tiff(32767, true, false);
        assertThatThrownBy(() -> toPlan(own, null, null, map)).hasMessageContaining("without an EPSG code");
        Path png = temp.resolve("x.png");
        ImageIO.write(new BufferedImage(5, 5, BufferedImage.TYPE_INT_RGB), "png", png.toFile());
        assertThatThrownBy(() -> toPlan(png, null, null, map)).hasMessageContaining("name its world file");
    }
}
