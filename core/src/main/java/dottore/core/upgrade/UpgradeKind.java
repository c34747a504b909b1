package dottore.core.upgrade;

import dottore.core.facts.Facts;
import dottore.core.facts.MachineFacts;
import dottore.core.machine.BootMode;
import dottore.core.machine.Encryption;
import dottore.core.machine.Scheme;
import dottore.core.runsheet.EncryptionPause;
import dottore.core.ticket.SheetKind;
import dottore.core.ticket.SheetWork;
import dottore.core.upgrade.UpgradeBlockers.Move;
import java.util.ArrayList;
import java.util.List;
import java.util.Set;

/** The kind of run sheet that lifts what an upgrade refuses. */
public enum UpgradeKind implements SheetKind {
  BLOCKERS;

  @Override
  public String id() {
    return "upgrade-blockers";
  }

  @Override
  public String page() {
    return "firmware/upgrade";
  }

  /** A conversion brings boot mode and secure boot with it. */
  @Override
  public List<String> repairs(SheetWork work) {
    Set<Move> moves = Move.of(work.done());
    List<String> repairs = new ArrayList<>();
    if (moves.contains(Move.CONVERT)) {
      repairs.add(UpgradeCasebook.CONVERTED.step());
    } else if (moves.contains(Move.SECURE_BOOT_ON)) {
      repairs.add(UpgradeCasebook.SECURE_BOOT.step());
    }
    if (moves.contains(Move.CHIP_ON)) {
      repairs.add(UpgradeCasebook.CHIP.step());
    }
    return repairs;
  }

  @Override
  public Facts leaves(SheetWork work) {
    Facts left = Facts.none();
    for (Move move : Move.of(work.done())) {
      left =
          switch (move) {
            case OLD_MODE -> left.with(MachineFacts.BOOT_MODE, BootMode.OLD);
            case SUSPEND -> left.with(MachineFacts.ENCRYPTION, Encryption.SUSPENDED);
            case CONVERT -> left.with(MachineFacts.SCHEME, Scheme.GPT);
            case NEW_MODE -> left.with(MachineFacts.BOOT_MODE, BootMode.NEW);
            case SECURE_BOOT_ON -> left.with(UpgradeFacts.SECURE_BOOT, UpgradeFacts.Switch.ON);
            case CHIP_ON -> left.with(UpgradeFacts.CHIP, UpgradeFacts.Chip.ON);
            case BACK_UP -> left; // where the copy lies is for the drive desk to say
          };
    }
    return work.did(EncryptionPause.OVER)
        ? left.with(MachineFacts.ENCRYPTION, Encryption.ACTIVE)
        : left;
  }
}
