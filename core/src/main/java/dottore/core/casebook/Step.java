package dottore.core.casebook;

import dottore.core.machine.MachineKind;
import dottore.core.units.Minutes;
import java.util.Collections;
import java.util.EnumMap;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Locale;
import java.util.Map;
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
   * @param handsOn the same on kinds of machines whose covers and parts take longer, or go quicker
   * @param waiting minutes that run by themselves
   * @param reach how far the machine must get for the step to be possible
   * @param changes what it touches, so that readings depending on it go stale
   * @param needs tools, spares and consents
   * @param borrows what it takes from the machine and must give back
   * @param stands questions on which practitioners disagree and that this step touches
   * @param drawing where to look, drawn
   * @param plannedAt the page under Fix that plans it better than an answer button could
   * @param doNotTouch whether nobody may touch the machine while it runs
   * @param care what it can do to people and data
   * @param turn when it is worth asking for at all
   */
  record Effort(
      Minutes hands,
      Map<MachineKind, Minutes> handsOn,
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
      boolean doNotTouch,
      Care care,
      Turn turn) {
    public Effort {
      handsOn = Map.copyOf(handsOn);
      kinds = Set.copyOf(kinds);
      changes = Set.copyOf(changes);
      needs = Set.copyOf(needs);
      borrows = List.copyOf(borrows);
      stands = List.copyOf(stands);
    }

    /** Attended minutes on a machine of this kind. */
    public Minutes hands(MachineKind kind) {
      return handsOn.getOrDefault(kind, hands);
    }

    /**
     * The same where the case may be open already: then what goes inside takes less by the cover,
     * but never less than half.
     */
    public Minutes hands(MachineKind kind, boolean caseOpen) {
      Minutes all = hands(kind);
      return caseOpen && opensTheCase()
          ? Minutes.of(all.value() - Math.min(kind.coverMinutes(), all.value() / 2))
          : all;
    }

    /** With minutes measured over all kinds; what a kind takes more or less than others stays. */
    Effort taking(Minutes newHands) {
      Map<MachineKind, Minutes> scaled = new EnumMap<>(MachineKind.class);
      handsOn.forEach(
          (kind, own) ->
              scaled.put(kind, Minutes.of(own.value() * newHands.value() / hands.value())));
      return new Effort(
          newHands,
          scaled,
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
          doNotTouch,
          care,
          turn);
    }

    /** Whether hands go inside: by its depth, or since a part of it is done inside. */
    public boolean opensTheCase() {
      return depth.opensTheCase() || care.opens();
    }

    /** Whether its waiting is worth a clock of its own. */
    public boolean clock() {
      return waiting.value() >= 2;
    }
  }

  /** Whether there is mains on the machine while hands are inside. */
  enum Mains {
    OFF,
    ON;

    static Mains of(String id) {
      return valueOf(id.toUpperCase(Locale.ROOT));
    }
  }

  /**
   * What a step can do to people and data.
   *
   * @param mains said by every step that opens the case
   * @param opens whether it opens the case although its depth is another
   * @param keyFirst whether the recovery key of an encrypted drive must be at hand before
   * @param savesData whether it brings data off a drive that is failing
   * @param strains whether it works a drive hard
   */
  record Care(
      Optional<Mains> mains, boolean opens, boolean keyFirst, boolean savesData, boolean strains) {
    /** Nothing to mind. */
    public static final Care NONE = new Care(Optional.empty(), false, false, false, false);

    public boolean live() {
      return mains.equals(Optional.of(Mains.ON));
    }
  }

  /**
   * When a step is worth asking for.
   *
   * @param before how far the machine must not get yet; further on it can teach nothing
   * @param knownBy circumstances that say already what it asks
   * @param onlyWith circumstances of which one must hold for it to make sense; none for any
   * @param settles steps that it makes superfluous, as they say or do the same
   * @param first answers of which one is wanted before, by check; while such a check can be done
   * @param onlyIf answers as {@code first}, without one of which it is never asked for
   * @param ruleOut causes that would make it vain, each with the check that is done before while
   *     the cause is suspect
   */
  record Turn(
      Optional<Stage.Reach> before,
      Set<Context> knownBy,
      Set<Context> onlyWith,
      Set<String> settles,
      Map<String, Set<String>> first,
      Map<String, Set<String>> onlyIf,
      Map<String, String> ruleOut) {
    /** Whenever it can be done. */
    public static final Turn ANY =
        new Turn(Optional.empty(), Set.of(), Set.of(), Set.of(), Map.of(), Map.of(), Map.of());

    public Turn {
      knownBy = Set.copyOf(knownBy);
      onlyWith = Set.copyOf(onlyWith);
      settles = Set.copyOf(settles);
      first = Collections.unmodifiableMap(new LinkedHashMap<>(first));
      onlyIf = Collections.unmodifiableMap(new LinkedHashMap<>(onlyIf));
      ruleOut = Collections.unmodifiableMap(new LinkedHashMap<>(ruleOut));
    }

    /** Ids of the checks that go before it, as far as it names any. */
    Set<String> checksBefore() {
      Set<String> before = new LinkedHashSet<>(first.keySet());
      before.addAll(onlyIf.keySet());
      before.addAll(ruleOut.values());
      return before;
    }
  }
}
