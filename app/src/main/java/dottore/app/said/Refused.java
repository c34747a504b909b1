package dottore.app.said;

/** Something cannot be done as it stands; the message says what is in the way. Nothing was kept. */
public class Refused extends RuntimeException {
  private static final long serialVersionUID = 1L;

  public Refused(String why) {
    super(why);
  }

  public String why() {
    return String.valueOf(getMessage());
  }
}
