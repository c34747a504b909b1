package dottore.app.paper;

import com.openhtmltopdf.bidi.support.ICUBidiReorderer;
import com.openhtmltopdf.bidi.support.ICUBidiSplitter;
import com.openhtmltopdf.outputdevice.helper.BaseRendererBuilder.FontStyle;
import com.openhtmltopdf.outputdevice.helper.BaseRendererBuilder.TextDirection;
import com.openhtmltopdf.pdfboxout.PdfRendererBuilder;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.io.InputStream;
import java.io.UncheckedIOException;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.stream.Collectors;
import org.jsoup.Jsoup;
import org.jsoup.helper.W3CDom;
import org.jsoup.nodes.Document;
import org.jsoup.nodes.Element;
import org.springframework.stereotype.Component;
import org.thymeleaf.ITemplateEngine;
import org.thymeleaf.context.Context;

/**
 * Prints a template. Its HTML must be well-formed; its fonts are "Next" and "Mono". Letters that
 * these lack are taken, run by run, from the first font of a script that has them; what is used of
 * each is embedded. Arabic letters are joined and directions follow the Unicode algorithm.
 */
@Component
public class Paper {
  /** Fonts of scripts, in the order in which they are asked. */
  private static final List<String> SCRIPTS =
      List.of(
          "latin",
          "latin-ext",
          "greek",
          "greek-ext",
          "cyrillic",
          "cyrillic-ext",
          "vietnamese",
          "hebrew",
          "arabic",
          "devanagari",
          "korean",
          "japanese",
          "chinese-simplified");

  private static final String THEN =
      SCRIPTS.stream().map(script -> ", Script-" + script).collect(Collectors.joining());

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
    for (String script : SCRIPTS) {
      font(builder, "script-" + script, "Script-" + script, 400);
      font(builder, "script-" + script, "Script-" + script, 700);
    }
    builder.useUnicodeBidiSplitter(new ICUBidiSplitter.ICUBidiSplitterFactory());
    builder.useUnicodeBidiReorderer(new ICUBidiReorderer());
    builder.defaultTextDirection(TextDirection.LTR);
    builder.withW3cDocument(new W3CDom().fromJsoup(inAnyScript(Jsoup.parse(html))), null);
    builder.toStream(out);
    try {
      builder.run();
    } catch (IOException broken) {
      throw new UncheckedIOException(broken);
    }
    return out.toByteArray();
  }

  private static Document inAnyScript(Document page) {
    for (Element style : page.select("style")) {
      style.html(style.data().replaceAll("font-family: (Next|Mono)", "font-family: $1" + THEN));
    }
    return page;
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
