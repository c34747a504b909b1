package dottore.core.casebook;

import dottore.core.units.Minutes;
import java.util.ArrayList;
import java.util.Collection;
import java.util.Comparator;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;

/** A whole casebook: immutable, checked, in a stable order. */
public final class Casebook {
  private final Map<String, Cause> causes;
  private final Map<String, Check> checks;
  private final Map<String, Repair> repairs;
  private final Vocabulary vocabulary;
  private final Map<String, String> sources;

  Casebook(
      Map<String, Cause> causes,
      Map<String, Check> checks,
      Map<String, Repair> repairs,
      Vocabulary vocabulary,
      Map<String, String> sources) {
    this.vocabulary = vocabulary;
    this.sources = Map.copyOf(sources);
    this.causes = new LinkedHashMap<>(causes);
    this.checks = new LinkedHashMap<>(checks);
    this.repairs = new LinkedHashMap<>(repairs);
  }

  /**
   * The casebook that ships with the product.
   *
   * @throws CasebookFault if a file is damaged
   */
  public static Casebook shipped() {
    return CasebookReader.shipped();
  }

  public Collection<Cause> causes() {
    return causes.values();
  }

  public Collection<Check> checks() {
    return checks.values();
  }

  public Collection<Repair> repairs() {
    return repairs.values();
  }

  public Optional<Cause> cause(String id) {
    return Optional.ofNullable(causes.get(id));
  }

  public Optional<Check> check(String id) {
    return Optional.ofNullable(checks.get(id));
  }

  public Optional<Repair> repair(String id) {
    return Optional.ofNullable(repairs.get(id));
  }

  /** What people type, and what it means here. */
  public Vocabulary vocabulary() {
    return vocabulary;
  }

  /**
   * The text of a cause, check or repair as its author wrote it, in YAML; empty if there is none
   * such.
   */
  public String source(String id) {
    return sources.getOrDefault(id, "");
  }

  /** The same casebook with other odds for its causes and other minutes for its steps. */
  public Casebook with(Map<String, Cause> odds, Map<String, Minutes> hands) {
    Map<String, Cause> causesNow = new LinkedHashMap<>(causes);
    causesNow.replaceAll((id, cause) -> odds.getOrDefault(id, cause));
    Map<String, Check> checksNow = new LinkedHashMap<>(checks);
    checksNow.replaceAll((id, c) -> hands.containsKey(id) ? c.taking(hands.get(id)) : c);
    Map<String, Repair> repairsNow = new LinkedHashMap<>(repairs);
    repairsNow.replaceAll((id, r) -> hands.containsKey(id) ? r.taking(hands.get(id)) : r);
    return new Casebook(causesNow, checksNow, repairsNow, vocabulary, sources);
  }

  /** A check or repair. */
  public Optional<Step> step(String id) {
    return check(id).<Step>map(c -> c).or(() -> repair(id));
  }

  /**
   * Checks and repairs that match typed words, best first. Several things may be typed in one line
   * ("fans light module"): a step needs to match one word, and those matching more come first.
   */
  public List<Step> find(String typed, int atMost) {
    List<String> words = words(typed);
    if (words.isEmpty()) {
      return List.of();
    }
    record Hit(Step step, double score) {}
    List<Hit> hits = new ArrayList<>();
    for (Collection<? extends Step> part : List.of(checks.values(), repairs.values())) {
      for (Step step : part) {
        double score = score(step, words);
        if (score > 0) {
          hits.add(new Hit(step, score));
        }
      }
    }
    return hits.stream()
        .sorted(
            Comparator.comparingDouble(Hit::score).reversed().thenComparing(hit -> hit.step().id()))
        .limit(atMost)
        .map(Hit::step)
        .toList();
  }

  /** Causes whose name or sign holds every typed word; all of them if nothing is typed. */
  public List<Cause> causesLike(String typed) {
    List<String> words = words(typed);
    return causes.values().stream()
        .filter(
            cause -> {
              String text = (cause.name() + " " + cause.sign()).toLowerCase(Locale.ROOT);
              return words.stream().allMatch(text::contains);
            })
        .toList();
  }

  private static List<String> words(String typed) {
    return List.of(typed.toLowerCase(Locale.ROOT).split("[^a-z0-9]+")).stream()
        .filter(word -> word.length() > 1)
        .toList();
  }

  private static double score(Step step, List<String> words) {
    double score = 0;
    String title = " " + (step.name() + " " + step.id()).toLowerCase(Locale.ROOT).replace('-', ' ');
    StringBuilder body = new StringBuilder(" ").append(step.how());
    if (step instanceof Check check) {
      body.append(' ').append(check.question());
      check.outcomes().forEach(outcome -> body.append(' ').append(outcome.words()));
    }
    String text = body.toString().toLowerCase(Locale.ROOT);
    for (String word : words) {
      String stem =
          word.length() > 4 && word.endsWith("s") ? word.substring(0, word.length() - 1) : word;
      if (title.contains(" " + stem)) {
        score += 3;
      } else if (text.contains(" " + stem)) {
        score += 1;
      }
    }
    return score;
  }
}
