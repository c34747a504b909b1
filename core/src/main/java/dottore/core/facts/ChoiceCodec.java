package dottore.core.facts;

import java.util.Collections;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import org.jspecify.annotations.Nullable;

/**
 * One of some values.
 *
 * @param byId in the order of the screen
 * @param shown the words of each on the screen, by id
 */
record ChoiceCodec<T>(Map<String, T> byId, Map<String, String> shown) implements Codec<T> {
  ChoiceCodec {
    byId = Collections.unmodifiableMap(new LinkedHashMap<>(byId));
    shown = Collections.unmodifiableMap(new LinkedHashMap<>(shown));
  }

  @Override
  public T read(String text) throws FactFault {
    @Nullable T value = byId.get(text);
    if (value == null) {
      throw new FactFault("not one of the choices");
    }
    return value;
  }

  @Override
  public String print(T value) {
    return byId.entrySet().stream()
        .filter(entry -> entry.getValue().equals(value))
        .map(Map.Entry::getKey)
        .findFirst()
        .orElseThrow(() -> new IllegalArgumentException(value + " is none of " + byId.keySet()));
  }

  @Override
  public String say(T value) {
    String id = print(value);
    String words = shown.getOrDefault(id, id);
    return words.equals(id) ? id.replace('-', ' ') : words;
  }

  @Override
  public List<Fact.Choice> choices() {
    return byId.keySet().stream()
        .map(id -> new Fact.Choice(id, shown.getOrDefault(id, id)))
        .toList();
  }
}
