package dottore.app.account;

import static org.assertj.core.api.Assertions.assertThat;

import dottore.app.InEmptyShop;
import dottore.app.Visitor;
import dottore.app.account.SecondStep.Answer;
import dottore.app.shop.SecondStepFor;
import dottore.app.shop.Shop;
import java.nio.charset.StandardCharsets;
import java.time.Instant;
import java.util.List;
import java.util.Map;
import org.apache.commons.codec.binary.Base32;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.springframework.beans.factory.annotation.Autowired;
import org.springframework.beans.factory.annotation.Value;
import org.springframework.jdbc.core.JdbcTemplate;

/** A code from the telephone after the password. */
@InEmptyShop
class SecondStepTest {
  private static final String PASSWORD = "rope-lamp-gull-tide";

  @Value("${local.server.port}")
  int port;

  @Autowired Accounts accounts;
  @Autowired SecondStep second;
  @Autowired Shop shop;
  @Autowired JdbcTemplate sql;

  @BeforeEach
  void people() {
    sql.update("delete from account");
    sql.update("delete from sign_in_trial");
    for (Role role : List.of(Role.OWNER, Role.TECHNICIAN)) {
      assertThat(accounts.add(login(role), "Some One", role, PASSWORD)).isEmpty();
    }
  }

  @AfterEach
  void nobodyHasTo() {
    shop.askSecondStep(SecondStepFor.NOBODY, "test");
  }

  private static String login(Role role) {
    return role == Role.OWNER ? "olga" : "tove";
  }

  private Visitor as(String login) {
    return new Visitor(port).signedIn(login, PASSWORD);
  }

  /** RFC 6238, appendix B, SHA-1; the last six of its eight digits. */
  @ParameterizedTest
  @CsvSource({
    "59, 287082",
    "1111111109, 081804",
    "1111111111, 050471",
    "1234567890, 005924",
    "2000000000, 279037",
    "20000000000, 353130"
  })
  void codesAreThoseOfTheStandard(long second, String code) {
    byte[] key = "12345678901234567890".getBytes(StandardCharsets.US_ASCII);
    assertThat(TimeCode.at(key, Instant.ofEpochSecond(second))).isEqualTo(code);
    Instant now = Instant.ofEpochSecond(second);
    assertThat(TimeCode.step(key, code.substring(0, 3) + " " + code.substring(3), now))
        .hasValue(second / 30);
    assertThat(TimeCode.step(key, code, now.plusSeconds(30))).hasValue(second / 30);
    assertThat(TimeCode.step(key, code, now.minusSeconds(30))).hasValue(second / 30);
    assertThat(TimeCode.step(key, code, now.plusSeconds(90))).isEmpty();
    assertThat(TimeCode.step(key, "", now)).isEmpty();
  }

  private byte[] key(Visitor who) {
    String words = who.get("/own-password/second-step").page().select("p.select-all").text();
    return new Base32().decode(words.replace(" ", ""));
  }

  private String code(byte[] key, int ahead) {
    return TimeCode.at(key, shop.now().plusSeconds(30L * ahead));
  }

  private List<String> switchedOn(Visitor who, byte[] key) {
    return switchedOn(who, code(key, 0));
  }

  private List<String> switchedOn(Visitor who, String code) {
    return who.post("/own-password/second-step", Map.of("code", code))
        .page()
        .select("ul.mono li")
        .eachText();
  }

  @Test
  void whoSwitchedItOnNeedsTheTelephoneAtTheNextSignIn() {
    Visitor tove = as("tove");
    byte[] key = key(tove);
    assertThat(key).hasSize(20).isEqualTo(key(tove));
    assertThat(tove.post("/own-password/second-step", Map.of("code", "000000")).text())
        .contains("Nothing was changed");
    String first = code(key, 0);
    List<String> spare = switchedOn(tove, first);
    assertThat(spare).hasSize(8).doesNotHaveDuplicates();
    assertThat(tove.get("/today").status()).isEqualTo(200);
    // What is sealed says nothing.
    String kept =
        sql.queryForObject(
            "select encode(second_sealed, 'escape') from account" + " where login = 'tove'",
            String.class);
    assertThat(kept).doesNotContain(new Base32().encodeToString(key));

    Visitor again = as("tove");
    assertThat(again.get("/tickets?q=x").location())
        .isEqualTo("/sign-in/code?to=%2Ftickets%3Fq%3Dx");
    assertThat(
            again.get("/tickets", "HX-Request", "true").raw().headers().firstValue("HX-Redirect"))
        .contains("/sign-in/code");
    assertThat(again.get("/own-password/second-step").location()).startsWith("/sign-in/code");
    assertThat(again.post("/own-password/second-step/off", Map.of("password", PASSWORD)).location())
        .startsWith("/sign-in/code");
    // The code that was used to switch it on does not count twice.
    assertThat(again.post("/sign-in/code", Map.of("code", first)).text())
        .contains("Each counts once");
    String next = code(key, 1);
    assertThat(again.post("/sign-in/code", Map.of("code", next, "to", "/tickets?q=x")).location())
        .isEqualTo("/tickets?q=x");
    assertThat(again.get("/tickets").status()).isEqualTo(200);
    Visitor thief = as("tove");
    assertThat(thief.post("/sign-in/code", Map.of("code", next)).text())
        .contains("Each counts once");
    // Who signs in over somebody's session does not take their second step over.
    Visitor other = as("olga");
    byte[] hers = key(other);
    switchedOn(other, hers);
    other.signedIn("tove", PASSWORD);
    assertThat(other.get("/today").location()).startsWith("/sign-in/code");
    // A spare code counts once.
    assertThat(thief.post("/sign-in/code", Map.of("code", " " + spare.get(3) + " ")).location())
        .isEqualTo("/today");
    assertThat(as("tove").post("/sign-in/code", Map.of("code", spare.get(3))).status())
        .isEqualTo(200);
    assertThat(again.get("/own-password/second-step").text()).contains("7 spare codes are left");
    // Off again, with the password.
    assertThat(again.post("/own-password/second-step/off", Map.of("password", "no")).text())
        .contains("Nothing was changed");
    again.post("/own-password/second-step/off", Map.of("password", PASSWORD));
    assertThat(as("tove").get("/today").status()).isEqualTo(200);
  }

  @Test
  void wrongCodesCloseItWhateverThePasswordSays() {
    Visitor tove = as("tove");
    byte[] key = key(tove);
    switchedOn(tove, key);
    for (int i = 0; i < Trials.PATIENCE; i++) {
      // Signing in again forgives nothing.
      assertThat(as("tove").post("/sign-in/code", Map.of("code", "12345" + i)).text())
          .contains("not the code");
    }
    assertThat(second.check("tove", code(key, 1), "10.0.0.1")).isEqualTo(Answer.CLOSED);
    assertThat(as("tove").post("/sign-in/code", Map.of("code", code(key, 1))).text())
        .contains("Too many wrong codes");
    // The owner lets them in without; nobody else does.
    assertThat(as("tove").post("/settings/people/tove/second-step/off", Map.of()).location())
        .startsWith("/sign-in/code");
    Visitor olga = as("olga");
    assertThat(olga.get("/settings").text()).contains("signs in with a second step");
    olga.post("/settings/people/tove/second-step/off", Map.of());
    assertThat(as("tove").get("/today").status()).isEqualTo(200);
    assertThat(olga.get("/settings").text()).contains("signs in without a second step, by olga");
  }

  @Test
  void whoHasToSetsItUpBeforeAnythingElse() {
    Visitor olga = as("olga");
    olga.post("/settings/second-step", Map.of("of", "OWNERS"));
    assertThat(as("tove").get("/today").status()).isEqualTo(200);
    assertThat(olga.get("/today").location()).startsWith("/own-password/second-step");
    byte[] key = key(olga);
    assertThat(switchedOn(olga, key)).hasSize(8);
    assertThat(olga.get("/today").status()).isEqualTo(200);
    olga.post("/settings/second-step", Map.of("of", "EVERYBODY"));
    assertThat(as("tove").get("/today").location()).startsWith("/own-password/second-step");
    assertThat(olga.get("/settings/shop").text()).contains("owners have to → everybody has to");
  }

  /** A ring that is renewed seals it anew; the old keys are forgotten then. */
  @Test
  void aRenewedRingStillOpensIt() {
    Visitor tove = as("tove");
    byte[] key = key(tove);
    switchedOn(tove, key);
    String before =
        sql.queryForObject("select second_ring from account where login = 'tove'", String.class);
    assertThat(as("olga").post("/settings/keys", Map.of()).status()).isEqualTo(200);
    assertThat(
            sql.queryForObject(
                "select second_ring from account where login = 'tove'", String.class))
        .isNotEqualTo(before);
    assertThat(as("tove").post("/sign-in/code", Map.of("code", code(key, 1))).location())
        .isEqualTo("/today");
  }
}
