package dottore.core.casebook;

import java.util.Locale;

/** What a step changes and what a reading depends on; a reading goes stale when they meet. */
public enum Touched {
  POWER,
  CABLES,
  SETTINGS,
  FIRMWARE,
  MEMORY_SEATING,
  GRAPHICS_SEATING,
  CPU_SEATING,
  COOLER,
  SCREEN,
  DRIVE,
  BOOT_DATA,
  SYSTEM;

  public String id() {
    return name().toLowerCase(Locale.ROOT).replace('_', '-');
  }

  /**
   * @throws IllegalArgumentException if none has this id
   */
  public static Touched of(String id) {
    return valueOf(id.toUpperCase(Locale.ROOT).replace('-', '_'));
  }
}
