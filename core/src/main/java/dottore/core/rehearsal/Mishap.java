package dottore.core.rehearsal;

/** Something that must not happen at a bench. */
public enum Mishap {
  OPENED_UNDER_MAINS("The cover came off with the mains in."),
  HANDS_INSIDE_UNDER_MAINS("Hands went inside with the mains in."),
  MEASURED_WITHOUT_LEAVE("The meter went in on a wet machine with the mains in."),
  POWERED_WHEN_BURNT("It was switched on although it smelled burnt."),
  CUT_WHILE_WRITING("The power went while the firmware was written: the board is dead."),
  DATA_LOST("The drive was written to, and what the owner wanted was not copied: it is gone.");

  private final String words;

  Mishap(String words) {
    this.words = words;
  }

  public String words() {
    return words;
  }

  /** Whether it ends the exercise. */
  public boolean ends() {
    return this == DATA_LOST;
  }
}
