package dottore.core.rehearsal;

import dottore.core.bridge.Names;
import dottore.core.casebook.Step;
import dottore.core.diagnosis.Assessment;
import dottore.core.diagnosis.Case;
import dottore.core.diagnosis.Diagnosis;
import dottore.core.diagnosis.Suspect;
import dottore.core.rehearsal.Move.Kind;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;

/**
 * What can be learned of a rehearsal once it is over.
 *
 * @param own what was done
 * @param advised what the shop's advice does with the same machine
 * @param steps how the odds went on the own road
 * @param points from 0 to 100
 */
public record Debrief(Rehearsal own, Rehearsal advised, List<Judged> steps, int points) {
  /** What an answer must move to have told something: a share of all the odds. */
  private static final double TOLD = 0.04;

  private static final int MISHAP = 20;
  private static final int VAIN = 10;
  private static final int OWED = 5;
  private static final int UNSOLVED = 30;

  public Debrief {
    steps = List.copyOf(steps);
  }

  /**
   * One move looked at again.
   *
   * @param done the move
   * @param odds of what was hidden, after it
   * @param first the likeliest cause after it, in words; empty while nothing was looked at
   * @param told whether it changed the odds
   * @param better what would have been advised in its place, if that is something else
   */
  public record Judged(
      Done done, double odds, String first, boolean told, Optional<String> better) {}

  /**
   * Looks at a rehearsal again; takes as long as the advice for each of its steps.
   *
   * @param advised from {@link Guide#lead}
   */
  public static Debrief of(Rehearsal own, Rehearsal advised, Diagnosis diagnosis) {
    List<Judged> steps = new ArrayList<>();
    Case about = Rehearsal.of(own.scenario()).about();
    Map<String, Double> before = odds(Guide.assessed(about, diagnosis));
    int known = 0;
    for (Done done : own.done()) {
      boolean step = done.move().kind() == Kind.STEP;
      Optional<Step> advisedHere =
          step && known > 0 ? Guide.next(about, diagnosis) : Optional.empty();
      boolean counts = done.outcome().isPresent() && known < own.about().events().size();
      if (counts) {
        about = about.with(own.about().events().get(known++));
      }
      Assessment then = Guide.assessed(about, diagnosis);
      Map<String, Double> after = odds(then);
      boolean works = done.outcome().equals(Optional.of("works"));
      steps.add(
          new Judged(
              done,
              hidden(own, after),
              known == 0 ? "" : then.suspects().get(0).cause().name(),
              !step || works || distance(before, after) >= TOLD,
              advisedHere.filter(other -> !other.id().equals(done.move().of())).map(Step::name)));
      before = after;
    }
    return new Debrief(own, advised, steps, points(own, advised));
  }

  private static Map<String, Double> odds(Assessment assessment) {
    Map<String, Double> odds = new HashMap<>();
    for (Suspect suspect : assessment.suspects()) {
      odds.put(suspect.cause().id(), suspect.odds().value());
    }
    return odds;
  }

  private static double hidden(Rehearsal own, Map<String, Double> odds) {
    return own.faults().stream()
        .map(Names::cause)
        .distinct()
        .mapToDouble(cause -> odds.getOrDefault(cause, 0.0))
        .sum();
  }

  /** Half of all the odds that changed hands. */
  private static double distance(Map<String, Double> one, Map<String, Double> other) {
    double sum = 0;
    for (var entry : one.entrySet()) {
      sum += Math.abs(entry.getValue() - other.getOrDefault(entry.getKey(), 0.0));
    }
    return sum / 2;
  }

  /** Steps that told nothing. */
  public List<Judged> wasted() {
    return steps.stream().filter(one -> !one.told()).toList();
  }

  private static int points(Rehearsal own, Rehearsal advised) {
    double pace = own.minutes() <= 0 ? 1 : Math.min(1, advised.minutes() / own.minutes());
    double reached = own.solved() ? 100 * pace : own.sound() ? UNSOLVED * pace : 0;
    double lost =
        MISHAP * own.mishaps().size()
            + VAIN * own.vain()
            + OWED * (own.owed().size() + (own.coverOff() ? 1 : 0) + (own.mainsIn() ? 0 : 1));
    return (int) Math.round(Math.max(0, reached - lost));
  }
}
