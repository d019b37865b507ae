package org.ulicarro.report.paper;

import com.openhtmltopdf.pdfboxout.PdfRendererBuilder;
import com.openhtmltopdf.util.XRLog;
import freemarker.core.HTMLOutputFormat;
import freemarker.template.Configuration;
import freemarker.template.TemplateException;
import freemarker.template.TemplateExceptionHandler;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.io.StringWriter;
import java.util.Locale;
import java.util.Map;

/** Makes the page of a report from what it says. */
public final class ReportPage {

    private static final String TEMPLATE = "report.ftlh";

    private ReportPage() {}

    /**
     * One page of well-formed HTML that needs nothing else.
     *
     * @param model what the template names, texts unescaped
     */
    public static String html(Map<String, Object> model) throws IOException {
        return html(TEMPLATE, model);
    }

    /** The same of another template. */
    public static String html(String template, Map<String, Object> model) throws IOException {
        Configuration settings = new Configuration(Configuration.VERSION_2_3_34);
        settings.setClassForTemplateLoading(ReportPage.class, "");
        settings.setDefaultEncoding("UTF-8");
        settings.setLocale(Locale.ROOT);
        settings.setOutputFormat(HTMLOutputFormat.INSTANCE);
        settings.setTemplateExceptionHandler(TemplateExceptionHandler.RETHROW_HANDLER);
        settings.setLogTemplateExceptions(false);
        settings.setWrapUncheckedExceptions(true);
        try (StringWriter out = new StringWriter()) {
            settings.getTemplate(template).process(model, out);
            return out.toString();
        } catch (TemplateException e) {
            throw new IllegalStateException("the report's template and its data differ", e);
        }
    }

    /** The same page as a PDF. */
    public static byte[] pdf(String html) throws IOException {
        XRLog.setLoggingEnabled(false);
        ByteArrayOutputStream bytes = new ByteArrayOutputStream();
        PdfRendererBuilder builder = new PdfRendererBuilder();
        builder.withHtmlContent(html, null);
        builder.toStream(bytes);
        builder.run();
        return bytes.toByteArray();
    }
}
