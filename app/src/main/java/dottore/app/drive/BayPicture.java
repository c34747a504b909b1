package dottore.app.drive;

import dottore.core.swap.DriveForm;
import dottore.core.swap.DriveForm.Body;
import dottore.core.swap.Fit;
import dottore.core.swap.Slot;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;

/**
 * A bay from the front, to scale, with a drive of each height in it. Widths and heights in
 * millimeters as the open standards of the forms give them: 69.85 and 101.6 wide, 26.1 high.
 */
record BayPicture(double width, double height, List<Row> rows, String spoken) {
  private static final double SCALE = 2.6;
  private static final double SMALL_WIDE = 69.85;
  private static final double LARGE_WIDE = 101.6;
  private static final double LARGE_HIGH = 26.1;
  private static final double LEFT = 8;
  private static final double TOP = 8;
  private static final double GAP = 14;
  private static final double LABEL = 150;

  /**
   * A drive in the bay.
   *
   * @param bay top and height of the opening; the height is that of the drive where nobody measured
   * @param known whether somebody measured
   * @param x of the drive
   * @param y of its top, above the bay's where it is too high
   */
  record Row(
      double bay,
      double tall,
      double wide,
      boolean known,
      double x,
      double y,
      double width,
      double height,
      String words,
      String mark,
      String state) {}

  /** Draws a bay; empty of what is none. */
  static Optional<BayPicture> of(Slot slot, List<Fit> fits) {
    boolean large = slot.place() == Slot.Place.LARGE_BAY;
    if (!large && slot.place() != Slot.Place.SMALL_BAY) {
      return Optional.empty();
    }
    double wide = large ? LARGE_WIDE : SMALL_WIDE;
    double high = large ? LARGE_HIGH : slot.millimeters();
    List<Row> rows = new ArrayList<>();
    double y = TOP;
    for (Fit fit : byHeight(fits, large)) {
      DriveForm form = fit.form();
      double drive = form.millimeters();
      double opening = high > 0 ? high : drive;
      double over = Math.max(0, drive - opening);
      double bay = y + SCALE * over;
      double own = form.body() == Body.LARGE_BOX ? LARGE_WIDE : SMALL_WIDE;
      boolean takes = fit.verdict().takes();
      rows.add(
          new Row(
              bay,
              SCALE * opening,
              SCALE * wide + 4,
              high > 0,
              LEFT + 2 + SCALE * (wide - own) / 2,
              bay + SCALE * (opening - drive),
              SCALE * own,
              SCALE * drive,
              (form.body() == Body.LARGE_BOX ? "3.5 inch" : millimeters(drive))
                  + (fit.needs().isEmpty() ? "" : ", bracket"),
              takes ? "✓" : fit.verdict() == Fit.Verdict.ASK ? "?" : "✕",
              takes ? "good" : fit.verdict() == Fit.Verdict.ASK ? "ask" : "bad"));
      y = bay + SCALE * opening + GAP;
    }
    return Optional.of(
        new BayPicture(
            LEFT + SCALE * wide + LABEL,
            y,
            rows,
            high > 0
                ? "A bay of " + millimeters(high) + " with drives of each height"
                : "A bay whose height nobody measured"));
  }

  private static String millimeters(double high) {
    return (high == Math.rint(high) ? String.valueOf(Math.round(high)) : String.valueOf(high))
        + " mm";
  }

  /** One of each height, the lowest first. */
  private static List<Fit> byHeight(List<Fit> fits, boolean large) {
    Map<Double, Fit> heights = new LinkedHashMap<>();
    fits.stream()
        .filter(fit -> fit.form().body() != Body.CARD)
        .filter(fit -> large || fit.form().body() == Body.SMALL_BOX)
        .sorted(java.util.Comparator.comparingDouble(fit -> fit.form().millimeters()))
        .forEach(fit -> heights.putIfAbsent(fit.form().millimeters(), fit));
    return List.copyOf(heights.values());
  }
}
