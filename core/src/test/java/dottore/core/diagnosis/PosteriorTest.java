package dottore.core.diagnosis;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.data.Offset.offset;

import dottore.core.casebook.Casebook;
import dottore.core.casebook.Cause;
import dottore.core.casebook.Check;
import dottore.core.casebook.Context;
import dottore.core.casebook.Repair;
import dottore.core.casebook.Stage;
import dottore.core.machine.MachineKind;
import java.util.ArrayList;
import java.util.EnumSet;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Set;
import java.util.SplittableRandom;
import org.junit.jupiter.api.Test;

/** The posterior against plain enumeration of the joint distribution, not in log space. */
class PosteriorTest {
  private static final int PROBLEMS = 1000;
  private static final double SLIP = ShopRules.usual().slip();

  /** Only a tower's board shows by its lights that it stops here. */
  private static final Set<Stage> UNLIT =
      EnumSet.of(Stage.CPU, Stage.MEMORY, Stage.GRAPHICS, Stage.BOOT);

  private final Casebook casebook = Casebook.shipped();
  private final Diagnosis diagnosis = new Diagnosis(casebook, ShopRules.usual());

  @Test
  void equalsExactEnumerationOnRandomCases() {
    double worst = 0;
    for (int i = 0; i < PROBLEMS; i++) {
      Case about = random(new SplittableRandom(500 + i));
      Assessment assessment = diagnosis.assess(about);
      for (Map.Entry<String, Double> exact : enumerated(about).entrySet()) {
        double ours = assessment.oddsOf(exact.getKey()).value();
        worst = Math.max(worst, Math.abs(ours - exact.getValue()));
      }
    }
    System.out.printf(
        Locale.ROOT,
        "posterior against exact enumeration, %d cases: largest difference %.1e%n",
        PROBLEMS,
        worst);
    assertThat(worst).isCloseTo(0, offset(1e-9));
  }

  private Case random(SplittableRandom random) {
    Set<Context> contexts = new HashSet<>();
    contexts.add(Context.of(MachineKind.values()[random.nextInt(MachineKind.values().length)]));
    for (Context context : Context.values()) {
      if (!context.kind() && random.nextInt(6) == 0) {
        contexts.add(context);
      }
    }
    List<Event> events = new ArrayList<>();
    List<Check> checks = new ArrayList<>(casebook.checks());
    for (int k = random.nextInt(1, 9); k > 0; k--) {
      Check check = checks.remove(random.nextInt(checks.size()));
      String outcome = check.outcomes().get(random.nextInt(check.outcomes().size())).id();
      double weight = random.nextBoolean() ? Event.SEEN : Event.TOLD;
      events.add(new Event.Reading(k, check.id(), outcome, weight));
    }
    List<Repair> repairs = List.copyOf(casebook.repairs());
    if (random.nextBoolean()) {
      String repair = repairs.get(random.nextInt(repairs.size())).id();
      events.add(new Event.Tried(99, repair, Event.Result.SAME));
    }
    return new Case(contexts, Set.of(), Set.of(), events);
  }

  private Map<String, Double> enumerated(Case about) {
    Map<String, Double> joint = new HashMap<>();
    double all = 0;
    for (Cause cause : casebook.causes()) {
      for (Map.Entry<Stage, Double> stage : cause.stages().entrySet()) {
        double p = cause.kinds().contains(about.kind()) ? cause.weight() * stage.getValue() : 0;
        for (Context context : about.contexts()) {
          p *= cause.contexts().getOrDefault(context, 1.0);
        }
        List<Context> changes = about.contexts().stream().filter(Context::change).toList();
        if (changes.stream().anyMatch(change -> change != Context.NOTHING)
            && changes.stream().noneMatch(cause.contexts()::containsKey)) {
          p *= cause.otherChange();
        }
        for (Event event : about.events()) {
          p *= chance(event, cause, stage.getKey(), about.kind());
        }
        if (about.events().stream().anyMatch(event -> beyond(event, stage.getKey()))
            && about.events().stream().noneMatch(PosteriorTest::looked)) {
          p *= 0.03;
        }
        joint.merge(cause.id(), p, Double::sum);
        all += p;
      }
    }
    double sum = all;
    joint.replaceAll((id, p) -> p / sum);
    return joint;
  }

  private static boolean looked(Event event) {
    return event instanceof Event.Reading reading
        && reading.check().equals(Check.HOW_FAR)
        && reading.weight() == Event.SEEN;
  }

  /** Whether something was seen that no machine shows which stops at this stage. */
  private boolean beyond(Event event, Stage stage) {
    return event instanceof Event.Reading reading
        && reading.weight() == Event.SEEN
        && casebook.check(reading.check()).orElseThrow().effort().reach().compareTo(stage.reach())
            > 0;
  }

  private double chance(Event event, Cause cause, Stage stage, MachineKind kind) {
    if (event instanceof Event.Reading reading) {
      Check check = casebook.check(reading.check()).orElseThrow();
      boolean noLights = check.id().equals(Check.HOW_FAR) && kind != MachineKind.TOWER;
      Stage seen = noLights && UNLIT.contains(stage) ? Stage.DARK : stage;
      double[] row = check.likelihoods().row(cause.id(), seen);
      double share = row[check.indexOf(reading.outcome())];
      if (noLights) {
        share = atALight(reading.outcome()) ? 0 : share;
        share += reading.outcome().equals(seen.id()) ? lightsOf(check, row) : 0;
      }
      double slip = check.plain() ? SLIP / 4 : SLIP;
      return Math.pow((1 - slip) * share + slip / check.outcomes().size(), reading.weight());
    }
    Event.Tried tried = (Event.Tried) event;
    double works =
        casebook.repair(tried.repair()).orElseThrow().cures().getOrDefault(cause.id(), 0.0);
    return 1 - works;
  }

  private static boolean atALight(String outcome) {
    return UNLIT.stream().anyMatch(stage -> stage.id().equals(outcome));
  }

  private static double lightsOf(Check check, double[] row) {
    return UNLIT.stream().mapToDouble(stage -> row[check.indexOf(stage.id())]).sum();
  }
}
