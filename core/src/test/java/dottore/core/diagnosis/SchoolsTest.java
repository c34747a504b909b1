package dottore.core.diagnosis;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatIllegalArgumentException;
import static org.assertj.core.api.Assertions.within;

import dottore.core.casebook.Casebook;
import dottore.core.casebook.Context;
import dottore.core.casebook.School;
import dottore.core.casebook.Step;
import java.util.List;
import java.util.Map;
import java.util.Set;
import org.junit.jupiter.api.Test;

class SchoolsTest {
  private static final Casebook CASEBOOK = Casebook.shipped();
  private static final ShopRules USUAL = ShopRules.usual();

  private static final Schools NEWEST =
      new Schools(Map.of(School.FIRMWARE_UPDATE, "newest"), Map.of());

  private static Step step(String id) {
    return CASEBOOK.step(id).orElseThrow();
  }

  private static Assessment of(String... answers) {
    Case about = new Case(Set.of(Context.LAPTOP), Set.of(), Set.of(), List.of());
    for (String answer : answers) {
      String[] parts = answer.split("=");
      about = about.with(new Event.Reading(about.events().size(), parts[0], parts[1], Event.SEEN));
    }
    return new Diagnosis(CASEBOOK, USUAL).assess(about);
  }

  @Test
  void usualSchoolsChangeNoPrice() {
    ShopRules under = USUAL.under(Schools.usual(), Set.of(Context.NEW_BUILD));
    CASEBOOK.repairs().forEach(r -> assertThat(under.cost(r)).isEqualTo(USUAL.cost(r)));
  }

  @Test
  void theNewestFirmwareIsFavoredOnANewBuildOnly() {
    Step update = step("other-firmware-version");
    assertThat(USUAL.under(NEWEST, Set.of(Context.NEW_BUILD)).cost(update))
        .isCloseTo(USUAL.cost(update) - ShopRules.HABIT, within(1e-9));
    assertThat(USUAL.under(NEWEST, Set.of(Context.OLD)).cost(update)).isEqualTo(USUAL.cost(update));
  }

  @Test
  void aTicketsChoiceWinsOverTheShops() {
    Schools schools =
        new Schools(Map.of(School.DRIVER_SOURCE, "update"), Map.of(School.DRIVER_SOURCE, "maker"));
    Schools.Decision decision = schools.decide(School.DRIVER_SOURCE, of());
    assertThat(decision.taken().id()).isEqualTo("maker");
    assertThat(decision.because()).isEqualTo("chosen for this ticket");
    assertThat(decision.others()).hasSize(2).allSatisfy(o -> assertThat(o.argument()).isNotBlank());
  }

  @Test
  void theFirstStartGoesOfflineWhileTheNetworkDriverIsASuspect() {
    assertThat(Schools.usual().decide(School.FIRST_START_NETWORK, of("how-far=dead")).taken().id())
        .isEqualTo("connected");
    Schools.Decision suspected =
        Schools.usual()
            .decide(
                School.FIRST_START_NETWORK,
                of("how-far=unstable", "named-module=network", "driver-date=network-old"));
    assertThat(suspected.taken().id()).isEqualTo("offline");
    assertThat(suspected.because()).contains("network driver");
  }

  @Test
  void whatTheProductPicksNobodyChooses() {
    Schools schools = new Schools(Map.of(School.MEMORY_PROFILE, "before"), Map.of());
    assertThat(schools.decide(School.MEMORY_PROFILE, of()).taken().id()).isEqualTo("after-proof");
    assertThatIllegalArgumentException()
        .isThrownBy(() -> new Schools(Map.of(School.DRIVER_SOURCE, "moon"), Map.of()));
  }

  @Test
  void everySchoolIsTouchedBySomeStep() {
    List<School> touched =
        CASEBOOK.repairs().stream()
            .flatMap(r -> r.effort().stands().stream())
            .map(School.Stand::school)
            .toList();
    List<School> byChecks =
        CASEBOOK.checks().stream()
            .flatMap(c -> c.effort().stands().stream())
            .map(School.Stand::school)
            .toList();
    for (School school : School.values()) {
      assertThat(touched.contains(school) || byChecks.contains(school)).as(school.id()).isTrue();
    }
    assertThat(new Schools(Map.of(), Map.of()).decisions(step("reinstall-clean"), of()))
        .extracting(d -> d.school())
        .contains(School.INSTALL_WAY, School.OTHER_DRIVES);
  }
}
