package dottore.core.diagnosis;

import static org.assertj.core.api.Assertions.assertThat;

import dottore.core.bridge.Names;
import dottore.core.casebook.Casebook;
import dottore.core.casebook.Cause;
import dottore.core.practice.Scenario;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Comparator;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.TreeMap;
import java.util.function.Function;
import java.util.function.Predicate;
import java.util.stream.Collectors;
import java.util.stream.IntStream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.condition.EnabledIfSystemProperty;

/**
 * Measures the advice on machines that do not know the casebook, and writes {@code
 * docs/evaluation-on-machines.md}; started by the eval command.
 */
@EnabledIfSystemProperty(named = "dottore.eval", matches = "true")
class SimulatorEvaluation {
  private static final int MACHINES = Integer.getInteger("dottore.simulated", 3000);
  private static final int PAIRS = MACHINES / 6;
  private static final int BINS = 10;
  private static final int WORST = 20;
  private static final int CONFUSED = 25;

  /** What one machine came to on each road. */
  private record Led(SimulatedMachine machine, Road ours, Road habit, Road clever, Road likeliest) {
    boolean named() {
      return machine.isCause(ours.named());
    }

    boolean heldOut() {
      return machine.scenario().heldOut();
    }

    String cause() {
      return Names.cause(machine.scenario().faults().get(0));
    }
  }

  private final long seed = Long.getLong("dottore.seed", 1);
  private final Casebook casebook = Casebook.shipped();
  private final Diagnosis diagnosis = new Diagnosis(casebook, ShopRules.usual());
  private final StringBuilder page = new StringBuilder();

  @Test
  void writesThePage() throws IOException {
    long began = System.nanoTime();
    List<Led> all = led(MACHINES, 2);
    say("# The advice on machines that do not know it%n%n");
    say("Written by `./dottore eval machines %d`. Same seed, same figures.%n%n", seed);
    say(
        "%d simulated machines (`core/practice`), one fault each. They model what a start does and"
            + " what hands find;%nthey hold nothing of the casebook. What an observer takes wrong"
            + " is drawn as well. The casebook was mended%nby cases below number 2,000 and by those"
            + " of seeds 1 to 8, so that those of other seeds judge it; beside that half%nof all"
            + " variants, drawn by the case's number, is held out. A machine that is given up is"
            + " charged with%n240 minutes on every road.%n",
        MACHINES);
    say("%n## Against the ladders%n%n");
    say("| road | median min | mean min | works in the shop |%n|---|---|---|---|%n");
    road("Dottore", all, Led::ours);
    road("(a) fixed ladder of habit", all, Led::habit);
    road("(b) clever ladder by the place where it stops", all, Led::clever);
    road("(c) always the likeliest cause", all, Led::likeliest);
    double bestMedian = best(all, SimulatorEvaluation::median);
    double bestMean = best(all, SimulatorEvaluation::mean);
    say(
        "%nAgainst the best of them: median %.2f (goal 0.5), mean %.2f (goal 0.6).%n",
        median(all, Led::ours) / bestMedian, mean(all, Led::ours) / bestMean);
    say("%n## Right cause%n%n");
    say(
        "Counted where the machine works and the log names the right cause, or where it is handed"
            + " on and the right%ncause was found.%n%n");
    say("| machines | right cause | works | steps |%n|---|---|---|---|%n");
    right("held-out half", all, Led::heldOut);
    right("other half", all, one -> !one.heldOut());
    List<Led> pairs = led(PAIRS, 4);
    right("two faults at once, either named", pairs, one -> true);
    calibration(all);
    groups("stops at", all, one -> one.machine().stage().id());
    groups("kind", all, one -> one.machine().scenario().machine().kind().id());
    groups("fault", all, Led::cause);
    confusion(all);
    harm(all);
    worst(all);
    double minutes = (System.nanoTime() - began) / 6e10;
    System.out.printf("%.1f minutes%n", minutes);
    Files.writeString(
        Path.of("..", "docs", "evaluation-on-machines.md"),
        page.toString(),
        StandardCharsets.UTF_8);
    assertThat(minutes).isLessThan(15);
  }

  private void say(String format, Object... values) {
    String text = String.format(Locale.ROOT, format, values);
    page.append(text);
    System.out.print(text);
  }

  private List<Led> led(int machines, int level) {
    return IntStream.range(0, machines)
        .parallel()
        .mapToObj(i -> Scenario.of((int) ((seed * 100_000 + i) % Scenario.SEEDS), level))
        .map(
            scenario -> {
              SimulatedMachine machine = new SimulatedMachine(scenario);
              return new Led(
                  machine,
                  Road.proposed(diagnosis, machine),
                  Road.ladder(diagnosis, new SimulatedMachine(scenario), Road.HABIT, 1),
                  clever(scenario),
                  Road.likeliestFirst(diagnosis, new SimulatedMachine(scenario)));
            })
        .toList();
  }

  private Road clever(Scenario scenario) {
    SimulatedMachine machine = new SimulatedMachine(scenario);
    return Road.ladder(diagnosis, machine, Road.CLEVER.get(machine.stage().id()), 2);
  }

  private static double median(List<Led> all, Function<Led, Road> of) {
    double[] minutes = all.stream().map(of).mapToDouble(Road::minutes).sorted().toArray();
    return minutes[minutes.length / 2];
  }

  private static double mean(List<Led> all, Function<Led, Road> of) {
    return all.stream().map(of).mapToDouble(Road::minutes).average().orElseThrow();
  }

  /** The least of the three ladders. */
  private static double best(
      List<Led> all, java.util.function.BiFunction<List<Led>, Function<Led, Road>, Double> of) {
    return Math.min(
        of.apply(all, Led::habit),
        Math.min(of.apply(all, Led::clever), of.apply(all, Led::likeliest)));
  }

  private void road(String name, List<Led> all, Function<Led, Road> of) {
    say(
        "| %s | %.0f | %.0f | %.1f %% |%n",
        name, median(all, of), mean(all, of), share(all, one -> of.apply(one).cured()));
  }

  private static double share(List<Led> all, Predicate<Led> of) {
    return 100.0 * all.stream().filter(of).count() / all.size();
  }

  private void right(String name, List<Led> all, Predicate<Led> which) {
    List<Led> some = all.stream().filter(which).toList();
    say(
        "| %s: %d | %.1f %% | %.1f %% | %.1f |%n",
        name,
        some.size(),
        share(some, Led::named),
        share(some, one -> one.ours().cured()),
        some.stream().mapToInt(one -> one.ours().steps()).average().orElseThrow());
  }

  private void calibration(List<Led> all) {
    List<Road.Said> said = all.stream().flatMap(one -> one.ours().said().stream()).toList();
    say("%n## Calibration%n%nOf what was said of the first suspect, how much was right:%n%n");
    say("| said | times | right |%n|---|---|---|%n");
    double error = 0;
    for (int bin = 0; bin < BINS; bin++) {
      int from = bin;
      List<Road.Said> here =
          said.stream().filter(s -> Math.min(BINS - 1, (int) (s.odds() * BINS)) == from).toList();
      if (here.isEmpty()) {
        continue;
      }
      double odds = here.stream().mapToDouble(Road.Said::odds).average().orElseThrow();
      double right = here.stream().filter(Road.Said::right).count() / (double) here.size();
      error += Math.abs(odds - right) * here.size() / said.size();
      say("| %.0f %% | %d | %.0f %% |%n", 100 * odds, here.size(), 100 * right);
    }
    say("%nExpected calibration error: %.3f (goal 0.06).%n", error);
  }

  private void groups(String name, List<Led> all, Function<Led, String> of) {
    Map<String, List<Led>> groups =
        all.stream().collect(Collectors.groupingBy(of, TreeMap::new, Collectors.toList()));
    say("%n| %s | machines | right cause | works | mean min |%n|---|---|---|---|---|%n", name);
    groups.forEach(
        (group, some) ->
            say(
                "| %s | %d | %.0f %% | %.0f %% | %.0f |%n",
                group,
                some.size(),
                share(some, Led::named),
                share(some, one -> one.ours().cured()),
                mean(some, Led::ours)));
  }

  private void confusion(List<Led> all) {
    say("%n## What was taken for what%n%n| hidden | named | times |%n|---|---|---|%n");
    all.stream()
        .filter(one -> !one.named())
        .collect(
            Collectors.groupingBy(
                one ->
                    one.cause()
                        + " | "
                        + (one.ours().named().isEmpty() ? "nothing" : one.ours().named()),
                Collectors.counting()))
        .entrySet()
        .stream()
        .sorted(
            Map.Entry.<String, Long>comparingByValue()
                .reversed()
                .thenComparing(Map.Entry.comparingByKey()))
        .limit(CONFUSED)
        .forEach(entry -> say("| %s | %d |%n", entry.getKey(), entry.getValue()));
  }

  private void harm(List<Led> all) {
    say("%n## What must not happen%n%n| | machines |%n|---|---|%n");
    say(
        "| a working drive erased in vain | %d |%n",
        all.stream().filter(one -> one.machine().erasedInVain).count());
    say(
        "| a part bought that changed nothing | %d |%n",
        all.stream().filter(one -> one.machine().partsInVain > 0).count());
    say(
        "| a step that the machine could not take | %d |%n",
        all.stream().filter(one -> !one.machine().impossible.isEmpty()).count());
    say(
        "| a step that was dangerous as it stood | %d |%n",
        all.stream().filter(one -> !one.machine().dangerous.isEmpty()).count());
    say("%nEvery such step:%n%n");
    for (Led one : all) {
      String code = one.machine().scenario().code();
      one.machine().impossible.forEach(step -> say("- %s, impossible: %s%n", code, step));
      one.machine().dangerous.forEach(step -> say("- %s, dangerous: %s%n", code, step));
      if (one.machine().erasedInVain || one.machine().partsInVain > 0) {
        say(
            "- %s, %s: %s%n",
            code,
            one.cause(),
            one.machine().log.stream()
                .filter(line -> line.endsWith(": no change") && costly(line))
                .collect(Collectors.joining(", ")));
      }
    }
  }

  private boolean costly(String line) {
    String id = line.substring(0, line.indexOf(':'));
    return casebook.repair(id).map(r -> r.parts() > 30).orElse(false) || Road.wipes(id);
  }

  private void worst(List<Led> all) {
    say("%n## The twenty worst%n");
    all.stream()
        .sorted(Comparator.comparingDouble((Led one) -> one.ours().minutes()).reversed())
        .limit(WORST)
        .forEach(
            one ->
                say(
                    "%n%s, %s, hidden %s, %.0f min, %s:%n%s%n",
                    one.machine().scenario().code(),
                    one.machine().scenario().machine().kind().id(),
                    casebook.cause(one.cause()).map(Cause::name).orElse(""),
                    one.ours().minutes(),
                    one.ours().cured() ? "works" : "handed on",
                    String.join("; ", one.machine().log)));
  }
}
