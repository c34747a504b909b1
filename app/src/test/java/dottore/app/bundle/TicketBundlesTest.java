package dottore.app.bundle;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import com.sun.management.ThreadMXBean;
import dottore.app.InEmptyShop;
import dottore.app.knowledge.Knowledge;
import dottore.app.record.Arrival;
import dottore.app.record.Closing;
import dottore.app.record.Counter;
import dottore.app.record.PhotoBook;
import dottore.app.record.Record;
import dottore.app.record.SheetWriting.Said;
import dottore.app.record.TicketFile;
import dottore.core.casebook.Casebook;
import dottore.core.casebook.Context;
import dottore.core.casebook.Stage;
import dottore.core.diagnosis.Event;
import dottore.core.facts.Facts;
import dottore.core.firmware.FirmwareFacts;
import dottore.core.machine.MachineKind;
import dottore.core.ticket.Backup;
import dottore.core.ticket.Ending;
import dottore.core.ticket.Entry;
import dottore.core.ticket.NewLine;
import dottore.core.ticket.Owed;
import dottore.core.ticket.Person;
import dottore.core.ticket.SheetWork;
import dottore.core.upgrade.UpgradeDesk;
import java.io.IOException;
import java.lang.management.ManagementFactory;
import java.math.BigDecimal;
import java.nio.charset.StandardCharsets;
import java.time.Instant;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.SplittableRandom;
import org.junit.jupiter.api.Test;
import org.springframework.beans.factory.annotation.Autowired;
import org.springframework.jdbc.core.JdbcTemplate;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;
import tools.jackson.databind.node.ArrayNode;
import tools.jackson.databind.node.JsonNodeFactory;
import tools.jackson.databind.node.ObjectNode;

/** Tickets as files: what goes out comes back, and what is broken is refused with its place. */
@InEmptyShop
class TicketBundlesTest {
  private static final int MUTANTS = 200;
  private static final long MOST_BYTES = 64L << 20;

  /** What a thread took, whatever ran beside it. */
  private static final ThreadMXBean USED = (ThreadMXBean) ManagementFactory.getThreadMXBean();

  private static final long MOST_NANOS = 1_000_000_000L;

  private static final Arrival ARRIVAL =
      new Arrival(
          new Person("Brisa Tolland", "555-0144", "brisa@example.org"),
          "Fenrow",
          "Tern 5",
          "",
          MachineKind.TOWER,
          "nothing on screen since the new module",
          Optional.of(Stage.DARK),
          Set.of(Context.MEMORY_CHANGED, Context.DUSTY),
          Set.of(),
          "bag",
          Backup.NO,
          true,
          true,
          Optional.of(new BigDecimal("120.00")),
          Optional.of(LocalDate.of(2027, 3, 1)),
          Optional.of(Instant.parse("2026-12-01T15:00:00Z")));

  @Autowired TicketBundles bundles;
  @Autowired Record record;
  @Autowired Closing closing;
  @Autowired PhotoBook photos;
  @Autowired Knowledge knowledge;
  @Autowired Counter counter;
  @Autowired JsonMapper json;
  @Autowired JdbcTemplate sql;

  private final Casebook casebook = Casebook.shipped();

  private String aTicket() {
    String claim = counter.receive(ARRIVAL, "runa");
    write(claim, NewLine.reading(casebook.check("how-far").orElseThrow(), "memory"));
    write(claim, NewLine.reading(casebook.check("single-module-start").orElseThrow(), "starts"));
    write(claim, NewLine.tried(casebook.repair("reseat-memory").orElseThrow(), Event.Result.WORKS));
    write(claim, NewLine.reading(casebook.check("how-far").orElseThrow(), "works"));
    record.change(
        claim,
        "runa",
        Instant.parse("2026-11-20T10:00:00Z"),
        w -> {
          w.putBack(w.file().owed().get(0).id());
          closing.asItWas(
              w,
              Ending.HANDED_BACK,
              List.of("memory-unseated"),
              Map.of("wrong", "Module not fully seated", "price", "40"),
              Instant.parse("2026-11-20T10:00:00Z"));
        });
    return claim;
  }

  private void write(String claim, NewLine line) {
    record.change(claim, "runa", w -> w.record(w.log().last(), List.of(line)));
  }

  private int tickets() {
    return Optional.ofNullable(sql.queryForObject("select count(*) from ticket", Integer.class))
        .orElseThrow();
  }

  private byte[] bytes(JsonNode node) throws IOException {
    return json.writeValueAsBytes(node);
  }

  @Test
  void whatGoesOutComesBack() throws Exception {
    TicketFile before = record.open(aTicket());
    TicketFile after = record.open(bundles.read(bytes(bundles.write(before)), "ivo"));
    assertThat(after.claim()).isNotEqualTo(before.claim());
    assertThat(after.customer().name()).isEqualTo("Brisa Tolland");
    assertThat(after.contexts()).isEqualTo(before.contexts());
    assertThat(after.limit()).isEqualTo(before.limit());
    assertThat(after.promised()).isEqualTo(before.promised());
    assertThat(after.confirmedCauses()).containsExactly("memory-unseated");
    assertThat(after.sheet()).isEqualTo(before.sheet());
    assertThat(after.putBack()).hasSize(1).allMatch(thing -> thing.returned());
    assertThat(after.log().lines().subList(0, before.log().size()))
        .usingRecursiveFieldByFieldElementComparatorIgnoringFields("from")
        .isEqualTo(before.log().lines());
    assertThat(record.assess(after).verdict()).isEqualTo(record.assess(before).verdict());
  }

  /**
   * Who reads a log must see which lines were written elsewhere, however often it was passed on.
   */
  @Test
  void eachLineSaysWhereItCameFrom() throws Exception {
    TicketFile home = record.open(aTicket());
    assertThat(home.log().lines()).allMatch(line -> line.from().isEmpty());
    ObjectNode bundle = bundles.write(home);
    bundle.put("shop", "Harbor Bench");
    TicketFile second = record.open(bundles.read(bytes(bundle), "ivo"));
    String there = "Harbor Bench, " + home.claim();
    assertThat(second.log().lines().subList(0, home.log().size()))
        .allMatch(line -> line.from().equals(there));
    assertThat(second.log().lines().get(home.log().size()).from()).isEmpty();
    TicketFile third = record.open(bundles.read(bytes(bundles.write(second)), "ivo"));
    assertThat(third.log().lines().get(0).from()).isEqualTo(there);
    assertThat(third.log().lines().get(home.log().size()).from()).endsWith(", " + second.claim());
    // A bundle of a shop that says no name.
    bundle.remove("shop");
    assertThat(record.open(bundles.read(bytes(bundle), "ivo")).log().lines().get(0).from())
        .isEqualTo("another shop, " + home.claim());
  }

  @Test
  void momentsBeyondAllCalendarsAreRefusedWithTheirPlace() throws Exception {
    ObjectNode bundle = bundles.write(record.open(aTicket()));
    ((ObjectNode) bundle.get("arrival")).put("received", "+999999999-12-31T00:00:00Z");
    ((ObjectNode) bundle.get("arrival")).put("warrantyUntil", "0001-01-01");
    ((ObjectNode) bundle.get("log").get(1)).put("at", "9999-12-31T23:59:59Z");
    byte[] document = bytes(bundle);
    assertThatThrownBy(() -> bundles.read(document, "ivo"))
        .isInstanceOfSatisfying(
            BundleFault.class,
            fault ->
                assertThat(fault.faults())
                    .anyMatch(f -> f.startsWith("/arrival/received:"))
                    .anyMatch(f -> f.startsWith("/arrival/warrantyUntil:"))
                    .anyMatch(f -> f.startsWith("/log/1/at:")));
  }

  @Test
  void fiveThousandLinesAreTakenInWithinTwoSeconds() throws Exception {
    ObjectNode bundle = bundles.write(record.open(counter.receive(ARRIVAL, "runa")));
    ArrayNode log = (ArrayNode) bundle.get("log");
    JsonNode note = log.get(0);
    for (int i = log.size(); i < 5000; i++) {
      log.addObject()
          .put("at", note.get("at").stringValue())
          .put("who", "runa")
          .put("kind", "NOTE")
          .put("text", "Line " + i);
    }
    byte[] document = bytes(bundle);
    bundles.read(document, "ivo"); // once, so that what is measured is warm
    long began = System.nanoTime();
    String claim = bundles.read(document, "ivo");
    double seconds = (System.nanoTime() - began) / 1e9;
    System.out.printf("import of 5,000 lines: %.2f s%n", seconds);
    assertThat(record.open(claim).log().lines()).hasSize(5001);
    assertThat(seconds).isLessThan(2);
  }

  /** An open ticket with a run sheet on which two steps are done. */
  private String aTicketWithASheet() {
    String claim = counter.receive(ARRIVAL, "runa");
    record.change(
        claim,
        "runa",
        w -> {
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
          String id = w.sheets().begin(UpgradeDesk.of(w.job()).start());
          w.sheets().tick(id, "suspend", new Said("drive of the system", "", ""));
          w.sheets().tick(id, "new-mode", Said.NOTHING);
          w.append(
              NewLine.known(
                  "Read back",
                  Facts.none().with(FirmwareFacts.readBack(id), FirmwareFacts.ReadBack.TOOK)));
        });
    return claim;
  }

  @Test
  void aRunSheetGoesAlongAndIsWorkedOnWhereItArrives() throws Exception {
    TicketFile before = record.open(aTicketWithASheet());
    SheetWork there = before.sheets().get(0);
    String claim = bundles.read(bytes(bundles.write(before)), "ivo");
    TicketFile after = record.open(claim);
    SheetWork here = after.sheets().get(0);
    assertThat(here.id()).isNotEqualTo(there.id());
    assertThat(here.sheet()).isEqualTo(there.sheet());
    assertThat(here.about()).isEqualTo(there.about());
    assertThat(here.startedAt()).isEqualTo(there.startedAt());
    assertThat(here.marks()).isEqualTo(there.marks()).hasSize(2);
    assertThat(here.open()).isTrue();
    assertThat(after.log().facts().find(FirmwareFacts.readBack(here.id())))
        .hasValue(FirmwareFacts.ReadBack.TOOK);
    assertThat(after.owed()).extracting(Owed::what).containsExactly("encryption suspended");
    for (String step : List.of("secure-boot-on", "chip-on", "resume")) {
      record.change(claim, "ivo", w -> w.sheets().tick(here.id(), step, Said.NOTHING));
    }
    assertThat(record.open(claim).owed()).isEmpty();
    // The one that stayed at home is as it was.
    assertThat(record.open(before.claim()).sheets().get(0).marks()).hasSize(2);
  }

  @Test
  void aRunSheetThatIsNoneIsRefusedWithItsPlace() throws Exception {
    String good =
        new String(bytes(bundles.write(record.open(aTicketWithASheet()))), StandardCharsets.UTF_8);
    int before = tickets();
    Map<String, String> wrong =
        Map.of(
            "\"after\":[\"suspend\"]", "\"after\":[\"nothing\"]",
            "\"depth\":\"OUTSIDE\"", "\"depth\":\"ON_THE_MOON\"",
            "\"hands\":{\"value\":2.0}", "\"hands\":{\"value\":-2.0}",
            "\"steps\":[", "\"steps\":[{},",
            "\"must\":true", "\"must\":null",
            "\"returns\":\"encryption suspended\"", "\"returns\":\"the moon\"");
    wrong.forEach(
        (from, to) -> {
          assertThat(good).contains(from);
          String mutant = good.replace(from, to);
          assertThatThrownBy(() -> bundles.read(mutant.getBytes(StandardCharsets.UTF_8), "ivo"))
              .as(to)
              .isInstanceOf(BundleFault.class)
              .hasMessageContaining("/sheets");
        });
    assertThat(tickets()).isEqualTo(before);
  }

  @Test
  void saysWhereABundleIsWrongAndChangesNothing() throws Exception {
    ObjectNode good = bundles.write(record.open(aTicket()));
    int before = tickets();
    ObjectNode unknown = good.deepCopy();
    ((ObjectNode) unknown.at("/log/2/data")).put("check", "moon-phase");
    assertThatThrownBy(() -> bundles.read(bytes(unknown), "ivo"))
        .isInstanceOfSatisfying(
            BundleFault.class,
            fault ->
                assertThat(fault.faults())
                    .containsExactly("/log/2/data: no check is called 'moon-phase'"));
    ObjectNode mistyped = good.deepCopy();
    ((ObjectNode) mistyped.get("arrival")).put("complaint", 7);
    assertThatThrownBy(() -> bundles.read(bytes(mistyped), "ivo"))
        .isInstanceOfSatisfying(
            BundleFault.class,
            fault -> assertThat(fault.faults()).anyMatch(what -> what.contains("arrival")));
    assertThatThrownBy(
            () -> bundles.read("{\n \"format\":".getBytes(StandardCharsets.UTF_8), "ivo"))
        .isInstanceOfSatisfying(
            BundleFault.class, fault -> assertThat(fault.faults().get(0)).contains("line 2"));
    assertThat(tickets()).isEqualTo(before);
  }

  @Test
  void numbersBeyondAnyMachinesRangeAreRefusedWithTheirPlace() throws Exception {
    String good = new String(bytes(bundles.write(record.open(aTicket()))), StandardCharsets.UTF_8);
    assertThat(good).contains("\"limit\":120");
    for (String number : List.of("1e400", "1e99999999", "-1e400", "1e-400", "1e-50000000", "-1")) {
      String mutant = good.replaceFirst("\"limit\":[0-9.]+", "\"limit\":" + number);
      String text = mutant.replace("\"claim\":\"", "\"claim\":" + number + ",\"was\":\"");
      for (String document : List.of(mutant, text)) {
        long started = USED.getCurrentThreadCpuTime();
        assertThatThrownBy(() -> bundles.read(document.getBytes(StandardCharsets.UTF_8), "ivo"))
            .as(number)
            .isInstanceOf(BundleFault.class);
        assertThat(USED.getCurrentThreadCpuTime() - started).as(number).isLessThan(MOST_NANOS);
      }
    }
  }

  @Test
  void whatTheFirmwareDeskCouldNotReadIsRefused() throws Exception {
    String claim = counter.receive(ARRIVAL, "runa");
    record.change(
        claim,
        "runa",
        w -> {
          w.append(
              NewLine.known(
                  "Firmware: battery 80 %", Facts.of(Map.of("battery", "80", "mains", "yes"))));
          w.append(new NewLine("Setting", new Entry.SettingNoted("boot-mode", "old way")));
        });
    String good = new String(bytes(bundles.write(record.open(claim))), StandardCharsets.UTF_8);
    bundles.read(good.getBytes(StandardCharsets.UTF_8), "ivo");
    Map.of(
            "\"80\"", "\"full\"",
            "\"boot-mode\"", "\"warp-mode\"",
            "\"mains\":\"yes\"", "\"encryption\":\"maybe\"",
            "\"battery\":", "\"stick\":\"{}\",\"battery\":",
            "\"value\":\"old way\"", "\"result\":\"HOLDS\",\"touches\":\"nothing-known\"")
        .forEach(
            (from, to) -> {
              assertThat(good).contains(from);
              String mutant = good.replace(from, to);
              assertThatThrownBy(() -> bundles.read(mutant.getBytes(StandardCharsets.UTF_8), "ivo"))
                  .as(to)
                  .isInstanceOf(BundleFault.class)
                  .hasMessageContaining("/log/");
            });
  }

  @Test
  void twoHundredMutantsAreRefusedWithAMessageOrReadSafely() throws Exception {
    byte[] good = bytes(BundleRoundTripTest.sorted(bundles.write(record.open(aTicket()))));
    bundles.read(good, "ivo");
    int refused = 0;
    for (int i = 0; i < MUTANTS; i++) {
      SplittableRandom random = new SplittableRandom(4200 + i);
      byte[] mutant = i % 2 == 0 ? otherValue(good, random) : otherBytes(good, random);
      int before = tickets();
      long allocated = USED.getCurrentThreadAllocatedBytes();
      long started = USED.getCurrentThreadCpuTime();
      try {
        TicketFile file = record.open(bundles.read(mutant, "ivo"));
        assertThat(record.assess(file).suspects()).isNotEmpty();
        assertThat(tickets()).isEqualTo(before + 1);
      } catch (BundleFault fault) {
        refused++;
        assertThat(fault.faults()).as("mutant %d", i).isNotEmpty().noneMatch(String::isBlank);
        assertThat(tickets()).as("mutant %d", i).isEqualTo(before);
      } catch (RuntimeException broken) {
        throw new AssertionError(
            "mutant " + i + ": " + new String(mutant, StandardCharsets.UTF_8), broken);
      }
      assertThat(USED.getCurrentThreadCpuTime() - started)
          .as("mutant %d", i)
          .isLessThan(MOST_NANOS);
      assertThat(USED.getCurrentThreadAllocatedBytes() - allocated)
          .as("mutant %d", i)
          .isLessThan(MOST_BYTES);
    }
    System.out.printf("%d mutated bundles: %d refused with a message%n", MUTANTS, refused);
    assertThat(refused).isBetween(MUTANTS / 4, MUTANTS - 10);
  }

  private byte[] otherBytes(byte[] good, SplittableRandom random) {
    byte[] mutant = good.clone();
    for (int k = 0; k <= random.nextInt(3); k++) {
      mutant[random.nextInt(mutant.length)] = (byte) random.nextInt(256);
    }
    return random.nextInt(4) == 0
        ? java.util.Arrays.copyOf(mutant, random.nextInt(mutant.length))
        : mutant;
  }

  private byte[] otherValue(byte[] good, SplittableRandom random) throws IOException {
    JsonNode root = json.readTree(good);
    List<Runnable> places = new ArrayList<>();
    JsonNode value = strange(random);
    collect(root, value, places);
    places.get(random.nextInt(places.size())).run();
    return bytes(root);
  }

  private static void collect(JsonNode node, JsonNode value, List<Runnable> places) {
    if (node instanceof ObjectNode object) {
      List<String> names = new ArrayList<>();
      object.propertyNames().iterator().forEachRemaining(names::add);
      for (String name : names) {
        places.add(() -> object.set(name, value));
        collect(object.get(name), value, places);
      }
    } else if (node instanceof ArrayNode array) {
      for (int i = 0; i < array.size(); i++) {
        int at = i;
        places.add(() -> array.set(at, value));
        collect(array.get(i), value, places);
      }
    }
  }

  private static JsonNode strange(SplittableRandom random) {
    JsonNodeFactory of = JsonNodeFactory.instance;
    return switch (random.nextInt(14)) {
      case 0 -> of.nullNode();
      case 1 -> of.numberNode(new BigDecimal("1e400"));
      case 2 -> of.numberNode(-3);
      case 3 -> of.stringNode("");
      case 4 -> of.stringNode("x".repeat(300_000));
      case 5 -> of.stringNode("a\u0000b");
      case 6 -> of.stringNode("\u0007\u001b");
      case 7 -> of.stringNode("+999999999-12-31T23:59:59Z");
      case 8 -> of.stringNode("9999-12-31");
      case 9 -> of.arrayNode().add("usb");
      case 10 -> of.objectNode().put("a", "b");
      case 11 -> of.booleanNode(false);
      case 12 -> of.stringNode("<script>alert(1)</script>");
      default -> of.stringNode("works");
    };
  }
}
