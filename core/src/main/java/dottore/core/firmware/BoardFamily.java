package dottore.core.firmware;

import dottore.core.casebook.Context;
import dottore.core.machine.MachineKind;
import java.util.List;
import java.util.Locale;
import java.util.Set;

/** What kind of board it is, as far as resets and passwords go. Guide; the manual wins. */
public enum BoardFamily {
  /** A button for clearing at the back or on the board. */
  RECENT_TOWER("recent tower board", List.of(ResetWay.BUTTON, ResetWay.PINS, ResetWay.COIN_CELL)),
  /** Two pins for clearing. */
  TOWER("tower board", List.of(ResetWay.PINS, ResetWay.COIN_CELL)),
  /** Jumpers for settings and for the password. */
  OLD_TOWER("older tower board", List.of(ResetWay.JUMPER, ResetWay.COIN_CELL)),
  /** The password lies in a chip of its own. */
  LAPTOP("laptop board", List.of(ResetWay.HOLD_BUTTON, ResetWay.COIN_CELL)),
  /** Nothing inside is meant to be reached. */
  SEALED("sealed board", List.of(ResetWay.HOLD_BUTTON));

  private final String words;
  private final List<ResetWay> resets;

  BoardFamily(String words, List<ResetWay> resets) {
    this.words = words;
    this.resets = resets;
  }

  public String id() {
    return name().toLowerCase(Locale.ROOT).replace('_', '-');
  }

  public String words() {
    return words;
  }

  /** Ways to clear its settings when no screen shows, the gentlest first. */
  List<ResetWay> resets() {
    return resets;
  }

  /** Whether a jumper can lift a forgotten password. */
  public boolean hasPasswordJumper() {
    return this == OLD_TOWER;
  }

  /** The family that a machine has as a rule, until the board is known. */
  public static BoardFamily usual(MachineKind kind, Set<Context> contexts) {
    return switch (kind) {
      case TOWER ->
          contexts.contains(Context.OLD)
              ? OLD_TOWER
              : contexts.contains(Context.NEW_BUILD) ? RECENT_TOWER : TOWER;
      case LAPTOP -> LAPTOP;
      case ALL_IN_ONE, HANDHELD, CLOUD_LAPTOP -> SEALED;
    };
  }

  /**
   * @throws IllegalArgumentException if no family has this id
   */
  public static BoardFamily of(String id) {
    return valueOf(id.toUpperCase(Locale.ROOT).replace('-', '_'));
  }
}
