package dottore.core.upgrade;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import dottore.core.machine.Encryption;
import dottore.core.units.Capacity;
import dottore.core.upgrade.UpgradeBlockers.Machine;
import dottore.core.upgrade.UpgradeBlockers.Move;
import dottore.core.upgrade.UpgradeBlockers.Wall;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import org.junit.jupiter.api.Test;

class UpgradeBlockersTest {
  private static Machine machine(
      boolean oldScheme, boolean newMode, boolean secure, boolean chipOn, boolean encrypted) {
    return new Machine(
        oldScheme,
        newMode,
        true,
        secure && newMode,
        true,
        chipOn,
        encrypted ? Encryption.ACTIVE : Encryption.NONE,
        Optional.of(true),
        true,
        Optional.of(Capacity.ofGibibytes(16)),
        Optional.of(Capacity.ofGigabytes(500)));
  }

  /**
   * Every state there is: each move is allowed where it stands, and the end is what upgrades want.
   */
  @Property
  void theMovesLeadFromEveryStateToAReadyMachine(
      @ForAll boolean oldScheme,
      @ForAll boolean newMode,
      @ForAll boolean secure,
      @ForAll boolean chipOn,
      @ForAll boolean encrypted) {
    Machine m = machine(oldScheme, newMode, secure, chipOn, encrypted);
    for (Move move : UpgradeBlockers.moves(m)) {
      m = UpgradeBlockers.after(m, move);
      if (m.starts() != move.startsAfter()) {
        // Only a machine that did not start before may still not start after a move.
        assertThat(oldScheme == newMode).isTrue();
      }
    }
    assertThat(m.oldScheme()).isFalse();
    assertThat(m.newMode() && m.secureBoot() && m.chipOn() && m.starts()).isTrue();
    assertThat(UpgradeBlockers.moves(m).stream().filter(move -> move != Move.SUSPEND)).isEmpty();
  }

  /** Of all orders of the moves, only those that keep the rule lead to the end. */
  @Test
  void noOtherOrderWorks() {
    Machine m = machine(true, false, false, false, true);
    List<Move> moves = new ArrayList<>(UpgradeBlockers.moves(m));
    assertThat(moves)
        .containsExactly(
            Move.BACK_UP,
            Move.SUSPEND,
            Move.CONVERT,
            Move.NEW_MODE,
            Move.SECURE_BOOT_ON,
            Move.CHIP_ON);
    moves.remove(Move.BACK_UP);
    int allowed = 0;
    for (List<Move> order : orders(moves)) {
      if (leads(m, order)) {
        allowed++;
        assertThat(order.indexOf(Move.SUSPEND)).isZero();
        assertThat(order.indexOf(Move.CONVERT)).isLessThan(order.indexOf(Move.NEW_MODE));
        assertThat(order.indexOf(Move.NEW_MODE)).isLessThan(order.indexOf(Move.SECURE_BOOT_ON));
      }
    }
    // Of 120 orders, the chip alone may wander to where the machine starts.
    assertThat(allowed).isEqualTo(3);
  }

  private static boolean leads(Machine from, List<Move> order) {
    Machine m = from;
    try {
      for (Move move : order) {
        m = UpgradeBlockers.after(m, move);
      }
      return true;
    } catch (IllegalStateException refused) {
      return false;
    }
  }

  private static List<List<Move>> orders(List<Move> moves) {
    if (moves.isEmpty()) {
      return List.of(List.of());
    }
    List<List<Move>> orders = new ArrayList<>();
    for (Move first : moves) {
      List<Move> rest = new ArrayList<>(moves);
      rest.remove(first);
      for (List<Move> order : orders(rest)) {
        List<Move> longer = new ArrayList<>(List.of(first));
        longer.addAll(order);
        orders.add(longer);
      }
    }
    return orders;
  }

  @Test
  void wrongMovesAreRefusedWithTheReason() {
    Machine old = machine(true, false, false, false, false);
    assertThatThrownBy(() -> UpgradeBlockers.after(old, Move.NEW_MODE))
        .isInstanceOf(IllegalStateException.class)
        .hasMessageContaining("old-scheme");
    assertThatThrownBy(() -> UpgradeBlockers.after(old, Move.SECURE_BOOT_ON))
        .isInstanceOf(IllegalStateException.class)
        .hasMessageContaining("boot mode");
  }

  @Test
  void betweenConversionAndBootModeItDoesNotStart() {
    Machine converted =
        UpgradeBlockers.after(machine(true, false, false, true, false), Move.CONVERT);
    assertThat(converted.starts()).isFalse();
    assertThat(Move.CONVERT.startsAfter()).isFalse();
    assertThat(UpgradeBlockers.after(converted, Move.NEW_MODE).starts()).isTrue();
  }

  @Test
  void whatNoSettingLiftsIsSaidFirst() {
    Machine poor =
        new Machine(
            true,
            false,
            false,
            false,
            false,
            false,
            Encryption.NO_KEY,
            Optional.of(false),
            false,
            Optional.of(Capacity.ofGibibytes(2)),
            Optional.of(Capacity.ofGigabytes(32)));
    assertThat(UpgradeBlockers.walls(poor)).hasSize(7).extracting(Wall::todo).doesNotContain("");
    assertThat(UpgradeBlockers.walls(machine(true, false, false, false, false))).isEmpty();
  }
}
