package dottore.core.facts;

import java.util.ArrayList;
import java.util.Collections;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;

/**
 * What is known of a machine at one moment, the last word on each fact. Immutable. What is kept but
 * cannot be read counts as not known, and says so: it never keeps a page from opening.
 */
public final class Facts {
  private static final Facts NONE = new Facts(Map.of());

  private final Map<String, String> kept;

  private Facts(Map<String, String> kept) {
    this.kept = kept;
  }

  public static Facts none() {
    return NONE;
  }

  /**
   * @param kept texts by the name of their fact
   */
  public static Facts of(Map<String, String> kept) {
    return new Facts(Collections.unmodifiableMap(new LinkedHashMap<>(kept)));
  }

  /** These, with others that have the last word. */
  public Facts with(Facts later) {
    if (later.kept.isEmpty()) {
      return this;
    }
    Map<String, String> all = new LinkedHashMap<>(kept);
    all.putAll(later.kept);
    return new Facts(Collections.unmodifiableMap(all));
  }

  /** These, with one more. */
  public <T> Facts with(Fact<T> fact, T value) {
    return with(Facts.of(Map.of(fact.name(), fact.print(value))));
  }

  /** These, and nobody knows one of them any more. */
  public Facts without(Fact<?> fact) {
    return with(Facts.of(Map.of(fact.name(), "")));
  }

  /** These, without what others say already. */
  public Facts beyond(Facts others) {
    Map<String, String> more = new LinkedHashMap<>(kept);
    more.entrySet().removeIf(e -> others.kept.getOrDefault(e.getKey(), "").equals(e.getValue()));
    return of(more);
  }

  /** What is known; empty if nobody looked, or what is kept cannot be read. */
  public <T> Optional<T> find(Fact<T> fact) {
    try {
      return fact.read(text(fact));
    } catch (FactFault unreadable) {
      return Optional.empty();
    }
  }

  /**
   * What is known, or what the fact takes while nobody knows.
   *
   * @throws IllegalArgumentException if the fact takes nothing then; ask {@link #find} for it
   */
  public <T> T get(Fact<T> fact) {
    return find(fact)
        .or(fact::otherwise)
        .orElseThrow(() -> new IllegalArgumentException(fact + " can be unknown"));
  }

  /** Whether somebody knows. */
  public boolean has(Fact<?> fact) {
    return find(fact).isPresent();
  }

  /** As it is kept; empty if nobody looked. */
  public String text(Fact<?> fact) {
    return kept.getOrDefault(fact.name(), "");
  }

  /** What of some facts is kept and cannot be read, in words with the kept text. */
  public List<String> unreadable(List<Fact<?>> facts) {
    List<String> faults = new ArrayList<>();
    for (Fact<?> fact : facts) {
      fact.fault(text(fact))
          .ifPresent(
              what -> faults.add(fact.words() + " " + what + ": " + FactForm.brief(text(fact))));
    }
    return faults;
  }

  public boolean isEmpty() {
    return kept.isEmpty();
  }

  /** Texts by the name of their fact, as they are kept. */
  public Map<String, String> kept() {
    return kept;
  }

  @Override
  public boolean equals(Object other) {
    return other instanceof Facts facts && facts.kept.equals(kept);
  }

  @Override
  public int hashCode() {
    return kept.hashCode();
  }

  @Override
  public String toString() {
    return kept.toString();
  }
}
