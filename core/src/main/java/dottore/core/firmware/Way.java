package dottore.core.firmware;

import dottore.core.runsheet.Guard;
import dottore.core.units.Minutes;
import java.util.List;
import java.util.Locale;

/** The ways to write firmware, the safest first. */
public enum Way {
  /** 2 to 5 minutes (guide). */
  FIRMWARE_SCREEN(
      "from the firmware screen",
      "the board's own tool, nothing else runs beside it",
      new Guard(
          "Firmware is being written from its own screen",
          Minutes.of(5),
          Minutes.of(15),
          List.of(
              "The screen goes black and comes back",
              "It restarts by itself, two or three times",
              "Memory trains again afterwards: black for up to ten minutes"),
          "Only now: hold the power button ten seconds, mains off and on, and wait ten minutes once"
              + " more. Still nothing: take the recovery road.")),
  /** 5 to 10 minutes (guide), without processor and memory. */
  FLASH_PORT(
      "by the marked port",
      "works without processor and memory, with standby power alone",
      new Guard(
          "Firmware is being written by the marked port",
          Minutes.of(10),
          Minutes.of(20),
          List.of(
              "Nothing on the screen, fans still or racing",
              "The light at the port blinks, slower or faster",
              "It goes out by itself at the end"),
          "A light that stays on or goes out within seconds did not take the file: name, file"
              + " system or port. Put that right and start it again.")),
  /** Least safe: everything else that runs there can interfere. */
  FROM_SYSTEM(
      "from the running system",
      "the last resort: every other program can interfere",
      new Guard(
          "Firmware is being written from the running system",
          Minutes.of(8),
          Minutes.of(20),
          List.of(
              "The machine seems stuck at a percentage for minutes",
              "It restarts and goes on with a bar of its own",
              "Fans run at full speed"),
          "Only now: hold the power button ten seconds, mains off and on, and wait ten minutes once"
              + " more. Still nothing: take the recovery road."));

  private final String words;
  private final String reason;
  private final Guard guard;

  Way(String words, String reason, Guard guard) {
    this.words = words;
    this.reason = reason;
    this.guard = guard;
  }

  public String id() {
    return name().toLowerCase(Locale.ROOT).replace('_', '-');
  }

  public String words() {
    return words;
  }

  /** What speaks for it, or against it. */
  public String reason() {
    return reason;
  }

  /** What nobody may disturb while it writes. Expected minutes are the upper end of the guide. */
  public Guard guard() {
    return guard;
  }

  /**
   * @throws IllegalArgumentException if no way has this id
   */
  public static Way of(String id) {
    return valueOf(id.toUpperCase(Locale.ROOT).replace('-', '_'));
  }
}
