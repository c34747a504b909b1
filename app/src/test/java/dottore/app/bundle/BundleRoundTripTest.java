package dottore.app.bundle;

import static org.assertj.core.api.Assertions.assertThat;

import dottore.app.InEmptyShop;
import dottore.app.Shopkeeping;
import dottore.app.record.Arrival;
import dottore.app.record.ConfirmedCauses;
import dottore.app.record.Counter;
import dottore.app.record.PhotoBook;
import dottore.app.record.Record;
import dottore.app.record.TicketFile;
import dottore.app.record.Writing;
import dottore.core.casebook.Casebook;
import dottore.core.casebook.Check;
import dottore.core.casebook.Context;
import dottore.core.casebook.Mark;
import dottore.core.casebook.Repair;
import dottore.core.casebook.School;
import dottore.core.casebook.Touched;
import dottore.core.diagnosis.Event;
import dottore.core.facts.Facts;
import dottore.core.machine.MachineKind;
import dottore.core.machine.Passport;
import dottore.core.runsheet.Guard;
import dottore.core.runsheet.Loan;
import dottore.core.ticket.Backup;
import dottore.core.ticket.Line;
import dottore.core.ticket.NewLine;
import dottore.core.ticket.Person;
import dottore.core.units.Minutes;
import dottore.core.upgrade.UpgradeDesk;
import java.math.BigDecimal;
import java.nio.charset.StandardCharsets;
import java.time.Duration;
import java.time.Instant;
import java.time.LocalDate;
import java.time.temporal.ChronoUnit;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.OptionalInt;
import java.util.OptionalLong;
import java.util.Set;
import java.util.SplittableRandom;
import java.util.TreeMap;
import java.util.UUID;
import org.junit.jupiter.api.Test;
import org.springframework.beans.factory.annotation.Autowired;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;
import tools.jackson.databind.node.ArrayNode;
import tools.jackson.databind.node.ObjectNode;

/** A ticket of any kind comes back from its bundle as it was, all of it. */
@InEmptyShop
class BundleRoundTripTest {
  private static final int TICKETS = 60;
  private static final byte[] PNG = {(byte) 0x89, 'P', 'N', 'G', 13, 10, 26, 10, 1, 2, 3};

  @Autowired TicketBundles bundles;
  @Autowired Record record;
  @Autowired Counter counter;
  @Autowired PhotoBook photos;
  @Autowired ConfirmedCauses confirmed;
  @Autowired JsonMapper json;

  private final Casebook casebook = Casebook.shipped();

  @Test
  void anyTicketComesBackWhole() throws Exception {
    int pictures = 0;
    int loans = 0;
    int sheets = 0;
    for (int i = 0; i < TICKETS; i++) {
      SplittableRandom random = new SplittableRandom(9100 + i);
      String claim = counter.receive(arrival(random), "runa");
      for (int k = random.nextInt(2, 14); k > 0; k--) {
        record.change(claim, random.nextBoolean() ? "runa" : "ivo", w -> act(w, random));
      }
      ObjectNode there = bundles.write(record.open(claim));
      String copy = bundles.read(json.writeValueAsBytes(there), "pia");
      ObjectNode here = bundles.write(record.open(copy));
      ((ArrayNode) here.get("log")).remove(here.get("log").size() - 1); // that it was imported
      assertThat(comparable(here)).as("ticket %d", i).isEqualTo(comparable(there));
      pictures += there.get("pictures").size();
      loans += there.get("borrowed").size();
      sheets += there.get("sheets").size();
    }
    assertThat(List.of(pictures, loans, sheets)).allMatch(n -> n > 5);
  }

  private Arrival arrival(SplittableRandom random) {
    MachineKind[] kinds = MachineKind.values();
    return new Arrival(
        new Person("Wren " + random.nextInt(1_000_000), "", ""),
        "Fenrow",
        "Tern " + random.nextInt(9),
        random.nextBoolean() ? "" : "RT-" + random.nextInt(1_000_000),
        kinds[random.nextInt(kinds.length)],
        "it stops, „now“ and then ✓",
        Optional.empty(),
        random.nextBoolean() ? Set.of(Context.DUSTY, Context.MEMORY_CHANGED) : Set.of(),
        random.nextInt(5) == 0 ? Set.of(Mark.values()[0]) : Set.of(),
        "bag",
        Backup.values()[random.nextInt(Backup.values().length)],
        random.nextBoolean(),
        random.nextBoolean(),
        random.nextBoolean() ? Optional.of(new BigDecimal("80.50")) : Optional.empty(),
        random.nextBoolean() ? Optional.of(LocalDate.of(2027, 1, 9)) : Optional.empty(),
        random.nextBoolean()
            ? Optional.of(Instant.parse("2026-12-01T15:00:00Z"))
            : Optional.empty());
  }

  private void act(Writing w, SplittableRandom random) {
    List<Check> checks = List.copyOf(casebook.checks());
    List<Repair> repairs = List.copyOf(casebook.repairs());
    Check check = checks.get(random.nextInt(checks.size()));
    switch (random.nextInt(14)) {
      case 0, 1, 2 ->
          w.append(
              NewLine.reading(
                  check, check.outcomes().get(random.nextInt(check.outcomes().size())).id()));
      case 3 ->
          w.append(NewLine.tried(repairs.get(random.nextInt(repairs.size())), Event.Result.SAME));
      case 4 -> w.append(NewLine.aside(check, "no part"));
      case 5 -> w.undo();
      case 6 ->
          w.borrow(
              new Loan("part " + random.nextInt(99), "", "", Set.of(Touched.CABLES, Touched.DRIVE))
                  .known("part." + random.nextInt(99)),
              "in slot 2",
              "tray 4");
      case 7 -> w.file().owed().stream().findFirst().ifPresent(owed -> w.putBack(owed.id()));
      case 8 -> w.countdown("Cooling", Duration.ofMinutes(random.nextInt(1, 90)));
      case 9 ->
          w.guard(
              new Guard(
                  "Writing", Minutes.of(10), Minutes.of(20), List.of("fans race"), "Wait on"));
      case 10 -> {
        List<School> chosen = Arrays.stream(School.values()).filter(School::choice).toList();
        School school = chosen.get(random.nextInt(chosen.size()));
        w.choose(school, school.positions().get(0).id());
      }
      case 11 -> photos.keep(w, PNG.clone(), "board " + random.nextInt(9));
      case 12 ->
          w.keepPassport(
              passport(random), OptionalLong.of(16384), Optional.of(random.nextInt(1, 5)));
      default -> {
        w.append(NewLine.known("Looked", Facts.of(Map.of("boot-mode", "old", "chip", "off"))));
        if (w.file().openSheets().isEmpty() && record.stops(w.file()).isEmpty()) {
          w.append(
              NewLine.known(
                  "Looked at",
                  Facts.of(
                      Map.of(
                          "scheme", "new",
                          "boot-mode", "old",
                          "secure-boot", "off",
                          "chip", "off",
                          "encryption", "active"))));
          w.sheets().begin(UpgradeDesk.of(w.job()).start());
        }
      }
    }
  }

  private static Passport passport(SplittableRandom random) {
    return new Passport(
        "Quill",
        "1." + random.nextInt(9),
        "03/01/2024",
        "Fenrow",
        "Tern 5",
        "",
        "",
        "Fenrow",
        "TB-5",
        "",
        OptionalInt.of(3),
        List.of(),
        4,
        List.of(),
        new Passport.Abilities(OptionalInt.of(64), Optional.of(random.nextBoolean()), true));
  }

  /** Without what every copy has of its own; what has no order in one. */
  private JsonNode comparable(ObjectNode bundle) {
    ObjectNode copy = bundle.deepCopy();
    copy.remove(List.of("claim", "identity", "copyOf"));
    copy.get("log").forEach(line -> ((ObjectNode) line).remove("from"));
    String text = copy.toString();
    for (int i = 0; i < copy.get("sheets").size(); i++) {
      text = text.replace(copy.get("sheets").get(i).get("id").stringValue(), "sheet-" + i);
    }
    return sorted(json.readTree(text));
  }

  /** The same with names in order, and texts of a list too. */
  static JsonNode sorted(JsonNode node) {
    if (node instanceof ObjectNode object) {
      Map<String, JsonNode> names = new TreeMap<>();
      object.properties().forEach(e -> names.put(e.getKey(), sorted(e.getValue())));
      ObjectNode result = object.objectNode();
      names.forEach(result::set);
      return result;
    }
    if (node instanceof ArrayNode array) {
      List<JsonNode> items = new ArrayList<>();
      array.forEach(item -> items.add(sorted(item)));
      if (items.stream().allMatch(JsonNode::isString)) {
        items.sort(java.util.Comparator.comparing(JsonNode::stringValue));
      }
      return array.arrayNode().addAll(items);
    }
    return node;
  }

  @Test
  void aBundleReadTwiceTeachesOnce() throws Exception {
    ObjectNode bundle = bundles.write(record.open(confirmedTicket()));
    bundle.put("identity", UUID.randomUUID().toString());
    long before = confirmed.counts().getOrDefault("memory-unseated", 0L);
    byte[] bytes = json.writeValueAsBytes(bundle);
    bundles.read(bytes, "pia");
    assertThat(confirmed.counts()).containsEntry("memory-unseated", before + 1);
    bundles.read(bytes, "pia");
    assertThat(confirmed.counts()).containsEntry("memory-unseated", before + 1);
  }

  /** A closed ticket as a bundle says it, taken in. */
  private String confirmedTicket() throws Exception {
    String claim = counter.receive(Shopkeeping.tower("Sable Orne"), "runa");
    ObjectNode open = bundles.write(record.open(claim));
    TicketFile file = record.open(claim);
    Line last = file.log().lines().get(file.log().size() - 1);
    ObjectNode end = open.putObject("end");
    end.put("state", "HANDED_BACK").put("closed", last.at().plus(1, ChronoUnit.MINUTES).toString());
    end.putArray("causes").add("memory-unseated");
    end.putObject("sheet").put("wrong", "Module not fully seated");
    open.put("identity", UUID.randomUUID().toString());
    return bundles.read(open.toString().getBytes(StandardCharsets.UTF_8), "pia");
  }
}
