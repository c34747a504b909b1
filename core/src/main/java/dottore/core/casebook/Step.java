package dottore.core.casebook;

import dottore.core.machine.MachineKind;
import dottore.core.units.Minutes;
import java.util.List;
import java.util.Optional;
import java.util.Set;

/** What checks and repairs have in common: something a technician does. */
public sealed interface Step permits Check, Repair {
  String id();

  /** Imperative, short. */
  String name();

  /** How and where, in a sentence or two. */
  String how();

  Effort effort();

  Optional<String> caution();

  /** The same step with other attended minutes. */
  Step taking(Minutes hands);

  /**
   * @param hands attended minutes
   * @param waiting minutes that run by themselves
   * @param reach how far the machine must get for the step to be possible
   * @param changes what it touches, so that readings depending on it go stale
   * @param needs tools, spares and consents
   * @param borrows what it takes from the machine and must give back
   * @param stands questions on which practitioners disagree and that this step touches
   * @param drawing where to look, drawn
   * @param plannedAt the page under Fix that plans it better than an answer button could
   * @param doNotTouch whether nobody may touch the machine while it runs
   * @param clock whether the waiting is worth a clock of its own
   */
  record Effort(
      Minutes hands,
      Minutes waiting,
      Depth depth,
      Stage.Reach reach,
      Set<MachineKind> kinds,
      Set<Touched> changes,
      Set<Need> needs,
      List<String> borrows,
      List<School.Stand> stands,
      Optional<Drawing> drawing,
      Optional<String> plannedAt,
      boolean doNotTouch) {
    public Effort {
      kinds = Set.copyOf(kinds);
      changes = Set.copyOf(changes);
      needs = Set.copyOf(needs);
      borrows = List.copyOf(borrows);
      stands = List.copyOf(stands);
    }

    Effort taking(Minutes newHands) {
      return new Effort(
          newHands,
          waiting,
          depth,
          reach,
          kinds,
          changes,
          needs,
          borrows,
          stands,
          drawing,
          plannedAt,
          doNotTouch);
    }

    public boolean clock() {
      return waiting.value() >= 2;
    }
  }
}
