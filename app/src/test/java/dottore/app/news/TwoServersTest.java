package dottore.app.news;

import static dottore.app.Shopkeeping.SALT_AIR;
import static org.assertj.core.api.Assertions.assertThat;

import dottore.app.TestDatabase;
import dottore.app.TestShop;
import dottore.app.Visitor;
import dottore.app.knowledge.Knowledge;
import dottore.app.knowledge.OwnEntries;
import dottore.app.shop.Shop;
import dottore.core.casebook.Overlay;
import dottore.core.casebook.Overlay.Part;
import dottore.core.casebook.School;
import java.time.Duration;
import java.time.Instant;
import java.util.Map;
import java.util.function.BooleanSupplier;
import org.jsoup.nodes.Element;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.TestInstance;
import org.springframework.context.ConfigurableApplicationContext;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.test.util.ReflectionTestUtils;

/** Two servers on one database are one shop. */
@TestInstance(TestInstance.Lifecycle.PER_CLASS)
class TwoServersTest {
  private static final Duration WITHIN = Duration.ofSeconds(2);

  private ConfigurableApplicationContext first;
  private ConfigurableApplicationContext second;

  private static ConfigurableApplicationContext start(int hurry) {
    return TestShop.own(
        "--server.port=0",
        "--dottore.password-cost=4",
        "--dottore.sticks.folder=target/sticks/two",
        "--dottore.keys.file=target/keys/two",
        "--dottore.sticks.hurry=" + hurry,
        "--spring.datasource.hikari.maximum-pool-size=5",
        "--spring.datasource.url=" + TestDatabase.another("two"));
  }

  @BeforeAll
  void open() {
    first = start(20);
    second = start(4000);
  }

  @AfterAll
  void close() {
    first.close();
    second.close();
  }

  private static int port(ConfigurableApplicationContext server) {
    return server.getEnvironment().getRequiredProperty("local.server.port", Integer.class);
  }

  private static Visitor runa(ConfigurableApplicationContext server) {
    return new Visitor(port(server)).signedIn("runa", "bench-by-the-pier");
  }

  private static Knowledge knowledge(ConfigurableApplicationContext server) {
    return server.getBean(Knowledge.class);
  }

  private static void soon(String what, BooleanSupplier so) {
    Instant until = Instant.now().plus(WITHIN);
    while (!so.getAsBoolean()) {
      assertThat(Instant.now()).as(what + " within two seconds").isBefore(until);
      pause(20);
    }
  }

  private static void pause(long millis) {
    try {
      Thread.sleep(millis);
    } catch (InterruptedException stopped) {
      Thread.currentThread().interrupt();
      throw new IllegalStateException(stopped);
    }
  }

  private static String driversFrom(ConfigurableApplicationContext server) {
    return knowledge(server).schools(Map.of()).shop().getOrDefault(School.DRIVER_SOURCE, "");
  }

  private void changeName(String name) {
    Object faults =
        ReflectionTestUtils.invokeMethod(
            first.getBean(Shop.class), "set", Map.of("name", name), "orsolya");
    assertThat(faults).isEqualTo(Map.of());
  }

  @Test
  void whatOneChangesTheOtherHearsWithoutBeingAsked() {
    Shop shop = second.getBean(Shop.class);
    changeName("Pier Ten");
    soon("the name", () -> shop.name().equals("Pier Ten"));

    knowledge(first).choose(School.DRIVER_SOURCE, "mixed", "orsolya");
    soon("the school", () -> driversFrom(second).equals("mixed"));

    Overlay before = first.getBean(OwnEntries.class).entries();
    knowledge(first).keep(before.with(Part.CAUSES, "salt-air", SALT_AIR), 0, "sea", "orsolya");
    soon("the entry", () -> knowledge(second).casebook().cause("salt-air").isPresent());

    long version = knowledge(second).version();
    JdbcClient record = first.getBean(JdbcClient.class);
    record.sql("update ticket set closed = closed where closed is not null and teaches").update();
    soon("what tickets teach", () -> knowledge(second).version() > version);
  }

  @Test
  void whoDoesNotHearLooksAtEachPage() {
    Listener deaf = second.getBean(Listener.class);
    deaf.stop();
    pause(1200); // it waits a second for the last
    try {
      Visitor there = new Visitor(port(second));
      changeName("Pier Eleven");
      pause(300);
      assertThat(second.getBean(Shop.class).name()).isNotEqualTo("Pier Eleven");
      assertThat(there.get("/sign-in").text()).contains("Pier Eleven");
    } finally {
      deaf.start();
    }
  }

  @Test
  void ownChangesAreNoNews() {
    long there = knowledge(first).version();
    first.getBean(News.class).look();
    assertThat(knowledge(first).version()).isEqualTo(there);
    assertThat(first.getBean(News.class).server())
        .startsWith("dottore-")
        .isNotEqualTo(second.getBean(News.class).server());
  }

  @Test
  void clocksAndWarningsAreTheSameOnBoth() {
    Visitor here = runa(first);
    Visitor there = runa(second);
    Element warned = here.get("/today").page().select(".guard-line").first();
    Element alike = there.get("/today").page().select(".guard-line").first();
    assertThat(warned).isNotNull();
    assertThat(alike.select("[data-elapsed]").attr("data-elapsed"))
        .isEqualTo(warned.select("[data-elapsed]").attr("data-elapsed"));
    String ticket = "/tickets/" + warned.select("a .mono").text();
    here.post(ticket + "/clocks", Map.of("label", "Second look", "minutes", "9"));
    assertThat(there.get(ticket + "/find").page().select("aside").text()).contains("Second look");
  }

  private static Element stick(Visitor who) {
    return who.get("/shelf").page().select(".stick:contains(Red-2)").first();
  }

  @Test
  void aStickIsWrittenByOneServerAndStoppedFromTheOther() {
    Visitor here = runa(first);
    Visitor there = runa(second);
    String address = stick(here).select("form[action$=/written]").attr("action");
    String write = address.replace("/written", "/write");
    String image = stick(here).select("label:contains(Ebb Desk 12.2) [name=image]").attr("value");
    String label = stick(here).select("h2 .mono").text();
    here.post(write, Map.of("image", image, "read", label));
    JdbcClient record = first.getBean(JdbcClient.class);
    pause(4000); // the other looked for what is left behind
    assertThat(keeper(record)).isEqualTo(first.getBean(News.class).server());
    // The other server sees how it goes, and stops it.
    assertThat(stick(there).select("[data-events]")).hasSize(1);
    there.post(address.replace("/written", "/stop"), Map.of());
    soon("the stop", () -> stick(here).select("[data-events]").isEmpty());
    // What a server that is gone left behind, the next one that looks goes on with.
    record
        .sql(
            "insert into shelf_writing (stick_id, images, state, phase, done, total, words,"
                + " started_at, started_by, keeper, seen_at) select stick_id, images, 'RUNNING',"
                + " 'PROBE', 0, total, '', now(), started_by, 'gone', now() - interval '1 minute'"
                + " from shelf_writing order by id desc limit 1")
        .update();
    pause(5000);
    assertThat(keeper(record)).isNotEqualTo("gone");
    for (int i = 0; i < 120 && !stick(there).select("[data-events]").isEmpty(); i++) {
      pause(250);
    }
    assertThat(stick(there).text()).contains("Written, read back and equal");
    assertThat(
            record
                .sql("select count(*) from shelf_writing where state = 'GOOD'")
                .query(Integer.class)
                .single())
        .isEqualTo(1);
  }

  private static String keeper(JdbcClient record) {
    return record
        .sql("select keeper from shelf_writing order by id desc limit 1")
        .query(String.class)
        .single();
  }
}
