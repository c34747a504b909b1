package dottore.app.firmware;

import com.fasterxml.jackson.core.JsonProcessingException;
import com.fasterxml.jackson.databind.ObjectMapper;
import dottore.core.machine.Stick;
import java.util.stream.Collectors;
import org.springframework.stereotype.Component;

/** A stick as it is kept in the log, and in words. */
@Component
class StickNote {
  private static final int MOST_FILES = 40;

  private final ObjectMapper json;

  StickNote(ObjectMapper json) {
    this.json = json;
  }

  String of(Stick stick) {
    Stick kept =
        new Stick(
            stick.scheme(),
            stick.partitions(),
            stick.files().map(f -> f.subList(0, Math.min(f.size(), MOST_FILES))));
    try {
      return json.writeValueAsString(kept);
    } catch (JsonProcessingException impossible) {
      throw new IllegalStateException("a stick cannot be written", impossible);
    }
  }

  Stick read(String kept) {
    try {
      return json.readValue(kept, Stick.class);
    } catch (JsonProcessingException damaged) {
      throw new IllegalStateException("a kept stick cannot be read", damaged);
    }
  }

  String words(Stick stick) {
    String parts =
        stick.partitions().stream()
            .map(
                p ->
                    p.fileSystem().map(Stick.FileSystem::words).orElse("unread")
                        + " "
                        + p.size().inBothCounts())
            .collect(Collectors.joining(", "));
    int count = stick.partitions().size();
    String scheme = stick.scheme() == Stick.Scheme.NONE ? "no table" : stick.scheme().name();
    return scheme + ", " + count + (count == 1 ? " partition: " : " partitions: ") + parts;
  }
}
