package dottore.core.upgrade;

import dottore.core.drive.DriveSheets;
import dottore.core.machine.Encryption;
import dottore.core.units.Capacity;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.EnumSet;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;

/**
 * What keeps a machine from taking a current system, and the only order in which it can be lifted:
 * encryption suspended, disk scheme converted, boot mode set, secure boot on, security chip on. A
 * step in another order either is refused or leaves a machine that does not start.
 */
public final class UpgradeBlockers {
  /** Least memory of a current system. */
  public static final Capacity MEMORY = Capacity.ofGibibytes(4);

  /** Least disk of a current system, as printed on the label. */
  public static final Capacity DISK = Capacity.ofGigabytes(64);

  /**
   * The machine as it stands.
   *
   * @param oldScheme whether the system disk is divided the old way (MBR)
   * @param newMode whether the firmware starts the new way (UEFI)
   * @param canNewMode whether it can at all
   * @param hasChip whether there is a security chip of version 2.0, on or off
   * @param processorListed empty if nobody looked
   */
  public record Machine(
      boolean oldScheme,
      boolean newMode,
      boolean canNewMode,
      boolean secureBoot,
      boolean hasChip,
      boolean chipOn,
      Encryption encryption,
      Optional<Boolean> processorListed,
      boolean sixtyFourBit,
      Optional<Capacity> memory,
      Optional<Capacity> disk) {

    /** Whether the drive asks for its key when something under it changes. */
    boolean encrypted() {
      return encryption == Encryption.ACTIVE;
    }

    /** Whether a system on it starts: scheme and mode fit, and secure boot has the new mode. */
    public boolean starts() {
      return oldScheme != newMode && (newMode || !secureBoot);
    }
  }

  /** What has to be done. */
  public enum Move {
    OLD_MODE(
        "Set the boot mode back to the old way",
        "The disk is still divided the old way; the system must start for its conversion.",
        true),
    BACK_UP("Back the data up", "The conversion has no way back in place.", true),
    SUSPEND(
        "Suspend the encryption, recovery key at hand",
        "Otherwise the drive asks for its key after each of the next steps.",
        true),
    CONVERT(
        "Convert the disk to the new scheme",
        "Three primary partitions at most, room at both ends.",
        false),
    NEW_MODE(
        "Set the boot mode to the new way",
        "Directly after the conversion; the machine starts again with it.",
        true),
    SECURE_BOOT_ON("Switch secure boot on", "Refused while the boot mode is old.", true),
    CHIP_ON(
        "Switch the security chip on",
        "Often under trusted computing, or as a function of the processor.",
        true);

    private final String words;
    private final String how;
    private final boolean startsAfter;

    Move(String words, String how, boolean startsAfter) {
      this.words = words;
      this.how = how;
      this.startsAfter = startsAfter;
    }

    public String words() {
      return words;
    }

    public String how() {
      return how;
    }

    /** The step of the run sheet with which it is done. */
    public String id() {
      return switch (this) {
        case BACK_UP -> DriveSheets.SAVED;
        case CONVERT -> DriveSheets.CONVERTED;
        default -> name().toLowerCase(Locale.ROOT).replace('_', '-');
      };
    }

    /** The moves that steps of a run sheet carried out. */
    public static Set<Move> of(Set<String> steps) {
      return Arrays.stream(values())
          .filter(move -> steps.contains(move.id()))
          .collect(Collectors.toCollection(() -> EnumSet.noneOf(Move.class)));
    }

    /** Whether it is work on the drive, planned by the room for drives. */
    public boolean onDrive() {
      return this == BACK_UP || this == CONVERT;
    }

    /** Whether the machine starts between this step and the next. */
    public boolean startsAfter() {
      return startsAfter;
    }
  }

  /** What no setting lifts. */
  public record Wall(String words, String todo) {}

  private UpgradeBlockers() {}

  /** What must be decided with the customer before any move. */
  public static List<Wall> walls(Machine m) {
    List<Wall> walls = new ArrayList<>();
    if (!m.sixtyFourBit()) {
      walls.add(new Wall("The processor has 32 bits", "Another machine"));
    }
    if (m.processorListed().filter(listed -> !listed).isPresent()) {
      walls.add(
          new Wall(
              "The processor is not on the system's list",
              "Another processor or machine; the customer decides with the facts"));
    }
    if (!m.canNewMode()) {
      walls.add(new Wall("The firmware knows only the old way", "Another board or machine"));
    }
    if (!m.hasChip()) {
      walls.add(
          new Wall(
              "No security chip 2.0",
              "Look for it as a function of the processor, or for a plug-in module of the maker"));
    }
    if (m.encryption() != Encryption.ACTIVE) {
      m.encryption()
          .missing()
          .ifPresent(
              todo ->
                  walls.add(new Wall("The drive's encryption: " + m.encryption().words(), todo)));
    }
    m.memory()
        .filter(memory -> memory.compareTo(MEMORY) < 0)
        .ifPresent(
            memory -> walls.add(new Wall("Memory " + memory.asMemory(), "Fit 4 GiB or more")));
    m.disk()
        .filter(disk -> disk.compareTo(DISK) < 0)
        .ifPresent(
            disk -> walls.add(new Wall("Disk " + disk.inBothCounts(), "Fit a larger drive first")));
    return walls;
  }

  /** The moves that are left, in the only order that works. */
  public static List<Move> moves(Machine m) {
    List<Move> moves = new ArrayList<>();
    boolean wrongMode = m.oldScheme() && m.newMode();
    boolean mode = !m.newMode() || wrongMode;
    boolean secure = !m.secureBoot() || wrongMode;
    boolean chip = !m.chipOn();
    if (wrongMode) {
      moves.add(Move.OLD_MODE);
    }
    if (m.oldScheme()) {
      moves.add(Move.BACK_UP);
    }
    if (m.encrypted() && (m.oldScheme() || mode || secure || chip)) {
      moves.add(Move.SUSPEND);
    }
    if (m.oldScheme()) {
      moves.add(Move.CONVERT);
    }
    if (mode) {
      moves.add(Move.NEW_MODE);
    }
    if (secure) {
      moves.add(Move.SECURE_BOOT_ON);
    }
    if (chip && m.hasChip()) {
      moves.add(Move.CHIP_ON);
    }
    return moves;
  }

  /**
   * The machine after a move.
   *
   * @throws IllegalStateException if the move is refused in this state, with the reason
   */
  public static Machine after(Machine m, Move move) {
    switch (move) {
      case OLD_MODE -> {
        if (!m.oldScheme()) {
          throw new IllegalStateException("a new-scheme disk does not start the old way");
        }
      }
      case CONVERT -> {
        if (!m.starts()) {
          throw new IllegalStateException("the conversion runs in the started system");
        }
        if (m.encrypted()) {
          throw new IllegalStateException("an encrypted disk is not converted");
        }
      }
      case NEW_MODE -> {
        if (m.oldScheme()) {
          throw new IllegalStateException("an old-scheme disk does not start the new way");
        }
      }
      case SECURE_BOOT_ON -> {
        if (!m.newMode()) {
          throw new IllegalStateException("secure boot needs the new boot mode");
        }
        if (m.encrypted()) {
          throw new IllegalStateException("the drive asks for its recovery key");
        }
      }
      case CHIP_ON -> {
        if (!m.hasChip() || m.encrypted() || !m.starts()) {
          throw new IllegalStateException("no chip, or the drive asks for its recovery key");
        }
      }
      default -> {}
    }
    return new Machine(
        m.oldScheme() && move != Move.CONVERT,
        (m.newMode() || move == Move.NEW_MODE) && move != Move.OLD_MODE,
        m.canNewMode(),
        (m.secureBoot() || move == Move.SECURE_BOOT_ON) && move != Move.OLD_MODE,
        m.hasChip(),
        m.chipOn() || move == Move.CHIP_ON,
        m.encrypted() && move == Move.SUSPEND ? Encryption.SUSPENDED : m.encryption(),
        m.processorListed(),
        m.sixtyFourBit(),
        m.memory(),
        m.disk());
  }
}
