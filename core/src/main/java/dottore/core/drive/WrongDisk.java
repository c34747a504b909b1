package dottore.core.drive;

import dottore.core.machine.Drive;
import dottore.core.units.Capacity;
import java.util.List;
import java.util.Locale;
import java.util.Optional;

/**
 * Whether the drive that is meant can be told from every other one that is connected. Installers
 * show sizes only, so a drive within 3 % of another is a trap: it is told apart by serial, or the
 * other one is unplugged.
 *
 * @param alike connected drives that could be taken for it, or of which the serial was read
 */
public record WrongDisk(Drive target, Verdict verdict, List<Drive> alike) {

  /** How it is told apart. */
  public enum Verdict {
    /**
     * No other is written down as connected: the way that is always right, if the list is whole.
     */
    ONLY(true),
    /** Its serial was read once more and no other ends the same way. */
    SERIAL(true),
    /** No other has a size near it. */
    SIZE(true),
    /** It could be taken for another. */
    ALIKE(false),
    /** The serial that was read is not its own: that screen shows another drive. */
    OTHER(false),
    /** The target itself is not connected. */
    GONE(false);

    private final boolean sure;

    Verdict(boolean sure) {
      this.sure = sure;
    }

    /** Whether something may be written. */
    public boolean sure() {
      return sure;
    }
  }

  public WrongDisk {
    alike = List.copyOf(alike);
  }

  /**
   * Judges it.
   *
   * @param drives all of the machine, the target among them
   * @param typed the last four characters of the target's serial as somebody read them off the
   *     screen that writes; empty if nobody did
   */
  public static WrongDisk of(Drive target, List<Drive> drives, String typed) {
    List<Drive> others =
        drives.stream().filter(d -> d.connected() && d.number() != target.number()).toList();
    if (!target.connected()) {
      return new WrongDisk(target, Verdict.GONE, List.of());
    }
    Optional<String> last = target.lastFour();
    String read = typed.strip().toUpperCase(Locale.ROOT);
    List<Drive> named =
        others.stream().filter(d -> d.lastFour().filter(read::equals).isPresent()).toList();
    boolean own = last.filter(read::equals).isPresent();
    if (!read.isEmpty() && !own && (last.isPresent() || !named.isEmpty())) {
      return new WrongDisk(target, Verdict.OTHER, named);
    }
    if (others.isEmpty()) {
      return new WrongDisk(target, Verdict.ONLY, List.of());
    }
    if (own && named.isEmpty()) {
      return new WrongDisk(target, Verdict.SERIAL, List.of());
    }
    List<Drive> alike = others.stream().filter(other -> alike(target, other)).toList();
    return new WrongDisk(target, alike.isEmpty() ? Verdict.SIZE : Verdict.ALIKE, alike);
  }

  /** A size that nobody knows can be any. */
  private static boolean alike(Drive target, Drive other) {
    Optional<Capacity> size = target.size();
    return size.isEmpty() || other.size().isEmpty() || size.get().looksLike(other.size().get());
  }
}
