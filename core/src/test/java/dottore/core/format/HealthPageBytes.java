package dottore.core.format;

import java.nio.ByteBuffer;
import java.nio.ByteOrder;
import java.util.ArrayList;
import java.util.List;

/** Health pages as drives write them, put together by hand. */
public final class HealthPageBytes {
  private static final int PAGE = 512;

  private record Entry(int id, int current, int worst, long raw, int threshold) {}

  private final List<Entry> entries = new ArrayList<>();

  public static HealthPageBytes drive() {
    return new HealthPageBytes().with(9, 98, 0x1234).with(194, 64, 0x0014_0023);
  }

  public HealthPageBytes with(int id, int current, long raw) {
    return with(id, current, raw, 0);
  }

  public HealthPageBytes with(int id, int current, long raw, int threshold) {
    entries.removeIf(entry -> entry.id == id);
    entries.add(new Entry(id, current, current, raw, threshold));
    return this;
  }

  public byte[] attributes() {
    ByteBuffer page = ByteBuffer.allocate(PAGE).order(ByteOrder.LITTLE_ENDIAN);
    page.putShort((short) 0x10);
    for (Entry entry : entries) {
      page.put((byte) entry.id).putShort((short) 3).put((byte) entry.current);
      page.put((byte) entry.worst).putInt((int) entry.raw).putShort((short) (entry.raw >> 32));
      page.put((byte) 0);
    }
    return summed(page.array());
  }

  public byte[] withThresholds() {
    ByteBuffer page = ByteBuffer.allocate(PAGE).order(ByteOrder.LITTLE_ENDIAN);
    page.putShort((short) 0x10);
    for (Entry entry : entries) {
      page.put((byte) entry.id).put((byte) entry.threshold).put(new byte[10]);
    }
    return ByteBuffer.allocate(2 * PAGE).put(attributes()).put(summed(page.array())).array();
  }

  /**
   * Pages with the log of statistics behind them.
   *
   * @param hours negative where the drive does not say
   * @param used percent, negative where the drive does not say
   */
  public static byte[] withStatistics(byte[] pages, long hours, int used) {
    ByteBuffer all =
        ByteBuffer.allocate(pages.length + 2 * PAGE).order(ByteOrder.LITTLE_ENDIAN).put(pages);
    statistic(all, pages.length, 0x01, 16, hours);
    statistic(all, pages.length + PAGE, 0x07, 8, used);
    return all.array();
  }

  /** Bits 63 and 62 say that the drive has it, and that it counts. */
  private static void statistic(ByteBuffer all, int page, int number, int at, long value) {
    all.putShort(page, (short) 1).put(page + 2, (byte) number);
    all.putLong(page + at, value < 0 ? 0x8000_0000_0000_0000L : 0xC000_0000_0000_0000L | value);
  }

  /** The last byte makes the sum of all 0. */
  private static byte[] summed(byte[] page) {
    int sum = 0;
    for (int i = 0; i < PAGE - 1; i++) {
      sum += page[i];
    }
    page[PAGE - 1] = (byte) -sum;
    return page;
  }

  /** A health page; the counters are hours, unsafe shutdowns, media errors, error entries. */
  public static byte[] log(
      int warnings, int kelvin, int spare, int threshold, int used, long... counters) {
    ByteBuffer page = ByteBuffer.allocate(PAGE).order(ByteOrder.LITTLE_ENDIAN);
    page.put((byte) warnings).putShort((short) kelvin);
    page.put((byte) spare).put((byte) threshold).put((byte) used);
    page.putLong(48, 123_456).putLong(112, 400);
    for (int i = 0; i < counters.length; i++) {
      page.putLong(128 + 16 * i, counters[i]);
    }
    return page.array();
  }
}
