package dottore.core.casebook;

import dottore.core.machine.MachineKind;
import java.util.Locale;

/** How far a machine gets, in the order that electricity and code pass. */
public enum Stage {
  DEAD("no sign of life", Reach.NOTHING, Station.SUPPLY),
  TWITCH("fans or lights for a moment, then off or cycling", Reach.FLICKER, Station.BOARD),
  CPU("stops at the processor light", Reach.LIGHTS, Station.PROCESSOR),
  MEMORY("stops at the memory light", Reach.LIGHTS, Station.MEMORY),
  GRAPHICS("stops at the graphics light", Reach.LIGHTS, Station.GRAPHICS),
  BOOT("stops at the boot light", Reach.LIGHTS, Station.SCREEN),
  DARK("runs, no light stuck, nothing on screen", Reach.LIGHTS, Station.SCREEN),
  LOCKED("asks for a firmware password", Reach.PICTURE, Station.FIRMWARE),
  NO_DEVICE("says that there is nothing to boot from", Reach.FIRMWARE, Station.DRIVE),
  LOADER("boot data error before the system's picture", Reach.FIRMWARE, Station.LOADER),
  STOP("stop screen or restart loop while the system starts", Reach.FIRMWARE, Station.SYSTEM),
  INSTALL_FAILS("setup does not finish", Reach.FIRMWARE, Station.SYSTEM),
  UNSTABLE("reaches the desktop, then freezes or restarts", Reach.DESKTOP, Station.DRIVERS),
  DEGRADED("runs, but something is missing, wrong or slow", Reach.DESKTOP, Station.NETWORK),
  BLOCKED("an upgrade is refused", Reach.DESKTOP, Station.NETWORK);

  /** What a technician can get at when the machine gets this far; each level has all before it. */
  public enum Reach {
    NOTHING("the machine shows no sign of life"),
    FLICKER("the machine does not stay on"),
    LIGHTS("there is no picture yet"),
    PICTURE("the firmware screen is not reachable"),
    FIRMWARE("the system does not reach its desktop"),
    DESKTOP("");

    private final String shortfall;

    Reach(String shortfall) {
      this.shortfall = shortfall;
    }

    /** Why a step that wants more than this cannot be done. */
    public String shortfall() {
      return shortfall;
    }
  }

  private final String id;
  private final String words;
  private final Reach reach;
  private final Station station;

  Stage(String words, Reach reach, Station station) {
    this.id = name().toLowerCase(Locale.ROOT).replace('_', '-');
    this.words = words;
    this.reach = reach;
    this.station = station;
  }

  public String id() {
    return id;
  }

  public String words() {
    return words;
  }

  public Reach reach() {
    return reach;
  }

  /** Whether only a board with lights for its start shows that it stops here. */
  public boolean lit() {
    return reach == Reach.LIGHTS && this != DARK;
  }

  /** Whether a machine of this kind can be seen to stop here. */
  public boolean seenOn(MachineKind kind) {
    return !lit() || kind.hasStartLights();
  }

  /** Whether a board with lights for its start may be taken to stay at one of them here. */
  public boolean mayLookLit() {
    return reach == Reach.LIGHTS || this == NO_DEVICE;
  }

  /** Where on the boot line the buffer stands. */
  public Station station() {
    return station;
  }

  /**
   * @throws IllegalArgumentException if no stage has this id
   */
  public static Stage of(String id) {
    for (Stage stage : values()) {
      if (stage.id().equals(id)) {
        return stage;
      }
    }
    throw new IllegalArgumentException("no stage is called '" + id + "'");
  }
}
