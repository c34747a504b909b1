package dottore.core.driver;

import java.time.LocalDate;
import java.util.Optional;
import java.util.OptionalInt;

/**
 * The system that drivers are for.
 *
 * @param system id of its profile
 * @param name on the screen
 * @param provider as its own generic drivers name themselves; empty if that is not known
 * @param released first day of this system; what is six years older was not made for it
 * @param bits of the one that is installed; empty if nobody said
 */
public record Platform(
    String system, String name, String provider, Optional<LocalDate> released, OptionalInt bits) {

  /** Whether a driver comes with the system and is not made for the device. */
  boolean generic(String by) {
    return !provider.isEmpty() && by.equalsIgnoreCase(provider) || by.equalsIgnoreCase("generic");
  }
}
