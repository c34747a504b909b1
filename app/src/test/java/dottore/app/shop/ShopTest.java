package dottore.app.shop;

import static org.assertj.core.api.Assertions.assertThat;

import dottore.app.InEmptyShop;
import dottore.app.Shopkeeping;
import dottore.app.Visitor;
import dottore.app.account.Accounts;
import dottore.app.account.Role;
import dottore.app.knowledge.Knowledge;
import dottore.core.casebook.Need;
import java.util.HashMap;
import java.util.Map;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.springframework.beans.factory.annotation.Autowired;
import org.springframework.beans.factory.annotation.Value;

@InEmptyShop
class ShopTest {
  @Value("${local.server.port}")
  int port;

  @Autowired Shop shop;
  @Autowired ShopProperties installed;
  @Autowired Accounts accounts;
  @Autowired Knowledge knowledge;

  private Visitor owner;

  @BeforeEach
  void somebody() {
    owner = Shopkeeping.signedIn(accounts, port, Role.OWNER);
  }

  @AfterEach
  void asItWas() {
    Map<String, String> all = new HashMap<>(installed.book().values());
    all.put(ShopBook.HOLIDAYS, "");
    assertThat(shop.set(all, "runa")).isEmpty();
  }

  private Map<String, String> form() {
    Map<String, String> form = new HashMap<>();
    form.put("name", "Quay Bench");
    form.put("address", "Pier 3");
    form.put("money", "cr");
    form.put("per-minute", "1,5");
    form.put("shelf", "meter");
    form.put("MONDAY.from", "08:30");
    form.put("MONDAY.to", "17:00");
    form.put("holidays", "2026-12-25 the feast");
    return form;
  }

  @Test
  void theOwnerSetsTheShopAndEachChangeIsWrittenDown() {
    long version = knowledge.version();
    Visitor.Reply kept = owner.post("/settings/shop", form());
    assertThat(kept.status()).isEqualTo(302);
    assertThat(shop.name()).isEqualTo("Quay Bench");
    assertThat(shop.rules().perMinute()).isEqualTo(1.5);
    assertThat(shop.missing()).contains(Need.SPARE_SUPPLY).doesNotContain(Need.METER);
    assertThat(shop.hours().words()).isEqualTo("Mon 08:30 to 17:00");
    assertThat(knowledge.version()).as("the advice is computed anew").isGreaterThan(version);
    Visitor.Reply page = owner.get("/settings/shop");
    assertThat(page.page().select("[name='MONDAY.from']").val()).isEqualTo("08:30");
    assertThat(page.text())
        .contains(
            "Name: Your shop → Quay Bench", "One bench minute costs: 1.2 → 1.5", "shop-owner");
    int changes = page.page().select("main table.grid-table tr").size();
    owner.post("/settings/shop", form());
    assertThat(owner.get("/settings/shop").page().select("main table.grid-table tr"))
        .as("the same again is no change")
        .hasSize(changes);
  }

  @Test
  void whatCannotBeIsRefusedWithItsWordsAndKeepsWhatWasTyped() {
    Map<String, String> form = form();
    form.put("MONDAY.from", "19:00");
    form.put("per-minute", "a lot");
    Visitor.Reply reply = owner.post("/settings/shop", form);
    assertThat(reply.status()).isEqualTo(200);
    assertThat(reply.page().select(".fault").text())
        .contains("Nothing was kept", "A number from 0 to 1000", "before it opens");
    assertThat(reply.page().select("[name=name]").val()).isEqualTo("Quay Bench");
    assertThat(reply.page().select("[name='MONDAY.from']").val()).isEqualTo("19:00");
    assertThat(shop.name()).isEqualTo("Your shop");
  }

  @Test
  void nobodyElseSetsTheShop() {
    Visitor technician = Shopkeeping.signedIn(accounts, port, Role.TECHNICIAN);
    assertThat(technician.get("/settings/shop").status()).isEqualTo(403);
    assertThat(technician.post("/settings/shop", form()).status()).isEqualTo(403);
  }
}
