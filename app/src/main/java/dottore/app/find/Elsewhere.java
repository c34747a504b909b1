package dottore.app.find;

import dottore.core.casebook.Depth;
import dottore.core.casebook.Step;
import java.util.Map;
import java.util.Set;

/** Steps that another tab plans better than an answer button could. */
final class Elsewhere {
  private static final Map<String, String> DESKS =
      Map.ofEntries(
          Map.entry("version-shown", "firmware/update"),
          Map.entry("flash-without-cpu", "firmware/update"),
          Map.entry("other-firmware-version", "firmware/update"),
          Map.entry("recover-firmware", "firmware/update"),
          Map.entry("clear-settings", "firmware/reset"),
          Map.entry("clear-and-reenter", "firmware/reset"),
          Map.entry("clear-password-by-owner", "firmware/password"),
          Map.entry("readiness-check", "firmware/upgrade"),
          Map.entry("switch-security-chip-on", "firmware/upgrade"),
          Map.entry("switch-secure-boot-on", "firmware/upgrade"),
          Map.entry("scheme-read", "drive"),
          Map.entry("convert-to-new-way", "drive"));

  private static final Set<String> TRAINING =
      Set.of("wait-for-training", "wait-and-remember-training");

  private Elsewhere() {}

  /** The page under Fix that plans a step, or empty. */
  static String desk(Step step) {
    return DESKS.getOrDefault(step.id(), "");
  }

  /** Whether nobody may touch the machine while the step runs. */
  static boolean guarded(Step step) {
    return step.effort().depth() == Depth.WRITES_FIRMWARE || TRAINING.contains(step.id());
  }
}
