package dottore.core.learning;

import dottore.core.casebook.Casebook;
import dottore.core.casebook.Step;
import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;

/**
 * How long each step took with hands on: from the line before it in the log to its own, as far as
 * the hands clock ran, less the waiting that the step brings along. What cannot be true (recorded
 * several at once, or forgotten over lunch) is left out.
 */
public final class Stopwatch {
  /** Below this share of the casebook's minutes, or above this multiple, nothing was measured. */
  private static final double LEAST = 0.15;

  private static final double MOST = 6;
  private static final double SECONDS = 60;

  private Stopwatch() {}

  /** A line of the log; with a step if it is the answer to one. */
  public record Entry(Instant at, Optional<String> step) {}

  /** A time in which the hands clock ran. */
  public record Span(Instant from, Instant to) {}

  /** What a step took. */
  public record Measured(String step, double minutes) {}

  /**
   * @param entries in the order of happening
   * @param hands spans that do not overlap
   */
  public static List<Measured> read(Casebook casebook, List<Entry> entries, List<Span> hands) {
    List<Measured> measured = new ArrayList<>();
    for (int i = 1; i < entries.size(); i++) {
      Instant from = entries.get(i - 1).at();
      Instant to = entries.get(i).at();
      Optional<Step> step = entries.get(i).step().flatMap(casebook::step);
      if (step.isEmpty()) {
        continue;
      }
      Step.Effort effort = step.get().effort();
      double minutes = overlap(from, to, hands) - effort.waiting().value();
      double usual = effort.hands().value();
      if (minutes >= LEAST * usual && minutes <= MOST * usual && minutes > 0) {
        measured.add(new Measured(step.get().id(), minutes));
      }
    }
    return measured;
  }

  private static double overlap(Instant from, Instant to, List<Span> hands) {
    double seconds = 0;
    for (Span span : hands) {
      Instant begin = span.from().isAfter(from) ? span.from() : from;
      Instant end = span.to().isBefore(to) ? span.to() : to;
      if (end.isAfter(begin)) {
        seconds += Duration.between(begin, end).toMillis() / 1000.0;
      }
    }
    return seconds / SECONDS;
  }
}
