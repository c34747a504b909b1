package dottore.core.machine;

import java.util.Locale;

/** The shapes of machine that come over the counter. */
public enum MachineKind {
  TOWER("tower"),
  LAPTOP("laptop"),
  ALL_IN_ONE("all-in-one"),
  HANDHELD("handheld"),
  CLOUD_LAPTOP("cloud-laptop");

  private final String id;

  MachineKind(String id) {
    this.id = id;
  }

  /** The word in files and on the screen. */
  public String id() {
    return id;
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
