package dottore.app.ticket;

import dottore.core.runsheet.Guard;
import java.time.Duration;
import java.time.Instant;
import java.util.Optional;

/**
 * A clock as others see it.
 *
 * @param guard set if nobody may disturb what runs
 */
public record RunningTime(
    long id,
    String label,
    boolean hands,
    Instant startedAt,
    Optional<Instant> endsAt,
    Optional<Instant> stoppedAt,
    Optional<Guard> guard) {

  public boolean running() {
    return stoppedAt.isEmpty();
  }

  /** How long it has run, or did until it was stopped. */
  public Duration length(Instant now) {
    return Duration.between(startedAt, stoppedAt.orElse(now));
  }

  /** How long is left of a countdown; negative when it is over. */
  public Duration left(Instant now) {
    return endsAt.map(end -> Duration.between(now, end)).orElse(Duration.ZERO);
  }

  /** A countdown that is still running down. */
  public boolean waiting(Instant now) {
    return running() && endsAt.filter(now::isBefore).isPresent();
  }
}
