package dottore.core.swap;

import dottore.core.swap.DriveForm.Body;
import dottore.core.swap.DriveForm.Key;
import dottore.core.swap.DriveForm.Tongue;
import java.util.EnumSet;
import java.util.Optional;
import java.util.Set;

/**
 * Where a machine takes a drive.
 *
 * @param key the key of a card's slot; empty for bays, and while nobody looked
 * @param millimeters the longest card, or the height of a small bay; 0 while nobody measured
 * @param speaks what it speaks; empty while nobody knows
 * @param looked whether somebody looked at the place itself; else it is known only by what came out
 *     of it, and may take more than that
 */
public record Slot(
    Place place, Optional<Key> key, double millimeters, Set<Tongue> speaks, boolean looked) {
  /** What the place is. */
  public enum Place {
    LARGE_BAY("3.5-inch bay"),
    SMALL_BAY("2.5-inch bay"),
    CARD("M.2 slot"),
    SOLDERED("none: soldered to the board");

    private final String words;

    Place(String words) {
      this.words = words;
    }

    public String words() {
      return words;
    }
  }

  public Slot {
    speaks = Set.copyOf(speaks);
  }

  public static Slot largeBay() {
    return new Slot(Place.LARGE_BAY, Optional.empty(), 0, Set.of(Tongue.SATA), true);
  }

  /**
   * @param height of the bay in millimeters; 0 if nobody measured
   */
  public static Slot smallBay(double height) {
    return new Slot(Place.SMALL_BAY, Optional.empty(), height, Set.of(Tongue.SATA), true);
  }

  /**
   * @param longest card that it holds, in millimeters; 0 if nobody measured
   */
  public static Slot card(Optional<Key> key, double longest, Set<Tongue> speaks) {
    return new Slot(Place.CARD, key, longest, speaks, true);
  }

  public static Slot soldered() {
    return new Slot(Place.SOLDERED, Optional.empty(), 0, Set.of(), true);
  }

  /** What can be told of a slot from the drive that came out of it. */
  public static Slot thatHeld(DriveForm out) {
    if (out.body() == Body.LARGE_BOX) {
      return largeBay();
    }
    Optional<Key> key =
        out.keys().size() == 1 ? Optional.of(out.keys().iterator().next()) : Optional.empty();
    return new Slot(
        out.body() == Body.SMALL_BOX ? Place.SMALL_BAY : Place.CARD,
        key,
        out.millimeters(),
        EnumSet.of(out.tongue()),
        false);
  }
}
