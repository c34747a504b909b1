package dottore.core.format;

import java.io.ByteArrayOutputStream;
import java.nio.charset.StandardCharsets;
import java.util.Random;

/** A text with damage. */
final class Mutated {
  private Mutated() {}

  static byte[] of(String text, Random random) {
    byte[] bytes = text.getBytes(StandardCharsets.UTF_8);
    for (int i = random.nextInt(6); i >= 0 && bytes.length > 1; i--) {
      int at = random.nextInt(bytes.length);
      ByteArrayOutputStream out = new ByteArrayOutputStream();
      switch (random.nextInt(6)) {
        case 0 -> bytes[at] = (byte) random.nextInt(256);
        case 1 -> bytes[at] = (byte) "\",;<>&\n:0".charAt(random.nextInt(9));
        case 2 -> {
          out.write(bytes, 0, at);
          bytes = out.toByteArray();
        }
        case 3 -> {
          int to = Math.min(bytes.length, at + random.nextInt(40));
          out.write(bytes, 0, at);
          out.write(bytes, to, bytes.length - to);
          bytes = out.toByteArray();
        }
        case 4 -> {
          out.write(bytes, 0, bytes.length);
          out.write(bytes, at, bytes.length - at);
          bytes = out.toByteArray();
        }
        default -> {
          out.write(bytes, at, bytes.length - at);
          out.write(bytes, 0, at);
          bytes = out.toByteArray();
        }
      }
    }
    return bytes;
  }
}
