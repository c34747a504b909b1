package dottore.core.format;

import java.time.DateTimeException;
import java.time.Instant;
import java.time.LocalDate;
import java.time.LocalDateTime;
import java.time.LocalTime;
import java.time.ZoneId;
import java.time.ZonedDateTime;
import java.util.Optional;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/** Days and moments as people and systems write them. */
final class DateText {
  private static final Pattern DAY =
      Pattern.compile(
          "\\b(?:(?<y>\\d{4})-(?<m>\\d{1,2})-(?<d>\\d{1,2})"
              + "|(?<d2>\\d{1,2})\\.(?<m2>\\d{1,2})\\.(?<y2>\\d{4})"
              + "|(?<a>\\d{1,2})/(?<b>\\d{1,2})/(?<y3>\\d{4}))(?!\\d)");

  private static final Pattern TIME =
      Pattern.compile(
          "(?i)\\b(?<h>\\d{1,2})[:.](?<m>\\d{2})(?:[:.](?<s>\\d{2})(?:[.,]\\d{1,9})?)?"
              + "\\s*(?<half>[ap]m\\b)?(?<zone>Z\\b|[+-]\\d{2}:?\\d{2}\\b)?");

  private static final int HALF_DAY = 12;

  private DateText() {}

  /**
   * A day, by dashes, dots or slashes. With slashes the month stands first, unless the first number
   * can only be a day.
   */
  static Optional<LocalDate> day(String text) {
    Matcher day = DAY.matcher(text);
    return day.find() ? day(day) : Optional.empty();
  }

  private static Optional<LocalDate> day(Matcher found) {
    try {
      if (found.group("y") != null) {
        return Optional.of(date(found, "y", "m", "d"));
      }
      if (found.group("y2") != null) {
        return Optional.of(date(found, "y2", "m2", "d2"));
      }
      return Optional.of(
          Integer.parseInt(found.group("a")) > HALF_DAY
              ? date(found, "y3", "b", "a")
              : date(found, "y3", "a", "b"));
    } catch (DateTimeException none) {
      return Optional.empty();
    }
  }

  private static LocalDate date(Matcher found, String year, String month, String day) {
    return LocalDate.of(
        Integer.parseInt(found.group(year)),
        Integer.parseInt(found.group(month)),
        Integer.parseInt(found.group(day)));
  }

  /**
   * A moment.
   *
   * @param zone where the clock stood that wrote it, unless the text says it itself
   */
  static Optional<Instant> moment(String text, ZoneId zone) {
    Matcher day = DAY.matcher(text);
    if (!day.find()) {
      return Optional.empty();
    }
    Optional<LocalDate> date = day(day);
    // The "T" of the standard form stands right before the hour.
    Matcher time = TIME.matcher(text.substring(day.end()).replaceFirst("^T", " "));
    if (date.isEmpty() || !time.find()) {
      return Optional.empty();
    }
    try {
      int hour = Integer.parseInt(time.group("h"));
      String half = time.group("half");
      if (half != null) {
        hour =
            hour % HALF_DAY
                + (half.toLowerCase(java.util.Locale.ROOT).startsWith("p") ? HALF_DAY : 0);
      }
      LocalDateTime at =
          date.get()
              .atTime(
                  LocalTime.of(
                      hour,
                      Integer.parseInt(time.group("m")),
                      time.group("s") == null ? 0 : Integer.parseInt(time.group("s"))));
      ZoneId in = time.group("zone") == null ? zone : ZoneId.of(time.group("zone"));
      return Optional.of(ZonedDateTime.of(at, in).toInstant());
    } catch (DateTimeException none) {
      return Optional.empty();
    }
  }
}
