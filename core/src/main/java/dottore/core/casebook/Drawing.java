package dottore.core.casebook;

import java.util.Arrays;
import java.util.Locale;

/** Line drawings that show where to look. */
public enum Drawing {
  BOARD_LIGHTS("four lights at the edge of the board, in the order they are passed"),
  POWER_PINS("the two power pins of the front-panel block, touched by a screwdriver for a moment"),
  FRONT_PLUG("the front-panel plug on its block of pins"),
  JUMPER("three pins and a jumper: where it sits, and where it goes for the service"),
  SLOTS("four memory slots; the second and the fourth from the processor"),
  CARD_EDGE("a card in its slot: no gold edge shows when it is seated"),
  DRIVE_PLUGS("data and power plug of a drive, each with its L-shaped notch"),
  M2_LENGTHS("M.2 drives by length, with the notch of the key"),
  COIN_CELL("the coin cell in its holder, plus side up"),
  CLEAR_PINS("two pins of their own near the coin cell, bridged for ten seconds"),
  CLEAR_BUTTON("the small clear button among the ports at the back of the board"),
  FLASH_PORT("the marked USB port and its button at the back of the board");

  private final String words;

  Drawing(String words) {
    this.words = words;
  }

  /** What it shows, for those who do not see it. */
  public String words() {
    return words;
  }

  public String id() {
    return name().toLowerCase(Locale.ROOT).replace('_', '-');
  }

  /**
   * @throws IllegalArgumentException if no drawing has this id
   */
  public static Drawing of(String id) {
    return Arrays.stream(values())
        .filter(drawing -> drawing.id().equals(id))
        .findFirst()
        .orElseThrow(() -> new IllegalArgumentException("no drawing is called '" + id + "'"));
  }
}
