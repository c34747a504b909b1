package dottore.core.practice;

import dottore.core.machine.MachineKind;
import java.util.Arrays;
import java.util.List;
import java.util.Locale;

/** A part of a machine, or of what stands around it, that somebody can point at. */
public enum Part {
  OWNER("The owner", "ask, or look it up"),
  WALL("Wall and cord", "socket, strip and cord"),
  SUPPLY("Supply", "its switch, its plugs"),
  CHARGER("Charger", "its plug and the socket for it"),
  BATTERY("Battery", "by the number on its label"),
  BUTTON("Power button", "press it, watch and listen"),
  BOARD("Board", "plugs, lights, digits"),
  CELL("Coin cell", "and the pins that clear the settings"),
  PROCESSOR("Processor", "under the cooler"),
  COOLER("Cooler and fans", "firm, turning, clean"),
  MEMORY("Memory", "modules and slots"),
  CARD("Graphics card", "edge, plugs, latch"),
  SCREEN("Screen", "its cable and its input"),
  PANEL("Panel", "with its hinge and inner cable"),
  KEYS("Keys and pointer", "keyboard, pad or touch"),
  SOCKETS("Sockets", "sticks and what is plugged in"),
  DRIVE("Drive", "plug, cable, sound"),
  FIRMWARE("Firmware screen", "what it lists and how it is set"),
  SYSTEM("System", "from its loader to its desktop"),
  DRIVERS("Devices", "and their drivers");

  private final String words;
  private final String hint;

  Part(String words, String hint) {
    this.words = words;
    this.hint = hint;
  }

  public String words() {
    return words;
  }

  /** What there is to do at it, in a few words. */
  public String hint() {
    return hint;
  }

  public String id() {
    return name().toLowerCase(Locale.ROOT);
  }

  /** Whether a kind of machine has it. */
  public boolean on(MachineKind kind) {
    return switch (this) {
      case SUPPLY -> !kind.hasBattery();
      case CHARGER, BATTERY -> kind.hasBattery();
      case CARD -> kind == MachineKind.TOWER;
      case PANEL -> kind != MachineKind.TOWER;
      default -> true;
    };
  }

  /** The parts of a kind of machine. */
  public static List<Part> of(MachineKind kind) {
    return Arrays.stream(values()).filter(part -> part.on(kind)).toList();
  }

  /**
   * @throws IllegalArgumentException if no part has this id
   */
  public static Part of(String id) {
    return valueOf(id.toUpperCase(Locale.ROOT));
  }
}
