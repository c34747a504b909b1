package dottore.core.swap;

import static org.assertj.core.api.Assertions.assertThat;

import dottore.core.drive.DriveState;
import dottore.core.machine.MachineKind;
import dottore.core.swap.Roads.Wish;
import dottore.core.units.Minutes;
import dottore.core.weigh.Choice;
import java.util.Optional;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.EnumSource;

class RoadsTest {
  private MachineKind kind = MachineKind.LAPTOP;
  private Optional<DriveState> old = Optional.empty();
  private Optional<Boolean> sound = Optional.empty();
  private Optional<Wish> wish = Optional.empty();
  private Optional<Boolean> image = Optional.empty();
  private boolean wanted = true;

  private Roads roads() {
    return Roads.of(
        new Roads.Facts(
            kind,
            old,
            sound,
            wish,
            image,
            Optional.of(Minutes.of(60)),
            Optional.of(Minutes.of(30)),
            wanted));
  }

  private Road best() {
    return roads().best().orElseThrow().road();
  }

  @Test
  void aHealthySystemOnASlowDriveIsCloned() {
    old = Optional.of(DriveState.READS);
    sound = Optional.of(true);
    wish = Optional.of(Wish.AS_IT_WAS);
    assertThat(best()).isEqualTo(Road.CLONE);
    assertThat(roads().choice(Road.CLONE).because()).anyMatch(why -> why.contains("ran well"));
  }

  @Test
  void aSystemThatDidNotRunWellIsLeftBehind() {
    old = Optional.of(DriveState.READS);
    sound = Optional.of(false);
    wish = Optional.of(Wish.FRESH);
    assertThat(best()).isEqualTo(Road.CLEAN);
    assertThat(roads().choice(Road.CLONE).price())
        .isGreaterThan(roads().choice(Road.CLONE).hands().value() + 45);
  }

  @ParameterizedTest
  @EnumSource(
      value = DriveState.class,
      names = {"CLICKS", "DEAD"})
  void whatCannotBeReadIsNotCloned(DriveState state) {
    old = Optional.of(state);
    assertThat(roads().choice(Road.CLONE).open()).isFalse();
    assertThat(best()).isNotEqualTo(Road.CLONE);
  }

  @Test
  void aDriveWithErrorsIsReadInSeveralPasses() {
    old = Optional.of(DriveState.READS);
    double clean = roads().choice(Road.CLONE).waiting().value();
    old = Optional.of(DriveState.ERRORS);
    assertThat(roads().choice(Road.CLONE).waiting().value()).isEqualTo(3 * clean);
  }

  @Test
  void anImageIsOnlyARoadIfThereIsOne() {
    assertThat(roads().choice(Road.IMAGE).wall()).get().asString().startsWith("ask");
    image = Optional.of(false);
    assertThat(roads().choice(Road.IMAGE).open()).isFalse();
    image = Optional.of(true);
    assertThat(roads().choice(Road.IMAGE).open()).isTrue();
  }

  @Test
  void aCloudLaptopTakesOnlyItsMakersImage() {
    kind = MachineKind.CLOUD_LAPTOP;
    image = Optional.of(true);
    assertThat(roads().choices().stream().filter(Choice::open).map(Choice::road))
        .containsExactly(Road.RECOVERY);
  }

  @Test
  void nobodyCopiesWhatNobodyWants() {
    double with = roads().choice(Road.CLEAN).waiting().value();
    wanted = false;
    assertThat(roads().choice(Road.CLEAN).waiting().value()).isEqualTo(with - 60);
  }
}
