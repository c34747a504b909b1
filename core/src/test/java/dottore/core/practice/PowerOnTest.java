package dottore.core.practice;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import dottore.core.machine.MachineKind;
import dottore.core.practice.Sights.HowFar;
import dottore.core.practice.Start.Halt;
import dottore.core.practice.Start.Picture;
import java.util.EnumSet;
import java.util.List;
import java.util.Set;
import java.util.SplittableRandom;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.EnumSource;

class PowerOnTest {
  private final SplittableRandom random = new SplittableRandom(7);

  private static Machine tower() {
    return new Machine(
        new Machine.Build(MachineKind.TOWER, false, true, false, true, true, false, false),
        Memory.of(4, List.of(Memory.Module.good("A", 8), Memory.Module.good("B", 8)), false),
        java.util.Map.of());
  }

  @ParameterizedTest
  @EnumSource(MachineKind.class)
  void aHealthyMachineReachesItsDesktop(MachineKind kind) {
    for (int i = 0; i < 200; i++) {
      Machine machine = Scenario.healthy(kind, random);
      assertThat(Sights.howFar(machine, random)).as("%s", machine).isEqualTo(HowFar.WORKS);
      assertThat(Sights.sound(machine)).isTrue();
    }
  }

  @ParameterizedTest
  @EnumSource(Fault.class)
  void everyFaultShowsSomewhereOnEveryKindThatCanHaveIt(Fault fault) {
    for (MachineKind kind : fault.kinds()) {
      Set<HowFar> seen = EnumSet.noneOf(HowFar.class);
      for (int i = 0; i < 60; i++) {
        Machine machine = fault.into(Scenario.healthy(kind, random), random);
        seen.add(Sights.howFar(machine, random));
        assertThat(Sights.sound(machine)).as(fault + " on " + machine).isFalse();
      }
      if (fault != Fault.NOTHING_WRONG) {
        seen.remove(HowFar.WORKS);
      }
      assertThat(seen).as(fault + " on " + kind).isNotEmpty();
    }
  }

  @Test
  void atLeastNinetyFaultsOverAllStages() {
    Set<HowFar> stages = EnumSet.noneOf(HowFar.class);
    for (int seed = 0; seed < 3000; seed++) {
      stages.add(Scenario.of(seed, 2).complaint());
    }
    assertThat(Fault.values()).hasSizeGreaterThanOrEqualTo(90);
    assertThat(stages).containsAll(EnumSet.complementOf(EnumSet.of(HowFar.WORKS)));
  }

  @Test
  void aStartStopsWhereItWouldOnABench() {
    assertThat(start(tower().with(Flaw.SWITCH_OFF)).fans()).isEqualTo(Start.Fans.STILL);
    assertThat(start(tower().with(Flaw.FRONT_PLUG_OFF)).fans()).isEqualTo(Start.Fans.STANDBY_ONLY);
    assertThat(start(tower().with(Flaw.BOARD_PLUG_LOOSE, 2)).halt()).isEqualTo(Halt.FALLS_OFF);
    assertThat(start(tower().with(Flaw.BOARD_PLUG_LOOSE, 3)).halt()).isEqualTo(Halt.PROCESSOR);
    assertThat(start(tower().memory(Memory::allOut)).halt()).isEqualTo(Halt.MEMORY);
    assertThat(start(tower().with(Flaw.CARD_LOOSE)).halt()).isEqualTo(Halt.GRAPHICS);
    Start wrongSocket = start(tower().with(Flaw.CABLE_IN_BOARD));
    assertThat(wrongSocket.halt()).isEqualTo(Halt.DARK);
    assertThat(wrongSocket.caps()).isTrue();
    assertThat(start(tower().with(Flaw.BOOT_DATA_DAMAGED)).picture()).isEqualTo(Picture.LOADER);
    assertThat(start(tower().with(Flaw.CONTROLLER_MODE_CHANGED)).picture()).isEqualTo(Picture.STOP);
    assertThat(start(tower()).picture()).isEqualTo(Picture.DESKTOP);
  }

  private Start start(Machine machine) {
    return Sights.start(machine, random);
  }

  @Test
  void memoryFollowsItsModulesNotItsName() {
    Machine machine = tower();
    Memory.Module dead = Memory.Module.good("A", 8).with(Memory.Bad.DEAD);
    Memory bad = Memory.of(4, List.of(dead, Memory.Module.good("B", 8)), false);
    Machine broken = new Machine(machine.build(), bad, machine.flaws());
    assertThat(start(broken).halt()).isEqualTo(Halt.MEMORY);
    assertThat(start(broken.memory(m -> m.alone(m.modules().get(1)))).halt())
        .isEqualTo(Halt.DESKTOP);
    assertThat(start(broken.memory(m -> m.alone(m.modules().get(0)))).halt())
        .isEqualTo(Halt.MEMORY);
    Machine slot = machine.memory(m -> m.with(1, m.slots().get(1).with(Memory.Channel.HALTS)));
    assertThat(start(slot).halt()).isEqualTo(Halt.MEMORY);
    assertThat(start(slot.memory(m -> m.alone(m.modules().get(0), 0))).halt())
        .isEqualTo(Halt.DESKTOP);
  }

  @Test
  void whatFailsAtTimesKeepsItsRate() {
    Memory.Module weak = Memory.Module.good("A", 8).with(Memory.Bad.AT_TIMES);
    Machine machine =
        new Machine(tower().build(), Memory.of(4, List.of(weak), false), tower().flaws());
    int starts = 4000;
    long stopped =
        java.util.stream.IntStream.range(0, starts)
            .filter(i -> start(machine).halt() == Halt.MEMORY)
            .count();
    double p = PowerOn.AT_TIMES;
    // Four standard deviations of the binomial distribution.
    double band = 4 * Math.sqrt(starts * p * (1 - p));
    assertThat((double) stopped).isCloseTo(starts * p, within(band));
  }

  @Test
  void trainingIsWaitedForOrCalledStuck() {
    Machine machine = tower().memory(m -> m.training(8));
    assertThat(Sights.start(machine, random, 2).halt()).isEqualTo(Halt.MEMORY);
    Start waited = Sights.start(machine, random, 10);
    assertThat(waited.halt()).isEqualTo(Halt.DESKTOP);
    assertThat(waited.minutes()).isGreaterThan(8);
  }

  @Test
  void aStartIsComputedInLessThanAFifthOfAMillisecond() {
    List<Machine> machines =
        java.util.stream.IntStream.range(0, 500)
            .mapToObj(i -> Scenario.of(i, 2).machine())
            .toList();
    machines.forEach(this::start);
    long began = System.nanoTime();
    for (int round = 0; round < 40; round++) {
      machines.forEach(this::start);
    }
    double each = (System.nanoTime() - began) / 1e6 / (40 * machines.size());
    assertThat(each).isLessThan(0.2);
  }

  @Test
  void theModelOfHeatIsNewtonsLaw() {
    Machine machine = tower().with(Flaw.DUST, 70);
    Heat heat = Heat.load(machine);
    double t = heat.room();
    double step = 0.01;
    for (int i = 0; i < 12_000; i++) {
      t += (heat.end() - t) / heat.constant() * step;
      if (i % 1000 == 999) {
        assertThat(heat.after((i + 1) * step, heat.room())).isCloseTo(t, within(0.02));
      }
    }
    assertThat(heat.after(1e6, heat.room())).isCloseTo(heat.end(), within(1e-9));
    assertThat(Heat.load(tower()).slows()).isFalse();
    assertThat(Heat.load(tower().with(Flaw.FAN_STILL)).switchesOff()).isTrue();
    assertThatThrownBy(() -> heat.after(-1, 20)).hasMessageContaining("back");
  }

  @Test
  void aCaseIsTheSameAgainByItsCode() {
    for (int seed = 0; seed < 300; seed++) {
      for (int level = 1; level <= Scenario.LEVELS; level++) {
        Scenario one = Scenario.of(seed * 37, level);
        assertThat(Scenario.of(one.code())).isEqualTo(one);
        assertThat(one.faults()).hasSize(level == Scenario.LEVELS ? 2 : 1);
      }
    }
    assertThatThrownBy(() -> Scenario.of("9-000-000")).hasMessageContaining("level");
    assertThatThrownBy(() -> Scenario.of("nonsense")).hasMessageContaining("2-041-317");
  }
}
