package dottore.core.hours;

import java.time.DateTimeException;
import java.time.DayOfWeek;
import java.time.LocalDate;
import java.time.LocalDateTime;
import java.time.LocalTime;
import java.time.format.TextStyle;
import java.util.ArrayList;
import java.util.EnumMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.TreeMap;
import java.util.stream.Collectors;

/**
 * When a shop is open. Hours are local ones of the shop; a week without any says nothing, and
 * everything counts as open.
 *
 * @param week the hours of each day that has some
 * @param holidays days on which it is closed whatever the week says, with their names
 */
public record OpeningHours(Map<DayOfWeek, Span> week, Map<LocalDate, String> holidays) {
  /** Nobody said. */
  public static final OpeningHours UNSAID = new OpeningHours(Map.of(), Map.of());

  private static final int LONGEST_CLOSED = 400;
  private static final int MOST_HOLIDAYS = 200;

  /** From when to when, on one day. */
  public record Span(LocalTime from, LocalTime to) {
    /**
     * @throws IllegalArgumentException if it ends before it begins
     */
    public Span {
      if (!from.isBefore(to)) {
        throw new IllegalArgumentException("closes at " + to + ", before it opens at " + from);
      }
    }

    private boolean holds(LocalTime at) {
      return !at.isBefore(from) && at.isBefore(to);
    }
  }

  public OpeningHours {
    week = Map.copyOf(week);
    holidays = Map.copyOf(holidays);
  }

  public boolean open(LocalDateTime at) {
    return week.isEmpty()
        || span(at.toLocalDate()).filter(s -> s.holds(at.toLocalTime())).isPresent();
  }

  /** The first moment from this one on at which it is open; this one if it never opens. */
  public LocalDateTime next(LocalDateTime at) {
    if (open(at)) {
      return at;
    }
    for (int days = 0; days < LONGEST_CLOSED; days++) {
      LocalDate day = at.toLocalDate().plusDays(days);
      Optional<LocalDateTime> opens = span(day).map(s -> day.atTime(s.from()));
      if (opens.filter(o -> !o.isBefore(at)).isPresent()) {
        return opens.get();
      }
    }
    return at;
  }

  private Optional<Span> span(LocalDate day) {
    return holidays.containsKey(day)
        ? Optional.empty()
        : Optional.ofNullable(week.get(day.getDayOfWeek()));
  }

  /** "Mon 09:00 to 18:00, Tue 09:00 to 18:00", as it hangs on the door. */
  public String words() {
    return new TreeMap<>(week)
        .entrySet().stream()
            .map(d -> name(d.getKey()) + " " + d.getValue().from() + " to " + d.getValue().to())
            .collect(Collectors.joining(", "));
  }

  private static String name(DayOfWeek day) {
    return day.getDisplayName(TextStyle.SHORT, Locale.US);
  }

  // --- as text -----------------------------------------------------------------------------------

  /** The week as it is kept: "MONDAY 09:00 18:00" a line. */
  public String keptWeek() {
    return new TreeMap<>(week)
        .entrySet().stream()
            .map(e -> e.getKey() + " " + e.getValue().from() + " " + e.getValue().to())
            .collect(Collectors.joining("\n"));
  }

  /** The holidays as they are typed: "2026-12-25 first day of the feast" a line, in order. */
  public String keptHolidays() {
    return new TreeMap<>(holidays)
        .entrySet().stream()
            .map(e -> (e.getKey() + " " + e.getValue()).strip())
            .collect(Collectors.joining("\n"));
  }

  /**
   * Reads what {@link #keptWeek} and {@link #keptHolidays} wrote, or somebody typed.
   *
   * @throws IllegalArgumentException naming the line that is wrong
   */
  public static OpeningHours read(String week, String holidays) {
    Map<DayOfWeek, Span> days = new EnumMap<>(DayOfWeek.class);
    for (String line : lines(week)) {
      String[] parts = line.split("\\s+");
      try {
        if (parts.length != 3) {
          throw new IllegalArgumentException("a day, an opening and a closing time");
        }
        days.put(
            DayOfWeek.valueOf(parts[0].toUpperCase(Locale.ROOT)),
            new Span(LocalTime.parse(parts[1]), LocalTime.parse(parts[2])));
      } catch (DateTimeException | IllegalArgumentException wrong) {
        throw new IllegalArgumentException("\"" + line + "\": " + wrong.getMessage(), wrong);
      }
    }
    Map<LocalDate, String> closed = new TreeMap<>();
    for (String line : lines(holidays)) {
      String[] parts = line.split("\\s+", 2);
      try {
        closed.put(LocalDate.parse(parts[0]), parts.length > 1 ? parts[1] : "");
      } catch (DateTimeException wrong) {
        throw new IllegalArgumentException(
            "\"" + line + "\": a day as 2026-12-25 comes first", wrong);
      }
    }
    if (closed.size() > MOST_HOLIDAYS) {
      throw new IllegalArgumentException("at most " + MOST_HOLIDAYS + " holidays");
    }
    return new OpeningHours(days, closed);
  }

  private static List<String> lines(String text) {
    List<String> lines = new ArrayList<>();
    text.lines().map(String::strip).filter(l -> !l.isEmpty()).forEach(lines::add);
    return lines;
  }
}
