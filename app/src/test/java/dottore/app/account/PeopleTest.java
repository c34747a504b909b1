package dottore.app.account;

import static org.assertj.core.api.Assertions.assertThat;

import dottore.app.InEmptyShop;
import dottore.app.Visitor;
import java.io.ByteArrayOutputStream;
import java.io.PrintStream;
import java.nio.charset.StandardCharsets;
import java.sql.Connection;
import java.time.Duration;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.concurrent.Callable;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import javax.sql.DataSource;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.springframework.beans.factory.annotation.Autowired;
import org.springframework.beans.factory.annotation.Value;
import org.springframework.jdbc.core.JdbcTemplate;
import org.springframework.session.FindByIndexNameSessionRepository;
import org.springframework.session.Session;

/** People are added, changed and closed, and what they may do counts at once. */
@InEmptyShop
class PeopleTest {
  private static final String PASSWORD = "four-odd-words-here";
  private static final String OTHER = "another-lantern-boat";

  @Value("${local.server.port}")
  int port;

  @Autowired FindByIndexNameSessionRepository<? extends Session> sessions;
  @Autowired Accounts accounts;
  @Autowired Trials trials;
  @Autowired JdbcTemplate sql;
  @Autowired DataSource source;

  @BeforeEach
  void people() {
    sql.update("delete from account");
    sql.update("delete from account_change");
    sql.update("delete from sign_in_trial");
    assertThat(accounts.add("olga", "Olga Brandt", Role.OWNER, PASSWORD)).isEmpty();
    assertThat(accounts.add("tove", "Tove Lund", Role.TECHNICIAN, PASSWORD)).isEmpty();
  }

  private Visitor as(String login, String password) {
    return new Visitor(port).signedIn(login, password);
  }

  private static Map<String, String> person(String name, Role role, boolean enabled) {
    return enabled
        ? Map.of("name", name, "role", role.name(), "enabled", "true")
        : Map.of("name", name, "role", role.name());
  }

  @Test
  void whoIsAddedChoosesAPasswordOfTheirOwnFirst() {
    Visitor owner = as("olga", PASSWORD);
    owner.post(
        "/settings/people",
        Map.of("login", "ivo", "name", "Ivo Holt", "role", "APPRENTICE", "password", PASSWORD));
    Visitor ivo = as("ivo", PASSWORD);
    assertThat(ivo.get("/today").location()).isEqualTo("/own-password");
    assertThat(ivo.get("/today", "HX-Request", "true").raw().headers().firstValue("HX-Redirect"))
        .contains("/own-password");
    assertThat(ivo.get("/own-password").text()).contains("Choose a password of your own");
    Map<String, String> same = Map.of("old", PASSWORD, "password", PASSWORD, "again", PASSWORD);
    assertThat(ivo.post("/own-password", same).text()).contains("the password until now");
    Map<String, String> differ = Map.of("old", PASSWORD, "password", OTHER, "again", PASSWORD);
    assertThat(ivo.post("/own-password", differ).text()).contains("differ");
    Map<String, String> right = Map.of("old", PASSWORD, "password", OTHER, "again", OTHER);
    assertThat(ivo.post("/own-password", right).location()).isEqualTo("/today");
    assertThat(ivo.get("/today").status()).isEqualTo(200);
    assertThat(as("ivo", OTHER).get("/today").status()).isEqualTo(200);
  }

  @Test
  void aRoleCountsAtTheNextRequestAndADisabledAccountAtOnce() {
    Visitor owner = as("olga", PASSWORD);
    Visitor tove = as("tove", PASSWORD);
    assertThat(tove.get("/settings").status()).isEqualTo(403);
    owner.post("/settings/people/tove", person("Tove Lund", Role.OWNER, true));
    assertThat(tove.get("/settings").status()).isEqualTo(200);
    owner.post("/settings/people/tove", person("Tove Marie Lund", Role.COUNTER, true));
    assertThat(tove.get("/settings").status()).isEqualTo(403);
    owner.post("/settings/people/tove", person("Tove Marie Lund", Role.COUNTER, false));
    assertThat(tove.get("/today").location()).isEqualTo("/sign-in");
    Map<String, String> again = Map.of("username", "tove", "password", PASSWORD);
    assertThat(new Visitor(port).post("/sign-in", again).location()).isEqualTo("/sign-in?closed");
    // Who does not know the password learns nothing of it.
    Map<String, String> guess = Map.of("username", "tove", "password", "some other words");
    assertThat(new Visitor(port).post("/sign-in", guess).location()).isEqualTo("/sign-in?wrong");
    owner.post("/settings/people/tove", person("Tove Marie Lund", Role.COUNTER, true));
    assertThat(new Visitor(port).post("/sign-in", again).location()).isEqualTo("/today");
    assertThat(owner.get("/settings").text())
        .contains("tove may not sign in any more, by olga")
        .contains("owner → counter")
        .contains("called Tove Marie Lund");
  }

  @Test
  void theLastOwnerStaysOneWhoeverTriesAtOnce() throws Exception {
    Visitor owner = as("olga", PASSWORD);
    assertThat(owner.post("/settings/people/olga", person("Olga", Role.COUNTER, true)).text())
        .contains("The last owner stays one");
    assertThat(owner.post("/settings/people/olga", person("Olga", Role.OWNER, false)).text())
        .contains("The last owner stays one");
    owner.post("/settings/people/tove", person("Tove", Role.OWNER, true));
    try (ExecutorServiceOf two = new ExecutorServiceOf()) {
      List<Callable<Object>> both = new ArrayList<>();
      for (String login : List.of("olga", "tove")) {
        both.add(() -> accounts.change(login, login, Role.COUNTER, true, "olga"));
      }
      two.pool.invokeAll(both);
    }
    assertThat(accounts.people()).filteredOn(p -> p.role() == Role.OWNER).hasSize(1);
  }

  /** A pool that ends with its test. */
  private static final class ExecutorServiceOf implements AutoCloseable {
    private final ExecutorService pool = Executors.newFixedThreadPool(4);

    @Override
    public void close() {
      pool.shutdownNow();
    }
  }

  @Test
  void aFirstPasswordEndsTheSessionAndOpensTheName() {
    Visitor owner = as("olga", PASSWORD);
    Visitor tove = as("tove", PASSWORD);
    assertThat(tove.get("/today").status()).isEqualTo(200);
    assertThat(
            owner.post("/settings/people/tove/password", Map.of("password", "tovelund9999")).text())
        .contains("among those that are guessed first");
    assertThat(tove.get("/today").status()).isEqualTo(200);
    owner.post("/settings/people/tove/password", Map.of("password", OTHER));
    assertThat(tove.get("/today").location()).isEqualTo("/sign-in");
    assertThat(as("tove", OTHER).get("/today").location()).isEqualTo("/own-password");
  }

  @Test
  void weakPasswordsAndOnesOwnNamesAreRefused() {
    for (String weak :
        List.of("password1234", "qwertyuiop[]", "123456789012", "ToveLund2026", "aaaaaaaaaaaa")) {
      assertThat(Passwords.fault(weak, "tove", "Tove Lund")).as(weak).isPresent();
    }
    for (String good : List.of(PASSWORD, OTHER, "bench-by-the-pier", "first-year-at-sea")) {
      assertThat(Passwords.fault(good, "tove", "Tove Lund")).as(good).isEmpty();
    }
    assertThat(Passwords.fault("short", "tove", "Tove Lund").orElse("")).contains("12 to 72");
  }

  @Test
  void aNameThatNobodyHasClosesLikeOneThatSomebodyHas() {
    for (String login : List.of("tove", "nobody-at-all")) {
      for (int i = 0; i < Trials.PATIENCE; i++) {
        Map<String, String> wrong = Map.of("username", login, "password", "wrong words " + i);
        assertThat(new Visitor(port).post("/sign-in", wrong).location())
            .isEqualTo("/sign-in?wrong");
      }
      Map<String, String> right = Map.of("username", login, "password", PASSWORD);
      assertThat(new Visitor(port).post("/sign-in", right).location()).isEqualTo("/sign-in?locked");
    }
    Visitor owner = as("olga", PASSWORD);
    assertThat(owner.get("/settings").text()).contains("closed after wrong passwords");
    owner.post("/settings/people/tove/unlock", Map.of());
    assertThat(as("tove", PASSWORD).get("/today").status()).isEqualTo(200);
  }

  @Test
  void wrongPasswordsAtOnceAreAllCountedAndAnAddressClosesToo() throws Exception {
    try (ExecutorServiceOf four = new ExecutorServiceOf()) {
      List<Callable<Object>> many = new ArrayList<>();
      for (int i = 0; i < 30; i++) {
        String name = "somebody-" + i % 15;
        many.add(
            () -> {
              trials.failed(name, "10.0.0.7");
              return name;
            });
      }
      for (var done : four.pool.invokeAll(many)) {
        assertThat(done.get()).isNotNull();
      }
    }
    assertThat(
            sql.queryForObject(
                "select failures from sign_in_trial where trial = 'address 10.0.0.7'",
                Integer.class))
        .isEqualTo(30);
    assertThat(trials.closed("never-seen", "10.0.0.7")).isFalse();
    for (int i = 30; i < Trials.PATIENCE_WITH_ADDRESS; i++) {
      trials.failed("somebody-" + i, "10.0.0.7");
    }
    assertThat(trials.closed("never-seen", "10.0.0.7")).isTrue();
    assertThat(trials.closed("never-seen", "10.0.0.8")).isFalse();
  }

  /** As if the password had been given so long ago. */
  private static <S extends Session> void passwordGiven(
      FindByIndexNameSessionRepository<S> sessions, String login, Duration ago) {
    for (S session : sessions.findByPrincipalName(login).values()) {
      session.setAttribute("fresh-since", System.currentTimeMillis() - ago.toMillis());
      sessions.save(session);
    }
  }

  @Test
  void peopleAndKeysAskForThePasswordOnceMoreWhenItWasLongAgo() {
    Visitor owner = as("olga", PASSWORD);
    assertThat(owner.get("/settings").status()).isEqualTo(200);
    Visitor stale = as("tove", PASSWORD);
    accounts.change("tove", "Tove", Role.OWNER, true, "olga");
    passwordGiven(sessions, "tove", Duration.ofMinutes(20));
    assertThat(stale.get("/settings/keys").location())
        .isEqualTo("/sign-in/again?to=%2Fsettings%2Fkeys");
    Map<String, String> wrong = Map.of("password", "not these words", "to", "/settings/keys");
    assertThat(stale.post("/sign-in/again", wrong).text()).contains("That is not the password");
    Map<String, String> away = Map.of("password", PASSWORD, "to", "//elsewhere.example/x");
    assertThat(stale.post("/sign-in/again", away).location()).isEqualTo("/settings");
    assertThat(stale.get("/settings/keys").status()).isEqualTo(200);
    Map<String, String> add =
        Map.of("login", "ebbe", "name", "Ebbe", "role", "COUNTER", "password", OTHER);
    passwordGiven(sessions, "tove", Duration.ofMinutes(70));
    assertThat(stale.post("/settings/people", add).location()).startsWith("/sign-in/again");
    assertThat(accounts.people()).noneMatch(p -> p.login().equals("ebbe"));
  }

  @Test
  void anOwnerWhoForgotIsHelpedOnTheTerminal() throws Exception {
    accounts.change("tove", "Tove", Role.TECHNICIAN, false, "olga");
    Visitor signedIn = as("olga", PASSWORD);
    try (Connection record = source.getConnection()) {
      assertThat(OwnerCommand.rescue(record, "nobody", OTHER)).isFalse();
      assertThat(OwnerCommand.rescue(record, "Tove ", OTHER)).isTrue();
      assertThat(OwnerCommand.rescue(record, "olga", OTHER)).isTrue();
    }
    assertThat(signedIn.get("/today").location()).isEqualTo("/sign-in");
    assertThat(as("tove", OTHER).get("/today").location()).isEqualTo("/own-password");
    assertThat(accounts.people()).extracting(Accounts.Person::role).containsOnly(Role.OWNER);
    ByteArrayOutputStream said = new ByteArrayOutputStream();
    assertThat(
            OwnerCommand.run(
                new String[] {"owner"}, Map.of(), System.out, new PrintStream(said, true)))
        .isEqualTo(2);
    assertThat(said.toString(StandardCharsets.UTF_8)).contains("./dottore owner SIGN-IN-NAME");
  }

  @Test
  void whoIsSignedInElsewhereIsSignedOutWithTheOldPassword() {
    Visitor here = as("tove", PASSWORD);
    Visitor there = as("tove", PASSWORD);
    assertThat(here.get("/own-password").text()).contains("Signed in elsewhere too");
    here.post("/own-password/elsewhere", Map.of());
    assertThat(there.get("/today").location()).isEqualTo("/sign-in");
    assertThat(here.get("/today").status()).isEqualTo(200);
    Visitor again = as("tove", PASSWORD);
    here.post("/own-password", Map.of("old", PASSWORD, "password", OTHER, "again", OTHER));
    assertThat(again.get("/today").location()).isEqualTo("/sign-in");
    assertThat(here.get("/today").status()).isEqualTo(200);
  }

  /** However busy it is, a session ends after a working day. */
  @Test
  void aSessionEndsAfterTwelveHours() {
    Visitor tove = as("tove", PASSWORD);
    assertThat(tove.get("/today").status()).isEqualTo(200);
    passwordGiven(sessions, "tove", Duration.ofHours(12).plusMinutes(1));
    assertThat(tove.get("/today").location()).isEqualTo("/sign-in");
  }

  @Test
  void aTypedNameIsOneShortWordOfTheLog() {
    assertThat(SignInLog.tidy("a\nINFO forged: b \u001b[31m")).isEqualTo("a?INFO?forged:?b???31m");
    assertThat(SignInLog.tidy("x".repeat(500))).hasSize(63);
  }
}
