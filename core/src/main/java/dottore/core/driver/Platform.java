package dottore.core.driver;

import dottore.core.words.Code;
import java.time.LocalDate;
import java.util.Map;
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
 * @param stopCodes what its own codes mean, by number
 * @param deviceMarks what its own marks mean, by number
 */
public record Platform(
    String system,
    String name,
    String provider,
    Optional<LocalDate> released,
    OptionalInt bits,
    Map<String, String> stopCodes,
    Map<String, String> deviceMarks) {
  public Platform {
    stopCodes = Map.copyOf(stopCodes);
    deviceMarks = Map.copyOf(deviceMarks);
  }

  /** What a stop code means: as this system's table says, else as the guide does. */
  public String stop(String number) {
    return stopCodes.getOrDefault(number, Code.stop(number).map(Code::words).orElse(""));
  }

  /** What the mark of a device means, by the same two. */
  public String mark(int number) {
    String digits = String.valueOf(number);
    return deviceMarks.getOrDefault(digits, Code.mark(digits, "").map(Code::words).orElse(""));
  }

  /** Whether a driver comes with the system and is not made for the device. */
  boolean generic(String by) {
    return !provider.isEmpty() && by.equalsIgnoreCase(provider) || by.equalsIgnoreCase("generic");
  }
}
