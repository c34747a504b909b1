package dottore.core.casebook;

import java.util.Locale;

/** What a step needs that a shop or a ticket may not have. */
public enum Need {
  METER("no meter, or nobody trained to measure live low voltage"),
  SPARE_SUPPLY("no spare supply on the shelf"),
  SPARE_GRAPHICS("no spare graphics card on the shelf"),
  SPARE_MEMORY("no spare memory module on the shelf"),
  SPARE_CPU("no spare processor on the shelf"),
  SPARE_SCREEN("no second screen or television free"),
  SPARE_CHARGER("no fitting charger on the shelf"),
  USB_ADAPTER("no USB drive adapter free"),
  STICK("no stick free"),
  ERASE_CONSENT("the customer has not agreed to erasing"),
  COVER("the cover stays on: warranty is running"),
  DATA_SAFE("wanted data is not backed up");

  private final String missing;

  Need(String missing) {
    this.missing = missing;
  }

  /** The reason shown when it is not there. */
  public String missing() {
    return missing;
  }

  public String id() {
    return name().toLowerCase(Locale.ROOT).replace('_', '-');
  }

  /**
   * @throws IllegalArgumentException if none has this id
   */
  public static Need of(String id) {
    return valueOf(id.toUpperCase(Locale.ROOT).replace('-', '_'));
  }
}
