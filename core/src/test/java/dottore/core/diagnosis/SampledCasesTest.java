package dottore.core.diagnosis;

import static org.assertj.core.api.Assertions.assertThat;

import dottore.core.casebook.Casebook;
import dottore.core.casebook.Cause;
import dottore.core.casebook.Check;
import dottore.core.casebook.Context;
import dottore.core.casebook.Repair;
import dottore.core.casebook.Stage;
import java.util.HashSet;
import java.util.List;
import java.util.Locale;
import java.util.Set;
import java.util.SplittableRandom;
import org.junit.jupiter.api.Test;

/** Cases drawn from the casebook itself and led by the engine to their end. */
class SampledCasesTest {
  private static final int CASES = 400;
  private static final int LONGEST = 40;

  private final Casebook casebook = Casebook.shipped();
  private final Diagnosis diagnosis = new Diagnosis(casebook, ShopRules.usual());

  @Test
  void leadsMostCasesToTheRightCauseWithinEightSteps() {
    int firstWithinEight = 0;
    int ended = 0;
    double steps = 0;
    for (int i = 0; i < CASES; i++) {
      Run run = new Run(new SplittableRandom(9000 + i));
      run.toTheEnd();
      firstWithinEight += run.firstAt <= 8 ? 1 : 0;
      ended += run.cured ? 1 : 0;
      steps += run.steps;
    }
    System.out.printf(
        Locale.ROOT,
        "%d cases sampled from the casebook (which flatters): right cause first, or cured, within 8"
            + " steps %.1f %%, cured %.1f %%, %.1f steps on average%n",
        CASES,
        100.0 * firstWithinEight / CASES,
        100.0 * ended / CASES,
        steps / CASES);
    assertThat(firstWithinEight).isGreaterThanOrEqualTo(CASES * 85 / 100);
    assertThat(ended).isGreaterThanOrEqualTo(CASES * 85 / 100);
  }

  /** One machine with a hidden cause. */
  private final class Run {
    private final SplittableRandom random;
    private final Cause cause;
    private final Stage stage;
    private Case about;
    private int steps;
    private int firstAt = Integer.MAX_VALUE;
    private boolean cured;

    Run(SplittableRandom random) {
      this.random = random;
      List<Context> kinds =
          List.of(
              Context.TOWER,
              Context.TOWER,
              Context.LAPTOP,
              Context.LAPTOP,
              Context.ALL_IN_ONE,
              Context.CLOUD_LAPTOP);
      Set<Context> contexts = new HashSet<>();
      contexts.add(kinds.get(random.nextInt(kinds.size())));
      List<Context> changes = List.of(Context.values()).stream().filter(Context::change).toList();
      contexts.add(changes.get(random.nextInt(changes.size())));
      if (random.nextInt(3) == 0) {
        contexts.add(Context.OLD);
      }
      contexts.remove(Context.LIQUID);
      about = new Case(contexts, Set.of(), Set.of(), List.of());
      double[] prior = diagnosis.prior(about);
      int h = draw(prior);
      cause = diagnosis.hypotheses().get(h).cause();
      stage = diagnosis.hypotheses().get(h).stage();
      answer(casebook.check(Check.HOW_FAR).orElseThrow());
    }

    private int draw(double[] weights) {
      double sum = 0;
      for (double w : weights) {
        sum += w;
      }
      double at = random.nextDouble() * sum;
      for (int i = 0; i < weights.length; i++) {
        at -= weights[i];
        if (at < 0) {
          return i;
        }
      }
      return weights.length - 1;
    }

    private void answer(Check check) {
      int outcome = draw(check.likelihoods().row(cause.id(), stage));
      about =
          about.with(
              new Event.Reading(steps, check.id(), check.outcomes().get(outcome).id(), Event.SEEN));
    }

    void toTheEnd() {
      while (!cured && steps < LONGEST) {
        Assessment assessment = diagnosis.assess(about);
        if (assessment.suspects().get(0).cause().id().equals(cause.id())) {
          firstAt = Math.min(firstAt, steps);
        }
        for (var mark : assessment.stops()) {
          about = about.with(new Event.Lifted(steps, mark, "dealt with"));
        }
        if (!assessment.stops().isEmpty()) {
          continue;
        }
        Candidate next = assessment.next().orElseThrow();
        if (next.step().isEmpty()) {
          break;
        }
        steps++;
        if (next.step().get() instanceof Repair repair) {
          cured = random.nextDouble() < repair.cures().getOrDefault(cause.id(), 0.0);
          if (cured) {
            firstAt = Math.min(firstAt, steps);
          }
          about =
              about.with(
                  new Event.Tried(
                      steps, repair.id(), cured ? Event.Result.WORKS : Event.Result.SAME));
        } else {
          answer((Check) next.step().get());
        }
      }
    }
  }

  @Test
  void everySuspectHasAReason() {
    Case about =
        new Case(
            Set.of(Context.LAPTOP, Context.OLD),
            Set.of(),
            Set.of(),
            List.of(new Event.Reading(1, "how-far", "no-device", Event.TOLD)));
    assertThat(diagnosis.assess(about).suspects())
        .allSatisfy(suspect -> assertThat(suspect.reason()).isNotBlank());
  }
}
