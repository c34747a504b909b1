package dottore.core.words;

import dottore.core.casebook.Casebook;
import dottore.core.casebook.Check;
import dottore.core.casebook.Vocabulary;
import dottore.core.casebook.Vocabulary.Meaning;
import java.util.ArrayList;
import java.util.Collections;
import java.util.Comparator;
import java.util.HashMap;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Set;
import org.apache.commons.text.similarity.LevenshteinDistance;
import org.tartarus.snowball.ext.EnglishStemmer;

/**
 * Understands typed words by the casebook's phrases: a phrase is heard in a clause when nearly all
 * of its telling words are there, in any order, and both deny or neither does. Immutable, may be
 * shared between threads.
 */
public final class Wording {
  /** The share of a phrase's weight that must be heard. */
  private static final double HEARD = 0.78;

  private static final double MISSPELT = 0.9;
  private static final int LONG_ENOUGH_TO_MISSPELL = 5;
  private static final int LONGEST = 2000;
  private static final int TELLING_WORDS = 3;
  private static final String NOT = "not";
  private static final Set<String> DENYING =
      Set.of(
          ("no not never nothing none without cannot neither cant dont doesnt didnt isnt wont"
                  + " wasnt arent hasnt")
              .split(" "));

  /** How far it gets, said loosely; anything more exact goes before it. */
  private static final Set<Meaning> LOOSE =
      Set.of(
          new Meaning.Answer(Check.HOW_FAR, "dark"),
          new Meaning.Answer(Check.HOW_FAR, "degraded"),
          new Meaning.Answer(Check.HOW_FAR, "unstable"));

  private static final double LOOSELY = 0.7;

  private static final Set<String> STOP =
      Set.of(
          ("a an the it its is are was were be been of to my your on in at and or that this by from"
               + " for has have had does do did i we he she they when while just very then so but"
               + " up with as also there here out me some any even only really again now if")
              .split(" "));

  /**
   * What somebody may have meant.
   *
   * @param words how the casebook says it
   * @param heard the clause that it was heard in
   * @param fit 0 to 1, higher is surer
   */
  public record Proposal(Meaning meaning, String words, String heard, double fit) {}

  private record Phrase(Meaning meaning, Set<String> words) {
    Phrase {
      words = Collections.unmodifiableSet(new LinkedHashSet<>(words));
    }
  }

  private record Clause(String text, Set<String> words) {
    Clause {
      words = Collections.unmodifiableSet(new LinkedHashSet<>(words));
    }
  }

  private final Casebook casebook;
  private final Map<String, String> synonyms = new HashMap<>();
  private final List<Phrase> phrases = new ArrayList<>();
  private final Map<String, Double> weights = new HashMap<>();

  public Wording(Casebook casebook) {
    this.casebook = casebook;
    EnglishStemmer stemmer = new EnglishStemmer();
    casebook
        .vocabulary()
        .synonyms()
        .forEach((word, stands) -> synonyms.put(stem(stemmer, word), stem(stemmer, stands)));
    for (Vocabulary.Sign sign : casebook.vocabulary().signs()) {
      phrases.add(new Phrase(sign.meaning(), words(stemmer, sign.phrase())));
    }
    for (Check check : casebook.checks()) {
      for (Check.Outcome outcome : check.outcomes()) {
        Set<String> words = words(stemmer, outcome.words());
        if (words.size() >= TELLING_WORDS) {
          phrases.add(new Phrase(new Meaning.Answer(check.id(), outcome.id()), words));
        }
      }
    }
    Map<String, Integer> uses = new HashMap<>();
    phrases.forEach(phrase -> phrase.words().forEach(word -> uses.merge(word, 1, Integer::sum)));
    uses.forEach((word, n) -> weights.put(word, Math.log(1 + (double) phrases.size() / n)));
  }

  /**
   * What may have been meant, the surest first: one answer for each check, each circumstance and
   * danger once. Text beyond two thousand characters is not read.
   */
  public List<Proposal> proposals(String typed, int atMost) {
    Map<Object, Proposal> best = new LinkedHashMap<>();
    for (Clause clause : clauses(typed)) {
      for (Phrase phrase : phrases) {
        double fit =
            fit(phrase.words(), clause.words()) * (LOOSE.contains(phrase.meaning()) ? LOOSELY : 1);
        if (fit > 0) {
          Proposal proposal =
              new Proposal(phrase.meaning(), say(phrase.meaning()), clause.text(), fit);
          best.merge(subject(phrase.meaning()), proposal, (a, b) -> b.fit() > a.fit() ? b : a);
        }
      }
    }
    return best.values().stream()
        .sorted(Comparator.comparingDouble(Proposal::fit).reversed())
        .limit(atMost)
        .toList();
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

  /** Zero when it is not heard. */
  private double fit(Set<String> phrase, Set<String> clause) {
    if (phrase.isEmpty() || phrase.contains(NOT) != clause.contains(NOT)) {
      return 0;
    }
    double heard = 0;
    double all = 0;
    Set<String> used = new HashSet<>();
    for (String word : phrase) {
      double weight = weights.getOrDefault(word, 1.0);
      all += weight;
      if (clause.contains(word)) {
        heard += weight;
        used.add(word);
      } else {
        String near = misspelt(word, clause);
        if (!near.isEmpty()) {
          heard += MISSPELT * weight;
          used.add(near);
        }
      }
    }
    if (heard / all < HEARD) {
      return 0;
    }
    double spoken = 0;
    double spokenAndHeard = 0;
    for (String word : clause) {
      double weight = weights.getOrDefault(word, 1.0);
      spoken += weight;
      spokenAndHeard += used.contains(word) ? weight : 0;
    }
    return heard / all * (0.6 + 0.4 * spokenAndHeard / spoken);
  }

  /** A word that nobody knows, one letter away; empty if there is none. */
  private String misspelt(String word, Set<String> clause) {
    if (word.length() < LONG_ENOUGH_TO_MISSPELL) {
      return "";
    }
    LevenshteinDistance distance = new LevenshteinDistance(1);
    return clause.stream()
        .filter(other -> other.length() >= LONG_ENOUGH_TO_MISSPELL)
        .filter(other -> !weights.containsKey(other))
        .filter(other -> distance.apply(word, other) == 1)
        .findFirst()
        .orElse("");
  }

  private List<Clause> clauses(String typed) {
    String text = typed.length() > LONGEST ? typed.substring(0, LONGEST) : typed;
    EnglishStemmer stemmer = new EnglishStemmer();
    List<Clause> clauses = new ArrayList<>();
    for (String part : text.split("[,.;:!?\\n]+|\\s+(?i:and then|and|but)\\s+")) {
      Set<String> words = words(stemmer, part);
      if (!words.isEmpty()) {
        clauses.add(new Clause(part.strip(), words));
      }
    }
    return clauses;
  }

  private Set<String> words(EnglishStemmer stemmer, String text) {
    String plain = text.toLowerCase(Locale.ROOT).replace('’', '\'').replace("n't", " not");
    Set<String> words = new HashSet<>();
    for (String word : plain.split("[^a-z0-9]+")) {
      if (DENYING.contains(word)) {
        words.add(NOT);
      } else if (!word.isEmpty() && !STOP.contains(word)) {
        String stem = stem(stemmer, word);
        words.add(synonyms.getOrDefault(stem, stem));
      }
    }
    return words;
  }

  private static String stem(EnglishStemmer stemmer, String word) {
    stemmer.setCurrent(word.toLowerCase(Locale.ROOT));
    stemmer.stem();
    return stemmer.getCurrent();
  }
}
