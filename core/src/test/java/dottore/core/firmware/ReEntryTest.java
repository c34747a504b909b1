package dottore.core.firmware;

import static org.assertj.core.api.Assertions.assertThat;

import dottore.core.casebook.Casebook;
import dottore.core.casebook.Check;
import dottore.core.firmware.ReEntry.Pace;
import dottore.core.firmware.ReEntry.Result;
import dottore.core.firmware.ReEntry.Turn;
import dottore.core.firmware.Setting.Rank;
import dottore.core.reading.Answer;
import java.util.ArrayList;
import java.util.EnumMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import org.junit.jupiter.api.Test;

class ReEntryTest {
  private static Map<Setting, String> noted(Set<Setting> settings) {
    Map<Setting, String> noted = new EnumMap<>(Setting.class);
    settings.forEach(setting -> noted.put(setting, "as it was"));
    return noted;
  }

  @Property
  void whatKeepsItFromStartingGoesFirstAndEverySettingOnce(
      @ForAll Set<Setting> settings, @ForAll Pace pace) {
    List<Setting> order = new ArrayList<>();
    for (Turn turn : new ReEntry(noted(settings), Map.of(), pace).turns()) {
      assertThat(turn.alone()).isEqualTo(turn.settings().size() == 1);
      order.addAll(turn.settings());
    }
    assertThat(order).containsExactlyInAnyOrderElementsOf(settings);
    assertThat(order).isSortedAccordingTo((a, b) -> a.rank().compareTo(b.rank()));
    assertThat(order.stream().filter(s -> s.rank() == Rank.STARTS)).isSorted();
  }

  @Property
  void theProfileIsAlwaysTheOneChange(@ForAll Set<Setting> settings, @ForAll Pace pace) {
    for (Turn turn : new ReEntry(noted(settings), Map.of(), pace).turns()) {
      if (turn.settings().stream().anyMatch(s -> s.rank() == Rank.PROFILE)) {
        assertThat(turn.alone()).isTrue();
      }
    }
  }

  @Property
  void afterInstabilityOnlyStartStoppersGoTogether(@ForAll Set<Setting> settings) {
    for (Turn turn : new ReEntry(noted(settings), Map.of(), Pace.UNSTABLE).turns()) {
      assertThat(turn.alone() || turn.settings().stream().allMatch(s -> s.rank() == Rank.STARTS))
          .isTrue();
    }
  }

  @Property
  void eachTurnBringsTheEndNearer(@ForAll Set<Setting> settings, @ForAll Pace pace) {
    Map<Setting, Result> results = new EnumMap<>(Setting.class);
    Map<Setting, String> noted = noted(settings);
    int turns = new ReEntry(noted, results, pace).turns().size();
    while (turns > 0) {
      ReEntry entry = new ReEntry(noted, results, pace);
      assertThat(entry.turns()).hasSize(turns);
      entry.next().orElseThrow().settings().forEach(s -> results.put(s, Result.HOLDS));
      turns--;
    }
    assertThat(new ReEntry(noted, results, pace).done()).isEqualTo(!settings.isEmpty());
  }

  @Property
  void oneByOneMeansEverySettingAlone(@ForAll Set<Setting> settings) {
    assertThat(new ReEntry(noted(settings), Map.of(), Pace.ONE_BY_ONE).turns())
        .hasSize(settings.size())
        .allMatch(Turn::alone);
  }

  @Test
  void whatFailsIsNamedAndTheRestGoesOn() {
    ReEntry entry =
        new ReEntry(
            noted(Set.of(Setting.MEMORY_PROFILE, Setting.FAN_CURVE)),
            Map.of(Setting.MEMORY_PROFILE, Result.FAILS),
            Pace.UNSTABLE);
    assertThat(entry.culprits()).containsExactly(Setting.MEMORY_PROFILE);
    assertThat(entry.next().orElseThrow().settings()).containsExactly(Setting.FAN_CURVE);
    assertThat(entry.done()).isFalse();
  }

  @Test
  void aStableMachineTakesComfortInOneGo() {
    List<Turn> turns =
        new ReEntry(
                noted(Set.of(Setting.WAKE, Setting.FAN_CURVE, Setting.MEMORY_PROFILE)),
                Map.of(),
                Pace.STABLE)
            .turns();
    assertThat(turns).hasSize(2);
    assertThat(turns.get(1).settings()).containsExactly(Setting.FAN_CURVE, Setting.WAKE);
  }

  @Test
  void whatGoesBackAloneAnswersChecksOfTheCasebook() {
    Casebook casebook = Casebook.shipped();
    for (Setting setting : Setting.values()) {
      Answer fails = ReEntry.evidence(setting, Result.FAILS).orElseThrow();
      Check.Outcome outcome = casebook.check(fails.check()).orElseThrow().outcome(fails.outcome());
      assertThat(outcome.good()).as("%s fails", setting).isFalse();
      ReEntry.evidence(setting, Result.HOLDS)
          .ifPresent(
              holds ->
                  assertThat(
                          casebook
                              .check(holds.check())
                              .orElseThrow()
                              .outcome(holds.outcome())
                              .good())
                      .isTrue());
    }
    assertThat(ReEntry.evidence(Setting.FAN_CURVE, Result.HOLDS)).isEmpty();
  }

  @Test
  void everyFamilyHasWhatKeepsItFromStarting() {
    for (BoardFamily family : BoardFamily.values()) {
      assertThat(Setting.of(family))
          .contains(Setting.DRIVE_MODE, Setting.BOOT_MODE, Setting.BOOT_ORDER);
    }
  }
}
