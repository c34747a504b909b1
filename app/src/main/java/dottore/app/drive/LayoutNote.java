package dottore.app.drive;

import dottore.core.machine.DiskLayout;
import java.util.stream.Collectors;
import org.springframework.stereotype.Component;
import tools.jackson.core.JacksonException;
import tools.jackson.databind.ObjectMapper;

/** A drive's division as it is kept in the log, and in words. */
@Component
class LayoutNote {
  /** More partitions than this are not kept; no system disk has as many. */
  private static final int MOST = 32;

  private final ObjectMapper json;

  LayoutNote(ObjectMapper json) {
    this.json = json;
  }

  String of(DiskLayout layout) {
    DiskLayout kept =
        new DiskLayout(
            layout.scheme(),
            layout.sectorSize(),
            layout.sectors(),
            layout.parts().stream().limit(MOST).toList(),
            layout.whole(),
            layout.backup());
    try {
      return json.writeValueAsString(kept);
    } catch (JacksonException impossible) {
      throw new IllegalStateException("a layout cannot be written", impossible);
    }
  }

  DiskLayout read(String kept) {
    try {
      return json.readValue(kept, DiskLayout.class);
    } catch (JacksonException damaged) {
      throw new IllegalStateException("a kept layout cannot be read", damaged);
    }
  }

  boolean readable(String kept) {
    try {
      DiskLayout layout = json.readValue(kept, DiskLayout.class);
      layout.parts().forEach(layout::size);
      return layout.scheme() != null && layout.backup() != null;
    } catch (RuntimeException damaged) {
      return false;
    }
  }

  String words(DiskLayout layout) {
    String parts =
        layout.holding().stream()
            .map(part -> layout.size(part).asListed())
            .collect(Collectors.joining(", "));
    int count = layout.holding().size();
    return layout.scheme().words()
        + ", "
        + (count == 0 ? "no partition" : count + (count == 1 ? " partition: " : " partitions: "))
        + parts
        + (layout.whole() ? "" : ", logical ones beyond what was read");
  }
}
