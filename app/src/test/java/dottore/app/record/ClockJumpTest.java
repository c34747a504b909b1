package dottore.app.record;

import static org.assertj.core.api.Assertions.assertThat;

import dottore.app.TestDatabase;
import dottore.app.TestShop;
import dottore.app.Visitor;
import dottore.app.shop.Shop;
import java.time.Clock;
import java.time.Duration;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.Test;
import org.springframework.context.ConfigurableApplicationContext;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.test.util.ReflectionTestUtils;

/** The clock of the server jumps, as after an empty battery or a summer time set by hand. */
class ClockJumpTest {
  private static void jump(Shop shop, Duration by) {
    ReflectionTestUtils.setField(shop, "clock", Clock.offset(Clock.systemUTC(), by));
  }

  @Test
  void pagesNumbersAndWarningsHoldWhateverTheClockSays() {
    try (ConfigurableApplicationContext server =
        TestShop.own(
            "--server.port=0",
            "--dottore.password-cost=4",
            "--dottore.sticks.folder=target/sticks/clock",
            "--dottore.keys.file=target/keys/clock",
            "--spring.datasource.hikari.maximum-pool-size=4",
            "--spring.datasource.url=" + TestDatabase.another("clock"))) {
      Shop shop = server.getBean(Shop.class);
      int port = server.getEnvironment().getRequiredProperty("local.server.port", Integer.class);
      Visitor runa = new Visitor(port).signedIn("runa", "bench-by-the-pier");
      String guarded = runa.get("/today").page().select(".guard-line a .mono").first().text();
      String ticket = "/tickets/" + guarded;
      runa.post(ticket + "/clocks", Map.of("label", "Cooling", "minutes", "30"));
      runa.post(ticket + "/clocks/hands", Map.of());
      for (Duration by :
          List.of(
              Duration.ofHours(3),
              Duration.ofHours(-26),
              Duration.ofDays(400),
              Duration.ofDays(-400),
              Duration.ZERO)) {
        jump(shop, by);
        for (String page :
            List.of(
                "/today",
                "/tickets",
                "/numbers",
                "/shelf",
                ticket + "/find",
                ticket + "/hand-back",
                ticket + "/fix/firmware")) {
          assertThat(runa.get(page).status()).as(page + " at " + by).isEqualTo(200);
        }
        assertThat(runa.post(ticket + "/log", Map.of("text", "Said at " + by)).status())
            .isEqualTo(302);
        // Nothing counts backwards, and a guard is not over because the clock went back.
        assertThat(runa.get("/today").page().select(".guard-line [data-elapsed]").text())
            .matches("\\d+:\\d\\d(:\\d\\d)?");
        assertThat(runa.get("/today").page().select(".guard-line").text())
            .contains(by.compareTo(Duration.ofHours(1)) > 0 ? "Time to worry" : "Do not touch");
        assertThat(
                new Visitor(port)
                    .post("/sign-in", Map.of("username", "ivo", "password", "first-year-at-sea"))
                    .location())
            .as("signing in at " + by)
            .isEqualTo("/today");
      }
      // The log is in the order in which it was written, numbered without a gap.
      List<String> said =
          runa.get(ticket + "/find").page().select("aside .log li").eachText().stream()
              .filter(line -> line.contains("Said at"))
              .map(line -> line.replaceAll("^.*Said at ", ""))
              .toList();
      assertThat(said).containsExactly("PT0S", "PT-9600H", "PT9600H", "PT-26H", "PT3H");
      assertThat(
              server
                  .getBean(JdbcClient.class)
                  .sql(
                      "select count(*) from (select ticket_id from log_entry group by ticket_id"
                          + " having count(*) <> max(seq)) t")
                  .query(Integer.class)
                  .single())
          .isZero();
    }
  }
}
