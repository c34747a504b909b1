package dottore.app.account;

/** What people are in the shop. */
public enum Role {
  TECHNICIAN("technician"),
  COUNTER("counter"),
  OWNER("owner"),
  APPRENTICE("apprentice");

  private final String words;

  Role(String words) {
    this.words = words;
  }

  public String words() {
    return words;
  }
}
