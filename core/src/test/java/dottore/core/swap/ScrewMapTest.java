package dottore.core.swap;

import static org.assertj.core.api.Assertions.assertThat;

import dottore.core.machine.MachineKind;
import dottore.core.swap.ScrewMap.Head;
import dottore.core.swap.ScrewMap.Screw;
import dottore.core.swap.ScrewMap.Spot;
import org.junit.jupiter.api.Test;

class ScrewMapTest {
  @Test
  void isDrawnInTheMachinesProportionsAndReadBackwards() {
    Screw corner = new Screw(0, 1000, Head.CROSS, 4.5);
    Screw middle = new Screw(500, 500, Head.SIX_LOBES, 0);
    ScrewMap map = ScrewMap.empty().with(corner).with(middle);
    assertThat(map.on(120, MachineKind.LAPTOP))
        .containsExactly(new Spot(1, 0, 80, corner), new Spot(2, 60, 40, middle));
    assertThat(map.back(120, MachineKind.LAPTOP)).extracting(Spot::number).containsExactly(2, 1);
    assertThat(map.without(1).on(120, MachineKind.HANDHELD))
        .containsExactly(new Spot(1, 60, 24, middle));
    assertThat(map.mixed()).isTrue();
  }
}
