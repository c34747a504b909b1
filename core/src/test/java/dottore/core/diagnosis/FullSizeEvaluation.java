package dottore.core.diagnosis;

import static org.assertj.core.api.Assertions.assertThat;

import dottore.core.casebook.Casebook;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Comparator;
import java.util.List;
import java.util.Locale;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.condition.EnabledIfSystemProperty;

/**
 * Follows the advice against others and writes {@code docs/evaluation-at-full-size.md}; started by
 * the eval command.
 */
@EnabledIfSystemProperty(named = "dottore.eval", matches = "true")
class FullSizeEvaluation {
  private static final int ARRIVALS = Integer.getInteger("dottore.arrivals", 60);
  private static final int ON_THE_WAY = Integer.getInteger("dottore.on-the-way", 300);
  private static final int MACHINES = Integer.getInteger("dottore.machines", 400);

  private final long seed = Long.getLong("dottore.seed", 1);
  private final StringBuilder page = new StringBuilder();

  @Test
  void writesThePage() throws IOException {
    FullSize full = new FullSize(Casebook.shipped(), MACHINES, seed);
    say(
        "# At full size%n%nWritten by `./dottore eval full %d %d`. Same seed, same figures.%n%n",
        seed, MACHINES);
    regret(full.firsts(ARRIVALS));
    write();
    say(
        "%n## What is said and what it takes%n%nMinutes to the end of the job as they are said,"
            + " against those that following the advice took on %d%nmachines drawn from what was"
            + " thought of the case.%n",
        MACHINES);
    honest("%d arrivals".formatted(ARRIVALS), full.saids(ARRIVALS));
    honest("%d cases on their way".formatted(ON_THE_WAY), full.onTheWay(ON_THE_WAY));
    write();
    assertThat(page).contains("bias");
  }

  /** Half a page after an hour is better than none. */
  private void write() throws IOException {
    Files.writeString(
        Path.of("..", "docs", "evaluation-at-full-size.md"),
        page.toString(),
        StandardCharsets.UTF_8);
  }

  private void say(String format, Object... values) {
    String text = String.format(Locale.ROOT, format, values);
    page.append(text);
    System.out.print(text);
  }

  private void regret(List<FullSize.First> firsts) {
    say(
        "%d arrivals. At each the first step, the ten next best and every look of up to 2.5"
            + " minutes are followed to%nthe end of the job by the engine's own advice, on %d"
            + " machines with the same answers, slips of the hand included.%nThe best of the"
            + " others is chosen on one half of the machines and compared on the other; one that is"
            + " clearly worse%nis followed no further.%n%n## Regret of the first step%n%n",
        ARRIVALS, MACHINES);
    say(
        "Mean %.2f %% (goal 1.5 %%). Surely above 5 %%: %d (goal 0).%n",
        100 * firsts.stream().mapToDouble(FullSize.First::regret).average().orElseThrow(),
        firsts.stream().filter(first -> first.surely() > 0.05).count());
    say(
        "%n| arrival | first step | best other | regret | said | took"
            + " |%n|---|---|---|---|---|---|%n");
    firsts.stream()
        .sorted(Comparator.comparingDouble(FullSize.First::regret).reversed())
        .forEach(
            first ->
                say(
                    "| %s | %s | %s | %.1f %% | %.0f | %.0f |%n",
                    first.said().name(),
                    first.step(),
                    first.other(),
                    100 * first.regret(),
                    first.said().stated(),
                    first.said().followed()));
  }

  private void honest(String of, List<FullSize.Said> said) {
    double deviation =
        said.stream()
            .mapToDouble(one -> Math.abs(one.stated() - one.followed()) / one.followed())
            .average()
            .orElseThrow();
    double stated = said.stream().mapToDouble(FullSize.Said::stated).sum();
    double followed = said.stream().mapToDouble(FullSize.Said::followed).sum();
    say(
        "%n%s: off by %.1f %% on average (goal 10 %%), bias %+.1f %% (goal 3 %% either way).%n",
        of, 100 * deviation, 100 * (stated / followed - 1));
  }
}
