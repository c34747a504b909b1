package dottore.app.drive;

import java.util.List;

/** What the page of an exchange shows. */
final class SwapRows {
  private SwapRows() {}

  /**
   * A form of drive in the machine's place.
   *
   * @param state class of its color: good, with, ask, bad
   */
  record FitRow(
      String id,
      String words,
      String mark,
      String state,
      String verdict,
      String why,
      boolean chosen,
      boolean takes) {}

  /**
   * What to buy.
   *
   * @param here what the shelf has of it; empty if nothing
   */
  record Buy(String size, String alike, String because, String free, String order, String here) {}

  /**
   * A road on the scale of minutes; lengths in units of the drawing.
   *
   * @param later where what it is likely to cost afterwards begins; as long as the rest of the bar
   * @param wall why it cannot be taken; empty if it can
   */
  record RoadRow(
      String id,
      String words,
      String brings,
      String wall,
      double hands,
      double waiting,
      double later,
      String minutes,
      String because,
      boolean best,
      boolean chosen) {}

  /**
   * A screw on the map, in units of the drawing.
   *
   * @param number in the order in which it was taken out
   */
  record ScrewRow(int number, double x, double y, String words, String form) {}

  /** The side that is opened. */
  record Map(double width, double height, List<ScrewRow> screws, String back, boolean mixed) {}

  /** What to do next: which card, and in which words. */
  record Lead(String flag, String title, String words, String anchor, boolean stops) {}
}
