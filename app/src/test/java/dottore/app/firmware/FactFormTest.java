package dottore.app.firmware;

import static org.assertj.core.api.Assertions.assertThat;

import dottore.app.ticket.FactSheet.Change;
import java.util.Map;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class FactFormTest {
  private static Change change(
      FactForm form,
      Map<String, String> posted,
      Map<String, String> shown,
      Map<String, String> now) {
    return form.sheet().change(posted, shown, now);
  }

  @Test
  void onlyWhatTheWriterChangedIsWritten() {
    Change change =
        change(
            FactForm.BOARD,
            Map.of("revision", "1.2", "now", "K03"),
            Map.of("now", "K03"),
            Map.of("now", "K07"));
    assertThat(change.facts()).containsExactly(Map.entry("revision", "1.2"));
    assertThat(change.words()).isEqualTo("revision 1.2");
    assertThat(change.clashes()).isEmpty();
  }

  @Test
  void twoDifferentWordsOnOneFactClashAndTheSameWordDoesNot() {
    Map<String, String> now = Map.of("now", "K07");
    assertThat(change(FactForm.BOARD, Map.of("now", "K12"), Map.of(), now).clashes())
        .containsExactly("version now K07 (yours: version now K12)");
    Change same = change(FactForm.BOARD, Map.of("now", "K07"), Map.of(), now);
    assertThat(same.clashes()).isEmpty();
    assertThat(same.facts()).isEmpty();
  }

  @Test
  void aTickThatWasTakenAwayIsToldFromOneThatTheFormDoesNotHave() {
    Map<String, String> ticked = Map.of("mains", "yes", "ups", "yes");
    Change change = change(FactForm.GATE, Map.of("form-mains", "1"), ticked, ticked);
    assertThat(change.facts()).containsExactly(Map.entry("mains", ""));
    assertThat(change.words()).isEqualTo("not: mains in");
  }

  @ParameterizedTest(name = "{0} {1}: {2}")
  @CsvSource({
    "CELL, cell-volts, '2,41 V', 2.41",
    "CELL, cell-volts, 3, 3",
    "GATE, battery, '80 %', 80",
    "BLOCKERS, memory-gib, '7,8 GiB', 7.8",
    "BOARD, now, ' 03/14/2011 ', 03/14/2011"
  })
  void readsNumbersAsTheyAreTyped(FactForm form, String field, String typed, String kept) {
    assertThat(change(form, Map.of(field, typed), Map.of(), Map.of()).facts())
        .containsExactly(Map.entry(field, kept));
  }

  @ParameterizedTest(name = "{0} {1}: {2}")
  @CsvSource({
    "CELL, cell-volts, 24",
    "CELL, cell-volts, two",
    "GATE, battery, 101",
    "GATE, encryption, perhaps",
    "GATE, mains, no",
    "BOARD, family, toaster",
    "BLOCKERS, bits, 16"
  })
  void whatCannotBeIsNotKept(FactForm form, String field, String typed) {
    Change change = change(form, Map.of(field, typed), Map.of(), Map.of());
    assertThat(change.facts()).isEmpty();
    assertThat(change.faults()).containsOnlyKeys(field);
    assertThat(change.faults().get(field)).endsWith(typed);
  }

  @Test
  void aTextLongerThanAnyNameIsNotKept() {
    assertThat(change(FactForm.BOARD, Map.of("maker", "x".repeat(81)), Map.of(), Map.of()).faults())
        .hasSize(1);
  }
}
