package dottore.core.machine;

/** How a drive is divided. */
public enum Scheme {
  /** No table: one file system from the first sector on. */
  NONE("no table"),
  MBR("old scheme (MBR)"),
  GPT("new scheme (GPT)");

  private final String words;

  Scheme(String words) {
    this.words = words;
  }

  public String words() {
    return words;
  }
}
