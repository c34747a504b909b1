package dottore.core.reading;

import dottore.core.casebook.Reliance;
import java.util.List;

/** What readings answer in the casebook by themselves. */
public final class ReadingCasebook {
  /** All of it. */
  public static final List<Reliance> ALL =
      List.of(
          Reliance.on("cpu-shown", "unknown", "right"),
          Reliance.on("memory-size-shown", "all", "part"),
          Reliance.on("memory-speed-shown", "below", "rated"),
          Reliance.on("memory-slots-shown", "missing", "wrong-slots", "all"),
          Reliance.on("memory-total", "little", "tight", "enough"),
          Reliance.on(HealthReading.CHECK, "bad", "interface", "fine"),
          Reliance.on("scheme-read", "gpt", "mbr"),
          Reliance.on("boot-mode-shown", "fit", "clash"));

  private ReadingCasebook() {}
}
