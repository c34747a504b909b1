package dottore.app.bundle;

import dottore.app.desk.Desks;
import dottore.app.record.Arrival;
import dottore.app.record.Brought;
import dottore.app.record.Closing;
import dottore.app.record.Counter;
import dottore.app.record.PhotoBook;
import dottore.app.record.Record;
import dottore.app.record.RunningTime;
import dottore.app.record.TicketFile;
import dottore.app.shop.Shop;
import dottore.core.casebook.Casebook;
import dottore.core.casebook.Check;
import dottore.core.casebook.Context;
import dottore.core.casebook.Mark;
import dottore.core.casebook.School;
import dottore.core.casebook.Touched;
import dottore.core.facts.Facts;
import dottore.core.firmware.Setting;
import dottore.core.machine.MachineKind;
import dottore.core.machine.Passport;
import dottore.core.runsheet.Guard;
import dottore.core.ticket.Backup;
import dottore.core.ticket.Ending;
import dottore.core.ticket.Entry;
import dottore.core.ticket.EntryCodec;
import dottore.core.ticket.Line;
import dottore.core.ticket.NewLine;
import dottore.core.ticket.Owed;
import dottore.core.ticket.Person;
import java.math.BigDecimal;
import java.math.RoundingMode;
import java.time.Instant;
import java.time.LocalDate;
import java.time.OffsetDateTime;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.Base64;
import java.util.EnumMap;
import java.util.EnumSet;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.OptionalInt;
import java.util.Set;
import java.util.function.Function;
import java.util.stream.Collectors;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;
import tools.jackson.core.JacksonException;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;
import tools.jackson.databind.node.ArrayNode;
import tools.jackson.databind.node.ObjectNode;

/** Writes and reads tickets as files, with all that belongs to them. */
@Service
class TicketBundles {
  /** Bytes of pictures that go along; the rest is counted and stays. */
  static final int MOST_PICTURES = 6 << 20;

  private final Record record;
  private final Counter counter;
  private final Closing closing;
  private final PhotoBook photos;
  private final Desks desks;
  private final BundledSheets sheets;
  private final Shop shop;
  private final JsonMapper json;
  private final Schemas schema = Schemas.load(Schemas.TICKET);

  TicketBundles(
      Record record,
      Counter counter,
      Closing closing,
      PhotoBook photos,
      Desks desks,
      BundledSheets sheets,
      Shop shop,
      JsonMapper json) {
    this.record = record;
    this.counter = counter;
    this.closing = closing;
    this.photos = photos;
    this.desks = desks;
    this.sheets = sheets;
    this.shop = shop;
    this.json = json;
  }

  // --- writing
  // -------------------------------------------------------------------------------------

  /** The ticket as a bundle. */
  ObjectNode write(TicketFile file) {
    ObjectNode root = json.createObjectNode();
    root.put("format", "dottore-ticket").put("version", 1).put("claim", file.claim());
    root.put("identity", file.identity()).put("shop", shop.name());
    root.putObject("customer")
        .put("name", file.customer().name())
        .put("phone", file.customer().phone())
        .put("email", file.customer().email());
    machine(root.putObject("machine"), file.machine());
    arrival(root.putObject("arrival"), file);
    ObjectNode schools = root.putObject("schools");
    file.schools().forEach((school, position) -> schools.put(school.id(), position));
    ArrayNode log = root.putArray("log");
    file.log().lines().forEach(line -> line(log.addObject(), line));
    ArrayNode borrowed = root.putArray("borrowed");
    file.putBack().forEach(owed -> loan(borrowed.addObject(), owed));
    ArrayNode clocks = root.putArray("clocks");
    file.clocks().forEach(clock -> clock(clocks.addObject(), clock));
    sheets.write(file, root.putArray("sheets"));
    pictures(root, file);
    file.closed()
        .ifPresent(
            at -> {
              ObjectNode end = root.putObject("end");
              end.put("state", file.ending().orElseThrow().name()).put("closed", at.toString());
              end.set("causes", json.valueToTree(file.confirmedCauses()));
              end.set("sheet", json.valueToTree(file.sheet()));
            });
    return root;
  }

  private void machine(ObjectNode node, TicketFile.Thing machine) {
    node.put("maker", machine.maker())
        .put("model", machine.model())
        .put("serial", machine.serial())
        .put("kind", machine.kind().id());
    machine.fittedMebibytes().ifPresent(value -> node.put("fittedMebibytes", value));
    machine.fittedModules().ifPresent(value -> node.put("fittedModules", value));
    machine.passport().ifPresent(passport -> node.set("passport", json.valueToTree(passport)));
  }

  private static void arrival(ObjectNode node, TicketFile file) {
    node.put("received", file.received().toString()).put("complaint", file.complaint());
    ArrayNode contexts = node.putArray("contexts");
    file.contexts().stream().sorted().forEach(context -> contexts.add(context.id()));
    ArrayNode marks = node.putArray("marks");
    file.marks().stream().sorted().forEach(mark -> marks.add(mark.id()));
    node.put("belongings", file.belongings())
        .put("backup", file.backup().id())
        .put("mayErase", file.mayErase())
        .put("mayOpen", file.mayOpen());
    file.limit().ifPresent(limit -> node.put("limit", limit));
    file.warrantyUntil().ifPresent(date -> node.put("warrantyUntil", date.toString()));
    file.promised().ifPresent(at -> node.put("promised", at.toString()));
  }

  private void line(ObjectNode node, Line line) {
    EntryCodec.Kept kept = EntryCodec.write(line.entry());
    node.put("at", line.at().toString())
        .put("who", line.who())
        .put("kind", kept.kind())
        .put("text", line.text());
    if (!line.from().isEmpty()) {
      node.put("from", line.from());
    }
    if (!kept.data().isEmpty()) {
      node.set("data", json.valueToTree(kept.data()));
    }
  }

  private static void loan(ObjectNode node, Owed owed) {
    node.put("what", owed.what())
        .put("before", owed.before())
        .put("place", owed.place())
        .put("takenAt", owed.takenAt().toString())
        .put("takenBy", owed.takenBy())
        .put("returned", owed.returned())
        .put("line", owed.line());
    owed.returnedAt().ifPresent(at -> node.put("returnedAt", at.toString()));
    if (!owed.returnedBy().isEmpty()) {
      node.put("returnedBy", owed.returnedBy());
    }
    owed.key().ifPresent(key -> node.put("key", key));
    ArrayNode touches = node.putArray("touches");
    owed.touches().stream().sorted().forEach(touched -> touches.add(touched.id()));
  }

  private void clock(ObjectNode node, RunningTime clock) {
    node.put("label", clock.label())
        .put("hands", clock.hands())
        .put("started", clock.startedAt().toString())
        .put("by", clock.startedBy());
    clock.endsAt().ifPresent(at -> node.put("ends", at.toString()));
    clock.stoppedAt().ifPresent(at -> node.put("stopped", at.toString()));
    clock.guard().ifPresent(guard -> node.set("guard", json.valueToTree(guard)));
    clock.cause().ifPresent(line -> node.put("line", line));
  }

  private void pictures(ObjectNode root, TicketFile file) {
    ArrayNode pictures = root.putArray("pictures");
    int room = MOST_PICTURES;
    int left = 0;
    for (PhotoBook.Taken taken : photos.of(file)) {
      PhotoBook.Shown shown = photos.show(file, taken.id());
      if (shown.bytes().length > room) {
        left++;
        continue;
      }
      room -= shown.bytes().length;
      pictures
          .addObject()
          .put("at", taken.at().toString())
          .put("by", taken.who())
          .put("note", taken.note())
          .put("type", shown.type())
          .put("base64", Base64.getEncoder().encodeToString(shown.bytes()));
    }
    if (left > 0) {
      root.put("picturesLeftOut", left);
    }
  }

  // --- reading
  // -------------------------------------------------------------------------------------

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
    BundledSheets.Read broughtSheets = sheets.read(root.path("sheets"), faults);
    List<Line> lines = lines(root, broughtSheets, faults);
    List<Brought.Loaned> loans = loans(root.path("borrowed"), lines.size(), who, faults);
    List<Brought.Clocked> clocks = clocks(root.path("clocks"), lines.size(), faults);
    List<Brought.Pictured> pictures = pictures(root.path("pictures"), faults);
    Optional<Passport> passport = passport(root.at("/machine/passport"), faults);
    Map<School, String> schools = schools(root.path("schools"), faults);
    if (!faults.isEmpty()) {
      throw new BundleFault(faults);
    }
    JsonNode arrived = root.get("arrival");
    Brought brought =
        counter.take(arrival(root, arrived), moment(arrived.get("received").stringValue()), who);
    brought.lines(lines);
    loans.forEach(brought::loan);
    clocks.forEach(brought::clock);
    pictures.forEach(brought::picture);
    passport.ifPresent(brought::passport);
    JsonNode machine = root.get("machine");
    brought.fitted(
        machine.has("fittedMebibytes")
            ? Optional.of(machine.get("fittedMebibytes").longValue())
            : Optional.empty(),
        machine.has("fittedModules")
            ? Optional.of(machine.get("fittedModules").intValue())
            : Optional.empty());
    brought.schools(schools);
    sheets.keep(brought.writing().sheets(), broughtSheets);
    if (root.has("identity")) {
      brought.copyOf(root.get("identity").stringValue());
    }
    brought
        .writing()
        .append(
            NewLine.note(
                "Imported from a bundle; there it was " + root.get("claim").stringValue()));
    if (root.has("end")) {
      close(brought, root.get("end"));
    }
    return brought.writing().file().claim();
  }

  private void close(Brought brought, JsonNode end) {
    List<String> causes = new ArrayList<>();
    end.path("causes").forEach(cause -> causes.add(cause.stringValue()));
    Map<String, String> sheet = new HashMap<>();
    end.path("sheet").properties().forEach(e -> sheet.put(e.getKey(), e.getValue().stringValue()));
    closing.asItWas(
        brought.writing(),
        Ending.valueOf(end.get("state").stringValue()),
        causes,
        sheet,
        moment(end.get("closed").stringValue()));
  }

  private static Arrival arrival(JsonNode root, JsonNode node) {
    JsonNode machine = root.get("machine");
    JsonNode customer = root.get("customer");
    return new Arrival(
        new Person(
            customer.get("name").stringValue(),
            customer.path("phone").asString(""),
            customer.path("email").asString("")),
        machine.path("maker").asString(""),
        machine.path("model").asString(""),
        machine.path("serial").asString(""),
        MachineKind.of(machine.get("kind").stringValue()),
        node.get("complaint").stringValue(),
        Optional.empty(),
        words(node.path("contexts"), Context::of, Context.class),
        words(node.path("marks"), Mark::of, Mark.class),
        node.path("belongings").asString(""),
        Backup.of(node.path("backup").asString(Backup.UNKNOWN.id())),
        node.path("mayErase").asBoolean(false),
        node.path("mayOpen").asBoolean(true),
        node.has("limit")
            ? Optional.of(node.get("limit").decimalValue().setScale(2, RoundingMode.HALF_UP))
            : Optional.<BigDecimal>empty(),
        node.has("warrantyUntil")
            ? Optional.of(LocalDate.parse(node.get("warrantyUntil").stringValue()))
            : Optional.empty(),
        instant(node, "promised"));
  }

  private static <E extends Enum<E>> Set<E> words(
      JsonNode node, Function<String, E> of, Class<E> type) {
    Set<E> words = EnumSet.noneOf(type);
    node.forEach(word -> words.add(of.apply(word.stringValue())));
    return words;
  }

  private static Instant moment(String text) {
    return OffsetDateTime.parse(text).toInstant();
  }

  private static Optional<Instant> instant(JsonNode node, String name) {
    return node.has(name) ? Optional.of(moment(node.get(name).stringValue())) : Optional.empty();
  }

  /** The lines, with faults for what the schema cannot know: meaning, ids and numbers. */
  private List<Line> lines(JsonNode root, BundledSheets.Read sheets, List<String> faults) {
    JsonNode log = root.get("log");
    String there =
        root.path("shop").asString("another shop") + ", " + root.get("claim").stringValue();
    List<Line> lines = new ArrayList<>();
    for (int i = 0; i < log.size(); i++) {
      JsonNode node = log.get(i);
      Map<String, String> data = new HashMap<>();
      node.path("data").properties().forEach(e -> data.put(e.getKey(), e.getValue().stringValue()));
      try {
        Entry entry =
            EntryCodec.strictly(
                new EntryCodec.Kept(node.get("kind").stringValue(), sheets.renamed(data)));
        wrong(entry, i + 1)
            .ifPresent(what -> faults.add("/log/" + (lines.size()) + "/data: " + what));
        lines.add(
            new Line(
                i + 1,
                moment(node.get("at").stringValue()),
                node.get("who").stringValue(),
                node.get("text").stringValue(),
                entry,
                node.path("from").asString(there)));
      } catch (IllegalArgumentException unreadable) {
        faults.add("/log/" + i + "/data: " + unreadable.getMessage());
      }
    }
    return lines;
  }

  private Optional<String> wrong(Entry entry, int number) {
    Casebook casebook = record.casebook();
    if (entry instanceof Entry.Answer answer
        && answer.origin().corrects().isPresent()
        && answer.origin().corrects().getAsInt() >= number) {
      return Optional.of("'corrects' must be the number of an earlier line");
    }
    if (entry instanceof Entry.TakenBack back && back.line() >= number
        || entry instanceof Entry.ProofConfirmed proof && proof.line() >= number) {
      return Optional.of("'entry' must be the number of an earlier line");
    }
    if (entry instanceof Entry.Known known) {
      return known.facts().kept().keySet().stream()
          .flatMap(name -> fault(name, known.facts()).stream())
          .findFirst();
    }
    if (entry instanceof Entry.SettingNoted noted) {
      return setting(noted.setting());
    }
    if (entry instanceof Entry.SettingBack back) {
      return setting(back.setting());
    }
    if (entry instanceof Entry.Reading reading) {
      return reading(casebook, reading);
    }
    if (entry instanceof Entry.Tried tried && casebook.repair(tried.repair()).isEmpty()) {
      return Optional.of("no repair is called '" + tried.repair() + "'");
    }
    if (entry instanceof Entry.Trial trial && (trial.module() > 9 || trial.slot() > 8)) {
      return Optional.of("there is no such module or slot");
    }
    return Optional.empty();
  }

  private Optional<String> fault(String name, Facts facts) {
    String text = facts.kept().getOrDefault(name, "");
    return desks.fact(name).flatMap(fact -> fact.fault(text)).map(what -> "'" + name + "' " + what);
  }

  private static Optional<String> setting(String id) {
    return Arrays.stream(Setting.values()).anyMatch(s -> s.id().equals(id))
        ? Optional.empty()
        : Optional.of("no setting is called '" + id + "'");
  }

  private static Optional<String> reading(Casebook casebook, Entry.Reading reading) {
    Optional<Check> check = casebook.check(reading.check());
    if (check.isEmpty()) {
      return Optional.of("no check is called '" + reading.check() + "'");
    }
    Set<String> outcomes =
        check.get().outcomes().stream().map(Check.Outcome::id).collect(Collectors.toSet());
    return outcomes.contains(reading.outcome())
        ? Optional.empty()
        : Optional.of("check '" + reading.check() + "' has no outcome '" + reading.outcome() + "'");
  }

  /** A number of a line that the bundle has; empty if it says none. */
  private static OptionalInt line(JsonNode node, int lines, String place, List<String> faults) {
    if (!node.has("line")) {
      return OptionalInt.empty();
    }
    int line = node.get("line").intValue();
    if (line > lines) {
      faults.add(place + "/line: the log has no line " + line);
    }
    return OptionalInt.of(line);
  }

  private static List<Brought.Loaned> loans(
      JsonNode nodes, int lines, String who, List<String> faults) {
    List<Brought.Loaned> loans = new ArrayList<>();
    for (int i = 0; i < nodes.size(); i++) {
      JsonNode node = nodes.get(i);
      String place = "/borrowed/" + i;
      Set<Touched> touches = EnumSet.noneOf(Touched.class);
      node.path("touches").forEach(t -> touches.add(Touched.of(t.stringValue())));
      Instant taken = instant(node, "takenAt").orElse(Instant.EPOCH);
      Optional<Instant> returned =
          node.get("returned").booleanValue()
              ? Optional.of(instant(node, "returnedAt").orElse(taken))
              : Optional.empty();
      int line = line(node, lines, place, faults).orElse(0);
      Owed owed =
          new Owed(
              0,
              node.get("what").stringValue(),
              node.path("before").asString(""),
              node.path("place").asString(""),
              taken,
              node.path("takenBy").asString(who),
              touches,
              returned,
              node.path("returnedBy").asString(""),
              line,
              Optional.of(node.path("key").asString("")).filter(k -> !k.isEmpty()));
      loans.add(new Brought.Loaned(owed, line, returned, node.path("returnedBy").asString(who)));
    }
    return loans;
  }

  private List<Brought.Clocked> clocks(JsonNode nodes, int lines, List<String> faults) {
    List<Brought.Clocked> clocks = new ArrayList<>();
    for (int i = 0; i < nodes.size(); i++) {
      JsonNode node = nodes.get(i);
      try {
        clocks.add(
            new Brought.Clocked(
                node.get("label").stringValue(),
                node.get("hands").booleanValue(),
                moment(node.get("started").stringValue()),
                instant(node, "ends"),
                instant(node, "stopped"),
                node.get("by").stringValue(),
                node.has("guard")
                    ? Optional.of(json.treeToValue(node.get("guard"), Guard.class))
                    : Optional.empty(),
                line(node, lines, "/clocks/" + i, faults)));
      } catch (JacksonException | IllegalArgumentException wrong) {
        faults.add("/clocks/" + i + ": " + BundledSheets.first(wrong));
      }
    }
    return clocks;
  }

  private static List<Brought.Pictured> pictures(JsonNode nodes, List<String> faults) {
    List<Brought.Pictured> pictures = new ArrayList<>();
    for (int i = 0; i < nodes.size(); i++) {
      JsonNode node = nodes.get(i);
      try {
        byte[] bytes = Base64.getDecoder().decode(node.get("base64").stringValue());
        String type = node.get("type").stringValue();
        if (bytes.length > PhotoBook.LARGEST
            || PhotoBook.type(bytes).filter(type::equals).isEmpty()) {
          faults.add("/pictures/" + i + ": is no such picture");
          continue;
        }
        pictures.add(
            new Brought.Pictured(
                moment(node.get("at").stringValue()),
                node.get("by").stringValue(),
                node.path("note").asString(""),
                type,
                bytes));
      } catch (IllegalArgumentException wrong) {
        faults.add("/pictures/" + i + "/base64: is not base 64");
      }
    }
    return pictures;
  }

  private Optional<Passport> passport(JsonNode node, List<String> faults) {
    if (node.isMissingNode()) {
      return Optional.empty();
    }
    try {
      return Optional.of(json.treeToValue(node, Passport.class));
    } catch (JacksonException | IllegalArgumentException | NullPointerException wrong) {
      faults.add("/machine/passport: " + BundledSheets.first(wrong));
      return Optional.empty();
    }
  }

  private static Map<School, String> schools(JsonNode node, List<String> faults) {
    Map<School, String> schools = new EnumMap<>(School.class);
    for (Map.Entry<String, JsonNode> field : node.properties()) {
      try {
        School school = School.of(field.getKey());
        schools.put(school, school.chosen(field.getValue().stringValue()).id());
      } catch (IllegalArgumentException unknown) {
        faults.add("/schools/" + field.getKey() + ": there is no such school or position");
      }
    }
    return schools;
  }
}
