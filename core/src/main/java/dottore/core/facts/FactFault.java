package dottore.core.facts;

/** A text is no value of its fact; the message says what it would have to be. */
public final class FactFault extends Exception {
  private static final long serialVersionUID = 1L;

  FactFault(String what) {
    super(what);
  }

  /** What is wrong, to be read behind the words of the fact. */
  public String words() {
    return String.valueOf(getMessage());
  }
}
