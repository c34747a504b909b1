package dottore.core.gate;

/** How a point of a gate stands. */
public enum State {
  GOOD,
  /** The run sheet sees to it before anything is written. */
  SHEET,
  /** There is nothing left to do about it. */
  DONE,
  /** Nobody looked yet. */
  ASK,
  /** It stands in the way. */
  BAD
}
