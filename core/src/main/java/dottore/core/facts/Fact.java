package dottore.core.facts;

import java.math.BigDecimal;
import java.util.Arrays;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.function.Function;
import java.util.stream.Collectors;

/**
 * Something that can be known of a machine. Two facts of one name are the same fact.
 *
 * @param <T> what is known
 */
public final class Fact<T> {
  /** Characters that are kept of a text. */
  public static final int LONGEST = 80;

  /**
   * A value to choose.
   *
   * @param id as it is kept
   * @param words on the screen
   */
  public record Choice(String id, String words) {}

  private final String name;
  private final String words;
  private final Codec<T> codec;
  private final Optional<T> otherwise;

  Fact(String name, String words, Codec<T> codec, Optional<T> otherwise) {
    this.name = name;
    this.words = words;
    this.codec = codec;
    this.otherwise = otherwise;
  }

  /** Free words, up to {@link #LONGEST} characters; nothing known is the empty text. */
  public static Fact<String> text(String name, String words) {
    return new Fact<>(name, words, new TextCodec(), Optional.of(""));
  }

  /** Said, or not. */
  public static Fact<Boolean> tick(String name, String words) {
    return new Fact<>(name, words, new TickCodec(words), Optional.of(false));
  }

  /** Yes, no, or nobody looked. */
  public static Fact<Boolean> yesNo(String name, String words) {
    Map<String, Boolean> values = new LinkedHashMap<>();
    values.put("yes", true);
    values.put("no", false);
    return new Fact<>(name, words, new ChoiceCodec<>(values, Map.of()), Optional.empty());
  }

  /** One of the constants of an enum, kept as its name in small letters with dashes. */
  public static <E extends Enum<E>> Fact<E> choice(String name, String words, Class<E> of) {
    return choice(name, words, of, Map.of());
  }

  /**
   * @param said the words of each constant on the screen; its id where it has none
   */
  public static <E extends Enum<E>> Fact<E> choice(
      String name, String words, Class<E> of, Map<E, String> said) {
    return choice(name, words, List.of(of.getEnumConstants()), Fact::id, said);
  }

  /**
   * @param said how a constant says itself on the screen
   */
  public static <E extends Enum<E>> Fact<E> choice(
      String name, String words, Class<E> of, Function<E, String> said) {
    return choice(
        name,
        words,
        of,
        Arrays.stream(of.getEnumConstants()).collect(Collectors.toMap(Function.identity(), said)));
  }

  /** One of some constants, kept by ids of their own. */
  public static <E extends Enum<E>> Fact<E> choice(
      String name, String words, List<E> values, Function<E, String> id, Map<E, String> said) {
    Map<String, E> byId =
        values.stream()
            .collect(Collectors.toMap(id, Function.identity(), (a, b) -> a, LinkedHashMap::new));
    Map<String, String> shown = new LinkedHashMap<>();
    values.forEach(v -> shown.put(id.apply(v), said.getOrDefault(v, id.apply(v))));
    return new Fact<>(name, words, new ChoiceCodec<>(byId, shown), Optional.empty());
  }

  /** A whole number from zero to a bound, typed with or without its unit. */
  public static Fact<Integer> whole(String name, String words, int most, String unit) {
    return new Fact<>(name, words, new WholeCodec(most, unit), Optional.empty());
  }

  /** A number with up to three decimals, from zero to a bound. */
  public static Fact<BigDecimal> decimal(String name, String words, double most, String unit) {
    return decimal(name, words, most, unit, "");
  }

  /**
   * @param hint what may be wrong with a number beyond the bound
   */
  public static Fact<BigDecimal> decimal(
      String name, String words, double most, String unit, String hint) {
    return new Fact<>(name, words, new DecimalCodec(most, unit, hint), Optional.empty());
  }

  /** A fingerprint: hexadecimal digits. */
  public static Fact<String> digest(String name, String words) {
    return new Fact<>(name, words, new DigestCodec(), Optional.empty());
  }

  /**
   * A value of several parts, read by a device and not typed.
   *
   * @param say it in words of the log
   * @param sound whether the parts that were read make sense together
   */
  public static <T> Fact<T> structured(
      String name,
      String words,
      Class<T> of,
      Function<T, String> say,
      java.util.function.Predicate<T> sound) {
    return new Fact<>(name, words, new StructuredCodec<>(of, say, sound), Optional.empty());
  }

  /** The same, where nobody looked means something of its own. */
  public Fact<T> otherwise(T value) {
    return new Fact<>(name, words, codec, Optional.of(value));
  }

  static String id(Enum<?> value) {
    return value.name().toLowerCase(Locale.ROOT).replace('_', '-');
  }

  public String name() {
    return name;
  }

  /** On the screen and in the log. */
  public String words() {
    return words;
  }

  /** What is taken while nobody knows, where the fact has such a value. */
  Optional<T> otherwise() {
    return otherwise;
  }

  /** The values there are, where somebody chooses; empty where somebody types. */
  public List<Choice> choices() {
    return codec.choices();
  }

  boolean ticked() {
    return codec instanceof TickCodec;
  }

  String plain(String typed) {
    return codec.plain(typed);
  }

  /**
   * Reads a kept text.
   *
   * @return empty for the empty text: nobody knows
   * @throws FactFault if it is no value
   */
  public Optional<T> read(String text) throws FactFault {
    return text.isEmpty() ? Optional.empty() : Optional.of(codec.read(text));
  }

  /** What is wrong with a kept text, or empty. */
  public Optional<String> fault(String text) {
    try {
      read(text);
      return Optional.empty();
    } catch (FactFault wrong) {
      return Optional.of(wrong.words());
    }
  }

  /** The text that is kept of a value. */
  public String print(T value) {
    return codec.print(value);
  }

  /** A kept text in words of the log; one that is no value stands as it is. */
  String say(String text) {
    if (ticked()) {
      return text.isEmpty() ? "not: " + words : words;
    }
    if (text.isEmpty()) {
      return words + " not known";
    }
    try {
      return (words + " " + codec.say(codec.read(text))).strip();
    } catch (FactFault wrong) {
      return words + " " + text;
    }
  }

  @Override
  public boolean equals(Object other) {
    return other instanceof Fact<?> fact && fact.name.equals(name);
  }

  @Override
  public int hashCode() {
    return Objects.hash(name);
  }

  @Override
  public String toString() {
    return name;
  }
}
