package dottore.core.facts;

import java.util.function.Function;
import java.util.function.Predicate;
import tools.jackson.core.JacksonException;
import tools.jackson.databind.DeserializationFeature;
import tools.jackson.databind.json.JsonMapper;

/** A value of several parts, kept as JSON. */
record StructuredCodec<T>(Class<T> of, Function<T, String> words, Predicate<T> sound)
    implements Codec<T> {
  /** The longest that is kept; a table of 128 partitions fits. */
  private static final int LONGEST = 1 << 15;

  private static final JsonMapper JSON =
      JsonMapper.builder()
          .enable(DeserializationFeature.FAIL_ON_NULL_FOR_PRIMITIVES)
          .disable(DeserializationFeature.FAIL_ON_UNKNOWN_PROPERTIES)
          .build();

  @Override
  public T read(String text) throws FactFault {
    if (text.length() > LONGEST) {
      throw new FactFault("is longer than any that is read");
    }
    try {
      T value = JSON.readValue(text, of);
      if (value == null || !sound.test(value)) {
        throw new FactFault("does not make sense");
      }
      return value;
    } catch (JacksonException | IllegalArgumentException | NullPointerException damaged) {
      throw new FactFault("cannot be read");
    } catch (ArithmeticException beyond) {
      throw new FactFault("holds a number beyond all that is measured");
    }
  }

  @Override
  public String print(T value) {
    return JSON.writeValueAsString(value);
  }

  @Override
  public String say(T value) {
    return words.apply(value);
  }
}
