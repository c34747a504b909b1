package dottore.core.diagnosis;

import dottore.core.casebook.Cause;
import dottore.core.casebook.Check;
import dottore.core.casebook.Context;
import dottore.core.casebook.Repair;
import dottore.core.casebook.Stage;
import java.util.HashSet;
import java.util.List;
import java.util.Set;
import java.util.SplittableRandom;

/**
 * A machine with a hidden cause, drawn from the casebook's own odds, which flatters the engine. It
 * answers the same however it is led, so that two roads over it can be compared.
 */
final class SampledMachine implements Hidden {
  private static final List<Context> KINDS =
      List.of(
          Context.TOWER,
          Context.TOWER,
          Context.LAPTOP,
          Context.LAPTOP,
          Context.ALL_IN_ONE,
          Context.CLOUD_LAPTOP);

  private final long seed;
  private final Set<Context> contexts = new HashSet<>();
  private final Cause cause;
  private final Stage stage;

  SampledMachine(Diagnosis diagnosis, long seed) {
    this.seed = seed;
    SplittableRandom random = new SplittableRandom(seed);
    contexts.add(KINDS.get(random.nextInt(KINDS.size())));
    List<Context> changes = List.of(Context.values()).stream().filter(Context::change).toList();
    contexts.add(changes.get(random.nextInt(changes.size())));
    if (random.nextInt(3) == 0) {
      contexts.add(Context.OLD);
    }
    contexts.remove(Context.LIQUID);
    int h = Draw.among(diagnosis.prior(arrived()), random.nextDouble());
    cause = diagnosis.hypotheses().get(h).cause();
    stage = diagnosis.hypotheses().get(h).stage();
  }

  @Override
  public Case arrived() {
    return new Case(contexts, Set.of(), Set.of(), List.of());
  }

  Cause cause() {
    return cause;
  }

  @Override
  public boolean isCause(String id) {
    return cause.id().equals(id);
  }

  @Override
  public Stage stage() {
    return stage;
  }

  /** The outcome of a check, as the casebook's rows give it. */
  @Override
  public Event.Reading answer(Check check, long at) {
    double[] row = check.chances(cause.id(), stage, arrived().kind().hasStartLights());
    int outcome = Draw.among(row, Draw.of(seed, check.id()));
    return new Event.Reading(at, check.id(), check.outcomes().get(outcome).id(), Event.SEEN);
  }

  @Override
  public Event.Result after(Repair repair) {
    return curedBy(repair) ? Event.Result.WORKS : Event.Result.SAME;
  }

  boolean curedBy(Repair repair) {
    return Draw.of(seed, repair.id()) < repair.cures().getOrDefault(cause.id(), 0.0);
  }
}
