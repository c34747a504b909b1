package dottore.core.diagnosis;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import dottore.core.casebook.Casebook;
import dottore.core.casebook.Cause;
import org.junit.jupiter.api.Test;

class PortraitTest {
  private final Casebook casebook = Casebook.shipped();
  private final Diagnosis diagnosis = new Diagnosis(casebook, ShopRules.usual());

  private Portrait of(String cause) {
    return diagnosis.portrait(casebook.cause(cause).orElseThrow());
  }

  @Test
  void namesWhatConfirmsACause() {
    Portrait switchedOff = of("supply-switch-off");
    assertThat(switchedOff.signs().get(0).check().id()).isEqualTo("supply-switch");
    assertThat(switchedOff.signs().get(0).confirms()).isTrue();
    assertThat(switchedOff.cures().get(0).repair().id()).isEqualTo("switch-supply-on");
  }

  @Test
  void everyCauseHasACureAndNearlyEveryOneASignOfItsOwn() {
    long byExclusion = 0;
    for (Cause cause : casebook.causes()) {
      Portrait portrait = diagnosis.portrait(cause);
      assertThat(portrait.cures()).as(cause.id()).isNotEmpty();
      assertThat(portrait.signs())
          .as(cause.id())
          .allSatisfy(sign -> assertThat(sign.ratio()).isGreaterThanOrEqualTo(3));
      assertThat(portrait.share().value()).as(cause.id()).isGreaterThan(0).isLessThan(0.2);
      byExclusion += portrait.signs().isEmpty() ? 1 : 0;
    }
    assertThat(byExclusion).isLessThanOrEqualTo(5);
  }

  @Test
  void signsAreComparedWithMachinesThatStopAtTheSamePlace() {
    Portrait.Sign sign =
        of("tpm-off").signs().stream()
            .filter(s -> s.check().id().equals("readiness-check"))
            .findFirst()
            .orElseThrow();
    assertThat(sign.outcome().id()).isEqualTo("security-chip");
    assertThat(sign.here().value()).isCloseTo(0.92, within(0.02));
    assertThat(sign.elsewhere().value()).isLessThan(0.05);
  }

  /** Where the machine runs nobody measures what a dead one draws. */
  @Test
  void aSignIsWeighedWhereItsCheckIsDone() {
    assertThat(diagnosis.accused(casebook.check("charger-draw").orElseThrow()))
        .extracting(accused -> accused.cause().id() + " by " + accused.sign().outcome().id())
        .containsExactlyInAnyOrder(
            "firmware-corrupt by rises", "liquid-damage by limit", "power-button-broken by still");
    assertThat(of("charger-dead").signs())
        .extracting(sign -> sign.check().id())
        .contains("charger-volts");
  }

  @Test
  void aCheckAccusesTheCausesWhoseSignItIs() {
    assertThat(diagnosis.accused(casebook.check("supply-switch").orElseThrow()))
        .extracting(accused -> accused.cause().id() + " by " + accused.sign().outcome().id())
        .contains("supply-switch-off by off");
  }
}
