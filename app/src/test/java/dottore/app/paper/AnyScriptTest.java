package dottore.app.paper;

import static org.assertj.core.api.Assertions.assertThat;

import dottore.app.InEmptyShop;
import dottore.app.Shopkeeping;
import dottore.app.Visitor;
import dottore.app.account.Accounts;
import dottore.app.account.Role;
import dottore.app.record.Counter;
import java.net.URI;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.text.Normalizer;
import java.util.List;
import org.apache.pdfbox.Loader;
import org.apache.pdfbox.cos.COSName;
import org.apache.pdfbox.pdmodel.PDDocument;
import org.apache.pdfbox.pdmodel.font.PDFont;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.springframework.beans.factory.annotation.Autowired;
import org.springframework.beans.factory.annotation.Value;

/** Whatever script a customer's name is written in, it stands on the sheet. */
@InEmptyShop
class AnyScriptTest {
  private static final List<String> NAMES =
      List.of(
          "\u0141ucja \u0150szi",
          "\u039E\u03AD\u03BD\u03B9\u03B1 \u03A0\u03B1\u03C0\u03B1\u03B4\u03AC\u03BA\u03B7",
          "\u0416\u0430\u043D\u043D\u0430 \u0429\u0435\u0440\u0431\u0430\u043A",
          "\u0644\u064A\u0644\u0649 \u062D\u062F\u0627\u062F",
          "\u05E0\u05D5\u05E2\u05D4",
          "\u738B\u5C0F\u660E",
          "\u5C71\u7530\u3042\u3084\u304B",
          "\uAE40\uBBFC\uC9C0",
          "Nguy\u1EC5n Th\u1ECB");

  @TempDir Path folder;

  @Value("${local.server.port}")
  int port;

  @Autowired Accounts accounts;
  @Autowired Counter counter;

  private byte[] tag(Visitor who, String name) throws Exception {
    String claim = counter.receive(Shopkeeping.tower(name), "runa");
    HttpResponse<byte[]> got =
        HttpClient.newHttpClient()
            .send(
                HttpRequest.newBuilder(
                        URI.create("http://127.0.0.1:" + port + "/tickets/" + claim + "/tag.pdf"))
                    .header("Cookie", who.cookies())
                    .build(),
                HttpResponse.BodyHandlers.ofByteArray());
    assertThat(got.statusCode()).isEqualTo(200);
    return got.body();
  }

  /** As a reader would copy it: letters that are joined count as what they are. */
  private String read(byte[] pdf) throws Exception {
    Path file = Files.write(folder.resolve("tag.pdf"), pdf);
    Process process =
        new ProcessBuilder("pdftotext", "-enc", "UTF-8", file.toString(), "-")
            .redirectErrorStream(true)
            .start();
    String text = new String(process.getInputStream().readAllBytes(), StandardCharsets.UTF_8);
    assertThat(process.waitFor()).as(text).isZero();
    return shapes(text).replaceAll("[\\p{Cf}]", "");
  }

  /** Joined letters as what they are; yehs, which share their shapes in a font, as one. */
  private static String shapes(String text) {
    return Normalizer.normalize(text, Normalizer.Form.NFKC).replaceAll("[\u0649\u064A]", "\u06CC");
  }

  @Test
  void namesInAnyScriptAreReadBackFromTheTag() throws Exception {
    Visitor counterHand = Shopkeeping.signedIn(accounts, port, Role.COUNTER);
    for (String name : NAMES) {
      byte[] pdf = tag(counterHand, name);
      assertThat(read(pdf)).contains(shapes(name));
      try (PDDocument document = Loader.loadPDF(pdf)) {
        var resources = document.getPage(0).getResources();
        for (COSName font : resources.getFontNames()) {
          PDFont used = resources.getFont(font);
          assertThat(used.isEmbedded()).as(used.getName()).isTrue();
          assertThat(used.getName()).as("a subset").matches("[A-Z]{6}\\+.*");
        }
      }
      assertThat(pdf.length).as(name).isLessThan(200_000);
    }
  }
}
