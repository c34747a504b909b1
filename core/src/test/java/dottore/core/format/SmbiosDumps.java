package dottore.core.format;

import java.io.ByteArrayOutputStream;
import java.nio.ByteBuffer;
import java.nio.ByteOrder;
import java.nio.charset.StandardCharsets;
import java.util.List;

/** Builds SMBIOS dumps byte by byte, for tests. */
public final class SmbiosDumps {
  private final ByteArrayOutputStream table = new ByteArrayOutputStream();
  private int handle;
  private int structures;

  /** Adds a structure: its type, the bytes behind the header, its texts. */
  public SmbiosDumps add(int type, byte[] area, String... texts) {
    table.write(type);
    table.write(area.length + 4);
    table.write(handle & 0xFF);
    table.write(handle >> 8);
    handle++;
    structures++;
    table.writeBytes(area);
    for (String text : texts) {
      table.writeBytes(text.getBytes(StandardCharsets.US_ASCII));
      table.write(0);
    }
    table.write(0);
    if (texts.length == 0) {
      table.write(0);
    }
    return this;
  }

  public static ByteBuffer area(int size) {
    return ByteBuffer.allocate(size - 4).order(ByteOrder.LITTLE_ENDIAN);
  }

  private static ByteBuffer put8(ByteBuffer area, int offset, int value) {
    return area.put(offset - 4, (byte) value);
  }

  private static ByteBuffer put16(ByteBuffer area, int offset, int value) {
    return area.putShort(offset - 4, (short) value);
  }

  public record Module(String slot, long mebibytes, int rated, int running) {}

  /** A whole machine. */
  public static SmbiosDumps machine(String processor, List<Module> modules) {
    SmbiosDumps dump = new SmbiosDumps();
    ByteBuffer firmware = area(0x18);
    put8(firmware, 0x04, 1);
    put8(firmware, 0x05, 2);
    put8(firmware, 0x08, 3);
    put8(firmware, 0x13, 0x08);
    dump.add(0, firmware.array(), "Corvane Firmware Works", "2.14", "03/18/2024");
    ByteBuffer system = area(0x1B);
    for (int i = 0; i < 4; i++) {
      put8(system, 0x04 + i, i + 1);
    }
    for (int i = 0; i < 16; i++) {
      put8(system, 0x08 + i, 16 + i);
    }
    put8(system, 0x18, 6);
    put8(system, 0x19, 5);
    dump.add(1, system.array(), "Fenrow", "Tern 5", "r2", "FT5-88B0-1D", "TERN-5-16");
    ByteBuffer board = area(0x0F);
    for (int i = 0; i < 4; i++) {
      put8(board, 0x04 + i, i + 1);
    }
    put8(board, 0x0D, 10);
    dump.add(2, board.array(), "Fenrow", "TB-550", "1.1", "B-0001");
    ByteBuffer chassis = area(0x15);
    put8(chassis, 0x04, 1);
    put8(chassis, 0x05, 3);
    dump.add(3, chassis.array(), "Fenrow");
    dump.add(4, processor(), "Socket A", "Halden", processor);
    ByteBuffer array = area(0x17);
    put8(array, 0x04, 3);
    put8(array, 0x05, 3);
    put8(array, 0x06, 3);
    put16(array, 0x0D, modules.size());
    dump.add(16, array.array());
    for (Module module : modules) {
      boolean there = module.mebibytes() > 0;
      dump.add(
          17,
          module(module),
          module.slot(),
          "Bank " + module.slot().charAt(0),
          there ? "Quillmem" : "Not Specified",
          there ? "QM-" + module.slot() + "-77" : "Not Specified",
          there ? "QX4-3600-16" : "Not Specified");
    }
    dump.add(43, chip(), "Quill chip");
    return dump.add(127, new byte[0]);
  }

  private static byte[] processor() {
    ByteBuffer area = area(0x30);
    put8(area, 0x04, 1);
    put8(area, 0x05, 3);
    put8(area, 0x06, 2);
    put8(area, 0x07, 2);
    put8(area, 0x10, 3);
    put16(area, 0x14, 4600);
    put16(area, 0x16, 3700);
    put8(area, 0x18, 0x41);
    put8(area, 0x23, 6);
    put8(area, 0x24, 6);
    put8(area, 0x25, 12);
    put16(area, 0x26, 0x0C);
    return area.array();
  }

  private static byte[] chip() {
    ByteBuffer area = area(0x1F);
    put8(area, 0x08, 2);
    put8(area, 0x12, 1);
    return area.array();
  }

  private static byte[] module(Module module) {
    ByteBuffer area = area(0x5C);
    put16(area, 0x08, 64);
    put16(area, 0x0A, 64);
    if (module.mebibytes() >= 0x7FFF) {
      put16(area, 0x0C, 0x7FFF);
      area.putInt(0x1C - 4, (int) module.mebibytes());
    } else {
      put16(area, 0x0C, (int) module.mebibytes());
    }
    put8(area, 0x0E, 9);
    put8(area, 0x10, 1);
    put8(area, 0x11, 2);
    put8(area, 0x12, 0x1A);
    put16(area, 0x15, module.rated());
    put8(area, 0x17, 3);
    put8(area, 0x18, 4);
    put8(area, 0x1A, 5);
    put16(area, 0x20, module.running());
    return area.array();
  }

  public byte[] bare() {
    return table.toByteArray();
  }

  /** As the usual dump tool writes it: entry point, then the table at byte 32. */
  public byte[] with64BitEntry() {
    ByteBuffer dump = ByteBuffer.allocate(32 + table.size()).order(ByteOrder.LITTLE_ENDIAN);
    dump.put("_SM3_".getBytes(StandardCharsets.US_ASCII));
    dump.put(0x06, (byte) 0x18).put(0x07, (byte) 3).put(0x08, (byte) 3).put(0x0A, (byte) 1);
    dump.putInt(0x0C, table.size()).putLong(0x10, 32);
    checksum(dump, 0x05, 0, 0x18);
    return dump.position(32).put(bare()).array();
  }

  public byte[] with32BitEntry() {
    ByteBuffer dump = ByteBuffer.allocate(32 + table.size()).order(ByteOrder.LITTLE_ENDIAN);
    dump.put("_SM_".getBytes(StandardCharsets.US_ASCII));
    dump.put(0x05, (byte) 0x1F).put(0x06, (byte) 2).put(0x07, (byte) 8);
    dump.position(0x10).put("_DMI_".getBytes(StandardCharsets.US_ASCII));
    dump.putShort(0x16, (short) table.size()).putInt(0x18, 32);
    dump.putShort(0x1C, (short) structures).put(0x1E, (byte) 0x28);
    checksum(dump, 0x15, 0x10, 0x1F);
    checksum(dump, 0x04, 0, 0x1F);
    return dump.position(32).put(bare()).array();
  }

  private static void checksum(ByteBuffer dump, int at, int from, int to) {
    int sum = 0;
    for (int i = from; i < to; i++) {
      sum += dump.get(i);
    }
    dump.put(at, (byte) -sum);
  }
}
