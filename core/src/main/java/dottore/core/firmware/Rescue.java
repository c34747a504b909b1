package dottore.core.firmware;

import java.util.Locale;

/** Roads back from a failed update, the gentlest first. */
public enum Rescue {
  SECOND_CHIP("the second firmware chip", "starts from the untouched copy, nothing is written"),
  FLASH_PORT("the marked port", "writes anew without a working firmware"),
  RECOVERY_JUMPER("the recovery jumper", "starts the small recovery block and reads the stick"),
  MAKER("the maker's service", "the chip is written or replaced there");

  private final String words;
  private final String reason;

  Rescue(String words, String reason) {
    this.words = words;
    this.reason = reason;
  }

  public String id() {
    return name().toLowerCase(Locale.ROOT).replace('_', '-');
  }

  public String words() {
    return words;
  }

  public String reason() {
    return reason;
  }

  /** Whether the cover must come off for it. */
  public boolean opensTheCase() {
    return this == SECOND_CHIP || this == RECOVERY_JUMPER;
  }

  /**
   * @throws IllegalArgumentException if no road has this id
   */
  public static Rescue of(String id) {
    return valueOf(id.toUpperCase(Locale.ROOT).replace('-', '_'));
  }
}
