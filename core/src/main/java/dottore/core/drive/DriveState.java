package dottore.core.drive;

/** How a drive answers when it is read. */
public enum DriveState {
  READS("reads without errors"),
  ERRORS("reads with errors"),
  CLICKS("clicks, or drops out"),
  DEAD("does not answer");

  private final String words;

  DriveState(String words) {
    this.words = words;
  }

  public String words() {
    return words;
  }

  /** Whether a shop may read it: each start of a drive that clicks costs data. */
  public boolean readable() {
    return this == READS || this == ERRORS;
  }
}
