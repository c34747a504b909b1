package dottore.app.bundle;

import dottore.app.ticket.Arrival;
import dottore.app.ticket.Counter;
import dottore.app.ticket.FactRule;
import dottore.app.ticket.Line;
import dottore.app.ticket.NewLine;
import dottore.app.ticket.Owed;
import dottore.app.ticket.TicketBook;
import dottore.app.ticket.TicketFile;
import dottore.core.casebook.Casebook;
import dottore.core.casebook.Check;
import dottore.core.casebook.Context;
import dottore.core.casebook.Mark;
import dottore.core.casebook.Touched;
import dottore.core.firmware.Setting;
import dottore.core.machine.MachineKind;
import java.math.BigDecimal;
import java.time.Instant;
import java.time.LocalDate;
import java.time.OffsetDateTime;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.EnumSet;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.function.Function;
import java.util.stream.Collectors;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.ObjectMapper;
import tools.jackson.databind.node.ArrayNode;
import tools.jackson.databind.node.ObjectNode;

/** Writes and reads tickets as files. */
@Service
class TicketBundles {
  private final TicketBook book;
  private final Counter counter;
  private final List<FactRule> facts;
  private final BundledSheets sheets;
  private final ObjectMapper json;
  private final Schemas schema = Schemas.load(Schemas.TICKET);

  TicketBundles(
      TicketBook book,
      Counter counter,
      List<FactRule> facts,
      BundledSheets sheets,
      ObjectMapper json) {
    this.book = book;
    this.counter = counter;
    this.facts = facts;
    this.sheets = sheets;
    this.json = json;
  }

  /** The ticket as a bundle. */
  ObjectNode write(TicketFile file) {
    ObjectNode root = json.createObjectNode();
    root.put("format", "dottore-ticket").put("version", 1).put("claim", file.claim());
    root.putObject("customer")
        .put("name", file.customer().name())
        .put("phone", file.customer().phone())
        .put("email", file.customer().email());
    root.putObject("machine")
        .put("maker", file.machine().maker())
        .put("model", file.machine().model())
        .put("serial", file.machine().serial())
        .put("kind", file.machine().kind().id());
    arrival(root.putObject("arrival"), file);
    ArrayNode log = root.putArray("log");
    for (Line line : file.log()) {
      ObjectNode entry = log.addObject();
      entry
          .put("at", line.at().toString())
          .put("who", line.who())
          .put("kind", line.kind().name())
          .put("text", line.text());
      if (!line.data().isEmpty()) {
        entry.set("data", json.valueToTree(line.data()));
      }
    }
    ArrayNode borrowed = root.putArray("borrowed");
    for (Owed owed : file.putBack()) {
      borrowed
          .addObject()
          .put("what", owed.what())
          .put("before", owed.before())
          .put("place", owed.place())
          .put("returned", owed.returned());
    }
    sheets.write(file, root.putArray("sheets"));
    file.closed()
        .ifPresent(
            at -> {
              ObjectNode end = root.putObject("end");
              end.put("state", file.state()).put("closed", at.toString());
              end.set("causes", json.valueToTree(file.confirmedCauses()));
              end.set("sheet", json.valueToTree(file.sheet()));
            });
    return root;
  }

  private static void arrival(ObjectNode node, TicketFile file) {
    node.put("received", file.received().toString()).put("complaint", file.complaint());
    ArrayNode contexts = node.putArray("contexts");
    file.contexts().forEach(context -> contexts.add(context.id()));
    ArrayNode marks = node.putArray("marks");
    file.marks().forEach(mark -> marks.add(mark.id()));
    node.put("belongings", file.belongings())
        .put("backup", file.backup())
        .put("mayErase", file.mayErase())
        .put("mayOpen", file.mayOpen());
    file.limit().ifPresent(limit -> node.put("limit", limit));
    file.warrantyUntil().ifPresent(date -> node.put("warrantyUntil", date.toString()));
    file.promised().ifPresent(at -> node.put("promised", at.toString()));
  }

  /**
   * Takes a bundle in as a new ticket, whole or not at all.
   *
   * @return the claim number it got here
   * @throws BundleFault with every fault and its place
   */
  @Transactional(rollbackFor = BundleFault.class)
  String read(byte[] document, String who) throws BundleFault {
    JsonNode root = schema.read(document);
    List<String> faults = new ArrayList<>();
    BundledSheets.Read brought = sheets.read(root.path("sheets"), faults);
    List<NewLine> lines =
        lines(root.get("log"), faults).stream()
            .map(line -> new NewLine(line.kind(), line.text(), brought.renamed(line.data())))
            .toList();
    if (!faults.isEmpty()) {
      throw new BundleFault(faults);
    }
    JsonNode arrived = root.get("arrival");
    Arrival arrival = arrival(root, arrived);
    List<Instant> times = new ArrayList<>();
    List<String> writers = new ArrayList<>();
    for (JsonNode entry : root.get("log")) {
      times.add(moment(entry.get("at").asString()));
      writers.add(entry.get("who").asString());
    }
    Counter.Imported imported =
        new Counter.Imported(
            arrival, moment(arrived.get("received").asString()), lines, times, writers);
    String claim = counter.take(imported);
    for (JsonNode thing : root.path("borrowed")) {
      counter.owedFromElsewhere(
          claim,
          thing.get("what").asString(),
          thing.path("before").asString(""),
          thing.path("place").asString(""),
          thing.get("returned").asBoolean(),
          who);
    }
    sheets.keep(claim, brought);
    String note = "Imported from a bundle; there it was " + root.get("claim").asString();
    book.log(claim, who, NewLine.note(note));
    if (root.has("end")) {
      close(claim, root.get("end"), who);
    }
    return claim;
  }

  private void close(String claim, JsonNode end, String who) {
    List<String> causes = new ArrayList<>();
    end.path("causes").forEach(cause -> causes.add(cause.asString()));
    Map<String, String> sheet = new HashMap<>();
    end.path("sheet").properties().forEach(e -> sheet.put(e.getKey(), e.getValue().asString()));
    book.close(
        claim,
        causes,
        sheet,
        end.get("state").asString().equals("SENT_BACK"),
        "Closed as it was in the bundle",
        who,
        moment(end.get("closed").asString()));
  }

  private Arrival arrival(JsonNode root, JsonNode node) {
    JsonNode machine = root.get("machine");
    JsonNode customer = root.get("customer");
    return new Arrival(
        customer.get("name").asString(),
        customer.path("phone").asString(""),
        customer.path("email").asString(""),
        machine.path("maker").asString(""),
        machine.path("model").asString(""),
        machine.path("serial").asString(""),
        MachineKind.of(machine.get("kind").asString()),
        node.get("complaint").asString(),
        Optional.empty(),
        words(node.path("contexts"), Context::of, Context.class),
        words(node.path("marks"), Mark::of, Mark.class),
        node.path("belongings").asString(""),
        node.path("backup").asString("unknown"),
        node.path("mayErase").asBoolean(false),
        node.path("mayOpen").asBoolean(true),
        node.has("limit")
            ? Optional.of(
                new BigDecimal(node.get("limit").asString())
                    .setScale(2, java.math.RoundingMode.HALF_UP))
            : Optional.empty(),
        node.has("warrantyUntil")
            ? Optional.of(LocalDate.parse(node.get("warrantyUntil").asString()))
            : Optional.empty(),
        node.has("promised")
            ? Optional.of(moment(node.get("promised").asString()))
            : Optional.empty());
  }

  private static <E extends Enum<E>> Set<E> words(
      JsonNode node, Function<String, E> of, Class<E> type) {
    Set<E> words = EnumSet.noneOf(type);
    node.forEach(word -> words.add(of.apply(word.asString())));
    return words;
  }

  private static Instant moment(String text) {
    return OffsetDateTime.parse(text).toInstant();
  }

  /** The lines, with faults for what the schema cannot know: the casebook's ids and numbers. */
  private List<NewLine> lines(JsonNode log, List<String> faults) {
    List<NewLine> lines = new ArrayList<>();
    for (int i = 0; i < log.size(); i++) {
      JsonNode entry = log.get(i);
      Map<String, String> data = new HashMap<>();
      entry.path("data").properties().forEach(e -> data.put(e.getKey(), e.getValue().asString()));
      Line.Kind kind = kind(entry.get("kind").asString());
      String place = "/log/" + i + "/data: ";
      wrong(kind, data, i + 1).ifPresent(what -> faults.add(place + what));
      lines.add(new NewLine(kind, entry.get("text").asString(), data));
    }
    return lines;
  }

  /** Bundles of the first versions call facts by the desk that they were written at. */
  private static Line.Kind kind(String written) {
    return written.equals("FIRMWARE") ? Line.Kind.FACT : Line.Kind.valueOf(written);
  }

  private static boolean touched(String word) {
    return Arrays.stream(Touched.values()).anyMatch(t -> t.id().equals(word));
  }

  private Optional<String> wrong(Line.Kind kind, Map<String, String> data, int number) {
    Casebook casebook = book.casebook();
    for (String reference : List.of("entry", "corrects")) {
      String to = data.get(reference);
      if (to != null && (!to.matches("[1-9][0-9]{0,4}") || Integer.parseInt(to) >= number)) {
        return Optional.of("'" + reference + "' must be the number of an earlier line");
      }
    }
    if (!data.getOrDefault("touches", "").isEmpty()
        && !Arrays.stream(data.get("touches").split(",")).allMatch(TicketBundles::touched)) {
      return Optional.of("'touches' names what nothing is called");
    }
    return switch (kind) {
      case FACT -> facts.stream().flatMap(rule -> rule.wrong(data).stream()).findFirst();
      case SETTING ->
          Arrays.stream(Setting.values()).anyMatch(s -> s.id().equals(data.get("setting")))
              ? Optional.empty()
              : Optional.of("no setting is called '" + data.get("setting") + "'");
      case READING -> {
        Optional<Check> check = casebook.check(data.get("check"));
        if (check.isEmpty()) {
          yield Optional.of("no check is called '" + data.get("check") + "'");
        }
        Set<String> outcomes =
            check.get().outcomes().stream().map(Check.Outcome::id).collect(Collectors.toSet());
        yield outcomes.contains(data.get("outcome"))
            ? Optional.empty()
            : Optional.of(
                "check '" + data.get("check") + "' has no outcome '" + data.get("outcome") + "'");
      }
      case TRIED ->
          casebook.repair(data.get("repair")).isPresent()
              ? Optional.empty()
              : Optional.of("no repair is called '" + data.get("repair") + "'");
      default -> Optional.empty();
    };
  }
}
