package dottore.app.paper;

import com.google.zxing.BarcodeFormat;
import com.google.zxing.EncodeHintType;
import com.google.zxing.WriterException;
import com.google.zxing.common.BitMatrix;
import com.google.zxing.qrcode.QRCodeWriter;
import com.google.zxing.qrcode.decoder.ErrorCorrectionLevel;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;

/**
 * A QR code as runs of dark cells, for a template to draw.
 *
 * @param size cells on a side, quiet zone included
 */
public record QrPicture(int size, List<Run> runs) {
  private static final int QUIET = 2;

  /** Dark cells beside each other in one row. */
  public record Run(int x, int y, int width) {}

  /** The code of a short text, readable with a quarter of it worn off. */
  public static QrPicture of(String text) {
    BitMatrix bits;
    try {
      bits =
          new QRCodeWriter()
              .encode(
                  text,
                  BarcodeFormat.QR_CODE,
                  0,
                  0,
                  Map.of(
                      EncodeHintType.MARGIN,
                      QUIET,
                      EncodeHintType.ERROR_CORRECTION,
                      ErrorCorrectionLevel.Q));
    } catch (WriterException tooLong) {
      throw new IllegalArgumentException("too long for a QR code: " + text, tooLong);
    }
    List<Run> runs = new ArrayList<>();
    for (int y = 0; y < bits.getHeight(); y++) {
      for (int x = 0; x < bits.getWidth(); x++) {
        int start = x;
        while (x < bits.getWidth() && bits.get(x, y)) {
          x++;
        }
        if (x > start) {
          runs.add(new Run(start, y, x - start));
        }
      }
    }
    return new QrPicture(bits.getWidth(), runs);
  }
}
