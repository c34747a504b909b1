package dottore.core.machine;

import dottore.core.units.Capacity;
import java.util.Optional;
import java.util.OptionalInt;

/**
 * One memory slot as the firmware's table describes it.
 *
 * @param slot the label of the slot
 * @param size empty for an empty slot
 * @param ratedSpeed MT/s the module can do
 * @param runningSpeed MT/s it is configured to
 */
public record MemoryModule(
    String slot,
    String bank,
    Optional<Capacity> size,
    OptionalInt ratedSpeed,
    OptionalInt runningSpeed,
    String maker,
    String partNumber,
    String serial) {

  public boolean present() {
    return size.isPresent();
  }

  /**
   * Running more than 1 % below its rating; tables round, so an exact comparison would cry wolf.
   */
  public boolean belowRating() {
    return ratedSpeed.isPresent()
        && runningSpeed.isPresent()
        && runningSpeed.getAsInt() < 0.99 * ratedSpeed.getAsInt();
  }
}
