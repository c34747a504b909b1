package dottore.core.drive;

import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.OptionalLong;

/**
 * How what a drive says of itself changed from reading to reading, over all the tickets on which it
 * was read.
 *
 * @param readings the earliest first
 * @param rows those counts that were ever above zero, and hours and wear where it says them
 */
public record HealthTrend(List<Reading> readings, List<Row> rows) {
  private static final int WORN = 100;
  private static final int REALLOCATED = 5;
  private static final int INTERFACE = 199;
  private static final double DAY_HOURS = 24;

  /**
   * A reading.
   *
   * @param where the ticket on which it was read
   */
  public record Reading(Instant at, String where, HealthNote note) {}

  /**
   * One count from reading to reading.
   *
   * @param values empty where a reading did not say
   * @param bad whether its growth is a reason to replace the drive; a cable's is not
   */
  public record Row(String words, List<OptionalLong> values, boolean bad) {
    public Row {
      values = List.copyOf(values);
    }

    /** From the first to the last that were read, 0 while there is one only. */
    public long growth() {
      List<Long> said =
          values.stream().filter(OptionalLong::isPresent).map(OptionalLong::getAsLong).toList();
      return said.isEmpty() ? 0 : said.get(said.size() - 1) - said.get(0);
    }
  }

  private enum Count {
    HOURS("hours"),
    USED("% of its life used"),
    REALLOCATED_SECTORS("sectors reallocated"),
    PENDING("sectors pending"),
    UNCORRECTABLE("sectors uncorrectable"),
    REPORTED("errors reported"),
    MEDIA("media errors"),
    CABLE("interface errors");

    private final String words;

    Count(String words) {
      this.words = words;
    }

    OptionalLong of(HealthNote note) {
      Map<Integer, Long> counts = note.counts();
      Long value =
          switch (this) {
            case HOURS -> note.hours();
            case USED -> note.used() == null ? null : Long.valueOf(note.used());
            case REALLOCATED_SECTORS -> counts.get(REALLOCATED);
            case PENDING -> counts.get(197);
            case UNCORRECTABLE -> counts.get(198);
            case REPORTED -> counts.get(187);
            case MEDIA -> note.media();
            case CABLE -> counts.get(INTERFACE);
          };
      return value == null ? OptionalLong.empty() : OptionalLong.of(value);
    }
  }

  public HealthTrend {
    readings = List.copyOf(readings);
    rows = List.copyOf(rows);
  }

  /**
   * Puts readings in order.
   *
   * @param readings of one drive, in any order
   */
  public static HealthTrend of(List<Reading> readings) {
    List<Reading> ordered = readings.stream().sorted(Comparator.comparing(Reading::at)).toList();
    List<Row> rows = new ArrayList<>();
    for (Count count : Count.values()) {
      List<OptionalLong> values =
          ordered.stream().map(reading -> count.of(reading.note())).toList();
      boolean always = count == Count.HOURS || count == Count.USED;
      if (values.stream().anyMatch(v -> v.isPresent() && (always || v.getAsLong() > 0))) {
        rows.add(new Row(count.words, values, !always && count != Count.CABLE));
      }
    }
    return new HealthTrend(ordered, rows);
  }

  /** The last reading before a moment that can be of the same drive as another. */
  public static Optional<HealthNote> before(List<Reading> readings, Instant at, HealthNote now) {
    return readings.stream()
        .filter(reading -> reading.at().isBefore(at) && reading.note().mayBe(now))
        .max(Comparator.comparing(Reading::at))
        .map(Reading::note);
  }

  /** What follows from the change, in a sentence; empty if nothing does. */
  public Optional<String> says() {
    Optional<Row> worse = rows.stream().filter(row -> row.bad() && row.growth() > 0).findFirst();
    if (worse.isPresent()) {
      return Optional.of(
          "%d more %s in %s: it is dying, copy first"
              .formatted(worse.get().growth(), worse.get().words(), span()));
    }
    Optional<Row> cable =
        rows.stream()
            .filter(row -> row.words().equals(Count.CABLE.words) && row.growth() > 0)
            .findFirst();
    if (cable.isPresent()) {
      return Optional.of(
          "%d more interface errors in %s and nothing else: the cable or its plug"
              .formatted(cable.get().growth(), span()));
    }
    return worn();
  }

  /** When its rated life will be used up, at the pace between the first and the last reading. */
  private Optional<String> worn() {
    if (readings.size() < 2) {
      return Optional.empty();
    }
    Integer first = readings.get(0).note().used();
    Integer last = readings.get(readings.size() - 1).note().used();
    double days = lasted().toHours() / DAY_HOURS;
    if (first == null || last == null || last <= first || last >= WORN || days < 1) {
      return Optional.empty();
    }
    long left = Math.round((WORN - last) * days / (last - first));
    return Optional.of(
        "%d %% of its life in %s: at this pace it is used up in about %d days"
            .formatted(last - first, span(), left));
  }

  private Duration lasted() {
    return Duration.between(readings.get(0).at(), readings.get(readings.size() - 1).at());
  }

  private String span() {
    long days = lasted().toDays();
    long hours = lasted().toHours();
    return days >= 2 ? days + " days" : hours >= 2 ? hours + " hours" : "less than two hours";
  }
}
