package dottore.core.ticket;

import java.util.Locale;

/** Whom or what a ticket waits for. */
public enum WaitsFor {
  NOBODY("Goes on", "on the bench"),
  CUSTOMER("Asks the customer", "asks the customer"),
  PART("Waits for a part", "waits for a part");

  private final String beginning;
  private final String standing;

  WaitsFor(String beginning, String standing) {
    this.beginning = beginning;
    this.standing = standing;
  }

  /** In the log, when it begins. */
  public String beginning() {
    return beginning;
  }

  /** In lists, while it lasts. */
  public String standing() {
    return standing;
  }

  public String id() {
    return name().toLowerCase(Locale.ROOT);
  }

  /**
   * @throws IllegalArgumentException if none has this id
   */
  public static WaitsFor of(String id) {
    return valueOf(id.toUpperCase(Locale.ROOT));
  }
}
