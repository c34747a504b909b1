package dottore.core.upgrade;

import dottore.core.drive.Conversion;
import dottore.core.drive.DriveDesk;
import dottore.core.facts.Facts;
import dottore.core.facts.MachineFacts;
import dottore.core.gate.Point;
import dottore.core.machine.BootMode;
import dottore.core.machine.Encryption;
import dottore.core.machine.Scheme;
import dottore.core.runsheet.EncryptionPause;
import dottore.core.runsheet.RunSheet;
import dottore.core.runsheet.SheetStep;
import dottore.core.runsheet.SheetStep.Making;
import dottore.core.ticket.Job;
import dottore.core.ticket.Start;
import dottore.core.units.Capacity;
import dottore.core.upgrade.UpgradeBlockers.Machine;
import dottore.core.upgrade.UpgradeBlockers.Move;
import dottore.core.upgrade.UpgradeBlockers.Wall;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;

/** What is known of a machine that a current system refuses, and the way to lift it. */
public final class UpgradeDesk {
  private final Facts facts;
  private final DriveDesk drives;

  private UpgradeDesk(Job job) {
    this.facts = job.log().facts();
    this.drives = DriveDesk.of(job);
  }

  public static UpgradeDesk of(Job job) {
    return new UpgradeDesk(job);
  }

  public Facts facts() {
    return facts;
  }

  /** What Drive says of the disk; empty while nobody said which it is. */
  public Optional<Conversion> conversion() {
    return drives.conversion();
  }

  /**
   * The machine as it was looked at; empty until scheme, mode, secure boot, chip and encryption are
   * known.
   */
  public Optional<Machine> machine() {
    Optional<Scheme> scheme = facts.find(MachineFacts.SCHEME);
    Optional<BootMode> mode = facts.find(MachineFacts.BOOT_MODE);
    Optional<UpgradeFacts.Switch> secure = facts.find(UpgradeFacts.SECURE_BOOT);
    Optional<UpgradeFacts.Chip> chip = facts.find(UpgradeFacts.CHIP);
    Encryption encryption = facts.get(MachineFacts.ENCRYPTION);
    if (scheme.isEmpty()
        || mode.isEmpty()
        || secure.isEmpty()
        || chip.isEmpty()
        || encryption == Encryption.UNKNOWN) {
      return Optional.empty();
    }
    return Optional.of(
        new Machine(
            scheme.get() == Scheme.MBR,
            mode.get() == BootMode.NEW,
            !facts.find(MachineFacts.OLD_ONLY).orElse(false),
            secure.get() == UpgradeFacts.Switch.ON,
            chip.get() != UpgradeFacts.Chip.NONE,
            chip.get() == UpgradeFacts.Chip.ON,
            encryption,
            facts.find(UpgradeFacts.LISTED),
            facts.find(UpgradeFacts.BITS).filter(b -> b == UpgradeFacts.Bits.THIRTY_TWO).isEmpty(),
            facts.find(UpgradeFacts.MEMORY).map(g -> Capacity.ofGibibytes(g.doubleValue())),
            facts.find(UpgradeFacts.DISK).map(g -> Capacity.ofGigabytes(g.doubleValue()))));
  }

  /** Whether Drive must decide first. */
  public boolean driveFirst() {
    return machine().filter(Machine::oldScheme).isPresent()
        && conversion().filter(Conversion::go).isEmpty();
  }

  /** Lifting what it refuses; walls and Drive decide. */
  public Start start() {
    Optional<Machine> machine = machine();
    if (machine.isEmpty()) {
      return Start.notYet("Look at the machine first.");
    }
    for (Wall wall : UpgradeBlockers.walls(machine.get())) {
      return Start.notYet(wall.words() + ". " + wall.todo() + ".");
    }
    if (machine.get().oldScheme()) {
      Optional<Conversion> conversion = conversion();
      if (conversion.isEmpty()) {
        return Start.notYet("Drive decides first: say which disk it is.");
      }
      for (Point<Conversion.Topic> point : conversion.get().open()) {
        return Start.notYet(
            "Drive says not yet. " + point.topic().words() + ": " + point.words() + ".");
      }
      if (conversion.get().done()) {
        return Start.notYet("The disk has the new scheme already: write that down first.");
      }
    }
    List<Move> moves = UpgradeBlockers.moves(machine.get());
    if (moves.isEmpty()) {
      return Start.notYet("Nothing stands in the way of the upgrade.");
    }
    return Start.go(sheet(moves), Map.of());
  }

  private RunSheet sheet(List<Move> moves) {
    List<Making> steps = new ArrayList<>();
    for (Move move : moves) {
      switch (move) {
        case BACK_UP -> steps.addAll(drives.saving());
        case CONVERT -> steps.addAll(drives.converting());
        default -> steps.add(step(move));
      }
    }
    if (moves.contains(Move.SUSPEND)) {
      steps.add(EncryptionPause.over());
    }
    steps.add(SheetStep.of("readiness", "Run the readiness check again", "It must pass now."));
    return RunSheet.inLine(UpgradeKind.BLOCKERS.id(), "Lift what the upgrade refuses", steps);
  }

  private static Making step(Move move) {
    Making step = SheetStep.of(move.id(), move.words(), move.how()).needed();
    return move == Move.SUSPEND
        ? step.taking(2, 0).borrowing(EncryptionPause.LOAN)
        : step.taking(3, 0);
  }
}
