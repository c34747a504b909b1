package dottore.core.diagnosis;

import dottore.core.casebook.Cause;
import dottore.core.casebook.Check;
import dottore.core.casebook.Repair;
import dottore.core.casebook.Step;
import dottore.core.diagnosis.Suspect.Argument;
import dottore.core.units.Minutes;
import dottore.core.units.Odds;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.Comparator;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.concurrent.ConcurrentHashMap;
import java.util.stream.Stream;

/** Says why, in the casebook's own words. */
final class Explanation {
  private static final int LEADING = 3;

  private final Diagnosis diagnosis;
  private final Case about;
  private final Timeline timeline;
  private final double[] posterior;
  private final Map<Event.Reading, Without> withouts = new ConcurrentHashMap<>();
  private final Map<String, double[][]> answers = new ConcurrentHashMap<>();

  Explanation(Diagnosis diagnosis, Case about, Timeline timeline, double[] posterior) {
    this.diagnosis = diagnosis;
    this.about = about;
    this.timeline = timeline;
    this.posterior = posterior;
  }

  Suspect suspect(int of, double odds) {
    Cause cause = diagnosis.causes().get(of);
    List<Argument> arguments = new ArrayList<>();
    cause
        .shifts(about.contexts())
        .forEach(
            (context, factor) -> {
              if (factor > 0) {
                arguments.add(
                    new Argument(context.words(), context.words(), Math.log(factor), false));
              }
            });
    for (Timeline.InForce reading : timeline.inForce()) {
      Check check = diagnosis.casebook().check(reading.reading().check()).orElseThrow();
      String answer = check.outcome(reading.reading().outcome()).words();
      arguments.add(
          new Argument(
              check.name() + ": " + answer,
              answer.substring(0, 1).toLowerCase(Locale.ROOT) + answer.substring(1),
              ratio(of, reading.reading()),
              reading.stale()));
    }
    for (Event.Tried failed : timeline.failed()) {
      Repair repair = diagnosis.casebook().repair(failed.repair()).orElseThrow();
      Double works = repair.cures().get(cause.id());
      if (works != null) {
        arguments.add(
            new Argument(
                repair.name() + " did not help",
                "that did not help",
                Math.log1p(-Math.min(0.999, works)),
                false));
      }
    }
    arguments.sort(Comparator.comparingDouble((Argument a) -> Math.abs(a.weight())).reversed());
    return new Suspect(cause, Odds.of(odds), reason(cause, arguments), List.copyOf(arguments));
  }

  private static String reason(Cause cause, List<Argument> arguments) {
    return arguments.stream()
        .filter(Argument::supports)
        .findFirst()
        .map(argument -> argument.brief() + "; " + cause.sign())
        .orElse(cause.sign());
  }

  /** Log of how much more expected the reading is under the cause than under all the others. */
  private double ratio(int of, Event.Reading reading) {
    Without without = withouts.computeIfAbsent(reading, this::without);
    double insideMass = without.mass()[of];
    double outsideMass = without.all() - insideMass;
    if (insideMass <= 0 || outsideMass <= 0) {
      return 0;
    }
    double inside = without.given()[of];
    double outside = without.givenAll() - inside;
    return reading.weight() * Math.log((inside / insideMass) / (outside / outsideMass));
  }

  /**
   * What would be believed without one reading.
   *
   * @param mass by cause, and all of it
   * @param given the same times the chance of the reading's answer
   */
  private record Without(double[] mass, double all, double[] given, double givenAll) {}

  private Without without(Event.Reading reading) {
    int c = diagnosis.indexOfCheck(reading.check());
    double[] row =
        diagnosis.asProblem().likelihood()[c][diagnosis.checks().get(c).indexOf(reading.outcome())];
    double[] mass = new double[diagnosis.causes().size()];
    double[] given = new double[mass.length];
    double all = 0;
    double givenAll = 0;
    for (int h = 0; h < posterior.length; h++) {
      double without = posterior[h] / Math.pow(row[h], reading.weight());
      int of = diagnosis.hypotheses().get(h).of();
      mass[of] += without;
      given[of] += without * row[h];
      all += without;
      givenAll += without * row[h];
    }
    return new Without(mass, all, given, givenAll);
  }

  StepView look(Candidate candidate, List<Candidate> ranked) {
    List<Integer> places =
        diagnosis.likeliestFirst(diagnosis.byCause(posterior)).subList(0, LEADING);
    List<Cause> leading = places.stream().map(diagnosis.causes()::get).toList();
    Step step = candidate.step().orElse(null);
    if (step instanceof Check check) {
      List<StepView.Branch> branches = branches(check, places);
      return new StepView(
          candidate, why(check, leading, branches, candidate, ranked), leading, branches);
    }
    if (step instanceof Repair repair) {
      return new StepView(candidate, why(repair, candidate, ranked), leading, List.of());
    }
    String why =
        "No check and no cure left here is worth its minutes; another workshop or another machine"
            + " is the cheaper end.";
    return new StepView(candidate, why, leading, List.of());
  }

  private List<StepView.Branch> branches(Check check, List<Integer> leading) {
    double[][] rows = diagnosis.asProblem().likelihood()[diagnosis.indexOfCheck(check.id())];
    double[] answered = answered(check);
    List<StepView.Branch> branches = new ArrayList<>();
    for (Check.Outcome outcome : check.outcomesOn(about.kind())) {
      double[] row = rows[check.indexOf(outcome.id())];
      double mass = 0;
      double[] after = new double[leading.size()];
      for (int h = 0; h < posterior.length; h++) {
        double weight = answered[h] * row[h];
        mass += weight;
        int at = leading.indexOf(diagnosis.hypotheses().get(h).of());
        if (at >= 0) {
          after[at] += weight;
        }
      }
      List<Odds> odds = new ArrayList<>();
      for (double value : after) {
        odds.add(Odds.of(mass > 0 ? value / mass : 0));
      }
      branches.add(new StepView.Branch(outcome.id(), outcome.words(), Odds.of(mass), odds));
    }
    return branches;
  }

  private String why(
      Check check,
      List<Cause> leading,
      List<StepView.Branch> branches,
      Candidate candidate,
      List<Candidate> ranked) {
    int suspect = 0;
    StepView.Branch up = branches.get(0);
    StepView.Branch down = branches.get(0);
    double widest = -1;
    for (int i = 0; i < leading.size(); i++) {
      for (StepView.Branch a : branches) {
        for (StepView.Branch b : branches) {
          double spread =
              (a.after().get(i).value() - b.after().get(i).value())
                  * Math.sqrt(a.odds().value() * b.odds().value());
          if (spread > widest) {
            widest = spread;
            suspect = i;
            up = a;
            down = b;
          }
        }
      }
    }
    return String.format(
        Locale.ROOT,
        "“%s” would put “%s” at %s, “%s” at %s. %s",
        up.words(),
        leading.get(suspect).name(),
        up.after().get(suspect).percent(),
        down.words(),
        down.after().get(suspect).percent(),
        price(candidate, ranked));
  }

  private String why(Repair repair, Candidate candidate, List<Candidate> ranked) {
    double covered = 0;
    for (int h = 0; h < posterior.length; h++) {
      Double works = repair.cures().get(diagnosis.hypotheses().get(h).cause().id());
      covered += works == null ? 0 : works * posterior[h];
    }
    return String.format(
        Locale.ROOT,
        "It would cure this machine with a chance of %s, for %s. %s",
        Odds.of(covered).percent(),
        candidate.own().text(),
        price(candidate, ranked));
  }

  /** The answer that confirms a suspect for the fewest minutes; else the one that says most. */
  Optional<CloseLook.Confirmation> cheapest(Suspect suspect, List<Candidate> candidates) {
    return candidates.stream()
        .flatMap(candidate -> confirmations(suspect, candidate))
        .filter(c -> c.after().value() > suspect.odds().value())
        .min(
            Comparator.comparing((CloseLook.Confirmation c) -> !c.confirms())
                .thenComparingDouble(c -> c.confirms() ? c.price() : -c.after().value())
                .thenComparing(c -> c.check().id()));
  }

  private Stream<CloseLook.Confirmation> confirmations(Suspect suspect, Candidate candidate) {
    if (!(candidate.step().orElse(null) instanceof Check check)) {
      return Stream.empty();
    }
    double[][] byAnswer = answers.computeIfAbsent(check.id(), id -> byAnswer(check));
    int of = diagnosis.causes().indexOf(suspect.cause());
    double share = Arrays.stream(byAnswer).mapToDouble(sums -> sums[of]).sum();
    List<CloseLook.Confirmation> found = new ArrayList<>();
    for (int o = 0; o < byAnswer.length; o++) {
      double inside = byAnswer[o][of];
      if (inside > 0 && share > 0) {
        found.add(
            new CloseLook.Confirmation(
                check,
                check.outcomes().get(o),
                Odds.of(Math.min(1, inside / share)),
                Odds.of(inside / Arrays.stream(byAnswer[o]).sum()),
                candidate.own()));
      }
    }
    return found.stream();
  }

  /** How likely each answer of a check is together with each cause. */
  private double[][] byAnswer(Check check) {
    double[][] rows = diagnosis.asProblem().likelihood()[diagnosis.indexOfCheck(check.id())];
    double[] answered = answered(check);
    double[][] sums = new double[rows.length][diagnosis.causes().size()];
    for (int h = 0; h < posterior.length; h++) {
      int of = diagnosis.hypotheses().get(h).of();
      for (int o = 0; o < rows.length; o++) {
        sums[o][of] += answered[h] * rows[o][h];
      }
    }
    return sums;
  }

  /** The odds if a check is answered at all, whatever the answer: then the machine gets so far. */
  private double[] answered(Check check) {
    double[] weights = new double[posterior.length];
    double sum = 0;
    for (int h = 0; h < weights.length; h++) {
      weights[h] =
          posterior[h] * timeline.fitOnceSeen(check, diagnosis.hypotheses().get(h).stage());
      sum += weights[h];
    }
    for (int h = 0; h < weights.length; h++) {
      weights[h] /= sum;
    }
    return weights;
  }

  private static String price(Candidate candidate, List<Candidate> ranked) {
    if (candidate.toTheEnd().equals(Minutes.NONE)) {
      return "It is not on offer now, but can be recorded.";
    }
    String own = "Expected end of the job in " + candidate.toTheEnd().text();
    if (ranked.isEmpty()) {
      return own + ".";
    }
    if (!ranked.get(0).id().equals(candidate.id())) {
      return own + "; the proposed road takes " + ranked.get(0).toTheEnd().text() + ".";
    }
    return ranked.size() == 1 ? own + "." : own + "; " + next(candidate, ranked.get(1)) + ".";
  }

  /** What is said in minutes is not known to a twentieth; by less no road is shorter. */
  private static String next(Candidate first, Candidate next) {
    String takes = next.toTheEnd().text();
    double longer = next.toTheEnd().value() / first.toTheEnd().value();
    if (longer >= 1) {
      return "the next best road takes " + takes;
    }
    return longer >= 1 / Precedence.TELLS_WITHIN
        ? "the next best road comes to about the same, " + takes
        : "the next best road would take " + takes + ", and goes after it";
  }
}
