package dottore.core.ticket;

import java.util.Locale;

/** What the customer says of a copy of the data. */
public enum Backup {
  UNKNOWN(""),
  YES("the customer says there is a copy"),
  NO("the customer has no copy"),
  NOTHING_WANTED("the customer wants nothing kept");

  private final String words;

  Backup(String words) {
    this.words = words;
  }

  /** Empty while nobody asked. */
  public String words() {
    return words;
  }

  /** Whether anybody wants what is on the machine. */
  public boolean wanted() {
    return this != NOTHING_WANTED;
  }

  public String id() {
    return name().toLowerCase(Locale.ROOT).replace('_', '-');
  }

  /**
   * @throws IllegalArgumentException if none has this id
   */
  public static Backup of(String id) {
    return valueOf(id.toUpperCase(Locale.ROOT).replace('-', '_'));
  }
}
