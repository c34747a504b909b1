package dottore.app.record;

import dottore.core.runsheet.Guard;
import dottore.core.ticket.Line;
import dottore.core.units.Minutes;
import java.time.Duration;
import java.time.Instant;
import java.util.Optional;
import java.util.OptionalInt;

/**
 * A clock as others see it.
 *
 * @param guard set if nobody may disturb what runs
 * @param cause the number of the line of the step that let it run
 */
public record RunningTime(
    long id,
    String label,
    boolean hands,
    Instant startedAt,
    Optional<Instant> endsAt,
    Optional<Instant> stoppedAt,
    Optional<Guard> guard,
    OptionalInt cause,
    String startedBy) {

  public boolean running() {
    return stoppedAt.isEmpty();
  }

  /** How long it has run, or did until it was stopped. */
  public Duration length(Instant now) {
    Duration gone = Duration.between(startedAt, stoppedAt.orElse(now));
    return gone.isNegative() ? Duration.ZERO : gone; // a clock may have jumped back
  }

  /** How long is left of a countdown; negative when it is over. */
  public Duration left(Instant now) {
    return endsAt.map(end -> Duration.between(now, end)).orElse(Duration.ZERO);
  }

  /** Whether the step of this line let it run. */
  public boolean causedBy(Line line) {
    return cause.isPresent() && cause.getAsInt() == line.number();
  }

  /** How far it has come, if nobody may disturb it. */
  public Optional<Guard.Phase> phase(Instant now) {
    return guard.map(g -> g.after(Minutes.of(Math.max(0, length(now).toMillis() / 60_000.0))));
  }

  /** Past its time to worry, and nobody judged it yet. */
  public boolean worries(Instant now) {
    return running() && phase(now).filter(p -> p == Guard.Phase.WORRY).isPresent();
  }

  /** Something that still runs: a countdown, or what nobody may disturb until it is judged. */
  public boolean runs(Instant now) {
    return waiting(now) || (running() && guard.isPresent() && !worries(now));
  }

  /** A countdown that is still running down. */
  public boolean waiting(Instant now) {
    return running() && endsAt.filter(now::isBefore).isPresent();
  }
}
