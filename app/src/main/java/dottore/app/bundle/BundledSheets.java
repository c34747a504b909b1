package dottore.app.bundle;

import dottore.app.ticket.OpenSheet;
import dottore.app.ticket.SheetBook;
import dottore.app.ticket.TicketFile;
import dottore.core.runsheet.RunSheet;
import java.time.Instant;
import java.time.OffsetDateTime;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import org.springframework.stereotype.Component;
import tools.jackson.core.JacksonException;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.ObjectMapper;
import tools.jackson.databind.node.ArrayNode;
import tools.jackson.databind.node.ObjectNode;

/** The run sheets of a ticket in its bundle. They get ids of their own where they are taken in. */
@Component
class BundledSheets {
  private static final String READ_BACK = "read-back-";

  private final SheetBook sheets;
  private final ObjectMapper json;

  BundledSheets(SheetBook sheets, ObjectMapper json) {
    this.sheets = sheets;
    this.json = json;
  }

  /** A sheet that was read, with the id it has here. */
  private record Brought(
      String id, RunSheet sheet, Map<String, String> about, Instant begun, String by) {}

  /** All sheets of a bundle, by the id that they have in it. */
  record Read(Map<String, Brought> byId) {
    /** What a line means, with the ids that its sheet has here. */
    Map<String, String> renamed(Map<String, String> data) {
      Map<String, String> renamed = new HashMap<>();
      data.forEach(
          (name, value) -> {
            Brought there =
                byId.get(name.startsWith(READ_BACK) ? name.substring(READ_BACK.length()) : "");
            Brought named = name.equals("sheet") ? byId.get(value) : null;
            renamed.put(
                there == null ? name : READ_BACK + there.id(), named == null ? value : named.id());
          });
      return renamed;
    }
  }

  void write(TicketFile file, ArrayNode into) {
    for (OpenSheet open : sheets.of(file)) {
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
      node.path("about").properties().forEach(e -> about.put(e.getKey(), e.getValue().asString()));
      try {
        Brought brought =
            new Brought(
                SheetBook.freshId(),
                json.treeToValue(node, RunSheet.class),
                about,
                OffsetDateTime.parse(node.get("begun").asString()).toInstant(),
                node.get("by").asString());
        if (byId.put(node.get("id").asString(), brought) != null) {
          faults.add("/sheets/" + i + ": its id stands here twice");
        }
      } catch (JacksonException | IllegalArgumentException wrong) {
        faults.add("/sheets/" + i + ": " + first(wrong));
      }
    }
    return new Read(byId);
  }

  private static String first(Exception wrong) {
    Throwable cause = wrong.getCause() == null ? wrong : wrong.getCause();
    String words =
        cause instanceof JacksonException broken
            ? broken.getOriginalMessage()
            : String.valueOf(cause.getMessage());
    return words.lines().findFirst().orElse("no run sheet");
  }

  void keep(String claim, Read read) {
    new ArrayList<>(read.byId().values())
        .forEach(b -> sheets.takeOver(claim, b.id(), b.sheet(), b.about(), b.begun(), b.by()));
  }
}
