package dottore.core.facts;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatIllegalArgumentException;

import dottore.core.drive.DriveFacts;
import dottore.core.firmware.FirmwareFacts;
import dottore.core.machine.Encryption;
import dottore.core.machine.Scheme;
import dottore.core.upgrade.UpgradeFacts;
import java.math.BigDecimal;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import net.jqwik.api.Arbitraries;
import net.jqwik.api.Arbitrary;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.Provide;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class FactsTest {
  private static final Fact<Integer> BATTERY = FirmwareFacts.BATTERY;

  /** Every fact of the product that is asked for in a form. */
  static List<Fact<?>> all() {
    return Stream.of(FirmwareFacts.all(), DriveFacts.all(), UpgradeFacts.all())
        .flatMap(facts -> facts)
        .<Fact<?>>map(fact -> fact)
        .distinct()
        .toList();
  }

  @Provide
  Arbitrary<Fact<?>> fact() {
    return Arbitraries.of(all());
  }

  @Provide
  Arbitrary<String> typed() {
    return Arbitraries.oneOf(
        Arbitraries.of(
            "",
            "yes",
            "no",
            "old",
            "new",
            "active",
            "35.5",
            "35,5 %",
            "7",
            "1e9",
            "-1",
            "0x10",
            " 12 ",
            "999999999999999999",
            "NaN",
            "unknown",
            "64",
            "usb-5",
            "{}",
            "on",
            "none"),
        Arbitraries.strings().ofMaxLength(120),
        Arbitraries.integers().between(0, 2_000_000).map(String::valueOf),
        Arbitraries.of(all()).flatMap(f -> Arbitraries.of(ids(f))));
  }

  private static List<String> ids(Fact<?> fact) {
    List<String> ids = fact.choices().stream().map(Fact.Choice::id).toList();
    return ids.isEmpty() ? List.of("") : ids;
  }

  /**
   * Whatever is typed: it is refused, or it is kept so that it reads as the same value for good.
   */
  @Property
  void whatAFormTakesReadsAsTheSameValueForGood(
      @ForAll("fact") Fact<?> fact, @ForAll("typed") String typed) {
    FactForm form = FactForm.of("form", fact);
    FactForm.Change change =
        form.change(
            Map.of(fact.name(), typed, "form-" + fact.name(), "1"), Facts.none(), Facts.none());
    assertThat(change.clashes()).isEmpty();
    if (change.faults().isEmpty()) {
      same(fact, change.facts());
      // Sent once more it changes nothing.
      FactForm.Change again =
          form.change(
              Map.of(fact.name(), change.facts().text(fact), "form-" + fact.name(), "1"),
              change.facts(),
              change.facts());
      assertThat(again.facts().isEmpty()).isTrue();
      assertThat(again.faults()).isEmpty();
    } else {
      assertThat(change.facts().isEmpty()).isTrue();
      assertThat(change.faults().get(fact.name())).isNotBlank();
    }
  }

  private static <T> void same(Fact<T> fact, Facts facts) {
    facts
        .find(fact)
        .ifPresentOrElse(
            value -> {
              String kept = fact.print(value);
              Facts again = Facts.of(Map.of(fact.name(), kept));
              assertThat(again.find(fact)).hasValue(value);
              assertThat(again.unreadable(List.of(fact))).isEmpty();
            },
            () -> assertThat(facts.text(fact)).isEmpty());
  }

  /** Whatever stands in an old log: nothing throws, and what cannot be read says so. */
  @Property
  void whatCannotBeReadCountsAsUnknownAndSaysSo(
      @ForAll("fact") Fact<?> fact, @ForAll("typed") String kept) {
    Facts facts = Facts.of(Map.of(fact.name(), kept));
    boolean faulty = fact.fault(kept).isPresent();
    assertThat(facts.unreadable(List.of(fact))).hasSize(faulty ? 1 : 0);
    assertThat(facts.has(fact)).isEqualTo(!kept.isEmpty() && !faulty);
  }

  @Test
  void noTwoFactsShareAName() {
    Map<String, Set<Class<?>>> kinds =
        all().stream()
            .collect(
                Collectors.groupingBy(
                    Fact::name, Collectors.mapping(f -> f.getClass(), Collectors.toSet())));
    assertThat(kinds).hasSize(all().size());
  }

  @ParameterizedTest(name = "{0} typed is kept as {1}")
  @CsvSource({"80, 80", "80 %, 80", "0, 0", "100%, 100"})
  void aWholeNumberIsTypedWithOrWithoutItsUnit(String typed, String kept) {
    FactForm.Change change =
        FactForm.of("gate", BATTERY).change(Map.of("battery", typed), Facts.none(), Facts.none());
    assertThat(change.facts().text(BATTERY)).isEqualTo(kept);
    assertThat(change.words()).isEqualTo("battery " + kept + " %");
  }

  @ParameterizedTest
  @CsvSource({"35.5", "101", "full", "-3", "'35,5 %'"})
  void aWholeNumberTakesNothingElse(String typed) {
    FactForm.Change change =
        FactForm.of("gate", BATTERY).change(Map.of("battery", typed), Facts.none(), Facts.none());
    assertThat(change.facts().isEmpty()).isTrue();
    assertThat(change.faults().get("battery"))
        .startsWith("battery is a whole number from 0 to 100 %");
  }

  @Test
  void aDecimalThatAnOlderVersionKeptIsUnknownWithItsFault() {
    Facts facts = Facts.of(Map.of("battery", "35.5"));
    assertThat(facts.find(BATTERY)).isEmpty();
    assertThat(facts.unreadable(List.of(BATTERY)))
        .containsExactly("battery is a whole number from 0 to 100 %: 35.5");
  }

  @Test
  void theLastWordCounts() {
    Facts facts =
        Facts.none()
            .with(MachineFacts.SCHEME, Scheme.MBR)
            .with(MachineFacts.ENCRYPTION, Encryption.ACTIVE)
            .with(MachineFacts.SCHEME, Scheme.GPT);
    assertThat(facts.find(MachineFacts.SCHEME)).hasValue(Scheme.GPT);
    assertThat(facts.text(MachineFacts.SCHEME)).isEqualTo("new");
    assertThat(facts.get(MachineFacts.ENCRYPTION)).isEqualTo(Encryption.ACTIVE);
    assertThat(facts.without(MachineFacts.ENCRYPTION).get(MachineFacts.ENCRYPTION))
        .isEqualTo(Encryption.UNKNOWN);
    assertThatIllegalArgumentException()
        .isThrownBy(() -> facts.without(MachineFacts.SCHEME).get(MachineFacts.SCHEME));
  }

  @Test
  void fieldsThatTheWriterDidNotTouchKeepWhatOthersWrote() {
    Facts shown = Facts.of(Map.of("used-gb", "100"));
    Facts now = Facts.of(Map.of("used-gb", "200", "copy-speed", "90"));
    FactForm.Change change =
        DriveFacts.COPY.change(
            Map.of("used-gb", "100", "copy-speed", "", "copy-to", "nvme"), shown, now);
    assertThat(change.facts().kept()).containsOnly(Map.entry("copy-to", "nvme"));
    assertThat(change.clashes()).isEmpty();
    FactForm.Change clash = DriveFacts.COPY.change(Map.of("used-gb", "300"), shown, now);
    assertThat(clash.clashes()).containsExactly("to copy 200 GB (yours: to copy 300 GB)");
    assertThat(clash.facts().isEmpty()).isTrue();
  }

  @Test
  void numbersAreBoundedBeforeAnyArithmetic() {
    Fact<BigDecimal> memory = UpgradeFacts.MEMORY;
    assertThat(memory.fault("1e-50000000")).isPresent();
    assertThat(memory.fault("9".repeat(400))).isPresent();
    assertThat(memory.fault("16.5")).isEmpty();
  }
}
