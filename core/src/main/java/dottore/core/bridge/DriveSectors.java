package dottore.core.bridge;

import dottore.core.practice.Flaw;
import dottore.core.practice.Machine;
import java.nio.ByteBuffer;
import java.nio.ByteOrder;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.List;
import java.util.zip.CRC32;

/**
 * The first MiB of a practice machine's drive: how it is divided, and nothing of its files.
 *
 * <p>Source: UEFI specification 2.10, chapter 5, for both schemes.
 */
final class DriveSectors {
  private static final int LENGTH = 1 << 20;
  private static final int SECTOR = 512;
  private static final int TABLE = 2 * SECTOR;
  private static final int ENTRIES = 128;
  private static final int ENTRY = 128;
  private static final int MBR_TABLE = 446;
  private static final long MIB = LENGTH / SECTOR;
  private static final long GIB = 1024 * MIB;

  /** Types of the new scheme, as they lie on a drive. */
  private static final long[] START = {0x11D2F81FC12A7328L, 0x3BC93EC9A0004BBAL};

  private static final long[] DATA = {0x4433B9E5EBD0A0A2L, 0xC79926B7B668C087L};
  private static final long[] RECOVERY = {0x4D4006D1DE94BBA4L, 0xACD67901D5BF6AA1L};

  private record Part(long[] type, int oldType, long start, long length, String name) {}

  private final ByteBuffer bytes = ByteBuffer.allocate(LENGTH).order(ByteOrder.LITTLE_ENDIAN);

  private DriveSectors() {}

  /** Zeros where the drive is empty. */
  static byte[] of(Machine machine) {
    DriveSectors drive = new DriveSectors();
    if (machine.has(Flaw.LEGACY_BOOT)) {
      drive.oldScheme(parts(machine));
    } else if (!machine.has(Flaw.DRIVE_EMPTY)) {
      drive.newScheme(parts(machine), sectors(machine));
    }
    return drive.bytes.array();
  }

  /** How many sectors the drive has. */
  static long sectors(Machine machine) {
    return (machine.has(Flaw.DRIVE_SMALL) ? 29 : 447) * GIB + 176;
  }

  private static List<Part> parts(Machine machine) {
    long end = sectors(machine) / GIB * GIB;
    List<Part> parts = new ArrayList<>();
    parts.add(new Part(START, 0x0C, MIB, 260 * MIB, "start"));
    long at = GIB;
    if (machine.has(Flaw.PARTITIONS_IN_THE_WAY)) {
      for (int i = 1; i <= 2; i++) {
        parts.add(new Part(DATA, 0x07, at, 4 * GIB, "left over " + i));
        at += 4 * GIB;
      }
    }
    parts.add(new Part(DATA, 0x07, at, end - GIB - at, "system"));
    if (parts.size() == 2) {
      parts.add(new Part(RECOVERY, 0x27, end - GIB, GIB - MIB, "recovery"));
    }
    return parts;
  }

  private void oldScheme(List<Part> parts) {
    for (int i = 0; i < parts.size(); i++) {
      Part part = parts.get(i);
      int at = MBR_TABLE + 16 * i;
      bytes.put(at, (byte) (i == 0 ? 0x80 : 0));
      bytes.put(at + 4, (byte) part.oldType());
      bytes.putInt(at + 8, (int) part.start());
      bytes.putInt(at + 12, (int) part.length());
    }
    signed();
  }

  private void newScheme(List<Part> parts, long sectors) {
    bytes.put(MBR_TABLE + 4, (byte) 0xEE);
    bytes.putInt(MBR_TABLE + 8, 1);
    bytes.putInt(MBR_TABLE + 12, (int) Math.min(0xFFFFFFFFL, sectors - 1));
    signed();
    for (int i = 0; i < parts.size(); i++) {
      Part part = parts.get(i);
      int at = TABLE + ENTRY * i;
      bytes.putLong(at, part.type()[0]).putLong(at + 8, part.type()[1]);
      identity(at + 16, i + 1);
      bytes.putLong(at + 32, part.start()).putLong(at + 40, part.start() + part.length() - 1);
      byte[] name = part.name().getBytes(StandardCharsets.UTF_16LE);
      bytes.put(at + 56, name, 0, name.length);
    }
    long last = sectors - 1;
    long used = 1 + (long) ENTRIES * ENTRY / SECTOR;
    bytes.put(SECTOR, "EFI PART".getBytes(StandardCharsets.US_ASCII));
    bytes.putInt(SECTOR + 8, 0x00010000).putInt(SECTOR + 12, 92);
    bytes.putLong(SECTOR + 24, 1).putLong(SECTOR + 32, last);
    bytes.putLong(SECTOR + 40, used + 1).putLong(SECTOR + 48, last - used);
    identity(SECTOR + 56, 0);
    bytes.putLong(SECTOR + 72, 2).putInt(SECTOR + 80, ENTRIES).putInt(SECTOR + 84, ENTRY);
    bytes.putInt(SECTOR + 88, crc(TABLE, ENTRIES * ENTRY));
    bytes.putInt(SECTOR + 16, crc(SECTOR, 92));
  }

  private void identity(int at, int number) {
    bytes.putLong(at, 0x4B0E5C0D0770BE11L).putLong(at + 8, 0x80L | (long) number << 56);
  }

  private void signed() {
    bytes.put(SECTOR - 2, (byte) 0x55).put(SECTOR - 1, (byte) 0xAA);
  }

  private int crc(int from, int length) {
    CRC32 crc = new CRC32();
    crc.update(bytes.array(), from, length);
    return (int) crc.getValue();
  }
}
