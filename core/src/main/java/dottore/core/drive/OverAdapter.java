package dottore.core.drive;

import dottore.core.reading.Answer;

/** What another machine sees of a drive that hangs on it by an adapter. */
public enum OverAdapter {
  FINE(
      "all volumes and their files",
      DriveState.READS,
      "The drive is sound: look at its cable," + " its slot, or the system on it."),
  EMPTY(
      "it appears, but without volumes",
      DriveState.READS,
      "The drive answers; what was on it is" + " gone or was never there."),
  SLOW(
      "it appears, but slow or with errors",
      DriveState.ERRORS,
      "It is the drive: save first," + " then replace it."),
  CLICKS(
      "it clicks or drops out",
      DriveState.CLICKS,
      "It is the drive. Power off; unsaved data is" + " a specialist's."),
  NOTHING(
      "nothing appears",
      DriveState.DEAD,
      "It is the drive, unless the adapter shows another" + " one no better.");

  private final String words;
  private final DriveState state;
  private final String then;

  OverAdapter(String words, DriveState state, String then) {
    this.words = words;
    this.state = state;
    this.then = then;
  }

  public String words() {
    return words;
  }

  /** What that says of the drive. */
  public String then() {
    return then;
  }

  /** How it answers when it is read. */
  public DriveState state() {
    return state;
  }

  /** The answer to the check in Find. */
  public Answer answer() {
    String outcome =
        switch (this) {
          case FINE -> "fine";
          case EMPTY -> "empty";
          case SLOW -> "slow";
          case CLICKS -> "clicks";
          case NOTHING -> "nothing";
        };
    return new Answer(DriveCasebook.ADAPTER, outcome, words);
  }
}
