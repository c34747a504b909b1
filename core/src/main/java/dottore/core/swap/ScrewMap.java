package dottore.core.swap;

import dottore.core.machine.MachineKind;
import java.util.ArrayList;
import java.util.Collections;
import java.util.List;
import java.util.Locale;

/**
 * Where the screws of a machine came from, in the order in which they were taken out. Put back in
 * the opposite order, each goes where it was; a long screw in a short hole goes through the board.
 */
public record ScrewMap(List<Screw> screws) {
  /** More screws than this hold no cover. */
  public static final int MOST = 40;

  private static final int WHOLE = 1000;
  private static final double LONGEST = 60;

  /** What a driver has to fit. */
  public enum Head {
    CROSS("cross"),
    SIX_LOBES("six lobes"),
    FIVE_LOBES("five lobes"),
    HEX("hex"),
    SLOT("slot");

    private final String words;

    Head(String words) {
      this.words = words;
    }

    public String words() {
      return words;
    }
  }

  /**
   * A screw.
   *
   * @param x from the left edge, in thousandths of the width
   * @param y from the top edge, in thousandths of the height
   * @param millimeters its length; 0 if nobody measured
   */
  public record Screw(int x, int y, Head head, double millimeters) {
    /** Whether it lies on the machine and can be a screw. */
    boolean sound() {
      return x >= 0
          && x <= WHOLE
          && y >= 0
          && y <= WHOLE
          && head != null
          && millimeters >= 0
          && millimeters <= LONGEST;
    }

    /** Such as "cross, 4.5 mm". */
    public String words() {
      return head.words()
          + (millimeters == 0 ? "" : String.format(Locale.ROOT, ", %.1f mm", millimeters));
    }
  }

  public ScrewMap {
    screws = List.copyOf(screws);
  }

  public static ScrewMap empty() {
    return new ScrewMap(List.of());
  }

  /** Whether every screw lies on the machine and they are not too many. */
  public boolean sound() {
    return screws.size() <= MOST && screws.stream().allMatch(Screw::sound);
  }

  public ScrewMap with(Screw screw) {
    List<Screw> more = new ArrayList<>(screws);
    more.add(screw);
    return new ScrewMap(more);
  }

  /**
   * Without one of them.
   *
   * @param number from 1, as it was taken out
   */
  public ScrewMap without(int number) {
    List<Screw> fewer = new ArrayList<>(screws);
    if (number >= 1 && number <= fewer.size()) {
      fewer.remove(number - 1);
    }
    return new ScrewMap(fewer);
  }

  /**
   * A screw where it is drawn.
   *
   * @param number from 1, as it was taken out
   * @param x from the left, in units of the drawing
   * @param y from the top
   */
  public record Spot(int number, double x, double y, Screw screw) {}

  /**
   * All of them on a drawing of the side that is opened, as they were taken out.
   *
   * @param width of the drawing; its height follows from the kind of machine
   */
  public List<Spot> on(double width, MachineKind kind) {
    double height = width / proportion(kind);
    List<Spot> spots = new ArrayList<>();
    for (Screw screw : screws) {
      spots.add(
          new Spot(spots.size() + 1, screw.x() * width / WHOLE, screw.y() * height / WHOLE, screw));
    }
    return spots;
  }

  /** The same in the order in which they go back. */
  public List<Spot> back(double width, MachineKind kind) {
    List<Spot> spots = new ArrayList<>(on(width, kind));
    Collections.reverse(spots);
    return spots;
  }

  /** Whether screws of different lengths hold it, so that it matters which goes where. */
  public boolean mixed() {
    return screws.stream().mapToDouble(Screw::millimeters).distinct().count() > 1;
  }

  /** In words of the log. */
  public String words() {
    return screws.isEmpty()
        ? "none"
        : screws.size()
            + (screws.size() == 1 ? " screw" : " screws")
            + (mixed() ? ", lengths differ" : "");
  }

  /** Width over height of the side that is opened. */
  public static double proportion(MachineKind kind) {
    return switch (kind) {
      case TOWER -> 1.05;
      case LAPTOP, CLOUD_LAPTOP -> 1.5;
      case ALL_IN_ONE -> 1.6;
      case HANDHELD -> 2.5;
    };
  }
}
