package dottore.core.firmware;

import java.util.Optional;
import java.util.OptionalInt;

/**
 * What keeps a machine running while its firmware is written.
 *
 * @param mains whether it is plugged in, for a machine with a battery: whether the charger is in
 * @param battery per cent of a battery; empty for a machine without one
 * @param cuts whether the area has power cuts
 * @param ups whether a UPS feeds it
 */
public record Power(boolean mains, OptionalInt battery, boolean cuts, boolean ups) {
  /** Battery above this with the charger in (guide). */
  public static final int LEAST_BATTERY = 50;

  /**
   * @throws IllegalArgumentException if the battery is not between 0 and 100
   */
  public Power {
    if (battery.isPresent() && (battery.getAsInt() < 0 || battery.getAsInt() > 100)) {
      throw new IllegalArgumentException("a battery has 0 to 100 per cent");
    }
  }

  /** What is missing, imperative; empty if it is safe. A charged battery bridges a cut. */
  Optional<String> missing() {
    if (!mains) {
      return Optional.of(
          battery.isPresent() ? "Plug the charger in; battery alone is not enough" : "Plug it in");
    }
    if (battery.isPresent() && battery.getAsInt() <= LEAST_BATTERY) {
      return Optional.of(
          "Charge above " + LEAST_BATTERY + " %; it has " + battery.getAsInt() + " %");
    }
    if (battery.isEmpty() && cuts && !ups) {
      return Optional.of("This area has power cuts: put a UPS between, or do it elsewhere");
    }
    return Optional.empty();
  }
}
