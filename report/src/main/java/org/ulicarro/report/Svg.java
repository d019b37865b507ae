package org.ulicarro.report;

import java.awt.Dimension;
import java.awt.Graphics2D;
import java.awt.image.RenderedImage;
import java.io.ByteArrayOutputStream;
import java.io.CharArrayWriter;
import java.io.IOException;
import java.util.Base64;
import java.util.function.Consumer;
import javax.imageio.ImageIO;
import javax.xml.parsers.DocumentBuilderFactory;
import javax.xml.parsers.ParserConfigurationException;
import org.apache.batik.svggen.ImageHandlerBase64Encoder;
import org.apache.batik.svggen.SVGGeneratorContext;
import org.apache.batik.svggen.SVGGraphics2D;
import org.apache.batik.svggen.SVGGraphics2DIOException;
import org.w3c.dom.Document;
import org.w3c.dom.Element;

/** Drawings as SVG. The same drawing gives the same text. */
public final class Svg {

    /** Hundredths of a unit are finer than anybody sees. */
    private static final int DECIMALS = 2;

    private Svg() {}

    /** Pictures stand inside the text: as JPEG where nothing of them is clear, which is far smaller. */
    private static final class Pictures extends ImageHandlerBase64Encoder {

        @Override
        public void handleHREF(RenderedImage image, Element element, SVGGeneratorContext context)
                throws SVGGraphics2DIOException {
            String form = image.getColorModel().hasAlpha() ? "png" : "jpeg";
            ByteArrayOutputStream bytes = new ByteArrayOutputStream();
            try {
                ImageIO.write(image, form, bytes);
            } catch (IOException e) {
                throw new SVGGraphics2DIOException(e.getMessage(), e);
            }
            element.setAttributeNS(
                    XLINK,
                    "xlink:href",
                    "data:image/" + form + ";base64," + Base64.getEncoder().encodeToString(bytes.toByteArray()));
        }
    }

    private static final String XLINK = "http://www.w3.org/1999/xlink";

    private static Document empty() {
        try {
            return DocumentBuilderFactory.newDefaultInstance()
                    .newDocumentBuilder()
                    .getDOMImplementation()
                    .createDocument("http://www.w3.org/2000/svg", "svg", null);
        } catch (ParserConfigurationException e) {
            throw new IllegalStateException("every Java can make a document", e);
        }
    }

    /** The text of a drawing, with the heading of a document. */
    public static String document(int width, int height, Consumer<Graphics2D> drawing) {
        return "<?xml version=\"1.0\" encoding=\"UTF-8\"?>\n" + element(width, height, drawing);
    }

    /** The element alone, as it stands inside a page. */
    public static String element(int width, int height, Consumer<Graphics2D> drawing) {
        Document document = empty();
        SVGGeneratorContext context = SVGGeneratorContext.createDefault(document);
        context.setComment(null);
        context.setPrecision(DECIMALS);
        context.setImageHandler(new Pictures());
        SVGGraphics2D graphics = new SVGGraphics2D(context, false);
        graphics.setSVGCanvasSize(new Dimension(width, height));
        drawing.accept(graphics);
        Element root = graphics.getRoot();
        root.setAttribute("viewBox", "0 0 " + width + " " + height);
        CharArrayWriter text = new CharArrayWriter();
        try {
            graphics.stream(root, text, false, false);
        } catch (SVGGraphics2DIOException e) {
            throw new IllegalStateException("nothing in memory fails to be written", e);
        }
        String written = text.toString();
        return written.substring(written.indexOf("<svg"));
    }
}
