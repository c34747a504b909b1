package dottore.core.drive;

import dottore.core.drive.TransferTime.Link;
import dottore.core.facts.Facts;
import dottore.core.units.Capacity;
import dottore.core.units.Minutes;
import java.util.ArrayList;
import java.util.List;
import java.util.OptionalDouble;

/**
 * How much is to be saved and how long that takes.
 *
 * @param amount of everything that was measured
 * @param room that the drive it goes to must have free: a tenth more
 * @param least if every file were large
 * @param most with the small files at half the pace
 * @param unasked kinds that nobody looked at
 */
public record SavePlan(
    Capacity amount, Capacity room, Minutes least, Minutes most, List<Kept> unasked) {
  private static final double SPARE = 1.1;

  public SavePlan {
    unasked = List.copyOf(unasked);
  }

  /**
   * Adds up.
   *
   * @param links what the data passes; a hard drive while nobody said
   * @param measured speed in MB/s, where somebody measured one
   */
  public static SavePlan of(Facts facts, List<Link> links, OptionalDouble measured) {
    double small = 0;
    double large = 0;
    List<Kept> unasked = new ArrayList<>();
    for (Kept kind : Kept.values()) {
      double gb = facts.find(DriveFacts.kept(kind)).map(Number::doubleValue).orElse(-1.0);
      if (gb < 0) {
        unasked.add(kind);
      } else if (kind.small()) {
        small += gb;
      } else {
        large += gb;
      }
    }
    List<Link> over = links.isEmpty() ? List.of(Link.HARD_DRIVE) : links;
    Capacity amount = Capacity.ofGigabytes(small + large);
    TransferTime ofSmall = TransferTime.of(Capacity.ofGigabytes(small), over, measured);
    TransferTime ofLarge = TransferTime.of(Capacity.ofGigabytes(large), over, measured);
    return new SavePlan(
        amount,
        Capacity.ofGigabytes((small + large) * SPARE),
        Minutes.of(ofSmall.least().value() + ofLarge.least().value()),
        Minutes.of(ofSmall.most().value() + ofLarge.ofBlocks().value()),
        unasked);
  }
}
