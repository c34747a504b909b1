package dottore.core.casebook;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatCode;
import static org.assertj.core.api.Assertions.catchThrowableOfType;

import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class CasebookLintTest {
  private static final String SOUND =
      """
      causes:
        cord-out:
          name: Cord is out
          sign: it happens
          station: wall
          weight: 2
          stages: {dead: 1}
        button-gone:
          name: Button is gone
          sign: it breaks
          station: board
          stages: {dead: 1}
          contexts: {old: 2}
      checks:
        how-far:
          name: How far
          ask: How far?
          how: Look.
          outcomes: {dead: Dead, twitch: Twitch, cpu: Cpu, memory: Memory, graphics: Graphics,
            boot: Boot, dark: Dark, locked: Locked, no-device: None, loader: Loader, stop: Stop,
            install-fails: Fails, unstable: Falls, degraded: Slow, blocked: No, works: {words: Works, good: true}}
          otherwise: {dead: 0.84, twitch: 0.01, cpu: 0.01, memory: 0.01, graphics: 0.01, boot: 0.01, locked: 0.01, no-device: 0.01, loader: 0.01, stop: 0.01, install-fails: 0.01, unstable: 0.01, degraded: 0.01, blocked: 0.01}
        cord-look:
          name: Look at the cord
          ask: Is it in?
          how: Look.
          outcomes:
            in: {words: In, good: true}
            out: Out
          otherwise: {out: 0.02}
          causes:
            cord-out: {out: 0.95}
      repairs:
        plug-cord:
          name: Plug it in
          how: Push.
          cures: {cord-out: 0.99}
          recheck: [how-far]
        new-button:
          name: New button
          how: Fit.
          cures: {button-gone: 0.9}
          recheck: [how-far]
      """;

  @Test
  void acceptsASoundCasebook() {
    assertThatCode(() -> CasebookReader.read(Map.of("shop.yaml", SOUND)))
        .doesNotThrowAnyException();
  }

  @Test
  void sharesTheRestOfARowAmongTheOutcomesItLeavesOut() {
    Check check = CasebookReader.read(Map.of("shop.yaml", SOUND)).check("cord-look").orElseThrow();
    double[] row = check.likelihoods().row("cord-out", Stage.DEAD);
    assertThat(row)
        .containsExactly(new double[] {0.05, 0.95}, org.assertj.core.data.Offset.offset(1e-12));
    assertThat(check.likelihoods().row("button-gone", Stage.DEAD))
        .containsExactly(new double[] {0.98, 0.02}, org.assertj.core.data.Offset.offset(1e-12));
  }

  @ParameterizedTest(name = "{0} -> {1}: line {2}, {3}")
  @CsvSource(
      delimiter = '|',
      value = {
        "stages: {dead: 1}|stages: {dead: 0.7}|2|sum to 0.7",
        "{cord-out: 0.99}|{cord-gone: 0.99}|34|no cause is called 'cord-gone'",
        "cord-out: {out: 0.95}|cord-out: {out: 0.95, in: 0.2}|32|the chances sum to 1.15",
        "contexts: {old: 2}|contexts: {ancient: 2}|13|unknown word 'ancient'",
        "recheck: [how-far]|recheck: []|34|nothing is checked again",
        "cord-out: {out: 0.95}|button-gone: {out: 0.02}|8|no check can tell 'cord-out' from",
        "weight: 2|weight: many|6|'many' is not a number",
        "weight: 2|wieght: 2|6|nothing is called 'wieght' here",
        "cures: {button-gone: 0.9}|cures: {cord-out: 0.9}|8|no repair cures 'button-gone'",
        "cord-out: {out: 0.95}|cord-out: {lost: 0.95}|32|no outcome is called 'lost'",
        "works: {words: Works, good: true}|walks: {words: Works, good: true}|15|the check 'how-far'"
            + " needs",
        "dark: Dark|shady: Dark|15|and one for every stage",
      })
  void saysWhatIsWrongAndWhere(String good, String bad, int line, String what) {
    CasebookFault fault =
        catchThrowableOfType(
            CasebookFault.class,
            () ->
                CasebookReader.read(
                    Map.of(
                        "shop.yaml",
                        SOUND.replaceFirst(
                            java.util.regex.Pattern.quote(good),
                            java.util.regex.Matcher.quoteReplacement(bad)))));
    assertThat(fault.faults())
        .anySatisfy(text -> assertThat(text).contains(what).startsWith("shop.yaml:"));
    assertThat(fault.faults().toString()).contains("shop.yaml:" + line + ":");
  }

  @Test
  void namesTheLineOfBrokenYaml() {
    CasebookFault fault =
        catchThrowableOfType(
            CasebookFault.class,
            () -> CasebookReader.read(Map.of("shop.yaml", "causes:\n  a: {b: [}\n")));
    assertThat(fault.faults()).hasSize(1).first().asString().startsWith("shop.yaml:2:");
  }

  @Test
  void refusesAnIdThatIsTaken() {
    CasebookFault fault =
        catchThrowableOfType(
            CasebookFault.class,
            () ->
                CasebookReader.read(
                    new java.util.TreeMap<>(Map.of("a.yaml", SOUND, "b.yaml", SOUND))));
    assertThat(fault.faults()).contains("b.yaml:2: the id 'cord-out' is already taken");
  }

  @Test
  void refusesAnEmptyFile() {
    CasebookFault fault =
        catchThrowableOfType(
            CasebookFault.class, () -> CasebookReader.read(Map.of("empty.yaml", "")));
    assertThat(fault.faults()).isEqualTo(List.of("empty.yaml:1: the file is empty"));
  }

  /** Neither could ever be asked for. */
  @Test
  void refusesChecksThatWaitForEachOther() {
    String circle =
        SOUND
            .replace("    ask: How far?", "    first: {cord-look: [out]}\n    ask: How far?")
            .replace("    ask: Is it in?", "    only-if: {how-far: [dead]}\n    ask: Is it in?");
    CasebookFault fault =
        catchThrowableOfType(
            CasebookFault.class, () -> CasebookReader.read(Map.of("shop.yaml", circle)));
    assertThat(fault.faults())
        .anyMatch(f -> f.contains("'how-far' waits for a check that waits for it"))
        .anyMatch(f -> f.contains("'cord-look' waits for a check that waits for it"));
  }

  /** What keeps people, data and ownership from harm. */
  @ParameterizedTest
  @CsvSource(
      delimiter = '|',
      value = {
        "depth: cover-off                                     | does not say whether mains are on",
        "opens: true                                          | does not say whether mains are on",
        "depth: cover-off, mains: on                          | is done live and has no caution",
        "depth: writes-drive, needs: [stick]                  | neither erase-consent nor"
            + " data-safe",
        "depth: writes-firmware                               | does not say key-first",
        "changes: [cpu-seating]                               | does not say key-first",
        "kinds: [tower], hands-on: {laptop: 8}                | minutes for a kind on which it is",
        "settles: [no-such-step]                              | no step is called 'no-such-step'",
        "'first: {cord-look: [gone]}'                         | has an outcome 'gone'",
        "'rule-out: {no-cause: cord-look}'                    | no cause is called 'no-cause'",
        "'rule-out: {cord-out: no-check}'                   | no check is called 'no-check'",
        "depth: cover-off, mains: maybe                       | maybe"
      })
  void aStepThatCouldDoHarmSaysWhatKeepsItFromIt(String fields, String fault) {
    String text =
        SOUND.replace(
            "  plug-cord:\n    name",
            "  plug-cord:\n    " + fields.replaceAll(", (?=[a-z-]+:)", "\n    ") + "\n    name");
    CasebookFault found =
        catchThrowableOfType(
            CasebookFault.class, () -> CasebookReader.read(Map.of("shop.yaml", text)));
    assertThat(found.faults()).anyMatch(f -> f.startsWith("shop.yaml:") && f.contains(fault));
  }
}
