package dottore.core.diagnosis;

import dottore.core.casebook.Check;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Optional;

/**
 * Two answers that hardly fit together: alone each is usual enough, together they are rare, and the
 * leading suspect does not explain both. The measure is the conflict of Jensen, Chamberlain,
 * Nordahl and Jensen, Analysis in HUGIN of data conflict (1991): ln P(a) P(b) / P(a, b).
 *
 * @param first the earlier of the two
 * @param again the one of the two whose check costs less to repeat and was not repeated yet
 * @param conflict the measure, in nats; above zero they speak against each other
 */
public record Contradiction(
    Event.Reading first, Event.Reading second, Check again, double conflict) {
  /** Together at most a sixth as likely as if they had nothing to do with each other. */
  private static final double WORTH_SAYING = Math.log(6);

  /** Below this the leading suspect does not explain an answer. */
  private static final double UNEXPLAINED = 0.15;

  /**
   * The worst pair, if one is worth saying.
   *
   * @param prior normalized weights of the hypotheses
   * @param posterior the same after all readings
   */
  static Optional<Contradiction> worst(
      Diagnosis diagnosis, Case about, Timeline timeline, double[] prior, double[] posterior) {
    List<Event.Reading> seen =
        timeline.inForce().stream()
            .map(Timeline.InForce::reading)
            .filter(reading -> reading.weight() >= Event.SEEN)
            .toList();
    double[] byCause = diagnosis.byCause(posterior);
    int leading = diagnosis.likeliestFirst(byCause).get(0);
    List<Contradiction> found = new ArrayList<>();
    for (int i = 0; i < seen.size(); i++) {
      for (int j = i + 1; j < seen.size(); j++) {
        Event.Reading a = seen.get(i);
        Event.Reading b = seen.get(j);
        double conflict = conflict(prior, row(diagnosis, a), row(diagnosis, b));
        boolean explained =
            explained(diagnosis, posterior, leading, a)
                && explained(diagnosis, posterior, leading, b);
        if (conflict >= WORTH_SAYING && !explained) {
          cheaper(diagnosis, about, a, b)
              .ifPresent(again -> found.add(new Contradiction(a, b, again, conflict)));
        }
      }
    }
    return found.stream().max(Comparator.comparingDouble(Contradiction::conflict));
  }

  private static double[] row(Diagnosis diagnosis, Event.Reading reading) {
    int c = diagnosis.indexOfCheck(reading.check());
    return diagnosis.asProblem()
        .likelihood()[c][diagnosis.checks().get(c).indexOf(reading.outcome())];
  }

  private static double conflict(double[] prior, double[] a, double[] b) {
    double ofA = 0;
    double ofB = 0;
    double both = 0;
    for (int h = 0; h < prior.length; h++) {
      ofA += prior[h] * a[h];
      ofB += prior[h] * b[h];
      both += prior[h] * a[h] * b[h];
    }
    return Math.log(ofA * ofB / both);
  }

  private static boolean explained(
      Diagnosis diagnosis, double[] posterior, int cause, Event.Reading reading) {
    double[] row = row(diagnosis, reading);
    double mass = 0;
    double explained = 0;
    for (int h = 0; h < posterior.length; h++) {
      if (diagnosis.hypotheses().get(h).of() == cause) {
        mass += posterior[h];
        explained += posterior[h] * row[h];
      }
    }
    return explained >= UNEXPLAINED * mass;
  }

  private static Optional<Check> cheaper(
      Diagnosis diagnosis, Case about, Event.Reading a, Event.Reading b) {
    return List.of(a, b).stream()
        .filter(reading -> !repeated(about, reading))
        .map(reading -> diagnosis.casebook().check(reading.check()).orElseThrow())
        .min(Comparator.comparingDouble(diagnosis.rules()::cost));
  }

  /** Whether the same answer was given twice: asking a third time teaches nothing. */
  private static boolean repeated(Case about, Event.Reading reading) {
    return about.events().stream()
            .filter(
                event ->
                    event instanceof Event.Reading other
                        && other.check().equals(reading.check())
                        && other.outcome().equals(reading.outcome())
                        && other.weight() >= Event.SEEN)
            .count()
        >= 2;
  }
}
