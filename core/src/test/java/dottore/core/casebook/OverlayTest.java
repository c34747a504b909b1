package dottore.core.casebook;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.catchThrowableOfType;
import static org.assertj.core.api.Assertions.tuple;

import dottore.core.casebook.Overlay.Part;
import java.util.List;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

class OverlayTest {
  private static final String SALT_AIR =
      """
      name: Salt on the contacts
      sign: green edges, comes and goes
      station: memory
      weight: 0.8
      stages: {memory: 1}
      shows:
        module-clips-look: {open: 0.2}
        smell-and-look: {wet: 0.3}
        single-module-start: {starts: 0.5, same: 0.5}
      cured-by: {reseat-memory: 0.9}\
      """;

  private static final Overlay SALTY = Overlay.empty().with(Part.CAUSES, "salt-air", SALT_AIR);

  private static CasebookFault faultOf(Overlay overlay) {
    return catchThrowableOfType(
        CasebookFault.class, () -> CasebookReader.shippedUnder(overlay, List.of()));
  }

  @Test
  void aCauseBringsItsRowsAndCuresAlong() {
    Casebook casebook = CasebookReader.shippedUnder(SALTY, List.of());
    Check clips = casebook.check("module-clips-look").orElseThrow();
    assertThat(clips.likelihoods().row("salt-air", Stage.MEMORY)[clips.indexOf("open")])
        .isEqualTo(0.2);
    assertThat(casebook.repair("reseat-memory").orElseThrow().cures())
        .containsEntry("salt-air", 0.9);
    assertThat(casebook.source("salt-air")).isEqualTo(SALT_AIR);
    assertThat(casebook.causes()).hasSize(Casebook.shipped().causes().size() + 1);
  }

  @Test
  void anEntryWithAKnownIdTakesTheShippedOnesPlace() {
    String shipped = Casebook.shipped().source("coin-cell-flat");
    Overlay overlay =
        Overlay.empty()
            .with(Part.CAUSES, "coin-cell-flat", shipped.replaceFirst("weight: 2", "weight: 7"));
    Casebook casebook = CasebookReader.shippedUnder(overlay, List.of());
    assertThat(casebook.cause("coin-cell-flat").orElseThrow().weight()).isEqualTo(7);
    assertThat(casebook.causes()).hasSize(Casebook.shipped().causes().size());
  }

  @Test
  void everyShippedEntryReadsTheSameFromItsOwnText() {
    Casebook shipped = Casebook.shipped();
    Overlay all = Overlay.empty();
    for (Cause cause : shipped.causes()) {
      all = all.with(Part.CAUSES, cause.id(), shipped.source(cause.id()));
    }
    for (Repair repair : shipped.repairs()) {
      all = all.with(Part.REPAIRS, repair.id(), shipped.source(repair.id()));
    }
    Overlay checks = Overlay.empty();
    for (Check check : shipped.checks()) {
      checks = checks.with(Part.CHECKS, check.id(), shipped.source(check.id()));
    }
    assertThat(CasebookReader.shippedUnder(checks, List.of()).checks())
        .extracting(Check::outcomes, Check::effort)
        .containsExactlyElementsOf(
            shipped.checks().stream().map(c -> tuple(c.outcomes(), c.effort())).toList());
    Casebook again = CasebookReader.shippedUnder(all, List.of());
    assertThat(again.causes()).containsExactlyInAnyOrderElementsOf(shipped.causes());
    assertThat(again.repairs()).containsExactlyInAnyOrderElementsOf(shipped.repairs());
    assertThat(Overlay.parse(all.text()).text()).isEqualTo(all.text());
  }

  @Test
  void faultsNameTheLineWithinTheEntry() {
    Overlay overlay =
        SALTY.with(Part.CAUSES, "sea-fog", SALT_AIR.replace("weight: 0.8", "weight: heavy"));
    CasebookFault fault = faultOf(overlay);
    assertThat(fault.faults()).singleElement().asString().contains("'heavy' is not a number");
    int line = Integer.parseInt(fault.faults().get(0).split(":")[1]);
    assertThat(overlay.lineWithin(Part.CAUSES, "sea-fog", line)).contains(4);
    assertThat(overlay.lineWithin(Part.CAUSES, "salt-air", line)).isEmpty();
  }

  @ParameterizedTest
  @ValueSource(
      strings = {
        "causes: [",
        "causes: 5",
        "nonsense: {a: b}",
        "- a",
        "causes:\n  x: &a {name: *a}",
        "causes: {a: b}\ncauses: {c: d}",
        "\u0000",
        "causes:\n\tx: 1"
      })
  void saysWhatIsWrongWithATextThatIsNone(String text) {
    CasebookFault fault =
        catchThrowableOfType(
            CasebookFault.class, () -> CasebookReader.shippedUnder(Overlay.parse(text), List.of()));
    assertThat(fault.faults()).isNotEmpty().allMatch(f -> f.startsWith(Overlay.FILE + ":"));
  }

  @Test
  void anUnknownCheckOrRepairBesideACauseIsAFault() {
    assertThat(
            faultOf(
                    SALTY.with(
                        Part.CAUSES, "salt-air", SALT_AIR.replace("smell-and-look", "no-such")))
                .faults())
        .singleElement()
        .asString()
        .contains("no check is called 'no-such'");
    assertThat(
            faultOf(
                    SALTY.with(
                        Part.CAUSES, "salt-air", SALT_AIR.replace("reseat-memory", "no-such")))
                .faults())
        .singleElement()
        .asString()
        .contains("no repair is called 'no-such'");
  }

  @Test
  void remarksMayStandAnywhereInAnEntry() {
    String remarked =
        "# seen more here\n\n" + SALT_AIR.replace("weight", "# by feel\nweight") + "\n# end";
    Overlay overlay = Overlay.empty().with(Part.CAUSES, "salt-air", remarked);
    assertThat(overlay.readable()).isEqualTo(overlay);
    assertThat(faultOf(Overlay.empty().with(Part.CAUSES, "salt-air", "name: a\nsign: 'b")))
        .isNotNull();
  }

  @Test
  void withoutItsEntriesNothingIsLeft() {
    assertThat(SALTY.without(Part.CAUSES, "salt-air")).isEqualTo(Overlay.empty());
    assertThat(Overlay.empty().under(SALTY)).isEqualTo(SALTY);
    assertThat(Overlay.parse("")).isEqualTo(Overlay.empty());
  }
}
