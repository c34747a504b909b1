package dottore.core.words;

import dottore.core.casebook.Casebook;
import dottore.core.casebook.Check;
import dottore.core.casebook.Context;
import dottore.core.casebook.Mark;
import dottore.core.casebook.Vocabulary.Meaning;
import dottore.core.casebook.Vocabulary.Sign;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/**
 * Understands typed words by the casebook's phrases, several for each answer, circumstance and
 * danger: each clause is held against all of them, and what the nearest ones mean is proposed.
 * Immutable, may be shared between threads.
 */
public final class Wording {
  /** How well the nearest phrase must fit. */
  private static final double HEARD = 0.25;

  /** The same for danger: rather asked once too often. */
  private static final double HEARD_DANGER = 0.15;

  /** How much further phrases of the same meaning add. */
  private static final double AGREE = 0.3;

  /** Answers of one check that are shown beside each other at most. */
  private static final int ALIKE = 3;

  /** What fits less than this share of the surest is not shown beside it. */
  private static final double NEAR_THE_SUREST = 0.2;

  private static final int FOR_EACH_FURTHER = 2;
  private static final int MOST_FURTHER = 3;
  private static final int NEAREST = 40;

  /** What changed, said behind what it does. */
  private static final Pattern SINCE =
      Pattern.compile(
          "\\S.*\\s(?:after|since)\\s+(?<what>\\S+\\s+\\S.*)", Pattern.CASE_INSENSITIVE);

  private static final int LONGEST = 2000;

  /** How far it gets, said loosely; anything more exact goes before it. */
  private static final Set<Meaning> LOOSE =
      Set.of(
          new Meaning.Answer(Check.HOW_FAR, "dark"),
          new Meaning.Answer(Check.HOW_FAR, "degraded"),
          new Meaning.Answer(Check.HOW_FAR, "unstable"));

  private static final double LOOSELY = 0.7;

  /**
   * What somebody may have meant.
   *
   * @param words how the casebook says it
   * @param heard the clause that it was heard in
   * @param fit above 0, higher is surer
   */
  public record Proposal(Meaning meaning, String words, String heard, double fit) {
    /** From this fit on every danger that is heard in the casebook's own phrases is one. */
    private static final double SURE = 0.8;

    /** The danger that was surely heard, if it is one: it is taken until somebody says no. */
    public Optional<Mark> sureDanger() {
      return meaning instanceof Meaning.Danger danger && fit >= SURE
          ? Optional.of(danger.mark())
          : Optional.empty();
    }
  }

  private final Casebook casebook;
  private final PhraseIndex index;

  public Wording(Casebook casebook) {
    this(casebook, casebook.vocabulary().signs());
  }

  /** With these phrases beside the outcomes' own words. */
  Wording(Casebook casebook, List<Sign> phrases) {
    this.casebook = casebook;
    List<Sign> signs = new ArrayList<>(phrases);
    for (Check check : casebook.checks()) {
      for (Check.Outcome outcome : check.outcomes()) {
        signs.add(
            new Sign(
                new Meaning.Answer(check.id(), outcome.id()),
                check.name() + " " + outcome.words()));
      }
    }
    index = new PhraseIndex(signs, casebook.vocabulary().synonyms());
  }

  /**
   * What may have been meant, the surest first: up to three answers of a check, each circumstance
   * once. Each clause has its best said before any has its second. Text beyond two thousand
   * characters is not read.
   *
   * @param atMost for one clause; each further one has room for two more, and every danger that was
   *     heard is there beyond that
   */
  public List<Proposal> proposals(String typed, int atMost) {
    Set<String> clauses = clauses(typed);
    int room = atMost + FOR_EACH_FURTHER * Math.min(MOST_FURTHER, Math.max(0, clauses.size() - 1));
    List<List<Proposal>> heard = clauses.stream().map(this::proposals).toList();
    Map<Meaning, Proposal> shown = new LinkedHashMap<>();
    int longest = heard.stream().mapToInt(List::size).max().orElse(0);
    for (int rank = 0; rank < longest; rank++) {
      for (List<Proposal> clause : heard) {
        if (clause.size() > rank) {
          Proposal proposal = asDanger(clause.get(rank));
          boolean known = shown.containsKey(proposal.meaning());
          if (known || rank < atMost && shown.size() < room || isDanger(proposal.meaning())) {
            shown.merge(proposal.meaning(), proposal, (a, b) -> b.fit() > a.fit() ? b : a);
          }
        }
      }
    }
    return shown.values().stream()
        .sorted(Comparator.comparingDouble(Proposal::fit).reversed())
        .toList();
  }

  /** A circumstance that is a danger is heard as the danger: one fact, shown once. */
  private static Proposal asDanger(Proposal proposal) {
    return proposal.meaning() instanceof Meaning.Circumstance c
        ? c.context()
            .mark()
            .map(
                mark ->
                    new Proposal(
                        new Meaning.Danger(mark), mark.words(), proposal.heard(), proposal.fit()))
            .orElse(proposal)
        : proposal;
  }

  /** Of one clause, the surest first, without what is far from the surest. */
  private List<Proposal> proposals(String clause) {
    List<Proposal> sorted =
        heard(clause).entrySet().stream()
            .map(e -> new Proposal(e.getKey(), say(e.getKey()), clause, e.getValue()))
            .sorted(Comparator.comparingDouble(Proposal::fit).reversed())
            .toList();
    Map<Object, Integer> alike = new HashMap<>();
    return sorted.stream()
        .filter(proposal -> alike.merge(subject(proposal.meaning()), 1, Integer::sum) <= ALIKE)
        .filter(
            proposal ->
                proposal.fit() >= NEAR_THE_SUREST * sorted.get(0).fit()
                    || isDanger(proposal.meaning()))
        .toList();
  }

  /** What one clause may mean, and how surely. */
  private Map<Meaning, Double> heard(String clause) {
    Map<Meaning, Double> heard = new LinkedHashMap<>();
    for (PhraseIndex.Hit hit : index.nearest(clause, NEAREST)) {
      Meaning meaning = hit.sign().meaning();
      double fit = hit.fit() * (LOOSE.contains(meaning) ? LOOSELY : 1);
      if (heard.containsKey(meaning)) {
        heard.merge(meaning, AGREE * fit * fit, Double::sum);
      } else if (hit.fit() >= (isDanger(meaning) ? HEARD_DANGER : HEARD)) {
        heard.put(meaning, fit);
      }
    }
    return heard;
  }

  private static boolean isDanger(Meaning meaning) {
    return meaning instanceof Meaning.Danger
        || meaning.equals(new Meaning.Circumstance(Context.LIQUID));
  }

  private static Object subject(Meaning meaning) {
    return meaning instanceof Meaning.Answer answer ? answer.check() : meaning;
  }

  private String say(Meaning meaning) {
    if (meaning instanceof Meaning.Answer answer) {
      return casebook.check(answer.check()).orElseThrow().outcome(answer.outcome()).words();
    }
    return meaning instanceof Meaning.Circumstance circumstance
        ? circumstance.context().words()
        : ((Meaning.Danger) meaning).mark().words();
  }

  private static Set<String> clauses(String typed) {
    String text = typed.length() > LONGEST ? typed.substring(0, LONGEST) : typed;
    Set<String> clauses = new LinkedHashSet<>();
    for (String part : text.split("[,.;:!?\\n]+|\\s+(?i:and then|and|but)\\s+")) {
      if (!part.isBlank()) {
        clauses.add(part.strip());
        Matcher cause = SINCE.matcher(part);
        if (cause.find()) {
          clauses.add(cause.group("what").strip());
        }
      }
    }
    return clauses;
  }
}
