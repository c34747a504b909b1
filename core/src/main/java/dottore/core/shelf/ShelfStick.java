package dottore.core.shelf;

import dottore.core.units.Capacity;
import dottore.core.units.Minutes;
import java.time.LocalDate;
import java.util.List;
import java.util.OptionalDouble;

/**
 * A stick of the shelf.
 *
 * @param label as it is written on it
 * @param writes measured speed in MB/s (10^6 bytes); empty if nobody measured
 * @param carries what is on it
 */
public record ShelfStick(
    long id, String label, Capacity size, OptionalDouble writes, List<Carried> carries) {
  /** Between a slow and a good stick: guide from practice, in MB/s. */
  private static final double SLOW = 8;

  private static final double GOOD = 40;
  private static final double SPREAD = 0.2;
  private static final double SLOWED = 0.5;
  private static final double MEGA = 1e6;
  private static final int SECONDS = 60;

  /** For tables, alignment and a start menu. */
  private static final Capacity OVERHEAD = Capacity.ofMebibytes(64);

  /** An image on a stick. */
  public record Carried(Image image, LocalDate written) {}

  public ShelfStick {
    carries = List.copyOf(carries);
  }

  /** What is free for images. */
  public long room() {
    return Math.max(0, size.bytes() - OVERHEAD.bytes());
  }

  /** What the images on it take. */
  public Capacity used() {
    return new Capacity(carries.stream().mapToLong(c -> c.image().size().bytes()).sum());
  }

  public boolean holds(Image image) {
    return carries.stream().anyMatch(c -> c.image().id() == image.id());
  }

  /** Whether it wrote at less than half of the speed that was measured before. */
  public boolean slowedTo(double measured) {
    return writes.isPresent() && measured < SLOWED * writes.getAsDouble();
  }

  /**
   * How long writing takes.
   *
   * @param least the quick end
   * @param most the slow end
   */
  public record Writing(Minutes least, Minutes most) {}

  /**
   * How long it takes to write so much: by the measured speed give or take a fifth, else between a
   * slow and a good stick.
   */
  public Writing writing(long bytes) {
    double fast = writes.isPresent() ? writes.getAsDouble() * (1 + SPREAD) : GOOD;
    double slow = writes.isPresent() ? writes.getAsDouble() * (1 - SPREAD) : SLOW;
    return new Writing(minutes(bytes, fast), minutes(bytes, slow));
  }

  private static Minutes minutes(long bytes, double speed) {
    return Minutes.of(Math.max(1, Math.ceil(bytes / (speed * MEGA) / SECONDS)));
  }
}
