package dottore.core.machine;

import java.util.Locale;

/** The shapes of machine that come over the counter. */
public enum MachineKind {
  TOWER("tower", 1),
  LAPTOP("laptop", 5),
  ALL_IN_ONE("all-in-one", 8),
  HANDHELD("handheld", 5),
  CLOUD_LAPTOP("cloud-laptop", 5);

  private final String id;
  private final double coverMinutes;

  MachineKind(String id, double coverMinutes) {
    this.id = id;
    this.coverMinutes = coverMinutes;
  }

  /** The word in files and on the screen. */
  public String id() {
    return id;
  }

  /** Bench minutes for taking its cover off and putting it back. */
  public double coverMinutes() {
    return coverMinutes;
  }

  /** Whether it carries its own battery, so that unplugging alone does not make it safe. */
  public boolean hasBattery() {
    return this == LAPTOP || this == HANDHELD || this == CLOUD_LAPTOP;
  }

  /** Whether its board shows by lights or digits how far its start gets. */
  public boolean hasStartLights() {
    return this == TOWER;
  }

  /**
   * @throws IllegalArgumentException if no kind has this id
   */
  public static MachineKind of(String id) {
    for (MachineKind kind : values()) {
      if (kind.id.equals(id.toLowerCase(Locale.ROOT))) {
        return kind;
      }
    }
    throw new IllegalArgumentException("no kind of machine is called '" + id + "'");
  }
}
