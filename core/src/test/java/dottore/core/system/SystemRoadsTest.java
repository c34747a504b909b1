package dottore.core.system;

import static org.assertj.core.api.Assertions.assertThat;

import dottore.core.drive.DriveState;
import dottore.core.system.SystemFacts.Medium;
import dottore.core.system.SystemFacts.Origin;
import dottore.core.system.SystemFacts.Programs;
import dottore.core.system.SystemFacts.Wrong;
import dottore.core.system.SystemRoads.Weighed;
import dottore.core.units.Minutes;
import java.util.Optional;
import java.util.SplittableRandom;
import org.junit.jupiter.api.Test;

class SystemRoadsTest {
  private static final SystemProfiles ALL = SystemProfiles.shipped();

  private static SystemProfile profile(String id) {
    return ALL.named(id).orElseThrow();
  }

  private static SystemRoads.Facts facts(String wanted, String had) {
    return new SystemRoads.Facts(
        profile(wanted),
        Optional.of(profile(had)),
        Readiness.Verdict.READY,
        Optional.of(true),
        Optional.empty(),
        Optional.empty(),
        Optional.empty(),
        Optional.empty(),
        Optional.empty(),
        Optional.of(Programs.BACK),
        Optional.of(60.0),
        Optional.of(DriveState.READS),
        Optional.of(Minutes.of(30)),
        true,
        false,
        Optional.of(true),
        SystemRoads.Beside.NOTHING);
  }

  private static SystemRoads.Facts with(
      SystemRoads.Facts f,
      Optional<Boolean> starts,
      Optional<Boolean> unstable,
      Optional<Origin> origin,
      boolean newDrive,
      Optional<DriveState> drive) {
    return new SystemRoads.Facts(
        f.profile(),
        f.had(),
        f.readiness(),
        starts,
        unstable,
        f.unwanted(),
        f.otherBoard(),
        origin,
        f.years(),
        f.programs(),
        f.free(),
        drive,
        f.copy(),
        f.dataWanted(),
        newDrive,
        f.hasKey(),
        f.beside());
  }

  private static SystemRoad best(SystemRoads.Facts facts) {
    return SystemRoads.of(facts).best().orElseThrow().choice().road();
  }

  @Test
  void theFactsDecide() {
    // Sound, and the same system: leave it.
    assertThat(best(facts("ebb-desk-12", "ebb-desk-12"))).isEqualTo(SystemRoad.LEAVE);
    // Sound, and the next one is wanted: over the old one.
    assertThat(best(facts("ebb-desk-12", "ebb-desk-11"))).isEqualTo(SystemRoad.UPGRADE);
    // It ran unstably, and the next one is wanted: over the old one keeps what was wrong.
    SystemRoads.Facts unstable =
        with(
            facts("ebb-desk-12", "ebb-desk-11"),
            Optional.of(true),
            Optional.of(true),
            Optional.empty(),
            false,
            Optional.of(DriveState.READS));
    assertThat(best(unstable)).isEqualTo(SystemRoad.CLEAN);
    // It does not start, programs are not wanted back: clean.
    SystemRoads.Facts dead =
        with(
            facts("ebb-desk-12", "ebb-desk-12"),
            Optional.of(false),
            Optional.of(true),
            Optional.of(Origin.UNKNOWN_HANDS),
            false,
            Optional.of(DriveState.READS));
    assertThat(best(dead)).isIn(SystemRoad.CLEAN, SystemRoad.RESET);
    // A sound system on a failing drive, and a new one is here: clone.
    SystemRoads.Facts failing =
        with(
            facts("ebb-desk-12", "ebb-desk-12"),
            Optional.of(true),
            Optional.of(false),
            Optional.of(Origin.OURS),
            true,
            Optional.of(DriveState.ERRORS));
    assertThat(SystemRoads.of(failing).road(SystemRoad.CLONE).choice().open()).isTrue();
    // A cloud-laptop knows its maker's image and nothing else.
    SystemRoads cloud =
        SystemRoads.of(
            with(
                facts("kite-os", "kite-os"),
                Optional.of(false),
                Optional.empty(),
                Optional.empty(),
                false,
                Optional.of(DriveState.READS)));
    assertThat(cloud.roads().stream().filter(w -> w.choice().open()).map(w -> w.choice().road()))
        .containsExactlyInAnyOrder(SystemRoad.RECOVERY, SystemRoad.RESET);
  }

  @Test
  void wallsSayWhy() {
    SystemRoads.Facts had = facts("ebb-desk-12", "ebb-desk-7");
    assertThat(SystemRoads.of(had).road(SystemRoad.UPGRADE).choice().wall())
        .contains("Ebb Desk 12 does not go over Ebb Desk 7");
    assertThat(SystemRoads.of(had).road(SystemRoad.REPAIR).choice().wall()).isPresent();
    SystemRoads.Facts unfit =
        new SystemRoads.Facts(
            had.profile(),
            had.had(),
            Readiness.Verdict.NOT_MADE_FOR_IT,
            had.starts(),
            had.unstable(),
            had.unwanted(),
            had.otherBoard(),
            had.origin(),
            had.years(),
            had.programs(),
            had.free(),
            had.drive(),
            had.copy(),
            true,
            false,
            had.hasKey(),
            had.beside());
    assertThat(SystemRoads.of(unfit).road(SystemRoad.CLEAN).choice().wall())
        .contains("the machine is not made for Ebb Desk 12");
  }

  private static SystemRoads.Facts beside(SystemRoads.Facts f, SystemRoads.Beside beside) {
    return new SystemRoads.Facts(
        f.profile(),
        f.had(),
        f.readiness(),
        f.starts(),
        f.unstable(),
        f.unwanted(),
        f.otherBoard(),
        f.origin(),
        f.years(),
        f.programs(),
        f.free(),
        f.drive(),
        f.copy(),
        f.dataWanted(),
        f.newDrive(),
        f.hasKey(),
        beside);
  }

  @Test
  void theWrongLanguageStaysOnEveryRoadButAFreshOne() {
    SystemRoads roads =
        SystemRoads.of(
            beside(
                facts("ebb-desk-12", "ebb-desk-12"),
                new SystemRoads.Beside(Optional.empty(), Optional.of(Wrong.LANGUAGE), false)));
    assertThat(roads.best().orElseThrow().choice().road()).isEqualTo(SystemRoad.CLEAN);
    assertThat(roads.road(SystemRoad.REPAIR).choice().wall())
        .contains("its language stays as it is on this road");
    assertThat(roads.road(SystemRoad.RESET).choice().open()).isFalse();
    assertThat(roads.road(SystemRoad.CLONE).choice().open()).isFalse();
  }

  @Test
  void anOldStickCostsUpdatesAndOdds() {
    SystemRoads.Facts fresh =
        beside(
            facts("ebb-desk-12", "ebb-desk-11"),
            new SystemRoads.Beside(Optional.of(Medium.FRESH), Optional.empty(), false));
    SystemRoads.Facts old =
        beside(fresh, new SystemRoads.Beside(Optional.of(Medium.OLD), Optional.empty(), false));
    Weighed from = SystemRoads.of(fresh).road(SystemRoad.CLEAN);
    Weighed to = SystemRoads.of(old).road(SystemRoad.CLEAN);
    assertThat(to.holds()).isLessThan(from.holds());
    assertThat(to.choice().waiting().value())
        .isEqualTo(from.choice().waiting().value() + fresh.profile().minutes().updates() / 2.0);
    assertThat(SystemRoads.of(old).road(SystemRoad.REPAIR))
        .isEqualTo(SystemRoads.of(fresh).road(SystemRoad.REPAIR));
  }

  @Test
  void whereAnotherSystemStaysNoImageTakesTheWholeDrive() {
    SystemRoads.Facts two =
        beside(
            facts("ebb-desk-12", "ebb-desk-11"),
            new SystemRoads.Beside(Optional.empty(), Optional.empty(), true));
    assertThat(SystemRoads.of(two).road(SystemRoad.RECOVERY).choice().open()).isFalse();
    assertThat(SystemRoads.of(two).road(SystemRoad.CLEAN).choice().open()).isTrue();
  }

  /** Every doubt about what is on it makes what stays less likely to hold, never more. */
  @Test
  void doubtsNeverHelpWhatStays() {
    SplittableRandom random = new SplittableRandom(8);
    for (int round = 0; round < 3000; round++) {
      SystemRoads.Facts calm =
          facts("ebb-desk-12", random.nextBoolean() ? "ebb-desk-12" : "ebb-desk-11");
      SystemRoads.Facts doubt =
          new SystemRoads.Facts(
              calm.profile(),
              calm.had(),
              calm.readiness(),
              calm.starts(),
              Optional.of(random.nextBoolean()),
              Optional.of(random.nextBoolean()),
              Optional.of(random.nextBoolean()),
              Optional.of(Origin.values()[random.nextInt(Origin.values().length)]),
              calm.years(),
              calm.programs(),
              calm.free(),
              calm.drive(),
              calm.copy(),
              calm.dataWanted(),
              false,
              calm.hasKey(),
              calm.beside());
      SystemRoads before = SystemRoads.of(calm);
      SystemRoads after = SystemRoads.of(doubt);
      for (SystemRoad road : SystemRoad.values()) {
        Weighed was = before.road(road);
        Weighed now = after.road(road);
        assertThat(now.holds()).isBetween(0.0, 1.0).isLessThanOrEqualTo(was.holds());
        if (road.erases()) {
          assertThat(now.holds()).isEqualTo(was.holds());
        }
        assertThat(now.choice().price()).isGreaterThanOrEqualTo(now.choice().hands().value());
      }
      assertThat(after.roads().stream().map(Weighed::choice).map(c -> c.open()).toList())
          .isSortedAccordingTo(java.util.Comparator.reverseOrder());
    }
  }

  @Test
  void stallsSayStickOrHardware() {
    assertThat(Stall.judge(Optional.empty(), Optional.empty())).isEmpty();
    for (Stall.Where first : Stall.Where.values()) {
      assertThat(Stall.judge(Optional.of(first), Optional.empty()))
          .contains(Stall.Verdict.ONCE_MORE);
      for (Stall.Where second : Stall.Where.values()) {
        Stall.Verdict verdict = Stall.judge(Optional.of(first), Optional.of(second)).orElseThrow();
        assertThat(verdict.outcome()).contains(first == second ? "same" : "changes");
      }
    }
  }
}
