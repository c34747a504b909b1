package dottore.core.diagnosis;

import static org.assertj.core.api.Assertions.assertThat;

import dottore.core.casebook.Casebook;
import dottore.core.casebook.Cause;
import dottore.core.casebook.Depth;
import dottore.core.casebook.Repair;
import dottore.core.casebook.Stage;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Arrays;
import java.util.EnumMap;
import java.util.HashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.function.Function;
import java.util.function.LongFunction;
import java.util.stream.IntStream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.condition.EnabledIfSystemProperty;

/** Measures the engine and writes {@code docs/evaluation.md}; started by the eval command. */
@EnabledIfSystemProperty(named = "dottore.eval", matches = "true")
class Evaluation {
  private static final int PROBLEMS = 2000;
  private static final int MEDIUM = 150;
  private static final int CASES = 16_000;

  /** From this number on no machine was looked at while the casebook was mended. */
  private static final int FRESH = 4_000_000;

  private static final int ABLATED = 1200;
  private static final int BINS = 10;

  private final long seed = Long.getLong("dottore.seed", 1);
  private final Casebook casebook = Casebook.shipped();
  private final Diagnosis diagnosis = new Diagnosis(casebook, ShopRules.usual());
  private final StringBuilder page = new StringBuilder();

  @Test
  void writesThePage() throws IOException {
    say("# Evaluation%n%nWritten by `./dottore eval %d`. Same seed, same figures.%n", seed);
    say(
        "%nThe casebook holds %d causes, %d checks and %d repairs.%n",
        casebook.causes().size(), casebook.checks().size(), casebook.repairs().size());
    say("%n## Against the optimum%n");
    optimality(
        "3 to 7 causes, 5 to 8 actions", PROBLEMS, SmallProblems::sample, "0.5 %% | 3 %% | 10 %%");
    optimality("8 to 14 causes, 11 or 12 actions", MEDIUM, SmallProblems::medium, "1.5 %% | | ");
    sampled();
    Files.writeString(
        Path.of("..", "docs", "evaluation.md"), page.toString(), StandardCharsets.UTF_8);
    assertThat(page).contains("## Calibration");
  }

  private void say(String format, Object... values) {
    String text = String.format(Locale.ROOT, format, values);
    page.append(text);
    System.out.print(text);
  }

  private void optimality(
      String kind, int problems, LongFunction<SmallProblems.Sample> sampler, String goals) {
    double[] excess =
        IntStream.range(0, problems)
            .parallel()
            .mapToDouble(
                i -> {
                  ExactSolver exact = new ExactSolver(sampler.apply(seed * 1_000_000 + i));
                  return exact.ofPlanner() / exact.optimum() - 1;
                })
            .sorted()
            .toArray();
    say(
        "%nExpected minutes above exact dynamic programming on %d random problems (%s):%n%n",
        problems, kind);
    say("| | mean | 99th percentile | worst |%n|---|---|---|---|%n");
    say(
        "| measured | %.3f %% | %.2f %% | %.2f %% |%n",
        100 * Arrays.stream(excess).average().orElseThrow(),
        100 * excess[(int) Math.ceil(0.99 * problems) - 1],
        100 * excess[problems - 1]);
    say("| goal | " + goals + " |%n");
  }

  private SampledMachine machine(int number) {
    return new SampledMachine(diagnosis, seed * 10_000_000 + FRESH + number);
  }

  private List<Road> roads(Function<SampledMachine, Road> way) {
    return roads(CASES, way);
  }

  private List<Road> roads(int cases, Function<SampledMachine, Road> way) {
    return IntStream.range(0, cases).parallel().mapToObj(i -> way.apply(machine(i))).toList();
  }

  private void sampled() {
    List<Road> ours = roads(machine -> Road.proposed(diagnosis, machine));
    List<Road> habit = roads(machine -> Road.ladder(diagnosis, machine, Road.HABIT, 1));
    List<Road> clever =
        roads(machine -> Road.ladder(diagnosis, machine, Road.CLEVER.get(machine.stage().id()), 2));
    List<Road> likeliest = roads(machine -> Road.likeliestFirst(diagnosis, machine));
    say("%n## Against habit%n%n");
    say(
        "%d machines drawn from the casebook's own odds. This flatters: the engine knows"
            + " the%ntables that the machines answer by. The ladders know how far the machine gets."
            + " (a) climbs%nthe same rungs on every machine, buys one dear part and refers before"
            + " the next; (b) only%nwhat makes sense where the machine stops, two dear parts at"
            + " most; (c) cures the likeliest%ncause first and never looks. A machine that is given"
            + " up is charged with 240 minutes on every road. None of them%nwas looked at while the"
            + " casebook was mended; two standard errors of a share of 94 %% are %.1f points.%n%n",
        CASES, 100 * 2 * Math.sqrt(0.94 * 0.06 / CASES));
    say("| road | median min | mean min | cured in the shop | drive written in vain |%n");
    say("|---|---|---|---|---|%n");
    row("Dottore", ours);
    row("(a) fixed ladder of habit", habit);
    row("(b) clever ladder by the place where it stops", clever);
    row("(c) always the likeliest cause", likeliest);
    List<List<Road>> others = List.of(habit, clever, likeliest);
    double bestMedian = others.stream().mapToDouble(Evaluation::median).min().orElseThrow();
    double bestMean = others.stream().mapToDouble(Evaluation::mean).min().orElseThrow();
    say(
        "%nAgainst the best of them: median %.2f, mean %.2f.%n",
        median(ours) / bestMedian, mean(ours) / bestMean);
    say(
        "%nMedian against (a): %.2f (goal 0.4), against (b): %.2f (goal 0.6). Mean against (b):"
            + " %.2f%n(goal 0.5), against (c): %.2f (goal 0.6).%n",
        median(ours) / median(habit),
        median(ours) / median(clever),
        mean(ours) / mean(clever),
        mean(ours) / mean(likeliest));
    say(
        "%nRight cause first, or cured, within 8 steps: %.1f %% (goal 94 %%). Steps on average:"
            + " %.1f (goal 6.2).%nCured: %.1f %% (goal 95 %%).%n",
        100.0 * ours.stream().filter(road -> road.firstAt() <= 8).count() / CASES,
        ours.stream().mapToInt(Road::steps).average().orElseThrow(),
        100.0 * ours.stream().filter(Road::cured).count() / CASES);
    say(
        "%nWhoever knew the cause and did everything that cures it would cure %.1f %% of these"
            + " machines;%nof those, %.1f %% are cured.%n",
        100 * curable(), 100.0 * ours.stream().filter(Road::cured).count() / CASES / curable());
    byStage(ours);
    calibration(ours);
    ablations(ours);
  }

  /**
   * What each part of the engine is worth: the same machines without it, paid at the same prices.
   */
  private void ablations(List<Road> ours) {
    ShopRules usual = ShopRules.usual();
    Map<String, Cause> bare = new HashMap<>();
    casebook.causes().forEach(c -> bare.put(c.id(), c.at(c.weight(), Map.of())));
    Map<Depth, Double> shallow = new EnumMap<>(Depth.class);
    ShopRules noDepth =
        new ShopRules(
            usual.waiting(),
            usual.perMinute(),
            shallow,
            usual.referMinutes(),
            usual.foundAt(),
            usual.slip(),
            Map.of());
    say("%n## What each part is worth%n%n");
    say("The first %d of these machines, paid at the same prices, depth included.%n%n", ABLATED);
    say(
        "| engine | median min | mean min | right first within 8 | cured | drive written in vain"
            + " |%n");
    say("|---|---|---|---|---|---|%n");
    ablation("whole", ours.subList(0, ABLATED));
    ablation(
        "no context: what changed last is not looked at",
        new Diagnosis(casebook.with(bare, Map.of()), usual));
    ablation("no look-ahead: the first ranking stands", new Diagnosis(casebook, usual, 0));
    ablation("no depth cost: opening and writing are free", new Diagnosis(casebook, noDepth));
  }

  private void ablation(String name, Diagnosis planning) {
    ablation(name, roads(ABLATED, machine -> Road.proposed(planning, machine, ShopRules.usual())));
  }

  private void ablation(String name, List<Road> roads) {
    say(
        "| %s | %.0f | %.0f | %.1f %% | %.1f %% | %.1f %% |%n",
        name,
        median(roads),
        mean(roads),
        100.0 * roads.stream().filter(road -> road.firstAt() <= 8).count() / ABLATED,
        100.0 * roads.stream().filter(Road::cured).count() / ABLATED,
        100.0 * roads.stream().filter(Road::wiped).count() / ABLATED);
  }

  /** The share of the machines that all repairs of their causes together cure. */
  private double curable() {
    return IntStream.range(0, CASES)
        .mapToObj(this::machine)
        .mapToDouble(
            machine -> {
              double not = 1;
              for (Repair repair : casebook.repairs()) {
                if (repair.effort().kinds().contains(machine.arrived().kind())) {
                  not *= 1 - repair.cures().getOrDefault(machine.cause().id(), 0.0);
                }
              }
              return 1 - not;
            })
        .average()
        .orElseThrow();
  }

  private static double median(List<Road> roads) {
    double[] minutes = roads.stream().mapToDouble(Road::minutes).sorted().toArray();
    return minutes[minutes.length / 2];
  }

  private static double mean(List<Road> roads) {
    return roads.stream().mapToDouble(Road::minutes).average().orElseThrow();
  }

  private void row(String name, List<Road> roads) {
    say(
        "| %s | %.0f | %.0f | %.1f %% | %.1f %% |%n",
        name,
        median(roads),
        mean(roads),
        100.0 * roads.stream().filter(Road::cured).count() / CASES,
        100.0 * roads.stream().filter(Road::wiped).count() / CASES);
  }

  private void byStage(List<Road> ours) {
    say("%n| stops at | cases | right first within 8 | cured |%n|---|---|---|---|%n");
    for (Stage stage : Stage.values()) {
      int[] here = IntStream.range(0, CASES).filter(i -> machine(i).stage() == stage).toArray();
      if (here.length > 0) {
        say(
            "| %s | %d | %.0f %% | %.0f %% |%n",
            stage.id(),
            here.length,
            100.0
                * Arrays.stream(here).filter(i -> ours.get(i).firstAt() <= 8).count()
                / here.length,
            100.0 * Arrays.stream(here).filter(i -> ours.get(i).cured()).count() / here.length);
      }
    }
  }

  private void calibration(List<Road> ours) {
    double[] sum = new double[BINS];
    long[] right = new long[BINS];
    long[] count = new long[BINS];
    for (Road road : ours) {
      for (Road.Said said : road.said()) {
        int bin = (int) Math.min(BINS - 1, Math.floor(said.odds() * BINS));
        sum[bin] += said.odds();
        right[bin] += said.right() ? 1 : 0;
        count[bin]++;
      }
    }
    long all = Arrays.stream(count).sum();
    double error = 0;
    say("%n## Calibration%n%nOf what was said of the first suspect, how much was right:%n%n");
    say("| said | times | right |%n|---|---|---|%n");
    for (int b = 0; b < BINS; b++) {
      if (count[b] > 0) {
        double said = sum[b] / count[b];
        double was = (double) right[b] / count[b];
        error += Math.abs(said - was) * count[b] / all;
        say("| %.1f %% | %d | %.1f %% |%n", 100 * said, count[b], 100 * was);
      }
    }
    say("%nExpected calibration error: %.3f (goal 0.03).%n", error);
  }
}
