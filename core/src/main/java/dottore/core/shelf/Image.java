package dottore.core.shelf;

import dottore.core.machine.BootMode;
import dottore.core.units.Capacity;
import java.time.LocalDate;
import java.util.Optional;
import java.util.Set;

/**
 * An image that can be written to a stick.
 *
 * @param name of the system or the tool, without its version
 * @param released when its maker released it
 * @param boots the ways by which a machine can start it
 * @param largest its largest file; the whole size where nobody knows
 * @param alone whether it must be the only one on its stick, as a maker's recovery image
 * @param signed whether it starts with secure boot on
 */
public record Image(
    long id,
    String name,
    String version,
    Optional<LocalDate> released,
    int bits,
    Set<BootMode> boots,
    Capacity size,
    Capacity largest,
    boolean alone,
    boolean signed) {
  /** FAT32 holds no file of 4 GiB or more. */
  private static final long FAT_LIMIT = 4L << 30;

  public Image {
    boots = Set.copyOf(boots);
  }

  /** As it is spoken of. */
  public String words() {
    return (name + " " + version).strip();
  }

  /** Whether its files lie on FAT32, which firmware of the new way starts with certainty. */
  public boolean fitsFat() {
    return largest.bytes() < FAT_LIMIT;
  }

  /** Whether it is a later release of the same. */
  boolean newerThan(Image other) {
    return !equals(other)
        && name.equalsIgnoreCase(other.name)
        && bits == other.bits
        && released.isPresent()
        && other.released.isPresent()
        && released.get().isAfter(other.released.get());
  }
}
