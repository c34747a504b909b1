package dottore.core.casebook;

import java.util.Locale;
import java.util.Optional;

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
  ERASE_CONSENT("the customer has not agreed to erasing", "May the drive be erased?"),
  COVER("the cover stays on: warranty is running", "May it be opened while warranty is running?"),
  DATA_SAFE("wanted data is not backed up", "Is there a copy of what is wanted from it?");

  private final String missing;
  private final String question;

  Need(String missing) {
    this(missing, "");
  }

  Need(String missing, String question) {
    this.missing = missing;
    this.question = question;
  }

  /** What to ask the customer, who alone can give it; empty for what the shop has or has not. */
  public Optional<String> question() {
    return Optional.of(question).filter(words -> !words.isEmpty());
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
