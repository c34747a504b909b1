package dottore.core.proof;

import dottore.core.casebook.Casebook;
import dottore.core.casebook.Cause;
import dottore.core.casebook.Check;
import dottore.core.casebook.Stage;
import dottore.core.machine.MachineKind;
import java.util.ArrayList;
import java.util.Collection;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;

/**
 * The cheapest set of looks that would have caught every fault of a ticket. A look catches a fault
 * when its answer would not have been a good one; several looks at one fault miss it together as
 * often as the product says. Every set is tried, so that none is cheaper.
 *
 * @param looks in the order of their price
 * @param minutes of hands, and a quarter of the waiting
 * @param missed causes that no set shows surely enough, with the best there is
 */
public record LeastProof(List<Look> looks, double minutes, List<Missed> missed) {
  /** So surely a fault must have shown, over what any machine shows, to count as caught. */
  public static final double SURE = 0.8;

  private static final double WAITING = 0.25;

  /** More looks than this are not weighed against each other: the surest stay. */
  private static final int MOST = 16;

  /** A look that says next to nothing of a fault is none. */
  private static final double SLIGHT = 0.3;

  /**
   * A fault that a ticket had.
   *
   * @param stage where the machine stopped with it
   */
  public record Fault(Cause cause, Stage stage) {}

  /**
   * A look.
   *
   * @param check that it answers
   * @param shows the faults that it shows, with how surely, 0 to 1
   */
  public record Look(Check check, double minutes, List<Shown> shows) {
    public Look {
      shows = List.copyOf(shows);
    }
  }

  /** How surely a look shows a fault. */
  public record Shown(Cause cause, double surely) {}

  /** A fault that nothing shows surely, and how surely all looks together do. */
  public record Missed(Cause cause, double surely) {}

  public LeastProof {
    looks = List.copyOf(looks);
    missed = List.copyOf(missed);
  }

  /**
   * Finds it.
   *
   * @param checks that can be asked of a machine that runs, by their ids
   */
  public static LeastProof of(
      Casebook casebook, Collection<Fault> faults, Collection<String> checks, MachineKind kind) {
    List<Fault> all = List.copyOf(new LinkedHashSet<>(faults));
    List<Look> looks = new ArrayList<>();
    for (String id : new LinkedHashSet<>(checks)) {
      casebook
          .check(id)
          .filter(check -> check.effort().kinds().contains(kind))
          .map(check -> look(check, all, kind))
          .filter(look -> !look.shows().isEmpty())
          .ifPresent(looks::add);
    }
    looks.sort(java.util.Comparator.comparingDouble(LeastProof::worth).reversed());
    List<Look> few = looks.subList(0, Math.min(MOST, looks.size()));
    List<Missed> missed = new ArrayList<>();
    List<Fault> wanted = new ArrayList<>();
    for (Fault fault : all) {
      double best = caught(few, fault);
      if (best >= SURE) {
        wanted.add(fault);
      } else {
        missed.add(new Missed(fault.cause(), best));
      }
    }
    List<Look> least = cheapest(few, wanted);
    return new LeastProof(
        least.stream().sorted(java.util.Comparator.comparingDouble(Look::minutes)).toList(),
        least.stream().mapToDouble(Look::minutes).sum(),
        missed);
  }

  private static double worth(Look look) {
    return look.shows().stream().mapToDouble(Shown::surely).sum() / (1 + look.minutes());
  }

  private static Look look(Check check, List<Fault> faults, MachineKind kind) {
    List<Shown> shows = new ArrayList<>();
    for (Fault fault : faults) {
      double surely = shows(check, fault);
      if (surely >= SLIGHT) {
        shows.add(new Shown(fault.cause(), surely));
      }
    }
    double minutes =
        check.effort().hands(kind).value() + WAITING * check.effort().waiting().value();
    return new Look(check, minutes, shows);
  }

  /**
   * How much more often the answer is not a good one with the fault than without: what is answered
   * so of any machine shows nothing. Watching how far it starts shows only what keeps it from its
   * desk: what comes and goes, or is only missing, is not seen in two minutes.
   */
  static double shows(Check check, Fault fault) {
    double bad = bad(check, check.likelihoods().row(fault.cause().id(), fault.stage()));
    if (check.showsStage()) {
      return fault.stage().reach() == Stage.Reach.DESKTOP ? 0 : bad;
    }
    return Math.max(0, bad - bad(check, check.likelihoods().common()));
  }

  private static double bad(Check check, double[] row) {
    double good = 0;
    for (int i = 0; i < row.length; i++) {
      if (check.outcomes().get(i).good()) {
        good += row[i];
      }
    }
    return 1 - good;
  }

  private static double caught(Collection<Look> looks, Fault fault) {
    double missed = 1;
    for (Look look : looks) {
      missed *= 1 - shows(look.check(), fault);
    }
    return 1 - missed;
  }

  private static List<Look> cheapest(List<Look> looks, List<Fault> faults) {
    Optional<List<Look>> best = Optional.empty();
    double price = Double.POSITIVE_INFINITY;
    for (int set = 0; set < 1 << looks.size(); set++) {
      List<Look> chosen = chosen(looks, set);
      double costs = chosen.stream().mapToDouble(Look::minutes).sum();
      if (costs < price && faults.stream().allMatch(f -> caught(chosen, f) >= SURE)) {
        best = Optional.of(chosen);
        price = costs;
      }
    }
    return best.orElse(List.of());
  }

  private static List<Look> chosen(List<Look> looks, int set) {
    List<Look> chosen = new ArrayList<>();
    for (int i = 0; i < looks.size(); i++) {
      if ((set & 1 << i) != 0) {
        chosen.add(looks.get(i));
      }
    }
    return chosen;
  }

  /** Where a cause stopped the machine: the last such stage that was seen, else its likeliest. */
  public static Fault fault(Cause cause, List<Stage> seen) {
    Set<Stage> stages = cause.stages().keySet();
    for (int i = seen.size() - 1; i >= 0; i--) {
      if (stages.contains(seen.get(i))) {
        return new Fault(cause, seen.get(i));
      }
    }
    return new Fault(
        cause,
        cause.stages().entrySet().stream()
            .max(java.util.Map.Entry.comparingByValue())
            .orElseThrow()
            .getKey());
  }
}
