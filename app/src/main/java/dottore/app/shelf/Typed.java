package dottore.app.shelf;

import dottore.core.format.FormatFault;
import dottore.core.format.SumList;
import java.math.BigDecimal;
import java.time.LocalDate;
import java.time.format.DateTimeParseException;
import java.util.LinkedHashMap;
import java.util.Map;
import java.util.Optional;

/** What was typed into a form of the shelf, read with its bounds; faults are gathered by field. */
final class Typed {
  private static final int LONGEST = 120;
  private static final double GB = 1e9;
  private static final double MOST_GB = 20_000;
  private static final int MOST_STOCK = 100_000;
  private static final BigDecimal MOST_MONEY = new BigDecimal(100_000);

  private final Map<String, String> posted;
  private final Map<String, String> faults = new LinkedHashMap<>();

  Typed(Map<String, String> posted) {
    this.posted = posted;
  }

  Map<String, String> faults() {
    return faults;
  }

  String text(String name) {
    String text = posted.getOrDefault(name, "").strip();
    return text.length() > LONGEST ? text.substring(0, LONGEST) : text;
  }

  String needed(String name, String words) {
    String text = text(name);
    if (text.isEmpty()) {
      faults.put(name, words + " is needed.");
    }
    return text;
  }

  boolean yes(String name) {
    return posted.containsKey(name);
  }

  private Optional<BigDecimal> number(String name, String words, BigDecimal most, int decimals) {
    String text = text(name).replace(',', '.');
    if (text.isEmpty()) {
      return Optional.empty();
    }
    if (text.matches("\\d{1,9}(\\.\\d{1," + decimals + "})?")) {
      BigDecimal number = new BigDecimal(text);
      if (number.compareTo(most) <= 0) {
        return Optional.of(number);
      }
    }
    faults.put(name, words + " is a number up to " + most.toPlainString() + ", such as 14.5.");
    return Optional.empty();
  }

  /** A size in GB of 10^9 bytes, in bytes; 0 if there is none. */
  long bytes(String name, String words) {
    return number(name, words, BigDecimal.valueOf(MOST_GB), 3)
        .map(gb -> Math.round(gb.doubleValue() * GB))
        .orElse(0L);
  }

  Optional<BigDecimal> speed(String name, String words) {
    return number(name, words, BigDecimal.valueOf(MOST_GB), 1).filter(speed -> speed.signum() > 0);
  }

  Optional<BigDecimal> money(String name, String words) {
    return number(name, words, MOST_MONEY, 2);
  }

  int count(String name, String words) {
    String text = text(name);
    if (text.isEmpty()) {
      return 0;
    }
    if (!text.matches("\\d{1,6}") || Integer.parseInt(text) > MOST_STOCK) {
      faults.put(name, words + " is a whole number from 0.");
      return 0;
    }
    return Integer.parseInt(text);
  }

  Optional<LocalDate> day(String name, String words) {
    String text = text(name);
    if (text.isEmpty()) {
      return Optional.empty();
    }
    try {
      LocalDate day = LocalDate.parse(text);
      if (day.getYear() > 1980 && day.getYear() < 2200) {
        return Optional.of(day);
      }
    } catch (DateTimeParseException none) {
      faults.put(name, words + " is a day, such as 2026-05-31.");
      return Optional.empty();
    }
    faults.put(name, words + " is no day that can be.");
    return Optional.empty();
  }

  String digest(String name) {
    String text = text(name).toLowerCase(java.util.Locale.ROOT);
    if (!text.isEmpty() && !text.matches("[0-9a-f]{64}")) {
      faults.put(name, "SHA-256 has 64 digits from 0 to f.");
    }
    return text;
  }

  /** The sum that a pasted list has for a file; empty if there is no list. */
  String listed(String list, String file) {
    String text = posted.getOrDefault(list, "");
    if (text.isBlank()) {
      return "";
    }
    try {
      SumList sums = SumList.read(text);
      Optional<String> sum = sums.sumOf(text(file));
      if (sums.bits() == 256 && sum.isPresent()) {
        return sum.get();
      }
      faults.put(
          list,
          sums.bits() == 256
              ? "The list has no file of this name: " + text(file)
              : "The list is not of SHA-256.");
    } catch (FormatFault wrong) {
      faults.put(list, "The list was not taken: " + wrong.getMessage() + ".");
    }
    return "";
  }
}
