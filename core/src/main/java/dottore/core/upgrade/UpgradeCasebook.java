package dottore.core.upgrade;

import dottore.core.casebook.Reliance;
import java.util.List;
import java.util.Set;

/** What lifting an upgrade's blockers relies on in the casebook. */
public final class UpgradeCasebook {
  static final Reliance CONVERTED = Reliance.on("convert-to-new-way");
  static final Reliance SECURE_BOOT = Reliance.on("switch-secure-boot-on");
  static final Reliance CHIP = Reliance.on("switch-security-chip-on");

  /** Causes that lifting them cures. */
  public static final Set<String> CAUSES = Set.of("tpm-off", "secure-boot-off", "legacy-boot");

  /** All of it. */
  public static final List<Reliance> ALL =
      List.of(
          CONVERTED,
          SECURE_BOOT,
          CHIP,
          Reliance.on("tpm-off"),
          Reliance.on("secure-boot-off"),
          Reliance.on("legacy-boot"));

  private UpgradeCasebook() {}
}
