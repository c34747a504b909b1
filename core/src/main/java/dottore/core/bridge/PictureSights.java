package dottore.core.bridge;

import static dottore.core.bridge.Bench.yes;
import static dottore.core.practice.Flaw.*;

import dottore.core.practice.Machine;
import dottore.core.practice.Story;
import java.util.Map;

/** Graphics part, cables, screens. */
final class PictureSights {
  private PictureSights() {}

  static void into(Map<String, Bench.Look> looks) {
    looks.put("display-port-used", b -> b.has(CABLE_IN_BOARD) ? "board" : "card");
    looks.put("monitor-input-set", b -> picture(b, b.machine().without(MONITOR_INPUT_WRONG)));
    looks.put(
        "other-screen", b -> picture(b, b.machine().without(MONITOR_INPUT_WRONG, MODE_TOO_HIGH)));
    looks.put("other-cable", b -> picture(b, b.machine().without(DISPLAY_CABLE_BAD)));
    looks.put("gold-edge-visible", b -> b.has(CARD_LOOSE) ? "visible" : "hidden");
    looks.put("graphics-power-look", b -> b.has(CARD_POWER_OUT) ? "gap" : "home");
    looks.put(
        "built-in-output",
        b ->
            b.machine().build().builtIn()
                ? picture(b, b.machine().with(CARD_OUT).with(CABLE_IN_BOARD))
                : "not-there");
    looks.put("spare-graphics", b -> picture(b, otherCard(b.machine())));
    looks.put(
        "old-graphics-back",
        b ->
            b.story() != Story.GRAPHICS_CHANGED || b.chance(0.2)
                ? "not-possible"
                : yes(b.further(otherCard(b.machine())), "gone", "same"));
    looks.put("outer-screen-laptop", b -> yes(b.draws(), "picture", "none"));
    looks.put(
        "torch-on-panel",
        b ->
            b.has(BACKLIGHT_DEAD)
                ? "faint"
                : b.has(INNER_CABLE_LOOSE) && b.chance(0.6) ? "flickers" : "none");
    looks.put("picture-look", PictureSights::quality);
    looks.put("other-graphics-load", b -> b.has(CARD_DEAD, 2) ? "fails" : "fine");
    looks.put("second-screen-out", b -> b.stops(b.machine(), "stops", "same"));
  }

  /** The shop's card in its place, plugged as it should be. */
  private static Machine otherCard(Machine machine) {
    return machine.without(CARD_LOOSE, CARD_POWER_OUT, CARD_DEAD, CABLE_IN_BOARD);
  }

  private static String picture(Bench b, Machine then) {
    return yes(!Bench.seen(b.start()) && b.shows(then), "picture", "none");
  }

  private static String quality(Bench b) {
    if (b.has(GRAPHICS_DRIVER_MISSING)) {
      return "coarse";
    }
    if (b.has(INNER_CABLE_LOOSE, 2)) {
      return "lid";
    }
    if (b.has(PANEL_DEAD, 2)) {
      return "lines";
    }
    if (b.has(GRAPHICS_DRIVER_OLDER) || b.has(GRAPHICS_DRIVER_BAD, 3)) {
      return b.chance(0.7) ? "jerky" : "breaks";
    }
    return b.has(CARD_DEAD, 2) || b.has(GRAPHICS_DRIVER_BAD, 2) ? "breaks" : "good";
  }
}
