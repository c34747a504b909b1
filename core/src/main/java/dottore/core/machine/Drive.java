package dottore.core.machine;

import dottore.core.units.Capacity;
import java.util.Locale;
import java.util.Optional;

/**
 * A drive of a machine under repair.
 *
 * @param number as it is spoken of on the ticket, from 0
 * @param serial as printed on it; empty if nobody looked
 * @param connected whether it hangs on the machine now
 * @param holds what is on it, in the technician's words
 */
public record Drive(
    int number,
    String model,
    String serial,
    Optional<Capacity> size,
    boolean connected,
    String holds,
    Optional<DiskLayout> layout) {
  private static final int LAST = 4;

  public String name() {
    return "Disk " + number;
  }

  /** The last four characters of the serial, capitals; empty if there are not that many. */
  public Optional<String> lastFour() {
    String plain = serial.replaceAll("[^\\p{L}\\p{N}]", "").toUpperCase(Locale.ROOT);
    return plain.length() < LAST
        ? Optional.empty()
        : Optional.of(plain.substring(plain.length() - LAST));
  }

  /** So that nobody takes another one for it: number, serial and size in both counts. */
  public String described() {
    StringBuilder words = new StringBuilder(name());
    lastFour().ifPresent(last -> words.append(", …").append(last));
    size.ifPresent(s -> words.append(", ").append(s.inBothCounts()));
    return words.toString();
  }
}
