package dottore.core.diagnosis;

import dottore.core.casebook.Casebook;
import dottore.core.casebook.Check;
import dottore.core.casebook.Step;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;
import java.util.stream.IntStream;

/**
 * The advice at full size: how much better another first step would have been, and whether the
 * minutes that are said are those that following the advice takes.
 */
final class FullSize {
  private static final int ALTERNATIVES = 10;

  /** Bench minutes up to which a look is tried as a first step, wherever it stands. */
  private static final double CHEAP = ShopRules.HANDLING + 2.5;

  /** Standard errors by which another step must be worse to be followed no further. */
  private static final double CLEARLY = 2;

  private static final int CLEAR_AFTER = 20;

  /** Standard errors by which a difference is more than chance. */
  private static final double SURELY = 1.96;

  private final Diagnosis diagnosis;
  private final int machines;
  private final long seed;

  FullSize(Casebook casebook, int machines, long seed) {
    diagnosis = new Diagnosis(casebook, ShopRules.usual());
    this.machines = machines;
    this.seed = seed;
  }

  /**
   * A case with what was said of it.
   *
   * @param stated minutes to the end, as said
   * @param followed the same as it took, on average
   */
  record Said(String name, double stated, double followed) {}

  /**
   * A first step against the best other one.
   *
   * @param other the best of the others on one half of the machines
   * @param regret what it would have saved on the other half, as a share; below 0 if nothing
   * @param surely the least share that it saves but for chance
   */
  record First(Said said, String step, String other, double regret, double surely) {}

  /** Arrivals, each of another kind, circumstance or stage. */
  List<Case> arrivals(int count) {
    Check howFar = diagnosis.casebook().check(Check.HOW_FAR).orElseThrow();
    List<Case> arrivals = new ArrayList<>();
    Set<Object> met = new HashSet<>();
    for (long i = 0; arrivals.size() < count; i++) {
      SampledMachine machine = new SampledMachine(diagnosis, seed * 1_000_003 + i);
      Case about = machine.arrived().with(machine.answer(howFar, 0));
      if (diagnosis.assess(about).next().isPresent() && met.add(about)) {
        arrivals.add(about);
      }
    }
    return arrivals;
  }

  List<First> firsts(int arrivals) {
    List<Case> cases = arrivals(arrivals);
    return IntStream.range(0, arrivals).parallel().mapToObj(i -> first(cases.get(i), i)).toList();
  }

  /** Arrivals with what was said of them. */
  List<Said> saids(int arrivals) {
    List<Case> cases = arrivals(arrivals);
    return IntStream.range(0, arrivals)
        .parallel()
        .mapToObj(i -> said(new Followed(diagnosis), cases.get(i), seed * 131 + i))
        .toList();
  }

  /** Cases after one to four steps of the advice. */
  List<Said> onTheWay(int count) {
    return IntStream.range(0, count).parallel().mapToObj(this::advised).toList();
  }

  private Said advised(int i) {
    Followed followed = new Followed(diagnosis);
    Check howFar = diagnosis.casebook().check(Check.HOW_FAR).orElseThrow();
    SampledMachine sampled = new SampledMachine(diagnosis, seed * 2_000_003 + i);
    Case arrived = sampled.arrived().with(sampled.answer(howFar, 0));
    Followed.Machine machine = followed.machines(arrived, 1, seed + i).get(0);
    return said(followed, followed.onTheWay(arrived, machine, 1 + i % 4), seed * 31 + i);
  }

  private Said said(Followed followed, Case about, long draws) {
    Optional<Step> next = followed.next(about);
    double mean =
        followed.machines(about, machines, draws).stream()
            .mapToDouble(one -> followed.minutes(about, one, next))
            .average()
            .orElseThrow();
    return new Said(name(about), stated(about), mean);
  }

  private double stated(Case about) {
    return diagnosis
        .assess(about)
        .next()
        .map(candidate -> candidate.toTheEnd().value())
        .orElse(diagnosis.rules().referMinutes());
  }

  private First first(Case about, int number) {
    Followed followed = new Followed(diagnosis);
    List<Followed.Machine> all = followed.machines(about, machines, seed * 77 + number);
    List<Candidate> candidates = diagnosis.assess(about).candidates();
    Candidate chosen = candidates.get(0);
    double[] ours =
        all.stream().mapToDouble(one -> followed.minutes(about, one, chosen.step())).toArray();
    Candidate best = null;
    double least = Double.POSITIVE_INFINITY;
    int half = machines / 2;
    for (int c = 1; c < candidates.size(); c++) {
      Candidate other = candidates.get(c);
      if (c <= ALTERNATIVES || other.own().value() <= CHEAP) {
        double more = more(followed, about, all, other, ours, half);
        if (more < least) {
          least = more;
          best = other;
        }
      }
    }
    Said said =
        new Said(
            name(about),
            chosen.toTheEnd().value(),
            IntStream.range(0, machines).mapToDouble(i -> ours[i]).average().orElseThrow());
    if (best == null) {
      return new First(said, chosen.id(), "", 0, 0);
    }
    double sum = 0;
    double squares = 0;
    double own = 0;
    for (int i = half; i < machines; i++) {
      double saved = ours[i] - followed.minutes(about, all.get(i), best.step());
      sum += saved;
      squares += saved * saved;
      own += ours[i];
    }
    int n = machines - half;
    double mean = sum / n;
    double error = Math.sqrt(Math.max(0, squares / n - mean * mean) / n);
    double share = own / n;
    return new First(said, chosen.id(), best.id(), mean / share, (mean - SURELY * error) / share);
  }

  /**
   * How many minutes more another step takes than ours, on the first machines; infinite if clear.
   */
  private static double more(
      Followed followed,
      Case about,
      List<Followed.Machine> all,
      Candidate other,
      double[] ours,
      int half) {
    double sum = 0;
    double squares = 0;
    for (int i = 0; i < half; i++) {
      double more = followed.minutes(about, all.get(i), other.step()) - ours[i];
      sum += more;
      squares += more * more;
      int n = i + 1;
      if (n >= CLEAR_AFTER && n % 20 == 0) {
        double mean = sum / n;
        double error = Math.sqrt(Math.max(0, squares / n - mean * mean) / n);
        if (mean > CLEARLY * error && mean > 0) {
          return Double.POSITIVE_INFINITY;
        }
      }
    }
    return sum / half;
  }

  private static String name(Case about) {
    String contexts =
        about.contexts().stream()
            .map(context -> context.id())
            .sorted()
            .collect(Collectors.joining(", "));
    String events =
        about.events().stream()
            .map(
                event ->
                    event instanceof Event.Reading reading
                        ? reading.check() + "=" + reading.outcome()
                        : event instanceof Event.Tried tried ? "not " + tried.repair() : "")
            .collect(Collectors.joining(" "));
    return contexts + ": " + events;
  }
}
