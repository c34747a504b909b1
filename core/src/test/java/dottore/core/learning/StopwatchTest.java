package dottore.core.learning;

import static org.assertj.core.api.Assertions.assertThat;

import dottore.core.casebook.Casebook;
import dottore.core.learning.Stopwatch.Entry;
import dottore.core.learning.Stopwatch.Measured;
import dottore.core.learning.Stopwatch.Span;
import java.time.Duration;
import java.time.Instant;
import java.util.List;
import java.util.Optional;
import org.junit.jupiter.api.Test;

class StopwatchTest {
  private static final Casebook CASEBOOK = Casebook.shipped();
  private static final Instant START = Instant.parse("2031-05-02T09:00:00Z");

  private static Instant at(double minute) {
    return START.plus(Duration.ofMillis(Math.round(minute * 60_000)));
  }

  private static Entry line(double minute, String step) {
    return new Entry(at(minute), step.isEmpty() ? Optional.empty() : Optional.of(step));
  }

  private static List<Measured> read(List<Span> hands, Entry... entries) {
    return Stopwatch.read(CASEBOOK, List.of(entries), hands);
  }

  private static Span span(double from, double to) {
    return new Span(at(from), at(to));
  }

  @Test
  void countsFromLineToLineWhileTheHandsClockRuns() {
    assertThat(
            read(
                List.of(span(0, 9)),
                line(0, ""),
                line(3, "how-far"),
                line(4, ""),
                line(9, "reseat-memory")))
        .containsExactly(new Measured("how-far", 3), new Measured("reseat-memory", 5));
  }

  @Test
  void leavesOutTheTimeInWhichTheClockStood() {
    assertThat(read(List.of(span(0, 2), span(30, 33)), line(0, ""), line(33, "reseat-memory")))
        .containsExactly(new Measured("reseat-memory", 5));
    assertThat(read(List.of(), line(0, ""), line(5, "reseat-memory"))).isEmpty();
  }

  /** The quick memory test is three minutes of hands and twelve of waiting. */
  @Test
  void takesTheWaitingOfAStepOff() {
    assertThat(read(List.of(span(0, 20)), line(0, ""), line(16, "memory-test-quick")))
        .containsExactly(new Measured("memory-test-quick", 4));
  }

  @Test
  void leavesOutWhatCannotBeTrue() {
    assertThat(
            read(
                List.of(span(0, 300)),
                line(0, ""),
                line(0.05, "how-far"),
                line(90, "reseat-memory"),
                line(95, "no-such")))
        .isEmpty();
  }
}
