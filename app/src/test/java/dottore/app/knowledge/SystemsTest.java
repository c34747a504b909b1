package dottore.app.knowledge;

import static org.assertj.core.api.Assertions.assertThat;

import dottore.app.InEmptyShop;
import dottore.app.Shopkeeping;
import dottore.app.Visitor;
import dottore.app.account.Accounts;
import dottore.app.account.Role;
import dottore.app.shop.Shop;
import java.util.Map;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.Test;
import org.springframework.beans.factory.annotation.Autowired;
import org.springframework.beans.factory.annotation.Value;
import org.springframework.jdbc.core.JdbcTemplate;

@InEmptyShop
class SystemsTest {
  private static final String OWN =
      """
      harbor-1:
        name: Harbor 1
        family: Harbor
        kinds: [tower]
        needs: {bits: [64], memory: 2, disk: 32}
        minutes: {install: 20, updates: 30}
      """;

  @Value("${local.server.port}")
  int port;

  @Autowired Accounts accounts;
  @Autowired Systems systems;
  @Autowired ProfilesVersionRepository versions;
  @Autowired Shop shop;
  @Autowired JdbcTemplate sql;

  @AfterEach
  void clear() {
    sql.update("delete from profiles_version");
    systems.forget();
  }

  private int after() {
    return systems.newest().number();
  }

  @Test
  void theOwnerWritesProfilesThatAreLookedAtAndKept() {
    Visitor owner = Shopkeeping.signedIn(accounts, port, Role.OWNER);
    Visitor.Reply looked =
        owner.post("/settings/systems/look", Map.of("yaml", OWN.replace("64", "48")));
    assertThat(looked.text()).contains("own.yaml:5: 'bits' is a list of 32, 64 or both");
    assertThat(owner.post("/settings/systems/look", Map.of("yaml", OWN)).text())
        .contains("It can be used");
    Map<String, String> wrong = Map.of("yaml", OWN.replace("tower", "toaster"), "after", "0");
    Visitor.Reply refused = owner.post("/settings/systems", wrong);
    assertThat(refused.text()).contains("unknown word 'toaster'");
    assertThat(refused.page().select("textarea").text()).contains("toaster");
    assertThat(after()).isZero();
    owner.post("/settings/systems", Map.of("yaml", OWN, "after", "0"));
    assertThat(systems.now().named("harbor-1")).isPresent();
    // Who comes second keeps what was typed, and lays it over.
    Map<String, String> second = Map.of("yaml", OWN.replace("Harbor 1", "Harbor 2"), "after", "0");
    Visitor.Reply late = owner.post("/settings/systems", second);
    assertThat(late.text()).contains("kept another version meanwhile").contains("Harbor 2");
    assertThat(systems.now().named("harbor-1").orElseThrow().name()).isEqualTo("Harbor 1");
    assertThat(owner.get("/settings/systems/own.yaml").raw().body()).isEqualTo(OWN);
    assertThat(owner.get("/settings/systems/shipped.yaml").raw().body()).contains("ebb-desk-12:");
    Visitor technician = Shopkeeping.signedIn(accounts, port, Role.TECHNICIAN);
    assertThat(technician.status("/settings/systems")).isEqualTo(403);
  }

  @Test
  void aFileIsLookedAtBeforeAnythingIsKept() {
    Visitor owner = Shopkeeping.signedIn(accounts, port, Role.OWNER);
    Visitor.Reply read = owner.upload("/settings/systems/file", "file", "harbor.yaml", OWN);
    assertThat(read.page().select("textarea").text()).contains("Harbor 1");
    assertThat(read.text()).contains("It can be used").contains("Nothing is kept yet");
    assertThat(after()).isZero();
    Visitor.Reply wrong =
        owner.upload("/settings/systems/file", "file", "harbor.yaml", OWN + "  sails: 3\n");
    assertThat(wrong.text()).contains("own.yaml:7").contains("sails");
    assertThat(wrong.page().select("textarea").text()).contains("sails");
    assertThat(owner.upload("/settings/systems/file", "file", "x.yaml", "").text())
        .contains("Choose a file first");
  }

  /** Whatever the table holds, the shop opens and the owner is told. */
  @Test
  void whatCannotBeReadFallsBackToTheNewestThatCan() {
    assertThat(systems.keep(OWN, 0, "orsolya")).isEmpty();
    ProfilesVersion broken = new ProfilesVersion();
    broken.number = 2;
    broken.at = shop.now();
    broken.who = "somebody";
    broken.yaml = "harbor-1: [";
    versions.saveAndFlush(broken);
    systems.forget();
    assertThat(systems.now().named("harbor-1")).isPresent();
    assertThat(systems.faults()).anyMatch(fault -> fault.startsWith("Version 2, own.yaml:1"));
    Visitor owner = Shopkeeping.signedIn(accounts, port, Role.OWNER);
    assertThat(owner.get("/settings/systems").page().select(".fault").text())
        .contains("The newest version is not in force");
  }
}
