package dottore.app.record;

import dottore.core.ticket.Line;
import dottore.core.ticket.NewLine;

/** Two people answered the same thing differently. Nothing was written. */
public class Clash extends RuntimeException {
  private static final long serialVersionUID = 1L;

  private final transient Line theirs;
  private final transient NewLine ours;

  public Clash(Line theirs, NewLine ours) {
    super(theirs.who() + " recorded meanwhile: " + theirs.text());
    this.theirs = theirs;
    this.ours = ours;
  }

  public Line theirs() {
    return theirs;
  }

  public NewLine ours() {
    return ours;
  }
}
