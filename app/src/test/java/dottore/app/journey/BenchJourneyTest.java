package dottore.app.journey;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;
import static org.assertj.core.api.Assertions.assertThat;

import com.microsoft.playwright.Locator;
import com.microsoft.playwright.Page;
import com.microsoft.playwright.options.FilePayload;
import dottore.core.format.HealthPageBytes;
import dottore.core.format.SmbiosDumps;
import dottore.core.format.SmbiosDumps.Module;
import java.nio.charset.StandardCharsets;
import java.util.Base64;
import java.util.List;
import java.util.regex.Pattern;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.parallel.ResourceLock;
import org.springframework.beans.factory.annotation.Autowired;
import org.springframework.jdbc.core.JdbcTemplate;

/** What happens at a busy bench: keys, two pairs of hands, a tablet that fell asleep. */
class BenchJourneyTest extends Journey {
  @Autowired JdbcTemplate sql;

  private String onFind(String customer, String told, String... ticks) {
    String claim = takeIn(customer, "", "black screen after new memory", told, ticks);
    page.navigate("/tickets/" + claim + "/find");
    return claim;
  }

  private void press(String key) {
    page.waitForResponse(response -> response.status() == 200, () -> page.keyboard().press(key));
    page.waitForFunction("() => !document.body.classList.contains('busy')");
  }

  private String session() {
    return context.cookies().stream()
        .filter(cookie -> cookie.name.equals("bench"))
        .map(cookie -> new String(Base64.getDecoder().decode(cookie.value), StandardCharsets.UTF_8))
        .findFirst()
        .orElseThrow();
  }

  private Locator log() {
    return page.locator("aside .log li");
  }

  @Test
  void everythingIsReachedByKeys() {
    signIn("runa", RUNA);
    onFind("Keyla Brandt", "memory", "memory-changed");
    int before = log().count();
    press("1");
    assertThat(log()).hasCount(before + 1);
    press("u");
    assertThat(log().first()).containsText("Taken back");
    page.keyboard().press("l");
    page.keyboard().type("smells of nothing, looks new");
    press("Enter");
    assertThat(log().first()).containsText("smells of nothing, looks new");
    press("t");
    assertThat(page.locator("[data-key=t]")).hasText("■");
    page.keyboard().press("?");
    assertThat(page.locator("dialog.keys")).isVisible();
    assertThat(page.locator("dialog.keys")).containsText("undo");
    page.keyboard().press("Escape");
    page.keyboard().press("g");
    press("t");
    page.waitForURL("**/today");
    page.keyboard().press("/");
    assertThat(page.locator("[data-search]")).isFocused();
  }

  @Test
  void oneBoxOverAnyPageFindsTicketsMachinesCasebookAndPlaces() {
    signIn("runa", RUNA);
    String claim = onFind("Ottoline Bexhill", "memory", "memory-changed");
    page.keyboard().press("Control+k");
    Locator box = page.locator("dialog.box");
    assertThat(box.locator("[data-search]")).isFocused();
    assertThat(box).containsText("New arrival");
    page.keyboard().type("ottol");
    assertThat(box.locator("a").first()).containsText(claim);
    assertThat(box.locator("section:has(h2:text-is('Customers'))"))
        .containsText("Ottoline Bexhill");
    page.keyboard().press("Control+a");
    page.keyboard().type("reseat memory");
    assertThat(box.locator("section:has(h2:text-is('Casebook'))"))
        .containsText("Reseat the memory");
    isAccessible();
    page.keyboard().press("ArrowDown");
    page.keyboard().press("Enter");
    page.waitForURL("**/casebook/**");
    assertThat(page.locator(".place.here")).containsText("Casebook"); // the new page is there
    assertThat(box).not().isVisible();
    page.keyboard().press("/");
    assertThat(box).isVisible();
    page.keyboard().type("settings");
    assertThat(box).containsText("Clear the settings");
    assertThat(box.locator("a[href^='/settings']")).hasCount(0); // the owner's alone
    page.keyboard().press("Control+a");
    page.keyboard().type("zzqqx");
    assertThat(box).containsText("Nothing has these words");
    page.keyboard().press("Escape");
    assertThat(box).not().isVisible();
  }

  @Test
  void aSuspectIsOpenedInPlace() {
    signIn("runa", RUNA);
    onFind("Perpetua Holm", "memory", "memory-changed");
    Locator suspect = page.locator(".suspect").first();
    suspect.locator("summary").click();
    assertThat(suspect.locator(".pushes tr").first()).containsText("×");
    assertThat(suspect).containsText("Cheapest to confirm:");
    assertThat(suspect).containsText("Cures:");
    assertThat(suspect).containsText("here");
    suspect.locator("li:has-text('Cheapest') a").click();
    page.waitForURL("**/find?step=*");
  }

  @Test
  void anEarlierAnswerIsCorrectedAndEverythingIsComputedAgain() {
    signIn("runa", RUNA);
    onFind("Corin Abelard", "memory", "memory-changed");
    assertThat(page.locator(".suspect").first()).containsText("Module not fully seated");
    String before = page.locator(".suspect").first().innerText();
    page.getByText("Answers given, and correcting them").click();
    Locator told = page.locator("#given form").first();
    told.locator("select").selectOption("no-device");
    send(told.locator("button"));
    assertThat(log().first()).containsText("Corrected");
    assertThat(page.locator(".suspect").first().innerText()).isNotEqualTo(before);
    assertThat(page.locator(".bootline")).containsText("stops here");
  }

  @Test
  void severalThingsSeenInAnyOrderAreRecordedTogether() {
    signIn("runa", RUNA);
    String claim = onFind("Sefa Lindqual", "dark");
    page.locator("#record-box").fill("board lights");
    send(button("Find steps"));
    page.locator("#record input[name='check.board-light'][value=memory]").check();
    send(button("Record what is marked"));
    assertThat(log().first()).containsText("Read the board's start lights: Memory");
    page.locator("#record-box").fill("zzqx");
    send(button("Find steps"));
    assertThat(page.locator("#record")).containsText("No step has these words");
    assertThat(page).hasURL(Pattern.compile(".*" + claim + ".*"));
  }

  @Test
  @ResourceLock(COUNTER)
  void whatIsTypedAtTheCounterIsKept() {
    signIn("pia", PIA);
    page.navigate("/arrival");
    page.waitForResponse(
        "**/arrival/draft", () -> page.locator("[name=customer]").pressSequentially("Half Way"));
    page.reload();
    assertThat(page.locator("[name=customer]")).hasValue("Half Way");
    send(button("Take it in"));
    assertThat(page.locator("[role=alert]").first()).containsText("Not taken in yet");
    assertThat(page.locator("[name=customer]")).hasValue("Half Way");
    Page elsewhere = another("pia", PIA);
    elsewhere.navigate("/arrival");
    assertThat(elsewhere.locator("[name=customer]")).hasValue("Half Way");
    elsewhere.locator("button:has-text('Start empty')").click();
    assertThat(elsewhere.locator("[name=customer]")).hasValue("");
  }

  @Test
  @ResourceLock(COUNTER)
  void aCustomerAndAMachineAreFoundAgainWhileTyping() {
    signIn("pia", PIA);
    takeIn("Wendeline Marsh", "FT5-AGAIN-77", "slow", "degraded");
    page.navigate("/arrival");
    page.locator("[name=customer]").pressSequentially("Wendel");
    page.locator("#customer-hits button").first().click();
    assertThat(page.locator("[name=customer]")).hasValue("Wendeline Marsh");
    page.locator("[name=serial]").pressSequentially("ft5-ag");
    page.locator("#machine-hits button").first().click();
    assertThat(page.locator("[name=serial]")).hasValue("FT5-AGAIN-77");
    assertThat(page.locator("[name=maker]")).hasValue("Fenrow");
  }

  @Test
  void twoHandsOnOneTicketSeeEachOther() {
    signIn("runa", RUNA);
    String claim = onFind("Doria Pell", "memory", "memory-changed");
    Page theirs = another("ivo", IVO);
    theirs.navigate("/tickets/" + claim + "/find?step=board-light");
    page.navigate("/tickets/" + claim + "/find?step=board-light");
    send(page.locator(".donext button[name=outcome]").nth(0));
    theirs.locator(".donext button[name=outcome]").nth(1).click();
    assertThat(theirs.locator("[role=alert]").first()).containsText("runa recorded meanwhile");
    assertThat(theirs.locator("[role=alert]").first()).containsText("Yours is not recorded yet");
    theirs.locator("[role=alert] button").first().click();
    assertThat(theirs.locator("aside .log li").first()).containsText("Corrected");
  }

  @Test
  void aSessionThatEndedLosesNothing() {
    signIn("runa", RUNA);
    String claim = onFind("Nessa Orlin", "memory");
    page.locator("#log-line").fill("a line of some length");
    sql.update("delete from spring_session where session_id = ?", session());
    page.locator("#log-line").press("Enter");
    assertThat(page.locator("#banner")).containsText("Signed out");
    assertThat(page.locator("#log-line")).hasValue("a line of some length");
    // What the page asks for by itself says so in the band, and nothing else.
    page.evaluate("() => htmx.trigger('#guards', 'look')");
    assertThat(page.locator(".guard-stale")).containsText("nobody is signed in here");
    again("runa", RUNA);
    assertThat(page).hasURL(Pattern.compile(".*/tickets/" + claim + "/find$"));
    assertThat(page.locator("#banner")).containsText("it was not sent yet");
    assertThat(page.locator("#log-line")).hasValue("a line of some length");
    assertThat(page.locator(".guard-stale")).isHidden();
    page.locator("#log-line").press("Enter");
    assertThat(log().first()).containsText("a line of some length");
    // Somebody else finds nothing of it.
    page.locator("#log-line").fill("only for me");
    sql.update("delete from spring_session where session_id = ?", session());
    page.locator("#log-line").press("Enter");
    assertThat(page.locator("#banner")).containsText("Signed out");
    again("ivo", IVO);
    assertThat(page.locator("#log-line")).hasValue("");
  }

  private void again(String login, String password) {
    page.locator("#banner a").click();
    page.getByLabel("Name").fill(login);
    page.getByLabel("Password").fill(password);
    page.locator("button[type=submit]").click();
    page.waitForURL("**/find");
  }

  /** The same of a form that is sent without script. */
  @Test
  void aPlainFormOfASessionThatEndedComesBackAsItWasTyped() {
    signIn("orsolya", ORSOLYA);
    page.navigate("/settings");
    Locator add = page.locator("form[action='/settings/people']");
    add.locator("[name=name]").fill("Bo Lind");
    add.locator("[name=login]").fill("bo");
    add.locator("[name=password]").fill("drift-ice-and-rope");
    sql.update("delete from spring_session where session_id = ?", session());
    add.locator("button").click();
    page.getByLabel("Name").fill("orsolya");
    page.getByLabel("Password").fill(ORSOLYA);
    page.locator("button[type=submit]").click();
    page.waitForURL("**/settings");
    assertThat(add.locator("[name=name]")).hasValue("Bo Lind");
    assertThat(add.locator("[name=login]")).hasValue("bo");
    assertThat(add.locator("[name=password]")).hasValue("");
    // Signing out takes what was typed out of the browser.
    page.evaluate("() => localStorage.setItem('draft:arrival', '{}')");
    page.locator("button:has-text('Sign out')").click();
    page.waitForURL("**/sign-in?out");
    assertThat(page.evaluate("() => localStorage.length + sessionStorage.length")).isEqualTo(0);
  }

  @Test
  void aDumpFillsThePassportAndAnswersByItself() {
    signIn("runa", RUNA);
    String claim = onFind("Ulric Bane", "degraded", "memory-changed");
    page.navigate("/tickets/" + claim + "/measure");
    isAccessible();
    byte[] dump =
        SmbiosDumps.machine(
                "Halden H6",
                List.of(new Module("A1", 16384, 3600, 2400), new Module("B1", 0, 0, 0)))
            .with64BitEntry();
    page.locator("[name=fittedGib]").fill("32");
    page.locator("[name=fittedModules]").fill("2");
    page.locator("[name=dump]")
        .setInputFiles(new FilePayload("dump.bin", "application/octet-stream", dump));
    send(button("Read it"));
    assertThat(page.locator("main")).containsText("16 GiB shown, 32 GiB fitted");
    assertThat(page.locator("main")).containsText("Halden H6");
    assertThat(page.locator("main")).containsText("2400");
    isAccessible();
    page.navigate("/tickets/" + claim + "/find");
    assertThat(page.locator("#given")).containsText("memory");

    page.navigate("/tickets/" + claim + "/measure");
    page.locator("[name=dump]")
        .setInputFiles(
            new FilePayload(
                "note.txt", "text/plain", "not a dump".getBytes(StandardCharsets.UTF_8)));
    send(button("Read it"));
    assertThat(page.locator("[role=alert]").first()).isVisible();
    assertThat(page.locator("main")).containsText("Halden H6");
  }

  @Test
  void aDrivesOwnPageTellsDriveFromCable() {
    signIn("runa", RUNA);
    String claim = onFind("Sunniva Lock", "degraded");
    page.navigate("/tickets/" + claim + "/measure");
    health("pages", new byte[300]);
    assertThat(page.locator("#health [role=alert]")).containsText("this file has 300");
    health("earlier", HealthPageBytes.drive().with(199, 200, 40).attributes());
    health("pages", HealthPageBytes.drive().with(199, 200, 55).attributes());
    assertThat(page.locator("#health")).containsText("15 interface errors since the earlier page");
    assertThat(page.locator("#health")).containsText("Recorded as: Only interface errors rise");
    isAccessible();
    page.locator("#health [name=text]").fill("197 none");
    send(page.locator("#health button.main"));
    assertThat(page.locator("#health [role=alert]")).containsText("no line tells");
    assertThat(page.locator("#health [name=text]")).hasValue("197 none");
    page.locator("#health [name=text]").fill("199 90\n5 0");
    send(page.locator("#health button.main"));
    assertThat(page.locator("#health")).containsText("35 interface errors since the earlier page");
    health("pages", HealthPageBytes.log(0, 310, 100, 10, 3, 900, 4, 7));
    assertThat(page.locator("#health")).containsText("Replace it now, copy first: 7 media errors");
    page.navigate("/tickets/" + claim + "/find");
    assertThat(page.locator("#given")).containsText("Pending, uncorrectable or health bit set");
    assertThat(page.locator("details.card:has-text('a drive is suspect')"))
        .containsText("Read the drive from end to end");
  }

  /** The same drive comes back under another claim number, months later. */
  @Test
  void aDriveIsKnownAgainByItsSerial() {
    signIn("runa", RUNA);
    String first = onFind("Ysolde Marrin", "degraded");
    printed(first, "Serial Number: QW-55012\n5 0\n9 4100");
    assertThat(page.locator("#health")).not().containsText("from reading to reading");
    String second = onFind("Corwin Balefire", "degraded");
    printed(second, "5 14\n9 5200");
    assertThat(page.locator("#health")).containsText("14 sectors reallocated");
    page.locator("#health [name=text]").fill("5 16\n9 5200");
    page.locator("#health [name=serial]").fill("qw-55012");
    send(button("Read the page"));
    assertThat(page.locator("#health")).containsText("2 since the earlier page");
    assertThat(page.locator("#health")).containsText("16 more sectors reallocated");
    assertThat(page.locator("#health a[href*='" + first + "']")).hasCount(1);
    isAccessible();
  }

  private void printed(String claim, String text) {
    page.navigate("/tickets/" + claim + "/measure");
    page.locator("#health [name=text]").fill(text);
    send(button("Read the page"));
  }

  /** Chooses a file; the page of now is sent as well. */
  private void health(String field, byte[] bytes) {
    page.locator("[name=" + field + "]")
        .setInputFiles(new FilePayload("page.bin", "application/octet-stream", bytes));
    if (field.equals("pages")) {
      send(button("Read the page"));
    }
  }

  @Test
  void theHandsClockRunsOnAfterAReload() {
    signIn("runa", RUNA);
    onFind("Tavish Crome", "memory");
    press("t");
    page.reload();
    assertThat(page.locator("[data-key=t]")).hasText("■");
    press("t");
    assertThat(page.locator("[data-key=t]")).hasText("▶");
  }

  @Test
  void aTicketGoesOutAsABundleAndComesBack() {
    signIn("orsolya", ORSOLYA);
    String claim = onFind("Petra Voss", "memory", "memory-changed");
    page.navigate("/tickets/" + claim + "/arrival");
    var bundle = page.waitForDownload(() -> page.getByText("Export bundle").click());
    page.navigate("/tickets/import");
    isAccessible();
    page.locator("[name=bundle]").setInputFiles(bundle.path());
    button("Import").click();
    page.waitForURL(Pattern.compile(".*/arrival$"));
    assertThat(page.locator(".claim")).not().hasText(claim);
    assertThat(page.locator("[name=customer]")).hasValue("Petra Voss");
    page.navigate("/tickets/import");
    page.locator("[name=bundle]")
        .setInputFiles(
            new FilePayload(
                "b.json", "application/json", "{\"format\": 1}".getBytes(StandardCharsets.UTF_8)));
    send(button("Import"));
    assertThat(page.locator("main")).containsText("claim");
    assertThat(page.locator("main")).containsText("Nothing was changed");
  }

  @Test
  void anOwnerAddsAPersonAndAWrongPageIsSaidPlainly() {
    signIn("orsolya", ORSOLYA);
    page.navigate("/settings");
    isAccessible();
    Locator add = page.locator("#add");
    add.locator("[name=login]").fill("runa");
    add.locator("[name=name]").fill("Wim Aldous");
    add.locator("[name=password]").fill("sand-and-salt-water");
    send(add.locator("button"));
    assertThat(page.locator("[role=alert]").first())
        .containsText("Somebody already signs in as runa");
    assertThat(add.locator("[name=name]")).hasValue("Wim Aldous");
    add.locator("[name=login]").fill("wim");
    add.locator("[name=password]").fill("sand-and-salt-water");
    send(add.locator("button"));
    Locator wim = page.locator(".person", new Page.LocatorOptions().setHasText("wim"));
    assertThat(wim).containsText("has not chosen a password yet");
    assertThat(wim.locator("[name=name]")).hasValue("Wim Aldous");
    isAccessible();
    // The first password is good for one thing only.
    Page his = another("ivo", IVO);
    his.locator("button:has-text('Sign out')").click();
    his.waitForURL("**/sign-in?out");
    his.getByLabel("Name").fill("wim");
    his.getByLabel("Password").fill("sand-and-salt-water");
    his.locator("button.main").click();
    assertThat(his.locator("h1")).hasText("Choose a password of your own");
    his.locator("[name=old]").fill("sand-and-salt-water");
    his.locator("[name=password]").fill("rope-lamp-gull-tide");
    his.locator("[name=again]").fill("rope-lamp-gull-tide");
    his.locator("button.main").click();
    his.waitForURL("**/today");
    wim.locator("[name=enabled]").uncheck();
    send(wim.locator("button[aria-label='Keep Wim Aldous']"));
    assertThat(wim).containsText("may not sign in");
    his.navigate("/tickets");
    assertThat(his.locator("h1")).containsText("Sign in");
    page.navigate("/tickets/B9-999-9/find");
    assertThat(page.locator("main")).containsText("There is no ticket with the claim number");
    isAccessible();
  }

  @Test
  void aSuspectIsLookedUpInTheCasebook() {
    signIn("ivo", IVO);
    onFind("Ottoline Brack", "memory", "memory-changed");
    Locator suspect = page.locator(".suspect").first();
    suspect.locator("summary").click();
    send(suspect.getByText("In the casebook"));
    assertThat(page.locator("h1")).hasText("Module not fully seated");
    assertThat(page.locator("main")).containsText("What speaks for it");
    assertThat(page.locator("main")).containsText("Reseat the memory");
    isAccessible();
    page.navigate("/casebook");
    isAccessible();
    page.locator("[name=q]").fill("coin cell");
    page.navigate("/casebook/checks?q=coin+cell");
    assertThat(page.locator("main")).containsText("Measure the coin cell");
    send(page.getByText("Measure the coin cell").first());
    assertThat(page.locator("main")).containsText("Speaks for");
    isAccessible();
    page.navigate("/casebook/repairs/replace-coin-cell");
    assertThat(page.locator("main")).containsText("Checked again afterwards");
    isAccessible();
  }
}
