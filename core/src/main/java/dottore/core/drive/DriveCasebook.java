package dottore.core.drive;

import dottore.core.casebook.Reliance;
import java.util.List;
import java.util.Set;

/** What work on drives relies on in the casebook. */
public final class DriveCasebook {
  /** Causes for which the drive itself is looked at, saved or changed. */
  public static final Set<String> CAUSES =
      Set.of("drive-failing", "drive-dead", "drive-not-supported");

  /** The check that a test over an adapter answers. */
  static final String ADAPTER = "usb-adapter-elsewhere";

  /** All of it. */
  public static final List<Reliance> ALL =
      List.of(
          Reliance.on("drive-failing"),
          Reliance.on("drive-dead"),
          Reliance.on("drive-not-supported"),
          Reliance.on(ADAPTER, "fine", "empty", "slow", "clicks", "nothing"));

  private DriveCasebook() {}
}
