package dottore.core.isolation;

import dottore.core.units.Odds;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;

/**
 * Memory modules tried one at a time: which module in which slot comes next, and whether a module,
 * a slot or something behind them is at fault. The plan is the decision tree with the fewest
 * expected trials over what is still plausible, found exactly by dynamic programming over sets.
 *
 * @param modules the machine's own, 1 to 8
 * @param slots in the order from the processor, 1 to 8
 * @param spare whether a module that is known to be good can be used too; it counts as one more
 * @param done in the order of doing
 */
public record ModuleTrials(int modules, int slots, boolean spare, List<Trial> done) {
  /** The check that the trials answer. */
  public static final String CHECK = "module-trials";

  /** The chance that a single trial misleads: a module that fails now and then, a wrong look. */
  private static final double MISLEADS = 0.04;

  /** Odds at which the fault counts as isolated. */
  private static final double ISOLATED = 0.9;

  private static final double PLAUSIBLE = 0.06;
  private static final double OF_MODULES = 0.45;
  private static final double OF_SLOTS = 0.15;
  private static final double BEHIND_THEM = 0.2;
  private static final int MOST = 8;

  /**
   * @throws IllegalArgumentException if the numbers are out of range, or a trial is not possible
   */
  public ModuleTrials {
    done = List.copyOf(done);
    if (modules < 1 || modules > MOST || slots < 1 || slots > MOST) {
      throw new IllegalArgumentException("1 to 8 modules and slots: " + modules + ", " + slots);
    }
    int most = modules + (spare ? 1 : 0);
    for (Trial trial : done) {
      if (trial.module() < 1 || trial.module() > most || trial.slot() < 1 || trial.slot() > slots) {
        throw new IllegalArgumentException("there is no such trial: " + trial);
      }
    }
  }

  /**
   * One module alone in one slot.
   *
   * @param module counted from 1; one more than the modules is the spare
   * @param slot counted from 1, from the processor
   * @param starts whether it goes on
   */
  public record Trial(int module, int slot, boolean starts) {}

  /** What can be at fault. */
  public enum Kind {
    MODULE,
    SLOT,
    /** Board, processor or settings: nothing starts anywhere. */
    BEHIND,
    /** Each module starts alone in each slot: the seat, the mix or the speed. */
    NONE
  }

  /**
   * @param number of the module or slot, 0 for the other kinds
   */
  public record Fault(Kind kind, int number) {}

  /**
   * The trial that comes next.
   *
   * @param expected trials to go until the fault is isolated, this one included
   * @param atMost the same at worst, if no trial misleads
   */
  public record Next(int module, int slot, double expected, int atMost) {}

  private List<Fault> faults() {
    List<Fault> faults = new ArrayList<>();
    for (int m = 1; m <= modules; m++) {
      faults.add(new Fault(Kind.MODULE, m));
    }
    for (int s = 1; s <= slots; s++) {
      faults.add(new Fault(Kind.SLOT, s));
    }
    faults.add(new Fault(Kind.BEHIND, 0));
    faults.add(new Fault(Kind.NONE, 0));
    return faults;
  }

  private double prior(Fault fault) {
    return switch (fault.kind()) {
      case MODULE -> OF_MODULES / modules;
      case SLOT -> OF_SLOTS / slots;
      case BEHIND -> BEHIND_THEM;
      case NONE -> 1 - OF_MODULES - OF_SLOTS - BEHIND_THEM;
    };
  }

  private static boolean fails(Fault fault, int module, int slot) {
    return switch (fault.kind()) {
      case MODULE -> fault.number() == module;
      case SLOT -> fault.number() == slot;
      case BEHIND -> true;
      case NONE -> false;
    };
  }

  /** The odds of every fault after the trials, the likeliest first. */
  public Map<Fault, Odds> odds() {
    Map<Fault, Double> weights = new LinkedHashMap<>();
    for (Fault fault : faults()) {
      double weight = prior(fault);
      for (Trial trial : done) {
        boolean expected = !fails(fault, trial.module(), trial.slot());
        weight *= expected == trial.starts() ? 1 - MISLEADS : MISLEADS;
      }
      weights.put(fault, weight);
    }
    double sum = weights.values().stream().mapToDouble(Double::doubleValue).sum();
    Map<Fault, Odds> odds = new LinkedHashMap<>();
    weights.entrySet().stream()
        .sorted(Map.Entry.<Fault, Double>comparingByValue().reversed())
        .forEach(e -> odds.put(e.getKey(), Odds.of(e.getValue() / sum)));
    return odds;
  }

  /** The fault, once it is isolated. */
  public Optional<Fault> isolated() {
    Map.Entry<Fault, Odds> first = odds().entrySet().iterator().next();
    return first.getValue().value() >= ISOLATED ? Optional.of(first.getKey()) : Optional.empty();
  }

  /**
   * The next trial; empty when the fault is isolated, or when no trial can tell what is left apart
   * (one module and one slot, without a spare).
   */
  public Optional<Next> next() {
    return isolated().isPresent() ? Optional.empty() : new Tree().next();
  }

  /** Slots in the order in which boards usually want them: the second and fourth first. */
  private List<Integer> slotOrder() {
    List<Integer> order = new ArrayList<>();
    for (int s = 2; s <= slots; s += 2) {
      order.add(s);
    }
    for (int s = 1; s <= slots; s += 2) {
      order.add(s);
    }
    return order;
  }

  private List<Trial> possible() {
    List<Trial> possible = new ArrayList<>();
    for (int slot : slotOrder()) {
      for (int m = 1; m <= modules + (spare ? 1 : 0); m++) {
        possible.add(new Trial(m, slot, true));
      }
    }
    return possible;
  }

  /** The best plan over sets of plausible faults, as if no trial misled. */
  private final class Tree {
    private final List<Fault> plausible = new ArrayList<>();
    private final List<Double> weights = new ArrayList<>();
    private final List<Trial> trials = possible();
    private final Map<Integer, double[]> known = new HashMap<>();

    private Tree() {
      Map<Fault, Odds> odds = odds();
      double most = odds.values().iterator().next().value();
      odds.forEach(
          (fault, value) -> {
            if (value.value() >= PLAUSIBLE * most) {
              plausible.add(fault);
              weights.add(value.value());
            }
          });
    }

    private Optional<Next> next() {
      int all = (1 << plausible.size()) - 1;
      double[] plan = plan(all);
      if (plan[2] < 0) {
        return doubtful();
      }
      Trial trial = trials.get((int) plan[2]);
      return Optional.of(new Next(trial.module(), trial.slot(), plan[0], (int) plan[1]));
    }

    /** Nothing plausible is told apart by a sound trial: repeat the one that may have misled. */
    private Optional<Next> doubtful() {
      return plausible.size() > 1 || done.isEmpty()
          ? Optional.empty()
          : trials.stream()
              .filter(t -> fails(plausible.get(0), t.module(), t.slot()))
              .min(Comparator.comparingLong(this::timesDone))
              .or(() -> trials.stream().min(Comparator.comparingLong(this::timesDone)))
              .map(t -> new Next(t.module(), t.slot(), 1, 1));
    }

    private long timesDone(Trial trial) {
      return done.stream()
          .filter(d -> d.module() == trial.module() && d.slot() == trial.slot())
          .count();
    }

    /** Expected trials, trials at worst, and the place of the first trial, -1 if none helps. */
    private double[] plan(int set) {
      double[] before = known.get(set);
      if (before != null) {
        return before;
      }
      double[] best = {0, 0, -1};
      if (Integer.bitCount(set) > 1) {
        double least = Double.POSITIVE_INFINITY;
        for (int t = 0; t < trials.size(); t++) {
          int failing = failing(set, trials.get(t));
          int starting = set & ~failing;
          if (failing == 0 || starting == 0) {
            continue;
          }
          double[] ifFails = plan(failing);
          double[] ifStarts = plan(starting);
          double share = weight(failing) / weight(set);
          double expected = 1 + share * ifFails[0] + (1 - share) * ifStarts[0];
          if (expected < least - 1e-12) {
            least = expected;
            best = new double[] {expected, 1 + Math.max(ifFails[1], ifStarts[1]), t};
          }
        }
      }
      known.put(set, best);
      return best;
    }

    private int failing(int set, Trial trial) {
      int failing = 0;
      for (int f = 0; f < plausible.size(); f++) {
        if ((set >> f & 1) == 1 && fails(plausible.get(f), trial.module(), trial.slot())) {
          failing |= 1 << f;
        }
      }
      return failing;
    }

    private double weight(int set) {
      double sum = 0;
      for (int f = 0; f < plausible.size(); f++) {
        sum += (set >> f & 1) == 1 ? weights.get(f) : 0;
      }
      return sum;
    }
  }
}
