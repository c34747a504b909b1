package dottore.app.paper;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import com.google.zxing.BinaryBitmap;
import com.google.zxing.client.j2se.BufferedImageLuminanceSource;
import com.google.zxing.common.HybridBinarizer;
import com.google.zxing.qrcode.QRCodeReader;
import java.awt.image.BufferedImage;
import java.io.ByteArrayInputStream;
import java.util.Base64;
import java.util.Map;
import javax.imageio.ImageIO;
import org.apache.pdfbox.Loader;
import org.apache.pdfbox.pdmodel.PDDocument;
import org.apache.pdfbox.rendering.PDFRenderer;
import org.junit.jupiter.api.Test;
import org.thymeleaf.ITemplateEngine;
import org.thymeleaf.TemplateEngine;
import org.thymeleaf.spring6.SpringTemplateEngine;
import org.thymeleaf.templateresolver.StringTemplateResolver;

class QrPictureTest {
  private static String read(BufferedImage picture) throws Exception {
    return new QRCodeReader()
        .decode(new BinaryBitmap(new HybridBinarizer(new BufferedImageLuminanceSource(picture))))
        .getText();
  }

  @Test
  void readsBackWhatWasWritten() throws Exception {
    byte[] png = Base64.getDecoder().decode(QrPicture.of("B0-038-4").split(",", 2)[1]);
    assertThat(read(ImageIO.read(new ByteArrayInputStream(png)))).isEqualTo("B0-038-4");
  }

  @Test
  void isReadFromThePrintedPage() throws Exception {
    TemplateEngine engine = new SpringTemplateEngine();
    engine.setTemplateResolver(new StringTemplateResolver());
    ITemplateEngine templates = engine;
    byte[] pdf =
        new Paper(templates)
            .pdf(
                "<html><body><p>\u0001 B &amp; 8</p><img th:src='${qr}' width='130'"
                    + " height='130'></body></html>",
                Map.of("qr", QrPicture.of("B0-038-4")));
    try (PDDocument document = Loader.loadPDF(pdf)) {
      assertThat(read(new PDFRenderer(document).renderImageWithDPI(0, 150))).isEqualTo("B0-038-4");
    }
  }

  @Test
  void refusesWhatNoCodeHolds() {
    assertThatThrownBy(() -> QrPicture.of("x".repeat(5000)))
        .isInstanceOf(IllegalArgumentException.class);
  }
}
