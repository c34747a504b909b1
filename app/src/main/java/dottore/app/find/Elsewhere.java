package dottore.app.find;

import dottore.core.casebook.Depth;
import dottore.core.casebook.Step;
import java.util.Map;
import java.util.Set;

/** Steps that another tab plans better than an answer button could. */
final class Elsewhere {
  private static final Map<String, String> DESKS =
      Map.ofEntries(
          Map.entry("version-shown", "update"),
          Map.entry("flash-without-cpu", "update"),
          Map.entry("other-firmware-version", "update"),
          Map.entry("recover-firmware", "update"),
          Map.entry("clear-settings", "reset"),
          Map.entry("clear-and-reenter", "reset"),
          Map.entry("clear-password-by-owner", "password"),
          Map.entry("readiness-check", "upgrade"),
          Map.entry("switch-security-chip-on", "upgrade"),
          Map.entry("switch-secure-boot-on", "upgrade"),
          Map.entry("convert-to-new-way", "upgrade"));

  private static final Set<String> TRAINING =
      Set.of("wait-for-training", "wait-and-remember-training");

  private Elsewhere() {}

  /** The page of the firmware desk that plans a step, or empty. */
  static String desk(Step step) {
    return DESKS.getOrDefault(step.id(), "");
  }

  /** Whether nobody may touch the machine while the step runs. */
  static boolean guarded(Step step) {
    return step.effort().depth() == Depth.WRITES_FIRMWARE || TRAINING.contains(step.id());
  }
}
