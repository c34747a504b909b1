package dottore.app.firmware;

/** Work cannot begin or go on as asked; the message says what is open. */
final class NotYet extends RuntimeException {
  private static final long serialVersionUID = 1L;

  NotYet(String why) {
    super(why);
  }
}
