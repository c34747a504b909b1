package dottore.core.units;

import java.time.Instant;
import java.time.LocalDate;
import java.time.ZoneOffset;

/** How far a day from outside may reach: no machine is older, and no shop promises more. */
public final class Calendar {
  private static final LocalDate FIRST = LocalDate.of(1970, 1, 1);
  private static final LocalDate LAST = LocalDate.of(2199, 12, 31);

  private Calendar() {}

  /**
   * The day itself.
   *
   * @throws IllegalArgumentException if it lies before 1970 or after 2199
   */
  public static LocalDate bounded(LocalDate day) {
    if (day.isBefore(FIRST) || day.isAfter(LAST)) {
      throw new IllegalArgumentException("a day from " + FIRST + " to " + LAST + ", not " + day);
    }
    return day;
  }

  /**
   * The moment itself.
   *
   * @throws IllegalArgumentException if it lies before 1970 or after 2199
   */
  public static Instant bounded(Instant moment) {
    if (moment.isBefore(FIRST.atStartOfDay().toInstant(ZoneOffset.UTC))
        || !moment.isBefore(LAST.plusDays(1).atStartOfDay().toInstant(ZoneOffset.UTC))) {
      throw new IllegalArgumentException("a moment from " + FIRST + " to " + LAST);
    }
    return moment;
  }
}
