package dottore.core.format;

import dottore.core.machine.DriveHealth;
import dottore.core.machine.DriveHealth.Attribute;
import dottore.core.machine.DriveHealth.Statistics;
import dottore.core.machine.DriveHealth.Warning;
import java.math.BigInteger;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.OptionalInt;
import java.util.OptionalLong;
import java.util.Set;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/**
 * A drive's health as a rescue system prints it: a table of attributes (number, name, flag, value,
 * worst, threshold, kind, updated, failed, raw), or lines with a colon of a drive with a health
 * page. Typed by hand a line is the number of an attribute and its count.
 *
 * @param serial as it was printed; empty if it was not
 * @param spins whether it said that it turns; empty if it did not say
 */
public record HealthText(DriveHealth health, String serial, Optional<Boolean> spins) {
  private static final int MOST_LINES = 2000;
  private static final int LONGEST_LINE = 400;
  private static final int MOST_ID = 255;
  private static final int SOUND = 100;
  private static final int MOST_PERCENT = 255;

  /** Page and offset of the hours, and of the life that is used, in the log of statistics. */
  private static final String HOURS = "01010";

  private static final String USED = "07008";

  private static final BigInteger MOST = BigInteger.valueOf(Long.MAX_VALUE);

  private static final Pattern ROW =
      Pattern.compile(
          "\\s*(\\d{1,3})\\s+[\\w-]{2,40}\\s+0x[0-9a-fA-F]{4}\\s+(\\d{1,3})\\s+(\\d{1,3})\\s+(\\d{1,3}|-{3})\\s+"
              + "\\S+\\s+\\S+\\s+\\S+\\s+(\\d{1,18})(?!\\d).*");
  private static final Pattern TYPED =
      Pattern.compile("\\s*(\\d{1,3})\\s*[:=\\s]\\s*(\\d{1,15})\\s*");

  /** A line of the log of statistics: page, offset, size, value, flags, what it is. */
  private static final Pattern STATISTIC =
      Pattern.compile(
          "\\s*0x(\\p{XDigit}{2})\\s+0x(\\p{XDigit}{3})\\s+\\d+\\s+(\\d{1,18})\\s+\\S+\\s+\\S.*");

  private static final Pattern SAID =
      Pattern.compile("\\s*([A-Za-z][A-Za-z #/()-]{2,50}?)\\s*:\\s*(.+)");
  private static final Pattern NUMBER = Pattern.compile("(\\d[\\d,. ]*)");

  /**
   * Reads it.
   *
   * @throws FormatFault if no line tells of a drive's health, or an attribute cannot be
   */
  public static HealthText read(String text) throws FormatFault {
    List<Attribute> attributes = new ArrayList<>();
    Set<Integer> ids = new HashSet<>();
    Map<String, String> said = new HashMap<>();
    OptionalLong hours = OptionalLong.empty();
    OptionalInt used = OptionalInt.empty();
    int number = 0;
    for (String line : (Iterable<String>) text.lines()::iterator) {
      if (++number > MOST_LINES || line.length() > LONGEST_LINE) {
        throw new FormatFault("line " + number + ": this is longer than any such print");
      }
      Matcher row = ROW.matcher(line);
      Matcher typed = TYPED.matcher(line);
      Matcher colon = SAID.matcher(line);
      Matcher statistic = STATISTIC.matcher(line);
      if (row.matches()) {
        add(
            attributes,
            ids,
            number,
            row.group(1),
            Integer.parseInt(row.group(2)),
            Integer.parseInt(row.group(3)),
            row.group(5),
            row.group(4).startsWith("-")
                ? OptionalInt.empty()
                : OptionalInt.of(Integer.parseInt(row.group(4))));
      } else if (typed.matches()) {
        add(
            attributes,
            ids,
            number,
            typed.group(1),
            SOUND,
            SOUND,
            typed.group(2),
            OptionalInt.empty());
      } else if (statistic.matches()) {
        String place = statistic.group(1) + statistic.group(2);
        long value = Long.parseLong(statistic.group(3));
        if (place.equals(HOURS)) {
          hours = OptionalLong.of(value);
        } else if (place.equals(USED)) {
          used = OptionalInt.of((int) Math.min(value, MOST_PERCENT));
        }
      } else if (colon.matches()) {
        said.putIfAbsent(
            colon.group(1).toLowerCase(Locale.ROOT).replaceAll("\\s+", " "),
            colon.group(2).strip());
      }
    }
    String serial = said.getOrDefault("serial number", "");
    Optional<Boolean> spins =
        Optional.ofNullable(said.get("rotation rate")).map(rate -> rate.matches("\\d.*"));
    if (!attributes.isEmpty()) {
      return new HealthText(
          new DriveHealth.Attributes(attributes, new Statistics(hours, used)), serial, spins);
    }
    return new HealthText(page(said), serial, Optional.of(false));
  }

  /** The same, with a serial that somebody typed, if none was printed. */
  public HealthText orSerial(String typed) {
    return serial.isEmpty() ? new HealthText(health, typed, spins) : this;
  }

  private static void add(
      List<Attribute> attributes,
      Set<Integer> ids,
      int line,
      String id,
      int current,
      int worst,
      String raw,
      OptionalInt threshold)
      throws FormatFault {
    int which = Integer.parseInt(id);
    if (which == 0 || which > MOST_ID || current > MOST_ID || worst > MOST_ID || !ids.add(which)) {
      throw new FormatFault("line " + line + " holds no attribute that a drive could have");
    }
    attributes.add(new Attribute(which, false, current, worst, Long.parseLong(raw), threshold));
  }

  private static DriveHealth page(Map<String, String> said) throws FormatFault {
    if (!said.containsKey("percentage used") && !said.containsKey("available spare")) {
      throw new FormatFault(
          "no line tells of a drive's health: neither a table of attributes nor a health page");
    }
    String warning = said.getOrDefault("critical warning", "0");
    int bits;
    try {
      bits = Integer.decode(warning.split(" ")[0]);
    } catch (NumberFormatException odd) {
      throw new FormatFault("its critical warning is no number: " + brief(warning));
    }
    Optional<Long> warm = number(said.get("temperature"));
    return new DriveHealth.Page(
        Warning.of(bits),
        warm.isPresent()
            ? OptionalInt.of((int) Math.min(warm.get(), MOST_PERCENT))
            : OptionalInt.empty(),
        percent(said.get("available spare"), SOUND),
        percent(said.get("available spare threshold"), 0),
        percent(said.get("percentage used"), 0),
        number(said.get("power on hours")).orElse(0L),
        number(said.get("unsafe shutdowns")).orElse(0L),
        number(said.get("media and data integrity errors")).orElse(0L),
        number(said.get("error information log entries")).orElse(0L));
  }

  private static String brief(String text) {
    return text.length() > 20 ? text.substring(0, 20) + "…" : text;
  }

  private static int percent(@org.jspecify.annotations.Nullable String words, int otherwise) {
    return number(words).map(n -> (int) Math.min(n, MOST_PERCENT)).orElse(otherwise);
  }

  /** The first number of some words; thousands may be marked. */
  private static Optional<Long> number(@org.jspecify.annotations.Nullable String words) {
    if (words == null) {
      return Optional.empty();
    }
    Matcher first = NUMBER.matcher(words);
    if (!first.find()) {
      return Optional.empty();
    }
    String digits = first.group(1).replaceAll("\\D", "");
    return Optional.of(new BigInteger(digits).min(MOST).longValueExact());
  }
}
