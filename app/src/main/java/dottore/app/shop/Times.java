package dottore.app.shop;

import java.time.Duration;
import java.time.Instant;
import java.time.LocalDate;
import java.time.ZoneId;
import java.time.ZonedDateTime;
import java.time.format.DateTimeFormatter;
import java.util.Locale;

/** Moments as they are written at the bench, seen from now. */
public record Times(ZoneId zone, Instant now) {
  private static final DateTimeFormatter CLOCK = DateTimeFormatter.ofPattern("HH:mm", Locale.US);
  private static final DateTimeFormatter DAY = DateTimeFormatter.ofPattern("EEE d MMM", Locale.US);
  private static final DateTimeFormatter DATE =
      DateTimeFormatter.ofPattern("d MMM yyyy", Locale.US);

  /** "10:31" today, "Tue 3 Mar 10:31" otherwise. */
  public String moment(Instant at) {
    ZonedDateTime there = at.atZone(zone);
    return there.toLocalDate().equals(today())
        ? there.format(CLOCK)
        : there.format(DAY) + " " + there.format(CLOCK);
  }

  /** "10:31" today, "3 Mar" otherwise. */
  public String brief(Instant at) {
    ZonedDateTime there = at.atZone(zone);
    return there.toLocalDate().equals(today())
        ? there.format(CLOCK)
        : there.format(DateTimeFormatter.ofPattern("d MMM", Locale.US));
  }

  public String date(LocalDate date) {
    return date.format(DATE);
  }

  public String date(Instant at) {
    return date(LocalDate.ofInstant(at, zone));
  }

  public LocalDate today() {
    return LocalDate.ofInstant(now, zone);
  }

  /** "4 days", "3 h", "12 min": how long ago. */
  public String ago(Instant at) {
    Duration gone = Duration.between(at, now);
    if (gone.toDays() >= 2) {
      return gone.toDays() + " days";
    }
    return gone.toHours() >= 2 ? gone.toHours() + " h" : Math.max(0, gone.toMinutes()) + " min";
  }

  /** "1:05" hours and minutes. */
  public static String hours(Duration length) {
    return String.format(Locale.ROOT, "%d:%02d", length.toHours(), length.toMinutesPart());
  }

  /** "06:41" minutes and seconds; past the end "+02:10", by how much. */
  public static String countdown(Duration left) {
    Duration shown = left.abs();
    return String.format(
        Locale.ROOT,
        "%s%02d:%02d",
        left.isNegative() ? "+" : "",
        shown.toMinutes(),
        shown.toSecondsPart());
  }
}
