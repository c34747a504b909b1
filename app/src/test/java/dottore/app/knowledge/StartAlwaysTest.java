package dottore.app.knowledge;

import static org.assertj.core.api.Assertions.assertThat;

import dottore.app.TestDatabase;
import dottore.app.TestShop;
import dottore.app.Visitor;
import org.junit.jupiter.api.Test;
import org.springframework.context.ConfigurableApplicationContext;
import org.springframework.jdbc.core.simple.JdbcClient;

/** Whatever the tables hold, the shop opens, and its owner is told what is not in force. */
class StartAlwaysTest {
  private static ConfigurableApplicationContext start() {
    return TestShop.own(
        "--server.port=0",
        "--dottore.password-cost=4",
        "--dottore.sticks.folder=target/sticks/always",
        "--dottore.keys.file=target/keys/always",
        "--spring.datasource.hikari.maximum-pool-size=3",
        "--spring.datasource.url=" + TestDatabase.another("always"));
  }

  private static Visitor owner(ConfigurableApplicationContext shop) {
    return new Visitor(
            shop.getEnvironment().getRequiredProperty("local.server.port", Integer.class))
        .signedIn("orsolya", "keys-to-pier-nine");
  }

  @Test
  void whateverIsKeptTheShopOpensAndTheOwnerIsTold() {
    try (ConfigurableApplicationContext first = start()) {
      JdbcClient record = first.getBean(JdbcClient.class);
      for (String harm :
          new String[] {
            "insert into shop_setting (name, value) values ('week', 'whenever'),"
                + " ('shelf', 'meter no-such-thing'), ('per-minute', 'much'),"
                + " ('money', 'shells'), ('of-another-release', 'x')",
            "insert into shop_choice (name, value, changed_at, changed_by) values"
                + " ('school.drivers', 'no-such-position', now(), 'o'),"
                + " ('school.driver-source', 'no-such-position', now(), 'o'),"
                + " ('school.no-such-school', 'x', now(), 'o'),"
                + " ('learning.since', 'yesterday', now(), 'o'), ('learning', 'maybe', now(), 'o')",
            "insert into casebook_version values (1, now(), 'o', 'n', ''),"
                + " (2, now(), 'o', 'n', 'causes: {salt: [1, 2'),"
                + " (3, now(), 'o', 'n', E'causes:\\n  salt: {name: \"a\\\\x07b\"}')",
            "insert into profiles_version (number, at, who, yaml) values"
                + " (1, now(), 'o', 'systems: [[[['), (2, now(), 'o', 'no: such: thing')"
          }) {
        record.sql(harm).update();
      }
    }
    try (ConfigurableApplicationContext again = start()) {
      Visitor owner = owner(again);
      for (String page :
          new String[] {
            "/today", "/tickets", "/shelf", "/casebook", "/numbers", "/settings/systems"
          }) {
        assertThat(owner.get(page).status()).as(page).isEqualTo(200);
      }
      String shop = owner.get("/settings/shop").page().select(".card.stop").text();
      assertThat(shop).contains("Opening hours", "On the shelf", "One bench minute costs");
      // What can be read holds.
      assertThat(owner.get("/settings/shop").page().select("[name=money]").attr("value"))
          .isEqualTo("shells");
      assertThat(owner.get("/settings/schools").page().select(".card.stop").text())
          .contains("no-such-position", "yesterday");
      assertThat(owner.get("/casebook/own").text())
          .contains("Version 3", "a character that is no text", "Version 1 is in force");
      assertThat(owner.get("/settings/systems").text()).contains("Version 2");
      String ticket =
          owner.get("/tickets").page().select("main a[href^=/tickets/B]").first().attr("href");
      assertThat(owner.get(ticket.replaceAll("^(/tickets/[^/]+).*", "$1/find")).status())
          .isEqualTo(200);
    }
  }
}
