package dottore.core.casebook;

import dottore.core.machine.MachineKind;
import java.util.ArrayDeque;
import java.util.Arrays;
import java.util.Collection;
import java.util.Deque;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeSet;
import java.util.function.BiConsumer;
import java.util.function.Consumer;

/** What a casebook must fulfil as a whole, once its files could be read. */
final class CasebookLint {
  /** Below this chance in every row an outcome is as good as never given. */
  private static final double EVER = 0.005;

  /** Two causes whose rows differ by less than this everywhere look alike to every check. */
  private static final double TELLS_APART = 0.10;

  private final Map<String, Cause> causes;
  private final Map<String, Check> checks;
  private final Map<String, Repair> repairs;
  private final BiConsumer<String, String> fault;

  CasebookLint(
      Map<String, Cause> causes,
      Map<String, Check> checks,
      Map<String, Repair> repairs,
      BiConsumer<String, String> fault) {
    this.causes = causes;
    this.checks = checks;
    this.repairs = repairs;
    this.fault = fault;
  }

  void run() {
    checks.values().forEach(this::check);
    repairs.values().forEach(this::repair);
    checks.values().forEach(this::careful);
    repairs.values().forEach(this::careful);
    checks.values().forEach(this::waitsForAnEnd);
    causesCanBeCured();
    causesCanBeToldApart();
    howFarIsThere();
  }

  /**
   * Whether everything is there that code relies on.
   *
   * @param missing takes what is not there at all, which has no place
   */
  void reliedOn(Collection<Reliance> relied, Consumer<String> missing) {
    for (Reliance reliance : relied) {
      Check check = checks.get(reliance.step());
      boolean there =
          check != null
              || repairs.containsKey(reliance.step())
              || causes.containsKey(reliance.step());
      if (!there) {
        missing.accept("casebook: '" + reliance.step() + "' is relied on and missing");
      }
      for (String outcome : reliance.outcomes()) {
        if (check != null && check.outcomes().stream().noneMatch(o -> o.id().equals(outcome))) {
          fault.accept(check.id(), "the outcome '" + outcome + "' is read by a desk and must stay");
        }
      }
    }
  }

  private void check(Check check) {
    Likelihoods rows = check.likelihoods();
    rows.causes().forEach(cause -> known(check.id(), cause));
    for (String key : rows.causesAtStages()) {
      String[] parts = key.split("@", 2);
      known(check.id(), parts[0]);
      Cause cause = causes.get(parts[0]);
      if (cause != null
          && cause.stages().keySet().stream().noneMatch(s -> s.id().equals(parts[1]))) {
        fault.accept(check.id(), "'" + parts[0] + "' never stops at '" + parts[1] + "'");
      }
    }
    check.outcomes().forEach(o -> o.settles().forEach(id -> knownStep(check.id(), id)));
    List<double[]> all = rows.all();
    for (int i = 0; i < check.outcomes().size(); i++) {
      int outcome = i;
      if (all.stream().allMatch(row -> row[outcome] < EVER)) {
        fault.accept(check.id(), "outcome '" + check.outcomes().get(i).id() + "' never happens");
      }
    }
  }

  /** What keeps people, data and ownership from harm, as far as a casebook can say it. */
  private void careful(Step step) {
    Step.Effort effort = step.effort();
    Step.Care care = effort.care();
    if (effort.opensTheCase() && care.mains().isEmpty()) {
      fault.accept(
          step.id(), "'" + step.id() + "' opens the case and does not say whether mains are on");
    }
    if (care.live() && step.caution().isEmpty()) {
      fault.accept(step.id(), "'" + step.id() + "' is done live and has no caution");
    }
    boolean agreed =
        effort.needs().contains(Need.ERASE_CONSENT) || effort.needs().contains(Need.DATA_SAFE);
    if (effort.depth() == Depth.WRITES_DRIVE && !agreed && !care.savesData()) {
      fault.accept(
          step.id(),
          "'" + step.id() + "' writes to a drive and needs neither erase-consent nor data-safe");
    }
    boolean movesChip =
        effort.depth() == Depth.WRITES_FIRMWARE
            || effort.changes().contains(Touched.CPU_SEATING)
            || effort.changes().contains(Touched.FIRMWARE);
    if (movesChip && !care.keyFirst()) {
      fault.accept(
          step.id(),
          "'" + step.id() + "' can lock an encrypted drive and does not say key-first: true");
    }
    for (MachineKind kind : effort.handsOn().keySet()) {
      if (!effort.kinds().contains(kind)) {
        fault.accept(
            step.id(), "'" + step.id() + "' has minutes for a kind on which it is not done");
      }
    }
    for (String id : effort.turn().settles()) {
      knownStep(step.id(), id);
    }
    knownAnswers(step, effort.turn().first());
    knownAnswers(step, effort.turn().onlyIf());
    effort
        .turn()
        .ruleOut()
        .forEach(
            (cause, check) -> {
              known(step.id(), cause);
              knownCheck(step.id(), check);
            });
  }

  private void knownAnswers(Step step, Map<String, Set<String>> wanted) {
    wanted.forEach(
        (id, answers) -> {
          Check check = checks.get(id);
          for (String answer : answers) {
            if (check == null || check.outcomes().stream().noneMatch(o -> o.id().equals(answer))) {
              fault.accept(step.id(), "no check '" + id + "' has an outcome '" + answer + "'");
            }
          }
        });
  }

  /** A check that waits for another, which waits for it, would never be asked for. */
  private void waitsForAnEnd(Check check) {
    Set<String> behind = new TreeSet<>();
    Deque<String> open = new ArrayDeque<>(check.effort().turn().checksBefore());
    while (!open.isEmpty()) {
      String id = open.pop();
      if (id.equals(check.id())) {
        fault.accept(id, "'" + id + "' waits for a check that waits for it");
        return;
      }
      Check before = checks.get(id);
      if (before != null && behind.add(id)) {
        open.addAll(before.effort().turn().checksBefore());
      }
    }
  }

  private void knownStep(String place, String id) {
    if (!checks.containsKey(id) && !repairs.containsKey(id)) {
      fault.accept(place, "no step is called '" + id + "'");
    }
  }

  private void knownCheck(String place, String id) {
    if (!checks.containsKey(id)) {
      fault.accept(place, "no check is called '" + id + "'");
    }
  }

  private void known(String place, String cause) {
    if (!causes.containsKey(cause)) {
      fault.accept(place, "no cause is called '" + cause + "'");
    }
  }

  private void repair(Repair repair) {
    repair.cures().keySet().forEach(cause -> known(repair.id(), cause));
    if (repair.recheck().isEmpty()) {
      fault.accept(repair.id(), "nothing is checked again after '" + repair.id() + "'");
    }
    for (String recheck : repair.recheck()) {
      Check check = checks.get(recheck);
      if (check == null) {
        fault.accept(repair.id(), "no check is called '" + recheck + "'");
      } else if (check.outcomes().stream().noneMatch(Check.Outcome::good)) {
        fault.accept(repair.id(), "'" + recheck + "' has no good outcome to be checked again for");
      }
    }
  }

  private void causesCanBeCured() {
    for (Cause cause : causes.values()) {
      if (repairs.values().stream().noneMatch(r -> r.cures().containsKey(cause.id()))) {
        fault.accept(cause.id(), "no repair cures '" + cause.id() + "'");
      }
    }
  }

  private void causesCanBeToldApart() {
    List<Cause> all = List.copyOf(causes.values());
    for (int i = 0; i < all.size(); i++) {
      for (int j = i + 1; j < all.size(); j++) {
        Cause a = all.get(i);
        Cause b = all.get(j);
        if (!cures(a).equals(cures(b)) && !toldApart(a, b)) {
          fault.accept(b.id(), "no check can tell '" + a.id() + "' from '" + b.id() + "'");
        }
      }
    }
  }

  private Set<String> cures(Cause cause) {
    Set<String> cures = new TreeSet<>();
    for (Repair repair : repairs.values()) {
      if (repair.cures().containsKey(cause.id())) {
        cures.add(repair.id());
      }
    }
    return cures;
  }

  private boolean toldApart(Cause a, Cause b) {
    for (Stage stage : a.stages().keySet()) {
      if (b.stages().containsKey(stage)
          && checks.values().stream()
              .noneMatch(
                  check ->
                      distance(
                              check.likelihoods().row(a.id(), stage),
                              check.likelihoods().row(b.id(), stage))
                          >= TELLS_APART)) {
        return false;
      }
    }
    return true;
  }

  private static double distance(double[] a, double[] b) {
    double sum = 0;
    for (int i = 0; i < a.length; i++) {
      sum += Math.abs(a[i] - b[i]);
    }
    return sum / 2;
  }

  private void howFarIsThere() {
    Check howFar = checks.get(Check.HOW_FAR);
    boolean whole =
        howFar != null
            && howFar.outcomes().stream().anyMatch(o -> o.id().equals(Check.WORKS))
            && Arrays.stream(Stage.values())
                .allMatch(
                    stage -> howFar.outcomes().stream().anyMatch(o -> o.id().equals(stage.id())));
    if (!whole) {
      String place = howFar == null ? causes.keySet().iterator().next() : howFar.id();
      fault.accept(
          place,
          "the check '"
              + Check.HOW_FAR
              + "' needs the outcome '"
              + Check.WORKS
              + "' and one for every stage, of "
              + Arrays.toString(Stage.values()));
    }
  }
}
