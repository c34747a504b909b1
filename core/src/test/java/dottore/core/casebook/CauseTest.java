package dottore.core.casebook;

import static org.assertj.core.api.Assertions.assertThat;

import dottore.core.machine.MachineKind;
import java.util.EnumSet;
import java.util.Map;
import java.util.Set;
import org.junit.jupiter.api.Test;

class CauseTest {
  private static final Cause LOOSE =
      new Cause(
          "loose",
          "Loose",
          "it was worked on",
          "",
          Station.BOARD,
          1,
          Map.of(Stage.DEAD, 1.0),
          Map.of(Context.CPU_CHANGED, 9.0, Context.NOTHING, 0.1, Context.OLD, 2.0),
          0.2,
          EnumSet.allOf(MachineKind.class),
          false);

  @Test
  void whatItNamesShiftsIt() {
    assertThat(LOOSE.shifts(Set.of(Context.TOWER, Context.CPU_CHANGED, Context.OLD)))
        .containsExactlyInAnyOrderEntriesOf(Map.of(Context.CPU_CHANGED, 9.0, Context.OLD, 2.0));
    assertThat(LOOSE.shift(Context.NOTHING)).isEqualTo(0.1);
  }

  @Test
  void otherChangesShiftItOnceHoweverManyTheyAre() {
    assertThat(LOOSE.shifts(Set.of(Context.MOVED, Context.DRIVER_UPDATED, Context.OLD)))
        .containsExactlyInAnyOrderEntriesOf(Map.of(Context.DRIVER_UPDATED, 0.2, Context.OLD, 2.0));
    assertThat(LOOSE.shift(Context.MOVED)).isEqualTo(0.2);
  }

  @Test
  void anotherChangeBesideItsOwnSaysNothing() {
    assertThat(LOOSE.shifts(Set.of(Context.MOVED, Context.CPU_CHANGED)))
        .containsExactly(Map.entry(Context.CPU_CHANGED, 9.0));
  }

  @Test
  void withoutAnyChangeThatIsKnownItIsAsLikelyAsEver() {
    assertThat(LOOSE.shifts(Set.of(Context.LAPTOP))).isEmpty();
    assertThat(LOOSE.shift(Context.DUSTY)).isEqualTo(1);
  }
}
