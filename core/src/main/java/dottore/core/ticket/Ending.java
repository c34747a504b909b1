package dottore.core.ticket;

/** How a ticket ends. */
public enum Ending {
  /** It goes home. */
  HANDED_BACK("handed back"),
  /** Warranty runs: it goes to the seller, with what is known. */
  SENT_BACK("sent back");

  private final String words;

  Ending(String words) {
    this.words = words;
  }

  public String words() {
    return words;
  }
}
