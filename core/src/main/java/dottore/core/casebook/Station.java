package dottore.core.casebook;

import java.util.Locale;

/** The stations of the boot line. */
public enum Station {
  WALL,
  SUPPLY,
  BOARD,
  PROCESSOR,
  MEMORY,
  GRAPHICS,
  SCREEN,
  FIRMWARE,
  DRIVE,
  LOADER,
  SYSTEM,
  DRIVERS,
  NETWORK;

  public String words() {
    return name().charAt(0) + name().substring(1).toLowerCase(Locale.ROOT);
  }

  /**
   * @throws IllegalArgumentException if no station has this id
   */
  public static Station of(String id) {
    return valueOf(id.toUpperCase(Locale.ROOT));
  }
}
