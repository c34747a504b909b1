package dottore.app.knowledge;

import dottore.core.casebook.Mark;
import dottore.core.casebook.Reliance;
import dottore.core.drive.DriveCasebook;
import dottore.core.driver.DriverCasebook;
import dottore.core.firmware.FirmwareCasebook;
import dottore.core.isolation.ModuleTrials;
import dottore.core.proof.ProofReading;
import dottore.core.reading.ReadingCasebook;
import dottore.core.swap.SwapCasebook;
import dottore.core.system.SystemCasebook;
import dottore.core.upgrade.UpgradeCasebook;
import dottore.core.words.Code;
import java.util.Arrays;
import java.util.List;
import java.util.stream.Stream;

/** Everything in the casebook that code relies on; the rooms of core declare it. */
public final class Relied {
  /** All of it. */
  public static final List<Reliance> ALL =
      Stream.of(
              FirmwareCasebook.ALL,
              DriveCasebook.ALL,
              UpgradeCasebook.ALL,
              SwapCasebook.ALL,
              SystemCasebook.ALL,
              DriverCasebook.ALL,
              ReadingCasebook.ALL,
              ProofReading.reliesOn(),
              Arrays.stream(Mark.values()).map(mark -> Reliance.on(mark.road())).toList(),
              List.of(
                  Reliance.on(Code.DEVICE_MARKS),
                  Reliance.on(ModuleTrials.CHECK, "module", "slot", "behind", "none")))
          .flatMap(List::stream)
          .toList();

  private Relied() {}
}
