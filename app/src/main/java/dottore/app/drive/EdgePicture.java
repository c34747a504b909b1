package dottore.app.drive;

import dottore.core.swap.DriveForm;
import dottore.core.swap.DriveForm.Key;
import dottore.core.swap.Fit;
import dottore.core.swap.Slot;
import java.util.Arrays;
import java.util.List;
import java.util.Optional;

/**
 * A slot with its bar and the cards that go into it, to scale. Lengths and contacts as the open
 * standards of the forms give them: 75 places of a quarter millimeter each, key B at 12 to 19, key
 * M at 59 to 66; the card is 22 mm wide.
 *
 * @param bars where the slot has its bar; both where nobody looked
 * @param items what can be put in
 */
record EdgePicture(double width, double height, List<Bar> bars, List<Item> items, String spoken) {
  private static final double SCALE = 3;
  private static final double LEFT = 34;
  private static final double CARD_WIDE = 22;
  private static final double EDGE = 1.75;
  private static final double CONTACT = 0.25;
  private static final double BAR = 2;
  private static final double GAP = 12;
  private static final double BOX_LONG = 70;
  private static final double TOP = 6;

  /** A bar across the slot, or a notch in the edge of a card. */
  record Bar(String key, double y, double height, boolean known) {}

  /**
   * Something to put in.
   *
   * @param notches cut into its edge
   */
  record Item(
      double x,
      double y,
      double width,
      double height,
      List<Bar> notches,
      String words,
      String mark,
      String state) {}

  /** Draws a slot; empty of what is none. */
  static Optional<EdgePicture> of(Slot slot, List<Fit> fits) {
    return slot.place() == Slot.Place.CARD ? Optional.of(cards(slot, fits)) : Optional.empty();
  }

  private static double at(Key key) {
    return EDGE + CONTACT * (key == Key.B ? 12 : 59);
  }

  private static Bar bar(Key key, double top, boolean known) {
    return new Bar(key.name(), top + SCALE * at(key), SCALE * BAR, known);
  }

  private static EdgePicture cards(Slot slot, List<Fit> fits) {
    List<Fit> shown =
        fits.stream()
            .filter(fit -> fit.form().body() == DriveForm.Body.CARD)
            .filter(fit -> fit.verdict().takes() || fit.verdict() == Fit.Verdict.NO)
            .filter(fit -> fit.verdict().takes() || notched(slot, fit.form()))
            .sorted(java.util.Comparator.comparing(fit -> !fit.verdict().takes()))
            .limit(2)
            .toList();
    double tall = SCALE * CARD_WIDE;
    java.util.ArrayList<Item> items = new java.util.ArrayList<>();
    double y = TOP;
    for (Fit fit : shown) {
      double top = y;
      items.add(
          new Item(
              LEFT,
              y,
              SCALE * fit.form().millimeters(),
              tall,
              Arrays.stream(Key.values())
                  .filter(fit.form().keys()::contains)
                  .map(key -> bar(key, top, true))
                  .toList(),
              fit.form().words(),
              fit.verdict().takes() ? "✓" : "✕",
              fit.verdict().takes() ? "good" : "bad"));
      y += tall + GAP;
    }
    List<Bar> bars =
        Arrays.stream(Key.values())
            .filter(key -> slot.key().isEmpty() || slot.key().get() == key)
            .map(key -> bar(key, TOP, slot.key().isPresent()))
            .toList();
    return new EdgePicture(
        LEFT + SCALE * 110 + BOX_LONG,
        Math.max(y, TOP + tall + GAP),
        bars,
        items,
        slot.key()
            .map(key -> "A slot with its bar at key " + key)
            .orElse("A slot; nobody looked at its bar"));
  }

  /** Whether its notch is on the other side. */
  private static boolean notched(Slot slot, DriveForm form) {
    return slot.key().isPresent() && !form.keys().contains(slot.key().get());
  }
}
