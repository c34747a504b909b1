package dottore.core.diagnosis;

import dottore.core.casebook.Check;
import dottore.core.casebook.Mark;
import dottore.core.casebook.Repair;
import dottore.core.casebook.Step;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.SplittableRandom;
import java.util.TreeSet;

/**
 * What following the advice takes: machines drawn from what is thought of a case, led to the end.
 * Where a case was met before, what came next is remembered, so that thousands of machines cost
 * little more than the different cases among them. For one thread.
 */
final class Followed {
  private static final int LONGEST = 200;

  /**
   * A machine whose every answer is settled beforehand, so that it gives the same answers however
   * it is led.
   */
  record Machine(int hypothesis, long seed) {
    private double draw(String step) {
      return Draw.of(seed, step);
    }
  }

  private final Diagnosis diagnosis;
  private final Map<String, Optional<Step>> next = new HashMap<>();

  Followed(Diagnosis diagnosis) {
    this.diagnosis = diagnosis;
  }

  /** Machines as they are thought to be, by seed. */
  List<Machine> machines(Case about, int count, long seed) {
    double[] odds = diagnosis.assess(about).odds();
    SplittableRandom random = new SplittableRandom(seed);
    List<Machine> machines = new ArrayList<>();
    for (int i = 0; i < count; i++) {
      machines.add(new Machine(Draw.among(odds, random.nextDouble()), random.nextLong()));
    }
    return machines;
  }

  /**
   * Bench minutes to the end of the job, referring included.
   *
   * @param first what is done first, empty for referring at once
   */
  double minutes(Case about, Machine machine, Optional<Step> first) {
    double minutes = 0;
    Case now = about;
    Optional<Step> step = first;
    for (int steps = 0; steps < LONGEST; steps++) {
      if (step.isEmpty()) {
        return minutes + diagnosis.rules().referMinutes();
      }
      boolean caseOpen = Timeline.of(diagnosis.casebook(), now).caseOpen();
      minutes += diagnosis.rules().cost(step.get(), about.kind(), caseOpen);
      if (step.get() instanceof Repair repair && cures(repair, machine)) {
        return minutes;
      }
      now = after(now, step.get(), machine);
      step = next(now);
    }
    throw new AssertionError("no end after " + LONGEST + " steps: " + now);
  }

  /** The case after so many steps as they are advised; shorter where the job ends before. */
  Case onTheWay(Case about, Machine machine, int steps) {
    Case now = about;
    for (int i = 0; i < steps; i++) {
      Optional<Step> step = next(now);
      if (step.isEmpty() || step.get() instanceof Repair repair && cures(repair, machine)) {
        return dealtWith(now);
      }
      now = after(now, step.get(), machine);
    }
    return dealtWith(now);
  }

  /** What is advised, dangers dealt with. */
  Optional<Step> next(Case about) {
    return next.computeIfAbsent(key(about), key -> think(about));
  }

  private Optional<Step> think(Case about) {
    return diagnosis.assess(dealtWith(about)).next().flatMap(Candidate::step);
  }

  /** With what stopped the road seen to. */
  private Case dealtWith(Case about) {
    Case now = about;
    Set<Mark> stops = diagnosis.assess(now).stops();
    while (!stops.isEmpty()) {
      for (Mark mark : stops) {
        now = now.with(new Event.Lifted(now.events().size(), mark, "dealt with"));
      }
      stops = diagnosis.assess(now).stops();
    }
    return now;
  }

  private Case after(Case about, Step step, Machine machine) {
    int ref = about.events().size();
    Event event =
        step instanceof Check check
            ? answer(check, machine, ref)
            : new Event.Tried(ref, step.id(), Event.Result.SAME);
    return about.with(event);
  }

  /** As the casebook's rows and the slip of a hand have it. */
  private Event.Reading answer(Check check, Machine machine, int ref) {
    double[][] rows = diagnosis.asProblem().likelihood()[diagnosis.indexOfCheck(check.id())];
    double[] chances = new double[rows.length];
    for (int o = 0; o < rows.length; o++) {
      chances[o] = rows[o][machine.hypothesis()];
    }
    int outcome = Draw.among(chances, machine.draw(check.id()));
    return new Event.Reading(ref, check.id(), check.outcomes().get(outcome).id(), Event.SEEN);
  }

  private boolean cures(Repair repair, Machine machine) {
    String cause = diagnosis.hypotheses().get(machine.hypothesis()).cause().id();
    return machine.draw(repair.id()) < repair.cures().getOrDefault(cause, 0.0);
  }

  /** Between two repairs the order of the answers says nothing. */
  private static String key(Case about) {
    StringBuilder key = new StringBuilder();
    TreeSet<String> readings = new TreeSet<>();
    for (Event event : about.events()) {
      if (event instanceof Event.Reading reading) {
        readings.add(reading.check() + "=" + reading.outcome());
      } else if (event instanceof Event.Tried tried) {
        key.append(readings).append(tried.repair()).append(';');
        readings.clear();
      }
    }
    return key.append(readings).toString();
  }
}
