package dottore.core.format;

/** A file that could not be read, with what is wrong and at which byte. */
public sealed class FormatFault extends Exception permits UnknownColumns {
  private static final long serialVersionUID = 1L;

  private final int offset;

  /**
   * @param what is wrong, in words for the person who uploaded it
   * @param offset of the first byte that is wrong
   */
  public FormatFault(String what, int offset) {
    super(what + " (at byte " + offset + ")");
    this.offset = offset;
  }

  /**
   * @param what is wrong with a text, and in which line
   */
  FormatFault(String what) {
    super(what);
    this.offset = 0;
  }

  public int offset() {
    return offset;
  }
}
