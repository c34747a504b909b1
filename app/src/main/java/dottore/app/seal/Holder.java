package dottore.app.seal;

import java.util.List;

/** Whoever keeps something that is sealed: when the ring is renewed, it is sealed anew. */
public interface Holder {
  /** Whether the ring opens all that it keeps. */
  boolean fits();

  /**
   * Opens all that it keeps, within the transaction of the caller.
   *
   * @return what seals each again and keeps it so
   */
  List<Runnable> open();
}
