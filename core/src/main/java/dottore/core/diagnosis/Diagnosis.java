package dottore.core.diagnosis;

import static java.util.Objects.requireNonNull;

import dottore.core.casebook.Casebook;
import dottore.core.casebook.Cause;
import dottore.core.casebook.Check;
import dottore.core.casebook.Repair;
import dottore.core.casebook.Stage;
import dottore.core.casebook.Step;
import dottore.core.machine.MachineKind;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.Comparator;
import java.util.EnumMap;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.stream.Collectors;
import java.util.stream.IntStream;

/**
 * A casebook made ready for one shop's rules; from here every case is assessed. Immutable, may be
 * shared between threads.
 */
public final class Diagnosis {
  /**
   * What is wrong and how far the machine gets.
   *
   * @param of the place of the cause among {@link #causes()}
   * @param lights whether it is so in a machine whose board has lights for its start
   */
  record Hypothesis(int of, Cause cause, Stage stage, boolean lights) {
    boolean possible(MachineKind kind) {
      return cause.kinds().contains(kind)
          && (!stage.mayLookLit() || lights == kind.hasStartLights());
    }
  }

  private final Casebook casebook;
  private final ShopRules rules;
  private final List<Cause> causes;
  private final List<Hypothesis> hypotheses = new ArrayList<>();
  private final List<Check> checks;
  private final List<Repair> repairs;
  private final Map<String, Integer> checkIndex = new HashMap<>();
  private final Map<String, Integer> repairIndex = new HashMap<>();
  private final Problem problem;
  private final Map<MachineKind, Problem> shut = new EnumMap<>(MachineKind.class);
  private final Map<MachineKind, Problem> open = new EnumMap<>(MachineKind.class);
  private final Set<String> endangering;
  private final int lookAhead;

  public Diagnosis(Casebook casebook, ShopRules rules) {
    this(casebook, rules, Planner.LOOK_AHEAD_STEPS);
  }

  /**
   * @param lookAhead at how many of the best steps to look once more; fewer than the planner's own
   *     number only to measure what looking ahead is worth
   */
  Diagnosis(Casebook casebook, ShopRules rules, int lookAhead) {
    this.lookAhead = lookAhead;
    this.casebook = casebook;
    this.rules = rules;
    causes = List.copyOf(casebook.causes());
    for (int i = 0; i < causes.size(); i++) {
      for (Stage stage : causes.get(i).stages().keySet()) {
        hypotheses.add(new Hypothesis(i, causes.get(i), stage, true));
        if (stage.mayLookLit()) {
          hypotheses.add(new Hypothesis(i, causes.get(i), stage, false));
        }
      }
    }
    checks = casebook.checks().stream().sorted(preference()).toList();
    repairs = casebook.repairs().stream().sorted(preference()).toList();
    for (int c = 0; c < checks.size(); c++) {
      checkIndex.put(checks.get(c).id(), c);
    }
    for (int r = 0; r < repairs.size(); r++) {
      repairIndex.put(repairs.get(r).id(), r);
    }
    problem = problem();
    for (MachineKind kind : MachineKind.values()) {
      shut.put(kind, priced(kind, false));
      open.put(kind, priced(kind, true));
    }
    endangering =
        causes.stream()
            .filter(Cause::endangersData)
            .map(Cause::id)
            .collect(Collectors.toUnmodifiableSet());
  }

  /** Less depth, then fewer minutes, then the id: among equals the gentler step comes first. */
  private <S extends Step> Comparator<S> preference() {
    return Comparator.<S, Integer>comparing(step -> step.effort().depth().ordinal())
        .thenComparing(step -> rules.cost(step))
        .thenComparing(Step::id);
  }

  private Problem priced(MachineKind kind, boolean caseOpen) {
    return problem.priced(prices(checks, kind, caseOpen), prices(repairs, kind, caseOpen));
  }

  private double[] prices(List<? extends Step> steps, MachineKind kind, boolean caseOpen) {
    return steps.stream().mapToDouble(step -> rules.cost(step, kind, caseOpen)).toArray();
  }

  private Problem problem() {
    int n = hypotheses.size();
    double[] checkCost = new double[checks.size()];
    double[][][] likelihood = new double[checks.size()][][];
    for (int c = 0; c < checks.size(); c++) {
      Check check = checks.get(c);
      checkCost[c] = rules.cost(check);
      int outcomes = check.outcomes().size();
      likelihood[c] = new double[outcomes][n];
      for (int h = 0; h < n; h++) {
        Hypothesis hypothesis = hypotheses.get(h);
        double[] row =
            check.chances(hypothesis.cause().id(), hypothesis.stage(), hypothesis.lights());
        for (int o = 0; o < outcomes; o++) {
          double slip = rules.slip(check);
          likelihood[c][o][h] = (1 - slip) * row[o] + slip / outcomes;
        }
      }
    }
    double[] repairCost = new double[repairs.size()];
    int[][] cures = new int[repairs.size()][];
    double[][] works = new double[repairs.size()][];
    for (int r = 0; r < repairs.size(); r++) {
      Repair repair = repairs.get(r);
      repairCost[r] = rules.cost(repair);
      int[] cured =
          IntStream.range(0, n)
              .filter(h -> repair.cures().containsKey(hypotheses.get(h).cause().id()))
              .toArray();
      cures[r] = cured;
      works[r] =
          Arrays.stream(cured)
              .mapToDouble(h -> repair.cures().get(hypotheses.get(h).cause().id()))
              .toArray();
    }
    return Problem.of(n, checkCost, likelihood, repairCost, cures, works, rules.referMinutes());
  }

  /** Everything that can be said of a case now. */
  public Assessment assess(Case about) {
    return new Assessment(this, about);
  }

  /** What is known of one of the casebook's causes in general. */
  public Portrait portrait(Cause cause) {
    return Portrait.of(this, cause);
  }

  /** The causes that answers of one check speak for, the most telling first. */
  public List<Portrait.Accused> accused(Check check) {
    return Portrait.accused(this, check);
  }

  public Casebook casebook() {
    return casebook;
  }

  public ShopRules rules() {
    return rules;
  }

  List<Cause> causes() {
    return causes;
  }

  List<Hypothesis> hypotheses() {
    return hypotheses;
  }

  List<Check> checks() {
    return checks;
  }

  /** Ids of the causes that cost data with every hour of work. */
  Set<String> endangering() {
    return endangering;
  }

  List<Repair> repairs() {
    return repairs;
  }

  int indexOfCheck(String id) {
    return requireNonNull(checkIndex.get(id), id);
  }

  int indexOfRepair(String id) {
    return requireNonNull(repairIndex.get(id), id);
  }

  int lookAhead() {
    return lookAhead;
  }

  Problem asProblem() {
    return problem;
  }

  /** At the prices that steps have on machines of this kind, whose case may be open already. */
  Problem asProblem(MachineKind kind, boolean caseOpen) {
    return requireNonNull((caseOpen ? open : shut).get(kind));
  }

  /** Weights of hypotheses added up by cause. */
  double[] byCause(double[] weights) {
    double[] sums = new double[causes.size()];
    for (int h = 0; h < weights.length; h++) {
      sums[hypotheses.get(h).of()] += weights[h];
    }
    return sums;
  }

  /** Places of the causes, the likeliest first; equals by id. */
  List<Integer> likeliestFirst(double[] byCause) {
    return IntStream.range(0, byCause.length)
        .boxed()
        .sorted(
            Comparator.<Integer>comparingDouble(i -> -byCause[i])
                .thenComparing(i -> causes.get(i).id()))
        .toList();
  }

  /** Prior weights under the contexts of a case, by hypothesis; causes of other kinds get zero. */
  double[] prior(Case about) {
    double[] weights = new double[hypotheses.size()];
    for (int h = 0; h < weights.length; h++) {
      Cause cause = hypotheses.get(h).cause();
      if (hypotheses.get(h).possible(about.kind())) {
        weights[h] = Prior.weight(cause, about.contexts()) * cause.share(hypotheses.get(h).stage());
      }
    }
    return weights;
  }
}
