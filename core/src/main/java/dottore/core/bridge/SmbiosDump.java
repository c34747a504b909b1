package dottore.core.bridge;

import dottore.core.practice.Flaw;
import dottore.core.practice.Machine;
import dottore.core.practice.Memory;
import java.io.ByteArrayOutputStream;
import java.nio.ByteBuffer;
import java.nio.ByteOrder;
import java.nio.charset.StandardCharsets;

/**
 * What a practice machine's firmware says of its parts.
 *
 * <p>Source: System Management BIOS Reference Specification 3.3, structures 0, 1, 4, 16 and 17.
 */
final class SmbiosDump {
  private static final int HEADER = 4;
  private static final int ENTRY = 32;
  private static final int RATED = 3600;
  private static final int BASE = 2133;
  private static final int DDR4 = 0x1A;

  private final ByteArrayOutputStream table = new ByteArrayOutputStream();
  private int handle;

  private SmbiosDump() {}

  static byte[] of(Machine machine) {
    SmbiosDump dump = new SmbiosDump();
    Area firmware = new Area(0x18).put8(0x04, 1).put8(0x05, 2).put8(0x08, 3);
    dump.add(
        0,
        firmware,
        "Practice bench",
        machine.has(Flaw.CPU_TOO_NEW) ? "1.02" : "2.14",
        "03/18/2024");
    Area system = new Area(0x1B).put8(0x04, 1).put8(0x05, 2).put8(0x18, 6);
    dump.add(1, system, "Practice", machine.kind().id());
    Area processor =
        new Area(0x30).put8(0x04, 1).put8(0x05, 3).put8(0x07, 2).put8(0x10, 3).put8(0x18, 0x41);
    dump.add(
        4,
        processor,
        "Socket A",
        "Bench",
        machine.has(Flaw.CPU_TOO_NEW) ? "Unknown processor" : "Bench six 3700");
    Memory memory = machine.memory();
    dump.add(
        16,
        new Area(0x17)
            .put8(0x04, 3)
            .put8(0x05, 3)
            .put8(0x06, 3)
            .put16(0x0D, memory.slots().size()));
    for (int i = 0; i < memory.slots().size(); i++) {
      Memory.Slot slot = memory.slots().get(i);
      boolean lost =
          machine.has(Flaw.CPU_UNSEATED, 2) && i == memory.taken().get(memory.taken().size() - 1);
      boolean shown = slot.serves() && !lost;
      dump.add(17, module(machine, slot, shown), "Slot " + (i + 1), shown ? "Bench" : "None");
    }
    dump.add(127, new Area(HEADER));
    return dump.bytes();
  }

  private static Area module(Machine machine, Memory.Slot slot, boolean shown) {
    Memory memory = machine.memory();
    boolean slow = memory.hasProfile() && !memory.profileOn() || machine.has(Flaw.FIRMWARE_BUG, 3);
    int mebibytes = shown ? slot.module().orElseThrow().gib() * 1024 : 0;
    return new Area(0x5C)
        .put16(0x08, 64)
        .put16(0x0A, 64)
        .put16(0x0C, mebibytes)
        .put8(0x0E, 9)
        .put8(0x10, 1)
        .put8(0x12, DDR4)
        .put16(0x15, shown ? RATED : 0)
        .put8(0x17, 2)
        .put16(0x20, shown ? (slow ? BASE : RATED) : 0);
  }

  private void add(int type, Area area, String... texts) {
    byte[] bytes = area.bytes();
    table.write(type);
    table.write(bytes.length + HEADER);
    table.write(handle & 0xFF);
    table.write(handle++ >> 8);
    table.writeBytes(bytes);
    for (String text : texts) {
      table.writeBytes(text.getBytes(StandardCharsets.US_ASCII));
      table.write(0);
    }
    table.write(0);
    if (texts.length == 0) {
      table.write(0);
    }
  }

  /** The entry point, then the table at byte 32. */
  private byte[] bytes() {
    ByteBuffer dump = ByteBuffer.allocate(ENTRY + table.size()).order(ByteOrder.LITTLE_ENDIAN);
    dump.put("_SM3_".getBytes(StandardCharsets.US_ASCII));
    dump.put(0x06, (byte) 0x18).put(0x07, (byte) 3).put(0x08, (byte) 3).put(0x0A, (byte) 1);
    dump.putInt(0x0C, table.size()).putLong(0x10, ENTRY);
    int sum = 0;
    for (int i = 0; i < 0x18; i++) {
      sum += dump.get(i);
    }
    dump.put(0x05, (byte) -sum);
    return dump.position(ENTRY).put(table.toByteArray()).array();
  }

  /** The bytes of a structure behind its header, at the offsets of the specification. */
  private static final class Area {
    private final ByteBuffer bytes;

    private Area(int size) {
      bytes = ByteBuffer.allocate(size - HEADER).order(ByteOrder.LITTLE_ENDIAN);
    }

    private Area put8(int offset, int value) {
      bytes.put(offset - HEADER, (byte) value);
      return this;
    }

    private Area put16(int offset, int value) {
      bytes.putShort(offset - HEADER, (short) value);
      return this;
    }

    private byte[] bytes() {
      return bytes.array();
    }
  }
}
