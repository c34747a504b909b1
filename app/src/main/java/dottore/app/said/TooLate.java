package dottore.app.said;

/** Something came after the end of what it belongs to. The message is shown. */
public class TooLate extends RuntimeException {
  private static final long serialVersionUID = 1L;

  public TooLate(String what) {
    super(what);
  }
}
