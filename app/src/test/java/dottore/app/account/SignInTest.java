package dottore.app.account;

import static org.assertj.core.api.Assertions.assertThat;

import dottore.app.InEmptyShop;
import dottore.app.Visitor;
import dottore.app.record.Arrival;
import dottore.app.record.Counter;
import dottore.app.record.Record;
import dottore.core.casebook.Mark;
import dottore.core.machine.MachineKind;
import dottore.core.ticket.Backup;
import dottore.core.ticket.Person;
import java.util.HashMap;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.springframework.beans.factory.annotation.Autowired;
import org.springframework.beans.factory.annotation.Value;
import org.springframework.jdbc.core.JdbcTemplate;
import org.springframework.test.util.ReflectionTestUtils;

/** Who gets in, and how far. */
@InEmptyShop
class SignInTest {
  private static final String PASSWORD = "a-long-enough-one";

  @Value("${local.server.port}")
  int port;

  @Autowired Accounts accounts;
  @Autowired FirstOwner firstOwner;
  @Autowired Record record;
  @Autowired Counter counter;
  @Autowired JdbcTemplate sql;

  private String claim = "";

  @BeforeEach
  void people() {
    sql.update("delete from account");
    sql.update("delete from sign_in_trial");
    for (Role role : Role.values()) {
      assertThat(
              accounts.add(
                  role.name().toLowerCase(java.util.Locale.ROOT), "Some One", role, PASSWORD))
          .isEmpty();
    }
    claim =
        counter.receive(
            new Arrival(
                new Person("Tove Halloran", "", ""),
                "Fenrow",
                "Tern 5",
                "",
                MachineKind.TOWER,
                "tea on <b>it</b>",
                Optional.empty(),
                Set.of(),
                Set.of(Mark.LIQUID),
                "",
                Backup.UNKNOWN,
                false,
                true,
                Optional.empty(),
                Optional.empty(),
                Optional.empty()),
            "technician");
  }

  private Visitor as(Role role) {
    return new Visitor(port).signedIn(role.name().toLowerCase(java.util.Locale.ROOT), PASSWORD);
  }

  @Test
  void nobodySeesATicketWithoutSigningIn() {
    Visitor.Reply reply = new Visitor(port).get("/tickets/" + claim + "/find");
    assertThat(reply.status()).isEqualTo(302);
    assertThat(reply.location()).isEqualTo("/sign-in?to=%2Ftickets%2F" + claim + "%2Ffind");
    // What a page asks for by itself leads nowhere.
    assertThat(new Visitor(port).get("/today", "HX-Request", "true").status()).isEqualTo(401);
    assertThat(new Visitor(port).get("/guards", "Sec-Fetch-Mode", "cors").status()).isEqualTo(401);
    assertThat(new Visitor(port).get("/today", "Sec-Fetch-Mode", "navigate").status())
        .isEqualTo(302);
  }

  private String goesOnTo(String to) {
    return new Visitor(port)
        .post("/sign-in", Map.of("username", "owner", "password", PASSWORD, "to", to))
        .location();
  }

  @Test
  void whoSignsInGoesOnWhereTheyWereAndNowhereElse() {
    assertThat(goesOnTo("/tickets?q=sea+fog&page=2")).isEqualTo("/tickets?q=sea+fog&page=2");
    assertThat(goesOnTo("/tickets/" + claim + "/find#typed")).endsWith("/find#typed");
    for (String elsewhere :
        new String[] {
          "",
          "//harm.example/x",
          "/\\harm.example",
          "https://harm.example/",
          "javascript:alert(1)",
          "/today\r\nSet-Cookie: a=b",
          "/today\u0000",
          "/sign-out",
          "/" + "a".repeat(600)
        }) {
      assertThat(goesOnTo(elsewhere)).as(elsewhere).isEqualTo("/today");
    }
    Map<String, String> wrong = Map.of("username", "owner", "password", "no", "to", "/numbers");
    Visitor visitor = new Visitor(port);
    String again = visitor.post("/sign-in", wrong).location();
    assertThat(again).isEqualTo("/sign-in?wrong&to=%2Fnumbers");
    assertThat(visitor.get(again).page().select("[name=to]").attr("value")).isEqualTo("/numbers");
  }

  @Test
  void aSessionHasAnotherIdAfterEachSignIn() {
    Visitor visitor = as(Role.OWNER);
    String before = visitor.cookies().replaceAll(".*bench=([^;]+).*", "$1");
    visitor.signedIn("owner", PASSWORD);
    assertThat(visitor.cookies()).doesNotContain(before).contains("bench=");
    assertThat(visitor.get("/today").status()).isEqualTo(200);
  }

  @Test
  void beforeSigningInThereIsNoSessionAndNoFileIsTaken() {
    String count = "select count(*) from spring_session";
    Integer before = sql.queryForObject(count, Integer.class);
    Visitor visitor = new Visitor(port);
    for (String path : new String[] {"/", "/sign-in", "/today", "/tickets/" + claim + "/find"}) {
      String cookies = String.join(";", visitor.get(path).raw().headers().allValues("set-cookie"));
      assertThat(cookies).doesNotContain("bench=");
    }
    Visitor.Reply upload = visitor.upload("/tickets/import", "bundle", "x.json", "{}");
    assertThat(upload.location()).isEqualTo("/sign-in?to=%2Ftoday%23typed");
    assertThat(upload.raw().headers().firstValue("connection")).contains("close");
    assertThat(sql.queryForObject(count, Integer.class)).isEqualTo(before);
  }

  /** A token that is the same in each page can be guessed from the length of packed answers. */
  @Test
  void theTokenInAPageIsMaskedAnewEachTime() {
    Visitor visitor = new Visitor(port);
    String first = visitor.get("/sign-in").page().select("[name=_csrf]").attr("value");
    String second = visitor.get("/sign-in").page().select("[name=_csrf]").attr("value");
    assertThat(first).isNotEmpty().isNotEqualTo(second);
  }

  /** Behind a proxy that ends TLS an absolute redirect would lead back to the wrong scheme. */
  @Test
  void redirectsNameNoHost() {
    Visitor visitor = new Visitor(port);
    assertThat(visitor.get("/today").raw().headers().firstValue("location")).contains("/sign-in");
    Visitor.Reply in = visitor.post("/sign-in", Map.of("username", "owner", "password", PASSWORD));
    assertThat(in.status()).isEqualTo(302);
    assertThat(in.raw().headers().firstValue("location").orElse("")).startsWith("/");
    assertThat(visitor.get("/").raw().headers().firstValue("location").orElse("")).startsWith("/");
  }

  @Test
  void pagesCarryTheirProtection() {
    var headers = as(Role.OWNER).get("/today").raw().headers();
    assertThat(headers.firstValue("content-security-policy").orElse(""))
        .contains("default-src 'none'", "script-src 'self'", "frame-ancestors 'none'")
        .doesNotContain("unsafe");
    assertThat(headers.firstValue("x-content-type-options")).contains("nosniff");
    assertThat(headers.firstValue("cache-control").orElse("")).contains("no-store");
    String cookies =
        String.join(";", new Visitor(port).get("/sign-in").raw().headers().allValues("set-cookie"));
    assertThat(cookies).contains("SameSite");
  }

  @Test
  void noPageHoldsScriptOrStyleOfItsOwnAndTypedTextIsEscaped() {
    Visitor owner = as(Role.OWNER);
    for (String path :
        new String[] {
          "/today",
          "/tickets",
          "/arrival",
          "/settings",
          "/tickets/import",
          "/tickets/" + claim + "/find",
          "/tickets/" + claim + "/arrival",
          "/tickets/" + claim + "/measure",
          "/tickets/" + claim + "/prove",
          "/tickets/" + claim + "/hand-back",
          "/tickets/" + claim + "/sheet",
          "/tickets/" + claim + "/tag"
        }) {
      Visitor.Reply reply = owner.get(path);
      assertThat(reply.status()).as(path).isEqualTo(200);
      assertThat(reply.page().select("script:not([src]), style, [style], [onclick], [onload]"))
          .as(path)
          .isEmpty();
      assertThat(reply.page().select("b").eachText()).as(path).doesNotContain("it");
    }
    assertThat(owner.get("/tickets/" + claim + "/find").text()).contains("tea on <b>it</b>");
  }

  @Test
  void aFormWithoutItsTokenChangesNothing() {
    Visitor technician = as(Role.TECHNICIAN);
    int before = record.open(claim).log().last();
    assertThat(
            technician
                .postWithToken("/tickets/" + claim + "/log", Map.of("text", "forged"), "made-up")
                .status())
        .isEqualTo(403);
    assertThat(record.open(claim).log().last()).isEqualTo(before);
  }

  @Test
  void fiveWrongPasswordsCloseAnAccountForAWhile() {
    for (int i = 0; i < 5; i++) {
      assertThat(
              new Visitor(port)
                  .post("/sign-in", Map.of("username", "counter", "password", "wrong" + i))
                  .location())
          .isEqualTo("/sign-in?wrong");
    }
    assertThat(
            new Visitor(port)
                .post("/sign-in", Map.of("username", "counter", "password", PASSWORD))
                .location())
        .isEqualTo("/sign-in?locked");
    assertThat(new Visitor(port).get("/sign-in?locked").text())
        .contains("Too many wrong passwords");
    assertThat(accounts.people())
        .filteredOn(Accounts.Person::locked)
        .extracting(Accounts.Person::login)
        .containsExactly("counter");
    sql.update("update sign_in_trial set closed_until = closed_until - interval '11 minutes'");
    assertThat(
            new Visitor(port)
                .post("/sign-in", Map.of("username", "counter", "password", PASSWORD))
                .location())
        .isEqualTo("/today");
  }

  @Test
  void everyRoleHasItsLimits() {
    Map<String, String> answer = Map.of("check", "how-far", "outcome", "dead", "seen", "99");
    assertThat(as(Role.COUNTER).post("/tickets/" + claim + "/find/answer", answer).status())
        .isEqualTo(403);
    assertThat(as(Role.APPRENTICE).post("/tickets/" + claim + "/find/answer", answer).status())
        .isEqualTo(302);
    Map<String, String> fact = Map.of("system-64", "yes", "seen", "99");
    String drive = "/tickets/" + claim + "/fix/drive/facts/system";
    assertThat(as(Role.COUNTER).post(drive, fact).status()).isEqualTo(403);
    assertThat(as(Role.APPRENTICE).post(drive, fact).status()).isEqualTo(302);
    // A form that should bring a file and does not is told so.
    assertThat(
            as(Role.APPRENTICE)
                .post("/tickets/" + claim + "/fix/drive/disks/0/sectors", fact)
                .status())
        .isEqualTo(400);
    Map<String, String> proof = Map.of("kind", "invoice", "shown", "no. 4471");
    assertThat(as(Role.COUNTER).post("/tickets/" + claim + "/fix/firmware/proof", proof).status())
        .isEqualTo(302);
    assertThat(as(Role.APPRENTICE).post("/tickets/" + claim + "/hand-back", Map.of()).status())
        .isEqualTo(403);
    Map<String, String> lift = Map.of("mark", "liquid", "reason", "dry", "seen", "99");
    assertThat(as(Role.APPRENTICE).post("/tickets/" + claim + "/find/lift", lift).status())
        .isBetween(400, 499);
    assertThat(record.open(claim).log().lines()).noneMatch(line -> line.text().contains("dry"));
    for (Role role : new Role[] {Role.TECHNICIAN, Role.COUNTER, Role.APPRENTICE}) {
      assertThat(as(role).get("/settings").status()).as(role.name()).isEqualTo(403);
    }
    assertThat(as(Role.OWNER).get("/settings").status()).isEqualTo(200);
  }

  @Test
  void whatACustomerAgreesToIsNotAnApprenticesToWriteDown() {
    Visitor apprentice = as(Role.APPRENTICE);
    String arrival = "/tickets/" + claim + "/arrival";
    Map<String, String> form = new HashMap<>();
    apprentice
        .get(arrival)
        .page()
        .select("#change input, #change textarea")
        .forEach(
            field -> {
              if (!field.attr("type").matches("checkbox|radio") || field.hasAttr("checked")) {
                form.put(field.attr("name"), field.is("textarea") ? field.text() : field.val());
              }
            });
    form.remove("_csrf");
    form.put("kind", "tower");
    form.put("backup", "unknown");
    form.put("belongings", "a cable");
    for (Map.Entry<String, String> agreed : Map.of("mayErase", "yes", "limit", "900").entrySet()) {
      Map<String, String> more = new HashMap<>(form);
      more.put(agreed.getKey(), agreed.getValue());
      assertThat(apprentice.post(arrival, more).text())
          .contains("a technician or the owner agrees on this with the customer");
    }
    assertThat(record.open(claim).mayErase()).isFalse();
    assertThat(record.open(claim).belongings()).isEmpty();
    // Everything else is.
    Visitor.Reply kept = apprentice.post(arrival, form);
    assertThat(kept.location()).as(kept.status() + kept.text()).isEqualTo(arrival);
    assertThat(record.open(claim).belongings()).isEqualTo("a cable");
    Map<String, String> agreed = new HashMap<>(form);
    agreed.put("mayErase", "yes");
    agreed.put("version", String.valueOf(record.open(claim).version()));
    Visitor.Reply counter = as(Role.COUNTER).post(arrival, agreed);
    assertThat(counter.location()).as(counter.status() + counter.text()).isEqualTo(arrival);
    assertThat(record.open(claim).mayErase()).isTrue();
  }

  @Test
  void aTicketLeavesAsAFileWithATechnicianAndTheLogSaysSo() {
    String file = "/tickets/" + claim + "/bundle.json";
    for (Role role : new Role[] {Role.COUNTER, Role.APPRENTICE}) {
      assertThat(as(role).status(file)).as(role.name()).isEqualTo(403);
    }
    assertThat(as(Role.TECHNICIAN).status(file)).isEqualTo(200);
    assertThat(record.open(claim).log().lines())
        .filteredOn(line -> line.text().equals("Exported as a file"))
        .extracting(line -> line.who())
        .containsExactly("technician");
  }

  @Test
  void theFirstOwnerNeedsTheCodeFromTheTerminal() {
    sql.update("delete from account");
    Visitor somebody = new Visitor(port);
    assertThat(somebody.get("/sign-in").location()).isEqualTo("/first-owner");
    Map<String, String> wrong =
        Map.of("code", "GUESS", "login", "boss", "name", "The Boss", "password", PASSWORD);
    assertThat(somebody.post("/first-owner", wrong).text()).contains("The code is not the one");
    assertThat(accounts.nobodyYet()).isTrue();
    String code = String.valueOf(ReflectionTestUtils.getField(firstOwner, "code"));
    Map<String, String> weak =
        Map.of("code", code, "login", "boss", "name", "The Boss", "password", "short");
    assertThat(somebody.post("/first-owner", weak).text())
        .contains("A password has 12 to 72 letters");
    Map<String, String> right =
        Map.of("code", code, "login", "boss", "name", "The Boss", "password", PASSWORD);
    assertThat(somebody.post("/first-owner", right).location()).isEqualTo("/sign-in");
    assertThat(
            new Visitor(port)
                .post("/sign-in", Map.of("username", "Boss", "password", PASSWORD))
                .location())
        .isEqualTo("/today");
    assertThat(new Visitor(port).get("/first-owner").location()).isEqualTo("/sign-in");
  }

  @Test
  void signingOutEndsTheSession() {
    Visitor owner = as(Role.OWNER);
    assertThat(owner.get("/today").status()).isEqualTo(200);
    owner.post("/sign-out", Map.of());
    assertThat(owner.get("/today").location()).isEqualTo("/sign-in");
  }
}
