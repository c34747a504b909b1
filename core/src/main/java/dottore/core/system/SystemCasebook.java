package dottore.core.system;

import dottore.core.casebook.Casebook;
import dottore.core.casebook.Reliance;
import dottore.core.casebook.Repair;
import java.util.List;
import java.util.Set;

/** What putting a system back relies on in the casebook. */
public final class SystemCasebook {
  static final Reliance CLEAN = Reliance.on("reinstall-clean");
  static final Reliance FOR_BOOT = Reliance.on("install-for-boot");
  static final Reliance EMPTY = Reliance.on("install-on-empty");
  static final Reliance IN_PLACE = Reliance.on("repair-in-place");
  static final Reliance RECOVERY = Reliance.on("maker-recovery");

  private static final Reliance MEMORY_PART = Reliance.on("replace-memory");
  private static final Reliance DRIVE_PART = Reliance.on("replace-drive-restore");

  /** What the parts cost that a system may want, as the casebook has it. */
  public static Readiness.Prices prices(Casebook casebook) {
    return new Readiness.Prices(price(casebook, MEMORY_PART), price(casebook, DRIVE_PART));
  }

  private static double price(Casebook casebook, Reliance part) {
    return casebook.repair(part.step()).map(Repair::parts).orElse(0.0);
  }

  /** The check whether setup fails at the same place. */
  public static final String SAME_PLACE = "hang-point-repeats";

  /** Causes that another or a mended system cures. */
  public static final Set<String> CAUSES =
      Set.of(
          "system-files-damaged",
          "system-upgrade-broken",
          "malware",
          "no-system-on-drive",
          "recovery-image-needed",
          "system-32-bit");

  /** All of it. */
  public static final List<Reliance> ALL =
      List.of(
          MEMORY_PART,
          DRIVE_PART,
          CLEAN,
          FOR_BOOT,
          EMPTY,
          IN_PLACE,
          RECOVERY,
          Reliance.on(SAME_PLACE, "same", "changes"),
          Reliance.on("system-files-damaged"),
          Reliance.on("system-upgrade-broken"),
          Reliance.on("malware"),
          Reliance.on("no-system-on-drive"),
          Reliance.on("recovery-image-needed"),
          Reliance.on("system-32-bit"));

  private SystemCasebook() {}
}
