package dottore.app.demo;

import com.fasterxml.jackson.annotation.JsonAnySetter;
import dottore.app.record.Record;
import dottore.app.shelf.ShelfBook;
import dottore.app.shop.Shop;
import java.io.IOException;
import java.io.InputStream;
import java.io.UncheckedIOException;
import java.time.Duration;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;
import org.springframework.context.annotation.Profile;
import org.springframework.stereotype.Component;
import tools.jackson.dataformat.yaml.YAMLMapper;

/** The shelf of the demo shop. */
@Component
@Profile("demo")
class DemoShelf {
  /** A stick with what is on it. */
  static final class Stick {
    public List<String> carries = List.of();
    public int ago;
    final Map<String, String> fields = new HashMap<>();

    @JsonAnySetter
    void field(String name, String value) {
      fields.put(name, value);
    }
  }

  /** An image. */
  static final class Image {
    public int days;
    final Map<String, String> fields = new HashMap<>();

    @JsonAnySetter
    void field(String name, String value) {
      fields.put(name, value);
    }

    String words() {
      return fields.get("name") + " " + fields.get("release");
    }
  }

  /** All of it; machines by their model. */
  record Shelf(
      List<Image> images,
      List<Stick> sticks,
      List<Map<String, String>> parts,
      Map<String, String> lent,
      Map<String, String> waits) {}

  private final ShelfBook book;
  private final Record record;
  private final Shop shop;

  DemoShelf(ShelfBook book, Record record, Shop shop) {
    this.book = book;
    this.record = record;
    this.shop = shop;
  }

  /** Puts it up; the tickets are told already. */
  void fill(String who) {
    Shelf shelf = read();
    for (Image image : shelf.images()) {
      image.fields.put("released", shop.today().minusDays(image.days).toString());
      sure(book.image(Optional.empty(), image.fields));
    }
    Map<String, Long> images = book.imageIds();
    for (Stick stick : shelf.sticks()) {
      sure(book.stick(Optional.empty(), stick.fields));
      Set<Long> what =
          stick.carries.stream()
              .map(name -> Objects.requireNonNull(images.get(name), name))
              .collect(Collectors.toSet());
      book.written(
          stickId(stick.fields.getOrDefault("label", "")),
          what,
          shop.now().minus(Duration.ofDays(stick.ago)),
          who);
    }
    shelf.parts().forEach(part -> sure(book.part(Optional.empty(), part)));
    shelf.lent().forEach((label, model) -> book.lend(stickId(label), claim(model), who));
    shelf
        .waits()
        .forEach(
            (image, model) ->
                book.want(Objects.requireNonNull(images.get(image), image), claim(model), true));
  }

  private long stickId(String label) {
    return Objects.requireNonNull(book.stickIds().get(label), label);
  }

  private String claim(String model) {
    return record.bench().entrySet().stream()
        .filter(machine -> machine.getValue().endsWith(model))
        .map(Map.Entry::getKey)
        .findFirst()
        .orElseThrow(() -> new IllegalStateException("no " + model + " on the bench"));
  }

  private static void sure(Map<String, String> faults) {
    if (!faults.isEmpty()) {
      throw new IllegalStateException("the demo's shelf has faults: " + faults);
    }
  }

  private static Shelf read() {
    try (InputStream in = DemoShelf.class.getResourceAsStream("/demo/shelf.yaml")) {
      return YAMLMapper.builder().build().readValue(Objects.requireNonNull(in), Shelf.class);
    } catch (IOException broken) {
      throw new UncheckedIOException("the demo's shelf can not be read", broken);
    }
  }
}
