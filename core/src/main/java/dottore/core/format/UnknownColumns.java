package dottore.core.format;

import java.util.List;

/** A table whose header row does not say what its columns are. */
public final class UnknownColumns extends FormatFault {
  private static final long serialVersionUID = 1L;

  private final transient List<String> header;

  UnknownColumns(String missing, List<String> header) {
    super("line 1 has no column that is known as " + missing);
    this.header = List.copyOf(header);
  }

  /** The names of its columns, as they stand there. */
  public List<String> header() {
    return header;
  }
}
