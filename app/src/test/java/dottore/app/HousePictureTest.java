package dottore.app;

import static org.assertj.core.api.Assertions.assertThat;

import com.tngtech.archunit.core.domain.JavaClass;
import com.tngtech.archunit.core.importer.ClassFileImporter;
import com.tngtech.archunit.core.importer.ImportOption;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeMap;
import java.util.TreeSet;
import org.junit.jupiter.api.Test;

/**
 * The picture of the house in docs is drawn from the code: a row for each room, a dot for a use.
 */
class HousePictureTest {
  private static final Path PICTURE = Path.of("..", "docs", "house.svg");
  private static final int STEP = 18;
  private static final int LEFT = 92;
  private static final int TOP = 26;
  private static final int CORE_GAP = 40;
  private static final int WIDTH = 1240;

  private record Room(String half, String name, int depth, String words) {
    String path() {
      return half + "/" + name;
    }
  }

  private final Map<String, Set<String>> uses = new TreeMap<>();

  @Test
  void isAsTheCodeIs() throws IOException {
    for (JavaClass type :
        new ClassFileImporter()
            .withImportOption(new ImportOption.DoNotIncludeTests())
            .withImportOption(location -> !location.contains("-tests.jar"))
            .importPackages("dottore")) {
      room(type)
          .ifPresent(
              from ->
                  type.getDirectDependenciesFromSelf()
                      .forEach(
                          d ->
                              room(d.getTargetClass())
                                  .filter(to -> !to.equals(from))
                                  .ifPresent(to -> uses(from).add(to))));
      room(type).ifPresent(this::uses);
    }
    String drawn = draw();
    if (Boolean.getBoolean("dottore.shots")) {
      Files.writeString(PICTURE, drawn);
    }
    assertThat(uses("core/firmware")).doesNotContain("core/drive");
    assertThat(uses("core/drive")).doesNotContain("core/firmware");
    assertThat(Files.readString(PICTURE))
        .as("docs/house.svg is old: ./dottore shots draws it anew")
        .isEqualTo(drawn);
  }

  private Set<String> uses(String room) {
    return uses.computeIfAbsent(room, r -> new TreeSet<>());
  }

  private static java.util.Optional<String> room(JavaClass type) {
    String[] parts = type.getBaseComponentType().getPackageName().split("\\.");
    return parts.length > 2 && parts[0].equals("dottore") && !parts[1].equals("benchmarks")
        ? java.util.Optional.of(parts[1] + "/" + parts[2])
        : java.util.Optional.empty();
  }

  private int depth(String room) {
    return uses(room).stream()
        .filter(to -> to.startsWith(room.substring(0, 4)))
        .mapToInt(to -> depth(to) + 1)
        .max()
        .orElse(0);
  }

  private List<Room> rooms(String half) throws IOException {
    List<Room> rooms = new ArrayList<>();
    for (String path : Set.copyOf(uses.keySet())) {
      if (path.startsWith(half + "/")) {
        String name = path.substring(half.length() + 1);
        rooms.add(new Room(half, name, depth(path), words(half, name)));
      }
    }
    rooms.sort(Comparator.comparingInt(Room::depth).thenComparing(Room::name));
    return rooms;
  }

  /** The first sentence of its package's description. */
  private static String words(String half, String room) throws IOException {
    Path info = Path.of("..", half, "src/main/java/dottore", half, room, "package-info.java");
    String text = Files.readString(info);
    String inside = text.substring(text.indexOf("/**") + 3, text.indexOf("*/"));
    String plain = inside.replaceAll("\\s*\\n \\*\\s?", " ").replaceAll("\\{@\\w+ |}", "").strip();
    String first = plain.split("<p>|\\. ")[0].strip().replaceAll("[.:]$", "");
    return first.length() > 88 ? first.substring(0, 87) + "…" : first;
  }

  private String draw() throws IOException {
    List<Room> core = rooms("core");
    List<Room> app = rooms("app");
    List<Room> columns = new ArrayList<>(core);
    columns.addAll(app);
    int height = TOP + (core.size() + app.size()) * STEP + CORE_GAP + 66;
    StringBuilder svg = new StringBuilder();
    svg.append(
        """
        <svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 %d %d" font-family="sans-serif" font-size="12">
        <title>The rooms of the house, from the ground up; a dot says which room uses which</title>
        <rect width="%d" height="%d" fill="#FBFAF5"/>
        """
            .formatted(WIDTH, height, WIDTH, height));
    rows(svg, "core, the trade", core, columns, core.size(), TOP);
    rows(svg, "app, the places", app, columns, core.size(), TOP + core.size() * STEP + CORE_GAP);
    int foot = height - 62;
    for (int i = 0; i < columns.size(); i++) {
      double x = x(i, core.size());
      svg.append(
          "<text x=\"%.0f\" y=\"%d\" fill=\"#4A5955\" font-size=\"10\" transform=\"rotate(60 %.0f %d)\">%s</text>%n"
              .formatted(x - 3, foot, x - 3, foot, columns.get(i).name()));
    }
    return svg.append("</svg>\n").toString().replace("\r", "");
  }

  private static double x(int column, int core) {
    return LEFT + column * 14 + (column >= core ? 14 : 0);
  }

  private void rows(
      StringBuilder svg, String title, List<Room> rows, List<Room> columns, int core, int top) {
    svg.append(
        "<text x=\"8\" y=\"%d\" font-weight=\"bold\" fill=\"#17211F\">%s</text>%n"
            .formatted(top - 8, title));
    int words = (int) x(columns.size(), core) + 12;
    for (int r = 0; r < rows.size(); r++) {
      Room room = rows.get(r);
      int y = top + 10 + r * STEP;
      svg.append(
          "<path d=\"M8 %d.5H%d\" stroke=\"#B9C4BF\" stroke-width=\".5\"/>%n"
              .formatted(y + 5, WIDTH - 8));
      svg.append("<text x=\"8\" y=\"%d\" fill=\"#17211F\">%s</text>%n".formatted(y, room.name()));
      for (int c = 0; c < columns.size(); c++) {
        String column = columns.get(c).path();
        if (column.equals(room.path())) {
          svg.append(
              "<rect x=\"%.0f\" y=\"%d\" width=\"8\" height=\"8\" fill=\"#17211F\"/>%n"
                  .formatted(x(c, core) - 4, y - 8));
        } else if (uses(room.path()).contains(column)) {
          svg.append(
              "<circle cx=\"%.0f\" cy=\"%d\" r=\"3.5\" fill=\"#1D4E89\"/>%n"
                  .formatted(x(c, core), y - 4));
        }
      }
      svg.append(
          "<text x=\"%d\" y=\"%d\" fill=\"#4A5955\" font-size=\"11\">%s</text>%n"
              .formatted(words, y, room.words()));
    }
  }
}
