package dottore.app.paper;

import static org.assertj.core.api.Assertions.assertThat;

import com.google.zxing.BinaryBitmap;
import com.google.zxing.RGBLuminanceSource;
import com.google.zxing.common.HybridBinarizer;
import com.google.zxing.qrcode.QRCodeReader;
import java.util.Arrays;
import org.junit.jupiter.api.Test;

class QrPictureTest {
  @Test
  void readsBackWhatWasWritten() throws Exception {
    QrPicture picture = QrPicture.of("B0-038-4");
    int scale = 6;
    int side = picture.size() * scale;
    int[] pixels = new int[side * side];
    Arrays.fill(pixels, 0xFFFFFF);
    for (QrPicture.Run run : picture.runs()) {
      for (int y = run.y() * scale; y < (run.y() + 1) * scale; y++) {
        Arrays.fill(
            pixels, y * side + run.x() * scale, y * side + (run.x() + run.width()) * scale, 0);
      }
    }
    BinaryBitmap bitmap =
        new BinaryBitmap(new HybridBinarizer(new RGBLuminanceSource(side, side, pixels)));
    assertThat(new QRCodeReader().decode(bitmap).getText()).isEqualTo("B0-038-4");
  }
}
