package dottore.core.firmware;

import dottore.core.casebook.Reliance;
import java.util.List;
import java.util.Set;

/** What work on firmware relies on in the casebook. */
public final class FirmwareCasebook {
  static final String FLASHED_WITHOUT_PROCESSOR = "flash-without-cpu";
  static final String OTHER_VERSION = "other-firmware-version";
  static final String CLEARED = "clear-and-reenter";
  static final String PASSWORD_LIFTED = "clear-password-by-owner";
  static final String RECOVERED = "recover-firmware";

  /** The version compared with the maker's list. */
  static final Reliance VERSION = Reliance.on("version-shown", "old", "fits", "noted");

  static final Reliance CELL = Reliance.on("coin-cell-volts", "flat");

  /** A write that broke off. */
  public static final Reliance BROKEN_OFF = Reliance.on("last-update-asked", "broken-off");

  static final Reliance PROFILE = Reliance.on("profile-off-run", "steady", "same");
  static final Reliance STOCK = Reliance.on("stock-settings-run", "steady", "same");
  static final Reliance SETTINGS =
      Reliance.on("settings-look", "drive-mode", "boot-mode", "order", "several");

  /** Causes that the pages of the desk cure. */
  public static final Set<String> PASSWORD_CAUSES = Set.of("firmware-password");

  public static final Set<String> RESET_CAUSES = Set.of("settings-bad", "memory-profile-too-fast");
  public static final Set<String> UPDATE_CAUSES =
      Set.of("cpu-firmware-too-old", "firmware-bug", "firmware-corrupt", "memory-incompatible");

  /** All of it. */
  public static final List<Reliance> ALL =
      List.of(
          Reliance.on(FLASHED_WITHOUT_PROCESSOR),
          Reliance.on(OTHER_VERSION),
          Reliance.on(CLEARED),
          Reliance.on(PASSWORD_LIFTED),
          Reliance.on(RECOVERED),
          VERSION,
          CELL,
          BROKEN_OFF,
          PROFILE,
          STOCK,
          SETTINGS,
          Reliance.on("firmware-password"),
          Reliance.on("settings-bad"),
          Reliance.on("memory-profile-too-fast"),
          Reliance.on("cpu-firmware-too-old"),
          Reliance.on("firmware-bug"),
          Reliance.on("firmware-corrupt"),
          Reliance.on("memory-incompatible"));

  private FirmwareCasebook() {}
}
