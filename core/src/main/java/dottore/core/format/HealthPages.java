package dottore.core.format;

import dottore.core.machine.DriveHealth;
import dottore.core.machine.DriveHealth.Attribute;
import dottore.core.machine.DriveHealth.Statistics;
import dottore.core.machine.DriveHealth.Warning;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.OptionalInt;
import java.util.OptionalLong;

/**
 * Reads the health pages that drives keep of themselves: the attribute page, alone or with the page
 * of thresholds behind it (ATA/ATAPI command set, SMART READ DATA and READ THRESHOLDS, 512 bytes
 * each, the bytes of a page add up to 0), with pages of the log of statistics behind them (general
 * purpose log 04h, each names its number and that it is of revision 1), or the health log page 02h
 * (NVM Express base specification, 512 bytes). Which one it is follows from the bytes.
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
  private static final int MOST_PAGES = 10;
  private static final int GENERAL = 0x01;
  private static final int SOLID_STATE = 0x07;

  private HealthPages() {}

  /**
   * Reads them.
   *
   * @param bytes one page, or attributes with the thresholds and the statistics behind them
   * @throws FormatFault if it is neither, with the first byte that does not fit
   */
  public static DriveHealth read(byte[] bytes) throws FormatFault {
    if (bytes.length == 0 || bytes.length % PAGE != 0 || bytes.length > MOST_PAGES * PAGE) {
      throw new FormatFault(
          "a health page has 512 bytes, with thresholds 1024; this file has " + bytes.length, 0);
    }
    Sectors page = new Sectors(bytes);
    boolean sums = sum(page, 0) == 0;
    if (bytes.length == PAGE) {
      return sums && entriesFit(page) ? attributes(page, Map.of(), Statistics.NONE) : log(page);
    }
    if (!sums) {
      throw new FormatFault("the bytes of a page do not add up to 0", PAGE - 1);
    }
    boolean limits = !isStatistics(page, PAGE) || sum(page, PAGE) == 0 && sameIds(page);
    if (limits && sum(page, PAGE) != 0) {
      throw new FormatFault("the bytes of a page do not add up to 0", 2 * PAGE - 1);
    }
    return attributes(
        page, limits ? thresholds(page) : Map.of(), statistics(page, limits ? 2 * PAGE : PAGE));
  }

  /** Whether the second page names the attributes of the first, as thresholds do. */
  private static boolean sameIds(Sectors page) {
    for (int i = 0; i < ENTRIES; i++) {
      int at = FIRST + i * ENTRY;
      if (page.unsigned(at) != page.unsigned(PAGE + at)) {
        return false;
      }
    }
    return true;
  }

  /** Revision 1, and the number of a page that the standard knows. */
  private static boolean isStatistics(Sectors page, int at) {
    return page.word(at) == 1
        && page.unsigned(at + 2) <= SOLID_STATE
        && page.unsigned(at + 3) == 0
        && page.dword(at + 4) == 0;
  }

  private static Statistics statistics(Sectors pages, int from) throws FormatFault {
    OptionalLong hours = OptionalLong.empty();
    OptionalInt used = OptionalInt.empty();
    for (int at = from; at < pages.length(); at += PAGE) {
      if (!isStatistics(pages, at)) {
        throw new FormatFault("no page of the log of statistics", at);
      }
      int number = pages.unsigned(at + 2);
      if (number == GENERAL && says(pages, at + 16)) {
        hours = OptionalLong.of(pages.dword(at + 16));
      } else if (number == SOLID_STATE && says(pages, at + 8)) {
        used = OptionalInt.of(pages.unsigned(at + 8));
      }
    }
    return new Statistics(hours, used);
  }

  /** Whether the drive has a statistic, and its value counts. */
  private static boolean says(Sectors pages, int at) {
    return (pages.unsigned(at + 7) & 0xC0) == 0xC0;
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

  private static DriveHealth attributes(
      Sectors page, Map<Integer, Integer> thresholds, Statistics statistics) throws FormatFault {
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
    return new DriveHealth.Attributes(attributes, statistics);
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
