package dottore.core.casebook;

import dottore.core.machine.MachineKind;
import dottore.core.units.Minutes;
import java.util.Collections;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;

/**
 * A check with its answers and how likely each is under every cause and stage.
 *
 * @param question what is asked
 * @param depends what its reading depends on
 * @param showsStage whether its reading says how far the machine gets, so that it ends with a stage
 * @param reader the reading that answers it by itself, if any
 * @param plain whether its answer is plain: a word on a screen, a figure on a meter, whether it
 *     starts; such an answer errs less than a feel
 */
public record Check(
    String id,
    String name,
    String question,
    String how,
    Effort effort,
    Optional<String> caution,
    List<Outcome> outcomes,
    Likelihoods likelihoods,
    Set<Touched> depends,
    boolean showsStage,
    Optional<String> reader,
    boolean plain)
    implements Step {
  public Check {
    outcomes = List.copyOf(outcomes);
    depends = Collections.unmodifiableSet(new LinkedHashSet<>(depends));
  }

  /** The check that says how far the machine gets. Every casebook has it. */
  public static final String HOW_FAR = "how-far";

  /** How often a fault comes when the machine is used as always. */
  public static final String HOW_OFTEN = "how-often";

  /** The outcome of a trial in which a fault stayed away, but not for long enough. */
  public static final String TOO_EARLY = "too-early";

  /** The outcome of {@link #HOW_FAR} when the machine does what it should. */
  public static final String WORKS = "works";

  /**
   * @param good whether it is the answer of a machine in order
   * @param mark the danger it uncovers, if any
   * @param suspectsDrive whether a drive that answers so may be losing its data
   * @param settles steps that need no asking once this was answered
   */
  public record Outcome(
      String id,
      String words,
      boolean good,
      Optional<Mark> mark,
      boolean suspectsDrive,
      Set<String> settles) {
    public Outcome {
      settles = Set.copyOf(settles);
    }
  }

  Check with(Likelihoods more) {
    return new Check(
        id,
        name,
        question,
        how,
        effort,
        caution,
        outcomes,
        more,
        depends,
        showsStage,
        reader,
        plain);
  }

  @Override
  public Check taking(Minutes hands) {
    return new Check(
        id,
        name,
        question,
        how,
        effort.taking(hands),
        caution,
        outcomes,
        likelihoods,
        depends,
        showsStage,
        reader,
        plain);
  }

  /**
   * The chance of each outcome under a cause that stops the machine at a stage.
   *
   * @param lights whether the machine's board has lights for its start; without them one sees no
   *     more of such a stop than that it stays dark
   */
  public double[] chances(String cause, Stage stage, boolean lights) {
    return id.equals(HOW_FAR) && !lights
        ? withoutLights(cause, stage.lit() ? Stage.DARK : stage)
        : likelihoods.row(cause, stage);
  }

  /** Nobody takes a machine that has no lights to stay at one: it is seen as it is. */
  private double[] withoutLights(String cause, Stage seen) {
    double[] row = likelihoods.row(cause, seen);
    for (Stage lit : Stage.values()) {
      if (lit.lit()) {
        int at = indexOf(lit.id());
        row[indexOf(seen.id())] += row[at];
        row[at] = 0;
      }
    }
    return row;
  }

  /** Whether it is a trial that waits for a fault to stay away. */
  public boolean waitsForQuiet() {
    return outcomes.stream().anyMatch(outcome -> outcome.id().equals(TOO_EARLY));
  }

  /** Whether one of its answers is that of a drive that may be losing its data. */
  public boolean showsDriveHealth() {
    return outcomes.stream().anyMatch(Outcome::suspectsDrive);
  }

  /** What it can answer on a kind of machine: nobody sees a light where there is none. */
  public List<Outcome> outcomesOn(MachineKind kind) {
    return outcomes.stream().filter(outcome -> canBeSeen(outcome, kind)).toList();
  }

  private boolean canBeSeen(Outcome outcome, MachineKind kind) {
    return !id.equals(HOW_FAR) || outcome.id().equals(WORKS) || Stage.of(outcome.id()).seenOn(kind);
  }

  /**
   * Whether it is asked on a kind of machine and can be answered so there; false too if it has no
   * such outcome.
   */
  public boolean canAnswer(String outcome, MachineKind kind) {
    return effort.kinds().contains(kind)
        && outcomes.stream().anyMatch(o -> o.id().equals(outcome) && canBeSeen(o, kind));
  }

  /**
   * @throws IllegalArgumentException if the check has no such outcome
   */
  public Outcome outcome(String outcome) {
    return outcomes.get(indexOf(outcome));
  }

  /**
   * @throws IllegalArgumentException if the check has no such outcome
   */
  public int indexOf(String outcome) {
    for (int i = 0; i < outcomes.size(); i++) {
      if (outcomes.get(i).id().equals(outcome)) {
        return i;
      }
    }
    throw new IllegalArgumentException("check '" + id + "' has no outcome '" + outcome + "'");
  }
}
