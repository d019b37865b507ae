package org.ulicarro.report.replay;

import java.awt.image.BufferedImage;
import java.awt.image.IndexColorModel;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;
import javax.imageio.IIOImage;
import javax.imageio.ImageIO;
import javax.imageio.ImageTypeSpecifier;
import javax.imageio.ImageWriter;
import javax.imageio.metadata.IIOMetadata;
import javax.imageio.metadata.IIOMetadataNode;
import javax.imageio.stream.ImageOutputStream;

/** An animated GIF. Our drawings have few colours, so the 256 most used ones of the first frame do for all. */
final class MovingPicture {

    private static final String FORMAT = "javax_imageio_gif_image_1.0";

    private final int hundredths; // between frames
    private final List<BufferedImage> frames = new ArrayList<>();
    private IndexColorModel colors;
    private final byte[] nearest = new byte[1 << 15]; // colour in 15 bits -> index
    private final boolean[] known = new boolean[1 << 15];

    MovingPicture(double every) {
        hundredths = Math.max(2, (int) Math.round(every * 100));
    }

    void add(BufferedImage frame) {
        if (colors == null) {
            colors = mostUsed(frame);
        }
        BufferedImage indexed =
                new BufferedImage(frame.getWidth(), frame.getHeight(), BufferedImage.TYPE_BYTE_INDEXED, colors);
        byte[] row = new byte[frame.getWidth()];
        for (int y = 0; y < frame.getHeight(); y++) {
            for (int x = 0; x < row.length; x++) {
                row[x] = index(frame.getRGB(x, y));
            }
            indexed.getRaster().setDataElements(0, y, row.length, 1, row);
        }
        frames.add(indexed);
    }

    private static int reduced(int rgb) {
        return (rgb >> 9 & 0x7C00) | (rgb >> 6 & 0x3E0) | (rgb >> 3 & 0x1F);
    }

    private static IndexColorModel mostUsed(BufferedImage frame) {
        Map<Integer, int[]> uses = new TreeMap<>(); // reduced colour -> uses, and one colour of it
        for (int y = 0; y < frame.getHeight(); y++) {
            for (int x = 0; x < frame.getWidth(); x++) {
                int rgb = frame.getRGB(x, y) & 0xFFFFFF;
                int[] entry = uses.computeIfAbsent(reduced(rgb), none -> new int[] {0, rgb});
                entry[0]++;
            }
        }
        // what moves may not be in sight yet: corners of the colour cube and its greys stay reachable
        List<Integer> chosen = new ArrayList<>();
        for (int corner = 0; corner < 27; corner++) {
            chosen.add((corner / 9 * 127) << 16 | (corner / 3 % 3 * 127) << 8 | corner % 3 * 127);
        }
        uses.values().stream()
                .sorted(Comparator.comparingInt((int[] e) -> -e[0]))
                .limit(256 - chosen.size())
                .forEach(e -> chosen.add(e[1]));
        int[] rgb = chosen.stream().mapToInt(Integer::intValue).toArray();
        return new IndexColorModel(8, rgb.length, rgb, 0, false, -1, java.awt.image.DataBuffer.TYPE_BYTE);
    }

    private byte index(int rgb) {
        int reduced = reduced(rgb);
        if (!known[reduced]) {
            known[reduced] = true;
            int best = 0;
            int least = Integer.MAX_VALUE;
            for (int i = 0; i < colors.getMapSize(); i++) {
                int r = colors.getRed(i) - (rgb >> 16 & 255);
                int g = colors.getGreen(i) - (rgb >> 8 & 255);
                int b = colors.getBlue(i) - (rgb & 255);
                int distance = 2 * r * r + 4 * g * g + 3 * b * b; // the eye sees green best
                if (distance < least) {
                    least = distance;
                    best = i;
                }
            }
            nearest[reduced] = (byte) best;
        }
        return nearest[reduced];
    }

    byte[] bytes() throws IOException {
        ByteArrayOutputStream bytes = new ByteArrayOutputStream();
        ImageWriter writer = ImageIO.getImageWritersByFormatName("gif").next();
        try (ImageOutputStream out = ImageIO.createImageOutputStream(bytes)) {
            writer.setOutput(out);
            writer.prepareWriteSequence(null);
            for (int i = 0; i < frames.size(); i++) {
                IIOMetadata data = writer.getDefaultImageMetadata(new ImageTypeSpecifier(frames.get(i)), null);
                writer.writeToSequence(new IIOImage(frames.get(i), null, timed(data, i == 0)), null);
            }
            writer.endWriteSequence();
        } finally {
            writer.dispose();
        }
        return bytes.toByteArray();
    }

    private IIOMetadata timed(IIOMetadata data, boolean first) throws IOException {
        IIOMetadataNode root = (IIOMetadataNode) data.getAsTree(FORMAT);
        IIOMetadataNode control = (IIOMetadataNode)
                root.getElementsByTagName("GraphicControlExtension").item(0);
        control.setAttribute("delayTime", Integer.toString(hundredths));
        control.setAttribute("disposalMethod", "doNotDispose");
        control.setAttribute("userInputFlag", "FALSE");
        control.setAttribute("transparentColorFlag", "FALSE");
        control.setAttribute("transparentColorIndex", "0");
        if (first) { // again and again
            IIOMetadataNode extensions = new IIOMetadataNode("ApplicationExtensions");
            IIOMetadataNode loop = new IIOMetadataNode("ApplicationExtension");
            loop.setAttribute("applicationID", "NETSCAPE");
            loop.setAttribute("authenticationCode", "2.0");
            loop.setUserObject(new byte[] {1, 0, 0});
            extensions.appendChild(loop);
            root.appendChild(extensions);
        }
        data.setFromTree(FORMAT, root);
        return data;
    }
}
