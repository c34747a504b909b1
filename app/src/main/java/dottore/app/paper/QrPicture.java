package dottore.app.paper;

import com.google.zxing.BarcodeFormat;
import com.google.zxing.EncodeHintType;
import com.google.zxing.WriterException;
import com.google.zxing.client.j2se.MatrixToImageWriter;
import com.google.zxing.common.BitMatrix;
import com.google.zxing.qrcode.QRCodeWriter;
import com.google.zxing.qrcode.decoder.ErrorCorrectionLevel;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.util.Base64;
import java.util.Map;

/** A QR code as a picture that pages and printed sheets can hold. */
public final class QrPicture {
  private static final int SIDE = 360;
  private static final int QUIET = 2;

  private QrPicture() {}

  /**
   * The code of a short text as the address of a PNG, readable with a quarter of it worn off.
   *
   * @throws IllegalArgumentException if the text is too long for a code
   */
  public static String of(String text) {
    try {
      BitMatrix bits =
          new QRCodeWriter()
              .encode(
                  text,
                  BarcodeFormat.QR_CODE,
                  SIDE,
                  SIDE,
                  Map.of(
                      EncodeHintType.MARGIN,
                      QUIET,
                      EncodeHintType.ERROR_CORRECTION,
                      ErrorCorrectionLevel.Q));
      ByteArrayOutputStream png = new ByteArrayOutputStream();
      MatrixToImageWriter.writeToStream(bits, "PNG", png);
      return "data:image/png;base64," + Base64.getEncoder().encodeToString(png.toByteArray());
    } catch (WriterException tooLong) {
      throw new IllegalArgumentException("too long for a QR code: " + text, tooLong);
    } catch (IOException broken) {
      throw new UncheckedIOException(broken);
    }
  }
}
