package dottore.app.paper;

import com.openhtmltopdf.outputdevice.helper.BaseRendererBuilder.FontStyle;
import com.openhtmltopdf.pdfboxout.PdfRendererBuilder;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.io.InputStream;
import java.io.UncheckedIOException;
import java.util.Locale;
import java.util.Map;
import org.jsoup.Jsoup;
import org.jsoup.helper.W3CDom;
import org.springframework.stereotype.Component;
import org.thymeleaf.ITemplateEngine;
import org.thymeleaf.context.Context;

/** Prints a template. Its HTML must be well-formed; its fonts are "Next" and "Mono". */
@Component
public class Paper {
  private final ITemplateEngine templates;

  Paper(ITemplateEngine templates) {
    this.templates = templates;
  }

  /** The template filled with the values, as a PDF document. */
  public byte[] pdf(String template, Map<String, Object> values) {
    String html = templates.process(template, new Context(Locale.US, values));
    ByteArrayOutputStream out = new ByteArrayOutputStream();
    PdfRendererBuilder builder = new PdfRendererBuilder();
    font(builder, "next", "Next", 400);
    font(builder, "next", "Next", 700);
    font(builder, "mono", "Mono", 400);
    font(builder, "mono", "Mono", 700);
    builder.withW3cDocument(new W3CDom().fromJsoup(Jsoup.parse(html)), null);
    builder.toStream(out);
    try {
      builder.run();
    } catch (IOException broken) {
      throw new UncheckedIOException(broken);
    }
    return out.toByteArray();
  }

  private static void font(PdfRendererBuilder builder, String file, String family, int weight) {
    String path = "/print-fonts/" + file + "-" + weight + ".ttf";
    builder.useFont(() -> open(path), family, weight, FontStyle.NORMAL, true);
  }

  private static InputStream open(String path) {
    InputStream in = Paper.class.getResourceAsStream(path);
    if (in == null) {
      throw new IllegalStateException("the font " + path + " is not in the build");
    }
    return in;
  }
}
