package dottore.app.said;

/** Something asked for by name is not in the record. The message is shown. */
public class NotThere extends RuntimeException {
  private static final long serialVersionUID = 1L;

  public NotThere(String what) {
    super(what);
  }
}
