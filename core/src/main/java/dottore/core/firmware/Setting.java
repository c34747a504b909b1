package dottore.core.firmware;

import java.util.Arrays;
import java.util.List;
import java.util.Locale;

/**
 * Firmware settings worth noting before anything clears them, in the order of putting them back:
 * first what keeps the machine from starting, then the memory profile, then comfort.
 */
public enum Setting {
  DRIVE_MODE(
      "Drive-controller mode",
      Rank.STARTS,
      "the system has no driver for another one: boot drive not reachable",
      "direct (AHCI)",
      "array (RAID)",
      "old way (IDE)"),
  BOOT_MODE(
      "Boot mode",
      Rank.STARTS,
      "must fit how the disk is divided",
      "new way (UEFI)",
      "old way",
      "both"),
  SECURITY_CHIP(
      "Security chip",
      Rank.STARTS,
      "an encrypted drive asks for its recovery key without it",
      "on",
      "off"),
  SECURE_BOOT("Secure boot", Rank.STARTS, "needs the new boot mode", "on", "off"),
  BOOT_ORDER("Boot order", Rank.STARTS, "another device first looks like a dead drive"),
  MEMORY_PROFILE(
      "Memory profile",
      Rank.PROFILE,
      "runs beyond base speed, so it is the first suspect of instability",
      "off",
      "profile 1",
      "profile 2"),
  OVERCLOCK("Clock and voltage", Rank.PROFILE, "as the memory profile", "factory", "changed"),
  VIRTUALIZATION("Virtualization", Rank.COMFORT, "virtual machines do not start", "on", "off"),
  BUILT_IN_GRAPHICS(
      "Built-in graphics", Rank.COMFORT, "a second screen stays dark", "automatic", "on", "off"),
  LARGE_WINDOW("Large graphics window", Rank.COMFORT, "a little slower graphics", "on", "off"),
  FAN_CURVE("Fan curve", Rank.COMFORT, "louder or warmer", "quiet", "normal", "full speed"),
  KEEP_TRAINING("Remember the memory training", Rank.COMFORT, "every start is slow", "on", "off"),
  AFTER_POWER_CUT(
      "After a power cut",
      Rank.COMFORT,
      "stays off or comes on",
      "stay off",
      "come on",
      "as before"),
  WAKE("Wake by network or keyboard", Rank.COMFORT, "does not wake", "on", "off"),
  CLOCK("Date and time", Rank.COMFORT, "certificates and updates fail with a wrong date", "right");

  /** When a setting goes back. */
  public enum Rank {
    STARTS("Keeps it from starting"),
    PROFILE("Profile"),
    COMFORT("Comfort");

    private final String words;

    Rank(String words) {
      this.words = words;
    }

    public String words() {
      return words;
    }
  }

  private final String words;
  private final Rank rank;
  private final String without;
  private final List<String> values;

  Setting(String words, Rank rank, String without, String... values) {
    this.words = words;
    this.rank = rank;
    this.without = without;
    this.values = List.of(values);
  }

  public String id() {
    return name().toLowerCase(Locale.ROOT).replace('_', '-');
  }

  public String words() {
    return words;
  }

  public Rank rank() {
    return rank;
  }

  /** What happens while it is not as it was. */
  public String without() {
    return without;
  }

  /** Usual values to tick; empty if it is typed. */
  public List<String> usual() {
    return values;
  }

  /** Those that a board of this family has. */
  public static List<Setting> of(BoardFamily family) {
    return Arrays.stream(values()).filter(setting -> setting.on(family)).toList();
  }

  private boolean on(BoardFamily family) {
    return switch (this) {
      case OVERCLOCK -> family == BoardFamily.RECENT_TOWER || family == BoardFamily.TOWER;
      case MEMORY_PROFILE, BUILT_IN_GRAPHICS ->
          family != BoardFamily.LAPTOP && family != BoardFamily.SEALED;
      case LARGE_WINDOW, KEEP_TRAINING -> family == BoardFamily.RECENT_TOWER;
      case SECURITY_CHIP, SECURE_BOOT -> family != BoardFamily.OLD_TOWER;
      default -> true;
    };
  }

  /**
   * @throws IllegalArgumentException if no setting has this id
   */
  public static Setting of(String id) {
    return valueOf(id.toUpperCase(Locale.ROOT).replace('-', '_'));
  }
}
