package dottore.core.format;

import dottore.core.machine.DriveHealth;
import dottore.core.machine.DriveHealth.Attribute;
import dottore.core.machine.DriveHealth.Warning;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.OptionalInt;

/**
 * Reads the health pages that drives keep of themselves: the attribute page, alone or with the page
 * of thresholds behind it (ATA/ATAPI command set, SMART READ DATA and READ THRESHOLDS, 512 bytes
 * each, the bytes of a page add up to 0), or the health log page 02h (NVM Express base
 * specification, 512 bytes). Which one it is follows from the bytes.
 */
public final class HealthPages {
  private static final int PAGE = 512;
  private static final int ENTRIES = 30;
  private static final int ENTRY = 12;
  private static final int FIRST = 2;
  private static final int MOST_CURRENT = 253;
  private static final int KELVIN = 273;
  private static final int COLDEST = 200;
  private static final int HOTTEST = 450;
  private static final int PERCENT = 100;
  private static final int KNOWN_WARNINGS = 0x3F;

  private HealthPages() {}

  /**
   * Reads them.
   *
   * @param bytes one page, or attributes with the thresholds behind them
   * @throws FormatFault if it is neither, with the first byte that does not fit
   */
  public static DriveHealth read(byte[] bytes) throws FormatFault {
    if (bytes.length != PAGE && bytes.length != 2 * PAGE) {
      throw new FormatFault(
          "a health page has 512 bytes, with thresholds 1024; this file has " + bytes.length, 0);
    }
    Sectors page = new Sectors(bytes);
    boolean sums = sum(page, 0) == 0;
    if (bytes.length == 2 * PAGE) {
      if (!sums || sum(page, PAGE) != 0) {
        throw new FormatFault(
            "the bytes of a page do not add up to 0", sums ? 2 * PAGE - 1 : PAGE - 1);
      }
      return attributes(page, thresholds(page));
    }
    if (sums && entriesFit(page)) {
      return attributes(page, Map.of());
    }
    return log(page);
  }

  private static int sum(Sectors page, int from) {
    int sum = 0;
    for (int i = 0; i < PAGE; i++) {
      sum += page.unsigned(from + i);
    }
    return sum & 0xFF;
  }

  /** Whether there is an entry, and each has an id of its own and a value that it can have. */
  private static boolean entriesFit(Sectors page) {
    boolean any = false;
    boolean[] met = new boolean[256];
    for (int i = 0; i < ENTRIES; i++) {
      int at = FIRST + i * ENTRY;
      int id = page.unsigned(at);
      int current = page.unsigned(at + 3);
      if (id != 0 && (met[id] || current == 0 || current > MOST_CURRENT)) {
        return false;
      }
      any |= id != 0;
      met[id] = true;
    }
    return any;
  }

  private static DriveHealth attributes(Sectors page, Map<Integer, Integer> thresholds)
      throws FormatFault {
    if (!entriesFit(page)) {
      throw new FormatFault("no attributes that a drive could have", FIRST);
    }
    List<Attribute> attributes = new ArrayList<>();
    for (int i = 0; i < ENTRIES; i++) {
      int at = FIRST + i * ENTRY;
      int id = page.unsigned(at);
      if (id != 0) {
        Integer threshold = thresholds.get(id);
        attributes.add(
            new Attribute(
                id,
                (page.word(at + 1) & 1) == 1,
                page.unsigned(at + 3),
                page.unsigned(at + 4),
                page.dword(at + 5) | (long) page.word(at + 9) << 32,
                threshold == null ? OptionalInt.empty() : OptionalInt.of(threshold)));
      }
    }
    return new DriveHealth.Attributes(attributes);
  }

  private static Map<Integer, Integer> thresholds(Sectors page) {
    Map<Integer, Integer> thresholds = new HashMap<>();
    for (int i = 0; i < ENTRIES; i++) {
      int at = PAGE + FIRST + i * ENTRY;
      if (page.unsigned(at) != 0) {
        thresholds.put(page.unsigned(at), page.unsigned(at + 1));
      }
    }
    return thresholds;
  }

  private static DriveHealth log(Sectors page) throws FormatFault {
    int warnings = page.unsigned(0);
    int kelvin = page.word(1);
    int spare = page.unsigned(3);
    int threshold = page.unsigned(4);
    if ((warnings & ~KNOWN_WARNINGS) != 0) {
      throw new FormatFault("neither a page of attributes nor a health page: warnings", 0);
    }
    if (kelvin != 0 && (kelvin < COLDEST || kelvin > HOTTEST)) {
      throw new FormatFault("neither a page of attributes nor a health page: temperature", 1);
    }
    if (spare > PERCENT || threshold > PERCENT) {
      throw new FormatFault(
          "neither a page of attributes nor a health page: spare", spare > PERCENT ? 3 : 4);
    }
    if (kelvin == 0 && spare == 0 && counter(page, 112) == 0) {
      throw new FormatFault("a page without a temperature, spare or a single start", 1);
    }
    return new DriveHealth.Page(
        Warning.of(warnings),
        kelvin == 0 ? OptionalInt.empty() : OptionalInt.of(kelvin - KELVIN),
        spare,
        threshold,
        page.unsigned(5),
        counter(page, 128),
        counter(page, 144),
        counter(page, 160),
        counter(page, 176));
  }

  /** Sixteen bytes; what is beyond a long is held at its end. */
  private static long counter(Sectors page, int at) {
    long low = page.qword(at);
    return low < 0 || page.qword(at + 8) != 0 ? Long.MAX_VALUE : low;
  }
}
