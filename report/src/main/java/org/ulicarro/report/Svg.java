package org.ulicarro.report;

import java.awt.Dimension;
import java.awt.Graphics2D;
import java.io.CharArrayWriter;
import java.util.function.Consumer;
import javax.xml.parsers.DocumentBuilderFactory;
import javax.xml.parsers.ParserConfigurationException;
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
