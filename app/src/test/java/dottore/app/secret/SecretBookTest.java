package dottore.app.secret;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import dottore.app.InEmptyShop;
import dottore.app.Shopkeeping;
import dottore.app.Visitor;
import dottore.app.account.Accounts;
import dottore.app.account.Role;
import dottore.app.record.Closing;
import dottore.app.record.Counter;
import dottore.app.record.Record;
import dottore.app.said.Refused;
import dottore.app.seal.KeyRing;
import dottore.core.machine.MachineKind;
import dottore.core.ticket.Ending;
import dottore.core.ticket.Person;
import java.nio.file.Files;
import java.util.HashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.springframework.beans.factory.annotation.Autowired;
import org.springframework.beans.factory.annotation.Value;
import org.springframework.jdbc.core.JdbcTemplate;

@InEmptyShop
class SecretBookTest {
  private static final String KEY = "BCDFG-HJKMP-QRTVW-XY234-67899";
  private static int number;

  @Value("${local.server.port}")
  int port;

  @Autowired Accounts accounts;
  @Autowired Record record;
  @Autowired Counter counter;
  @Autowired Closing closing;
  @Autowired SecretBook book;
  @Autowired KeyRing ring;
  @Autowired JdbcTemplate sql;

  private Visitor technician;
  private String claim;

  @BeforeEach
  void takeIn() {
    technician = Shopkeeping.signedIn(accounts, port, Role.TECHNICIAN);
    Person customer = new Person("Keys " + ++number, "", "");
    claim = counter.receive(Shopkeeping.arrival(MachineKind.TOWER, customer, ""), "runa");
    technician.post(
        fix("facts/system-chosen"), Map.of("system-wanted", "ebb-desk-12", "seen", "99"));
  }

  private String fix(String what) {
    return "/tickets/" + claim + "/fix/system/" + what;
  }

  private Visitor.Reply keep(String secret, String... more) {
    Map<String, String> fields =
        new HashMap<>(Map.of("kind", "key", "secret", secret, "label", "underneath"));
    for (int i = 0; i < more.length; i += 2) {
      fields.put(more[i], more[i + 1]);
    }
    return technician.post(fix("keys"), fields);
  }

  private long last() {
    List<SecretBook.Kept> kept = book.of(record.open(claim));
    return kept.get(kept.size() - 1).id();
  }

  private Visitor.Reply reveal() {
    return technician.post(fix("keys/" + last() + "/reveal"), Map.of());
  }

  /** Whether a text stands in any column of any table, as a dump would hold it. */
  private boolean inTheClear(String text) {
    List<String> tables =
        sql.queryForList(
            "select table_name from information_schema.tables where table_schema = 'public'",
            String.class);
    return tables.stream()
        .anyMatch(
            table ->
                sql.queryForObject(
                        "select count(*) from \"" + table + "\" t where t::text ilike ?",
                        Long.class,
                        "%" + text + "%")
                    > 0);
  }

  /** With and without its dashes; a few digits alone stand in moments and sums by chance. */
  private boolean keyInTheClear() {
    String end = KEY.substring(KEY.length() - 11);
    return inTheClear(end) || inTheClear(end.replace("-", ""));
  }

  @Test
  void aKeyIsSealedShownOnAClickAndDestroyed() {
    assertThat(keep(KEY.toLowerCase(Locale.ROOT)).location()).isEqualTo(fix("keys"));
    assertThat(inTheClear("underneath")).as("the search finds what is there").isTrue();
    assertThat(keyInTheClear()).isFalse();
    assertThat(technician.get(fix("keys")).text()).doesNotContain("67899").contains("underneath");
    assertThat(technician.get("/tickets/" + claim + "/bundle").text()).doesNotContain("67899");
    Visitor.Reply shown = reveal();
    assertThat(shown.page().text()).contains(KEY);
    assertThat(shown.raw().headers().firstValue("Cache-Control").orElse("")).contains("no-store");
    assertThat(technician.get(fix("keys")).text()).doesNotContain("67899");
    assertThat(record.open(claim).log().lines())
        .extracting(line -> line.text())
        .contains("Shown: key of the system, underneath");
    assertThat(keyInTheClear()).isFalse();
    long id = last();
    Visitor apprentice = Shopkeeping.signedIn(accounts, port, Role.APPRENTICE);
    Visitor.Reply asked = apprentice.post(fix("keys/" + id + "/reveal"), Map.of());
    assertThat(asked.page().select(".fault").text()).contains("Ask one of them");
    assertThat(asked.text()).doesNotContain("67899");
    technician.post(fix("keys/" + id + "/destroy"), Map.of());
    assertThat(reveal().status()).isEqualTo(404);
    assertThat(
            sql.queryForObject("select length(sealed) from secret where id = ?", Integer.class, id))
        .isZero();
  }

  @Test
  void helpsToReadAndKeepsWhatIsSaidToBeRight() {
    Visitor.Reply wrong = keep(KEY.replace("Q", "O"));
    assertThat(wrong.page().select(".fault").text()).contains("place 11: O is in no key");
    assertThat(wrong.page().select("[name=secret]").attr("value")).isEqualTo(KEY.replace("Q", "O"));
    assertThat(keep("BCD").page().select(".fault").text()).contains("it has 3 characters");
    Visitor.Reply differ = keep(KEY, "second", KEY.replace("G", "6"));
    assertThat(differ.page().select(".fault").text()).contains("differ at place 5").contains(KEY);
    assertThat(book.of(record.open(claim))).isEmpty();
    keep(KEY, "second", KEY);
    keep("anything at all", "as-it-is", "true");
    keep("123456-654321", "kind", "recovery");
    assertThat(book.of(record.open(claim))).hasSize(3);
    assertThat(keep(" ").page().select(".fault").text()).contains("Type it first");
  }

  @Test
  void whatLeavesWithTheMachineIsDestroyedAtItsEnd() {
    keep(KEY);
    keep("123456", "kind", "recovery", "stays", "true");
    record.change(
        claim,
        "runa",
        w -> closing.close(w, Ending.values()[0], Map.of("price", "0"), "wanted back", true));
    assertThat(book.of(record.open(claim)))
        .extracting(SecretBook.Kept::gone)
        .containsExactly(true, false);
  }

  @Test
  void everythingIsSealedAnewOrNothingIs() throws Exception {
    keep(KEY);
    String before = Files.readString(ring.file());
    Visitor owner = Shopkeeping.signedIn(accounts, port, Role.OWNER);
    assertThat(owner.post("/settings/keys", Map.of()).page().text()).contains("sealed anew");
    String after = Files.readString(ring.file());
    assertThat(after).isNotEqualTo(before);
    assertThat(after.lines()).hasSize(1);
    assertThat(book.fits()).isTrue();
    assertThat(reveal().page().text()).contains(KEY);
    assertThat(technician.status("/settings/keys")).isEqualTo(403);
    // A file that does not fit says so, and nothing is changed by it.
    long id = last();
    sql.update("update secret set key_id = 'gone' where id = ?", id);
    assertThat(book.fits()).isFalse();
    assertThatThrownBy(() -> book.renew()).isInstanceOf(Refused.class);
    assertThat(reveal().page().select(".fault").text()).contains("does not open it");
    assertThat(owner.get("/settings/keys").page().text()).contains("does not open what is sealed");
    assertThat(Files.readString(ring.file())).isEqualTo(after);
    sql.update("delete from secret where id = ?", id);
  }
}
