package dottore.core.firmware;

import dottore.core.casebook.Depth;
import dottore.core.casebook.Drawing;
import dottore.core.runsheet.Loan;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Stream;
import org.jspecify.annotations.Nullable;

/** Ways to put firmware settings back to factory values. */
public enum ResetWay {
  SCREEN(
      "in the firmware screen",
      "Load the factory values, save, restart.",
      2,
      0,
      Depth.LOOK,
      null,
      ""),
  BUTTON(
      "by the clear button",
      "Mains off at the supply switch. Hold the button at the back for five seconds.",
      2,
      0,
      Depth.OUTSIDE,
      Drawing.CLEAR_BUTTON,
      ""),
  PINS(
      "by the two clear pins",
      "Bridge the two pins with a screwdriver tip for ten seconds; nothing else may be touched.",
      4,
      0,
      Depth.COVER_OFF,
      Drawing.CLEAR_PINS,
      ""),
  JUMPER(
      "by the clear jumper",
      "Move the jumper to the other pair for ten seconds. The board's print or manual"
          + " names it.",
      5,
      0,
      Depth.COVER_OFF,
      Drawing.JUMPER,
      "pins 1-2"),
  COIN_CELL(
      "by taking the coin cell out",
      "Cell out, and wait ten minutes with the mains off.",
      5,
      10,
      Depth.COVER_OFF,
      Drawing.COIN_CELL,
      "in its holder, plus side up"),
  HOLD_BUTTON(
      "by holding the power button",
      "Charger out. Hold the power button for 30 seconds, then connect the charger and start.",
      2,
      0,
      Depth.OUTSIDE,
      null,
      "");

  private final String words;
  private final String how;
  private final double hands;
  private final double waiting;
  private final Depth depth;
  private final @Nullable Drawing drawing;
  private final String before;

  ResetWay(
      String words,
      String how,
      double hands,
      double waiting,
      Depth depth,
      @Nullable Drawing drawing,
      String before) {
    this.words = words;
    this.how = how;
    this.hands = hands;
    this.waiting = waiting;
    this.depth = depth;
    this.drawing = drawing;
    this.before = before;
  }

  public String id() {
    return name().toLowerCase(Locale.ROOT).replace('_', '-');
  }

  public String words() {
    return words;
  }

  public String how() {
    return how;
  }

  public double hands() {
    return hands;
  }

  /** Minutes that it must be left alone. */
  public double waiting() {
    return waiting;
  }

  public Depth depth() {
    return depth;
  }

  public Optional<Drawing> drawing() {
    return Optional.ofNullable(drawing);
  }

  /** What is moved and must go back where it was. */
  public Optional<Loan> moves() {
    return switch (this) {
      case JUMPER -> Optional.of(loan("clear jumper", "Which pins is it on now?"));
      case COIN_CELL -> Optional.of(loan("coin cell", "How does it lie now?"));
      default -> Optional.empty();
    };
  }

  private Loan loan(String what, String question) {
    return new Loan(what, question, before, Set.of());
  }

  /**
   * The ways of a board, the gentlest first.
   *
   * @param screen whether its firmware screen is reached
   * @param mayOpen whether the cover may come off
   */
  public static List<ResetWay> of(BoardFamily family, boolean screen, boolean mayOpen) {
    return Stream.concat(screen ? Stream.of(SCREEN) : Stream.empty(), family.resets().stream())
        .filter(way -> mayOpen || !way.depth.opensTheCase())
        .toList();
  }

  /**
   * @throws IllegalArgumentException if no way has this id
   */
  public static ResetWay of(String id) {
    return valueOf(id.toUpperCase(Locale.ROOT).replace('-', '_'));
  }
}
