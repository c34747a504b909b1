package dottore.app.bundle;

import dottore.app.record.SheetWriting;
import dottore.app.record.TicketFile;
import dottore.core.firmware.FirmwareFacts;
import dottore.core.runsheet.RunSheet;
import dottore.core.ticket.SheetWork;
import java.time.Instant;
import java.time.OffsetDateTime;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.springframework.stereotype.Component;
import tools.jackson.core.JacksonException;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;
import tools.jackson.databind.node.ArrayNode;
import tools.jackson.databind.node.ObjectNode;

/** The run sheets of a ticket in its bundle. They get ids of their own where they are taken in. */
@Component
class BundledSheets {
  private final JsonMapper json;

  BundledSheets(JsonMapper json) {
    this.json = json;
  }

  /** A sheet that was read, with the id it has here. */
  private record Brought(
      String id, RunSheet sheet, Map<String, String> about, Instant begun, String by) {}

  /** All sheets of a bundle, by the id that they have in it. */
  record Read(Map<String, Brought> byId) {
    private Optional<Brought> of(String id) {
      return Optional.ofNullable(byId.get(id));
    }

    /** What a line means, with the ids that its sheet has here. */
    Map<String, String> renamed(Map<String, String> data) {
      Map<String, String> renamed = new HashMap<>();
      data.forEach(
          (name, value) -> {
            Optional<Brought> about = FirmwareFacts.sheetOf(name).flatMap(this::of);
            Optional<Brought> named = name.equals("sheet") ? of(value) : Optional.empty();
            renamed.put(
                about.map(b -> FirmwareFacts.readBack(b.id()).name()).orElse(name),
                named.map(Brought::id).orElse(value));
          });
      return renamed;
    }
  }

  void write(TicketFile file, ArrayNode into) {
    for (SheetWork open : file.sheets()) {
      ObjectNode node = json.valueToTree(open.sheet());
      node.put("id", open.id())
          .put("begun", open.startedAt().toString())
          .put("by", open.startedBy())
          .set("about", json.valueToTree(open.about()));
      into.add(node);
    }
  }

  /** Reads them; what the schema cannot know becomes a fault with its place. */
  Read read(JsonNode nodes, List<String> faults) {
    Map<String, Brought> byId = new HashMap<>();
    for (int i = 0; i < nodes.size(); i++) {
      JsonNode node = nodes.get(i);
      Map<String, String> about = new HashMap<>();
      node.path("about")
          .properties()
          .forEach(e -> about.put(e.getKey(), e.getValue().stringValue()));
      try {
        Brought brought =
            new Brought(
                SheetWriting.freshId(),
                json.treeToValue(node, RunSheet.class),
                about,
                OffsetDateTime.parse(node.get("begun").stringValue()).toInstant(),
                node.get("by").stringValue());
        if (byId.put(node.get("id").stringValue(), brought) != null) {
          faults.add("/sheets/" + i + ": its id stands here twice");
        }
      } catch (JacksonException | IllegalArgumentException wrong) {
        faults.add("/sheets/" + i + ": " + first(wrong));
      }
    }
    return new Read(byId);
  }

  static String first(Exception wrong) {
    Throwable cause = wrong.getCause() == null ? wrong : wrong.getCause();
    String words =
        cause instanceof JacksonException broken
            ? broken.getOriginalMessage()
            : String.valueOf(cause.getMessage());
    return words.lines().findFirst().orElse("no run sheet");
  }

  void keep(SheetWriting sheets, Read read) {
    read.byId().values().forEach(b -> sheets.keep(b.id(), b.sheet(), b.about(), b.begun(), b.by()));
  }
}
