package dottore.core.drive;

/** What the customer decided where only a data specialist can still read the drive. */
public enum Specialist {
  SENT("gets the drive"),
  DECLINED("not wanted: the customer gives the data up");

  private final String words;

  Specialist(String words) {
    this.words = words;
  }

  public String words() {
    return words;
  }
}
