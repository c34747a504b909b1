package dottore.core.format;

import java.nio.charset.StandardCharsets;
import java.util.zip.CRC32;

/** Bytes copied from a drive, low byte first, with every place checked before it is read. */
final class Sectors {
  private final byte[] bytes;

  Sectors(byte[] bytes) {
    this.bytes = bytes;
  }

  int length() {
    return bytes.length;
  }

  boolean within(long at, long length) {
    return at >= 0 && length >= 0 && at <= bytes.length && length <= bytes.length - at;
  }

  /** Latin letters with blanks for control characters. */
  String text(int at, int length) {
    String text = new String(bytes, at, length, StandardCharsets.ISO_8859_1);
    return text.replaceAll("\\p{Cntrl}", " ");
  }

  int unsigned(int at) {
    return bytes[at] & 0xFF;
  }

  int word(int at) {
    return unsigned(at) | unsigned(at + 1) << 8;
  }

  long dword(int at) {
    return word(at) | (long) word(at + 2) << 16;
  }

  long qword(int at) {
    return dword(at) | dword(at + 4) << 32;
  }

  /** The checksum of a range, with four bytes taken as zero where one keeps itself. */
  long crc(int from, int length, int without) {
    CRC32 crc = new CRC32();
    if (without < 0) {
      crc.update(bytes, from, length);
    } else {
      crc.update(bytes, from, without);
      crc.update(new byte[Integer.BYTES]);
      int rest = without + Integer.BYTES;
      crc.update(bytes, from + rest, length - rest);
    }
    return crc.getValue();
  }
}
