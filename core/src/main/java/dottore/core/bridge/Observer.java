package dottore.core.bridge;

import dottore.core.casebook.Check;
import dottore.core.practice.Machine;
import dottore.core.practice.Sights;
import dottore.core.practice.Start;
import dottore.core.practice.Story;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.random.RandomGenerator;

/** Answers the casebook's checks from the state of a practice machine, as a technician would. */
public final class Observer {
  /** How often a look or a feel is taken wrong. */
  static final double MISREAD = 0.02;

  /** How often what is plain to see is. */
  static final double MISREAD_WHAT_IS_PLAIN = 0.005;

  private static final Map<String, Bench.Look> LOOKS = looks();

  private Observer() {}

  private static Map<String, Bench.Look> looks() {
    Map<String, Bench.Look> looks = new HashMap<>();
    PowerSights.into(looks);
    BoardSights.into(looks);
    PictureSights.into(looks);
    DriveSights.into(looks);
    SystemSights.into(looks);
    return Map.copyOf(looks);
  }

  /** Checks that it can answer. */
  public static Set<String> known() {
    return LOOKS.keySet();
  }

  /**
   * What a check finds, misreadings included.
   *
   * @throws IllegalArgumentException if the check is not among {@link #known()}
   */
  public static String answer(Check check, Machine machine, Story story, RandomGenerator random) {
    String seen = truth(check.id(), machine, story, random);
    boolean misread = random.nextDouble() < (check.plain() ? MISREAD_WHAT_IS_PLAIN : MISREAD);
    if (!misread || check.id().equals(Check.HOW_FAR)) {
      return seen;
    }
    List<Check.Outcome> all = check.outcomes();
    return all.get(random.nextInt(all.size())).id();
  }

  /** What one start says of how far a machine gets; empty where it gets to its desktop. */
  public static Optional<String> ofStart(Machine machine, Start start, RandomGenerator random) {
    return start.halt() == Start.Halt.DESKTOP && start.picture() == Start.Picture.DESKTOP
        ? Optional.empty()
        : Optional.of(
            PowerSights.answer(
                Sights.of(machine, start), new Bench(machine, Story.NOTHING, random)));
  }

  /** What there is to see for somebody who takes nothing wrong. */
  public static String truth(String check, Machine machine, Story story, RandomGenerator random) {
    Bench.Look look = LOOKS.get(check);
    if (look == null) {
      throw new IllegalArgumentException("no practice machine answers '" + check + "'");
    }
    return look.at(new Bench(machine, story, random));
  }
}
