package dottore.core.machine;

import java.time.LocalDate;
import java.util.Optional;
import java.util.OptionalInt;

/**
 * A device as a system lists it.
 *
 * @param id empty if the list does not give it
 * @param mark the number of its mark; empty if it has none
 * @param provider of its driver; empty if it has none or the list does not say
 * @param module file of its driver; empty if the list does not say
 */
public record Device(
    String name,
    Optional<DeviceId> id,
    DeviceKind kind,
    OptionalInt mark,
    String provider,
    Optional<LocalDate> date,
    String version,
    String module) {
  /** The mark of a device without a driver. */
  public static final int NO_DRIVER = 28;

  /** Whether nothing drives it: it says so, or the list gives neither version nor module. */
  public boolean undriven() {
    return mark.orElse(0) == NO_DRIVER
        || provider.isEmpty() && version.isEmpty() && module.isEmpty();
  }

  /** The same, known to be for something. */
  public Device of(DeviceKind what) {
    return new Device(name, id, what, mark, provider, date, version, module);
  }

  /** What tells it from the others of a list. */
  public String key() {
    return id.map(DeviceId::words).orElse(name);
  }
}
