package dottore.app.firmware;

import dottore.core.machine.FileSystem;
import dottore.core.machine.Scheme;
import dottore.core.machine.Stick;
import java.util.List;
import java.util.stream.Collectors;
import org.springframework.stereotype.Component;
import tools.jackson.core.JacksonException;
import tools.jackson.databind.ObjectMapper;

/** A stick as it is kept in the log, and in words. */
@Component
class StickNote {
  private static final int MOST_FILES = 40;
  private static final int LONGEST = 80;

  private final ObjectMapper json;

  StickNote(ObjectMapper json) {
    this.json = json;
  }

  String of(Stick stick) {
    Stick kept = new Stick(stick.scheme(), stick.partitions(), stick.files().map(StickNote::first));
    try {
      return json.writeValueAsString(kept);
    } catch (JacksonException impossible) {
      throw new IllegalStateException("a stick cannot be written", impossible);
    }
  }

  private static List<String> first(List<String> files) {
    return files.stream()
        .limit(MOST_FILES)
        .map(name -> name.length() > LONGEST ? name.substring(0, LONGEST) : name)
        .toList();
  }

  Stick read(String kept) {
    try {
      return json.readValue(kept, Stick.class);
    } catch (JacksonException damaged) {
      throw new IllegalStateException("a kept stick cannot be read", damaged);
    }
  }

  boolean readable(String kept) {
    try {
      return json.readValue(kept, Stick.class).partitions() != null;
    } catch (RuntimeException damaged) {
      return false;
    }
  }

  String words(Stick stick) {
    String parts =
        stick.partitions().stream()
            .map(
                p ->
                    p.fileSystem().map(FileSystem::words).orElse("unread")
                        + " "
                        + p.size().inBothCounts())
            .collect(Collectors.joining(", "));
    int count = stick.partitions().size();
    String scheme = stick.scheme() == Scheme.NONE ? "no table" : stick.scheme().name();
    return scheme + ", " + count + (count == 1 ? " partition: " : " partitions: ") + parts;
  }
}
