package dottore.core.format;

import dottore.core.machine.MemoryModule;
import dottore.core.machine.Passport;
import dottore.core.units.Capacity;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.OptionalInt;

/**
 * Reads an SMBIOS table dump into a passport: with a 64-bit entry point, a 32-bit one, or the bare
 * structure table (DMTF DSP0134, version 3.7; offsets below are those of its tables).
 */
public final class Smbios {
  /** No machine has a table this large; a larger upload is refused unread. */
  public static final int LARGEST = 1 << 20;

  private static final int MOST_STRUCTURES = 4096;
  private static final int SMALLEST_STRUCTURE = 4;
  private static final int END_OF_TABLE = 127;

  private final byte[] bytes;
  private final int start;
  private final int end;

  private String firmwareVendor = "";
  private String firmwareVersion = "";
  private String firmwareDate = "";
  private String maker = "";
  private String model = "";
  private String serial = "";
  private String sku = "";
  private String boardMaker = "";
  private String boardModel = "";
  private String boardVersion = "";
  private OptionalInt chassis = OptionalInt.empty();
  private OptionalInt bits = OptionalInt.empty();
  private Optional<Boolean> newWay = Optional.empty();
  private boolean chip;
  private int slots;
  private final List<Passport.Processor> processors = new ArrayList<>();
  private final List<MemoryModule> memory = new ArrayList<>();

  private Smbios(byte[] bytes, int start, int end) {
    this.bytes = bytes;
    this.start = start;
    this.end = end;
  }

  /**
   * Reads a dump.
   *
   * @throws FormatFault if it is none, or damaged
   */
  public static Passport read(byte[] dump) throws FormatFault {
    if (dump.length > LARGEST) {
      throw new FormatFault("larger than any SMBIOS table", LARGEST);
    }
    Smbios table;
    if (startsWith(dump, "_SM3_")) {
      table = behindEntry(dump, 0x18, 0x06, dword(dump, 0x0C), qword(dump, 0x10));
    } else if (startsWith(dump, "_SM_")) {
      table = behindEntry(dump, 0x1F, 0x05, word(dump, 0x16), dword(dump, 0x18));
    } else {
      table = new Smbios(dump, 0, dump.length);
    }
    return table.passport();
  }

  private static boolean startsWith(byte[] dump, String anchor) {
    byte[] wanted = anchor.getBytes(StandardCharsets.US_ASCII);
    if (dump.length < 0x1F) {
      return false;
    }
    for (int i = 0; i < wanted.length; i++) {
      if (dump[i] != wanted[i]) {
        return false;
      }
    }
    return true;
  }

  /** The address is one of the running machine; a dump keeps the table at it or right behind. */
  private static Smbios behindEntry(byte[] dump, int most, int lengthAt, long length, long address)
      throws FormatFault {
    int entry = dump[lengthAt] & 0xFF;
    if (entry < 0x10 || entry > Math.max(most, 0x1F) || entry > dump.length) {
      throw new FormatFault("the entry point claims a length of " + entry + " bytes", lengthAt);
    }
    int sum = 0;
    for (int i = 0; i < entry; i++) {
      sum += dump[i];
    }
    if ((sum & 0xFF) != 0) {
      throw new FormatFault("the entry point's checksum does not fit", 0);
    }
    int at = address >= entry && address < dump.length ? (int) address : entry;
    int end = (int) Math.min(dump.length, at + Math.max(0, length));
    return new Smbios(dump, at, end);
  }

  private Passport passport() throws FormatFault {
    int at = start;
    int count = 0;
    while (at + SMALLEST_STRUCTURE <= end && count < MOST_STRUCTURES) {
      int type = bytes[at] & 0xFF;
      int length = bytes[at + 1] & 0xFF;
      if (length < SMALLEST_STRUCTURE) {
        throw new FormatFault("a structure claims a length of " + length + " bytes", at + 1);
      }
      if (at + length > end) {
        throw new FormatFault("a structure runs over the end of the table", at);
      }
      int next = behindStrings(at + length);
      take(type, new Structure(at, length, next));
      count++;
      at = next;
      if (type == END_OF_TABLE) {
        break;
      }
    }
    if (count == 0) {
      throw new FormatFault("there is no SMBIOS structure in this file", start);
    }
    if (maker.isEmpty() && model.isEmpty() && boardModel.isEmpty() && processors.isEmpty()) {
      throw new FormatFault("the table names neither machine, board nor processor", start);
    }
    return new Passport(
        firmwareVendor,
        firmwareVersion,
        firmwareDate,
        maker,
        model,
        serial,
        sku,
        boardMaker,
        boardModel,
        boardVersion,
        chassis,
        processors,
        Math.max(slots, memory.size()),
        memory,
        new Passport.Abilities(bits, newWay, chip));
  }

  /** Where the next structure begins: behind two zero bytes. */
  private int behindStrings(int from) throws FormatFault {
    for (int i = from; i + 1 < end; i++) {
      if (bytes[i] == 0 && bytes[i + 1] == 0) {
        return i + 2;
      }
    }
    throw new FormatFault("the texts of a structure do not end", from);
  }

  private void take(int type, Structure s) {
    switch (type) {
      case 0 -> {
        firmwareVendor = s.text(0x04);
        firmwareVersion = s.text(0x05);
        firmwareDate = s.text(0x08);
        // Second extension byte, bit 3: the firmware starts the new way.
        newWay = s.has(0x13, 1) ? Optional.of((s.at8(0x13) & 0x08) != 0) : newWay;
      }
      case 1 -> {
        maker = s.text(0x04);
        model = s.text(0x05);
        serial = s.text(0x07);
        sku = s.text(0x19);
      }
      case 2 -> {
        boardMaker = s.text(0x04);
        boardModel = s.text(0x05);
        boardVersion = s.text(0x06);
      }
      case 3 -> chassis = s.has(0x05, 1) ? OptionalInt.of(s.at8(0x05) & 0x7F) : chassis;
      case 4 -> {
        processors.add(processor(s));
        // Characteristics, bit 2: 64 bits; all zero where the table does not say.
        if (s.has(0x26, 2) && s.at16(0x26) != 0) {
          bits = OptionalInt.of((s.at16(0x26) & 0x04) != 0 ? 64 : 32);
        }
      }
      case 16 -> {
        boolean systemMemory = s.has(0x05, 1) && s.at8(0x05) == 3;
        if (systemMemory && s.has(0x0D, 2)) {
          slots += s.at16(0x0D);
        }
      }
      case 17 -> memory.add(module(s));
      case 43 -> chip = true;
      default -> {}
    }
  }

  private static Passport.Processor processor(Structure s) {
    int cores = s.has(0x23, 1) ? s.at8(0x23) : 0;
    if (cores == 0xFF && s.has(0x2A, 2)) {
      cores = s.at16(0x2A);
    }
    int speed = s.has(0x16, 2) ? s.at16(0x16) : 0;
    boolean populated = s.has(0x18, 1) && (s.at8(0x18) & 0x40) != 0;
    return new Passport.Processor(
        s.text(0x04), s.text(0x07), s.text(0x10), populated, positive(cores), positive(speed));
  }

  private static MemoryModule module(Structure s) {
    return new MemoryModule(
        s.text(0x10),
        s.text(0x11),
        size(s),
        speed(s, 0x15, 0x54),
        speed(s, 0x20, 0x58),
        s.text(0x17),
        s.text(0x1A),
        s.text(0x18));
  }

  private static Optional<Capacity> size(Structure s) {
    if (!s.has(0x0C, 2)) {
      return Optional.empty();
    }
    int raw = s.at16(0x0C);
    if (raw == 0 || raw == 0xFFFF) {
      return Optional.empty();
    }
    if (raw == 0x7FFF && s.has(0x1C, 4)) {
      return Optional.of(Capacity.ofMebibytes(s.at32(0x1C) & 0x7FFFFFFFL));
    }
    boolean kibibytes = (raw & 0x8000) != 0;
    return Optional.of(kibibytes ? new Capacity((raw & 0x7FFFL) << 10) : Capacity.ofMebibytes(raw));
  }

  private static OptionalInt speed(Structure s, int at, int extendedAt) {
    int raw = s.has(at, 2) ? s.at16(at) : 0;
    if (raw == 0xFFFF) {
      return s.has(extendedAt, 4)
          ? positive((int) (s.at32(extendedAt) & 0x7FFFFFFFL))
          : OptionalInt.empty();
    }
    return positive(raw);
  }

  private static OptionalInt positive(int value) {
    return value > 0 ? OptionalInt.of(value) : OptionalInt.empty();
  }

  private static int word(byte[] b, int at) {
    return (b[at] & 0xFF) | (b[at + 1] & 0xFF) << 8;
  }

  private static long dword(byte[] b, int at) {
    return word(b, at) | (long) word(b, at + 2) << 16;
  }

  private static long qword(byte[] b, int at) {
    return dword(b, at) | dword(b, at + 4) << 32;
  }

  /** One structure: its formatted area and, behind it, its texts. */
  private final class Structure {
    private final int at;
    private final int length;
    private final int next;

    Structure(int at, int length, int next) {
      this.at = at;
      this.length = length;
      this.next = next;
    }

    boolean has(int offset, int size) {
      return offset + size <= length;
    }

    int at8(int offset) {
      return bytes[at + offset] & 0xFF;
    }

    int at16(int offset) {
      return word(bytes, at + offset);
    }

    long at32(int offset) {
      return dword(bytes, at + offset);
    }

    /** The text whose number stands at the offset; empty if there is none. */
    String text(int offset) {
      int wanted = has(offset, 1) ? at8(offset) : 0;
      int from = at + length;
      for (int number = 1; wanted > 0 && from < next; number++) {
        int to = from;
        while (to < next && bytes[to] != 0) {
          to++;
        }
        if (number == wanted) {
          return printable(from, to);
        }
        from = to + 1;
      }
      return "";
    }

    private String printable(int from, int to) {
      StringBuilder text = new StringBuilder();
      for (int i = from; i < to; i++) {
        int c = bytes[i] & 0xFF;
        text.append(c >= 0x20 && c < 0x7F ? (char) c : '.');
      }
      return text.toString().strip();
    }
  }
}
