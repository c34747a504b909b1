package dottore.core.firmware;

import java.util.Locale;

/**
 * Which road a forgotten firmware password takes. Without recorded proof of ownership every road
 * stays closed. What the maker does not allow is not bypassed; local law applies.
 */
public enum PasswordRoad {
  CLOSED(
      "Closed until ownership is proved",
      "Record the proof first: what was shown, who looked at it."),
  ADMINISTRATOR(
      "Locked by an organization",
      "Only its administrator lifts this lock. Give the customer the message on the screen and the"
          + " serial; nothing is tried here."),
  JUMPER(
      "By the password jumper",
      "The maker provides it for owners; the run sheet keeps its position."),
  MAKER(
      "To the maker's service",
      "The password lies in a chip of its own. The maker lifts it for the proved owner; send the"
          + " machine with proof of purchase.");

  /** What counts as proof. */
  public enum Proof {
    INVOICE("invoice with the serial"),
    REGISTERED("registration with the maker, shown by the owner"),
    RECEIPT("this shop's own receipt"),
    AUTHORITY("written authority of the owner, with the owner's invoice");

    private final String words;

    Proof(String words) {
      this.words = words;
    }

    public String id() {
      return name().toLowerCase(Locale.ROOT);
    }

    public String words() {
      return words;
    }

    /**
     * @throws IllegalArgumentException if there is none such
     */
    public static Proof of(String id) {
      return valueOf(id.toUpperCase(Locale.ROOT));
    }
  }

  private final String words;
  private final String todo;

  PasswordRoad(String words, String todo) {
    this.words = words;
    this.todo = todo;
  }

  public String words() {
    return words;
  }

  public String todo() {
    return todo;
  }

  /** What the machine waits for on this road; empty if it is worked on here. */
  public String waits() {
    return switch (this) {
      case MAKER -> "at the maker's service, forgotten password";
      case ADMINISTRATOR -> "the lock is lifted by the organization's administrator";
      default -> "";
    };
  }

  /** Whether work may start on this bench. */
  public boolean open() {
    return this == JUMPER;
  }

  /**
   * @param proved whether proof of ownership is on record
   * @param organization whether the screen names an organization
   */
  public static PasswordRoad of(BoardFamily family, boolean proved, boolean organization) {
    if (organization) {
      return ADMINISTRATOR;
    }
    if (!proved) {
      return CLOSED;
    }
    return family.hasPasswordJumper() ? JUMPER : MAKER;
  }
}
