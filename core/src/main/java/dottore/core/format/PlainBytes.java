package dottore.core.format;

import java.nio.ByteBuffer;
import java.nio.charset.CharacterCodingException;
import java.nio.charset.Charset;
import java.nio.charset.CodingErrorAction;
import java.nio.charset.StandardCharsets;

/** Text of a file of unknown alphabet. */
public final class PlainBytes {
  private static final char MARK = '\uFEFF';

  private PlainBytes() {}

  /**
   * UTF-16 where its mark says so, else UTF-8, and what is neither byte by byte; without the mark
   * of byte order.
   */
  public static String text(byte[] bytes) {
    String text;
    if (starts(bytes, 0xFF, 0xFE) || starts(bytes, 0xFE, 0xFF)) {
      text = new String(bytes, StandardCharsets.UTF_16);
    } else {
      text = strict(bytes, StandardCharsets.UTF_8);
    }
    return !text.isEmpty() && text.charAt(0) == MARK ? text.substring(1) : text;
  }

  private static boolean starts(byte[] bytes, int first, int second) {
    return bytes.length > 1 && (bytes[0] & 0xFF) == first && (bytes[1] & 0xFF) == second;
  }

  private static String strict(byte[] bytes, Charset alphabet) {
    try {
      return alphabet
          .newDecoder()
          .onMalformedInput(CodingErrorAction.REPORT)
          .decode(ByteBuffer.wrap(bytes))
          .toString();
    } catch (CharacterCodingException other) {
      return new String(bytes, StandardCharsets.ISO_8859_1);
    }
  }
}
