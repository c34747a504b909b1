package dottore.app.journey;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;
import static org.assertj.core.api.Assertions.assertThat;

import com.microsoft.playwright.APIResponse;
import com.microsoft.playwright.Locator;
import com.microsoft.playwright.Page;
import com.microsoft.playwright.options.FilePayload;
import dottore.core.format.StickImages;
import java.nio.file.Path;
import java.util.List;
import java.util.Optional;
import org.apache.pdfbox.Loader;
import org.apache.pdfbox.pdmodel.PDDocument;
import org.apache.pdfbox.text.PDFTextStripper;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.springframework.beans.factory.annotation.Autowired;
import org.springframework.jdbc.core.JdbcTemplate;

/** Work on firmware, from the plan to what came of it. */
class FirmwareJourneyTest extends Journey {
  @Autowired JdbcTemplate sql;

  @TempDir Path folder;

  private String desk(String claim, String page) {
    return "/tickets/" + claim + "/fix/firmware/" + page;
  }

  /** A machine that stays at its processor light, with its board known. */
  private String stuckAtProcessorLight(String customer) {
    signIn("runa", RUNA);
    String claim =
        takeIn(customer, "", "just built, shows nothing", "cpu", "new-build", "cpu-changed");
    answer(claim, "how-far", "cpu");
    page.navigate(desk(claim, "update"));
    assertThat(page.locator("main")).containsText("Maker, model and revision decide");
    page.locator("[name=revision]").fill("B");
    page.locator("[name=now]").fill("K03");
    page.locator("[name=processor]").fill("Halden H6 3700");
    send(button("Plan"));
    return claim;
  }

  private void answer(String claim, String check, String outcome) {
    page.navigate("/tickets/" + claim + "/find?step=" + check);
    send(page.locator(".donext button[name=outcome][value='" + outcome + "']").first());
  }

  private void tick(String name) {
    page.waitForResponse(
        r -> r.status() == 200, () -> page.locator("[name=" + name + "]").last().check());
    page.waitForFunction("() => !document.body.classList.contains('busy')");
  }

  private void upload(String input, String name, byte[] bytes) {
    page.locator(input).setInputFiles(new FilePayload(name, "application/octet-stream", bytes));
    send(page.locator("form:has(" + input + ") button"));
  }

  private Locator point(String topic) {
    return page.locator("#gate-" + topic);
  }

  private void everythingGreen() {
    tick("printed");
    tick("stick-fat32");
    tick("stick-name");
    tick("file-eye");
    tick("mains");
    page.waitForResponse(
        r -> r.status() == 200, () -> page.locator("[name=encryption]").selectOption("none"));
    tick("settings-unseen");
    tick("nothing-else");
    assertThat(page.locator("#gate-title")).containsText("Go");
  }

  private Locator band() {
    return page.locator(".guard");
  }

  /** Ticks every step of a run sheet that is open; what is guarded is ended by hand. */
  private void workThrough() {
    for (int step = 0; step < 20; step++) {
      if (band().count() > 0) {
        send(button("It ended by itself"));
      }
      Locator next = page.locator(".run .donext form button").first();
      if (next.count() == 0) {
        break;
      }
      send(next);
    }
    assertThat(page.locator("main")).containsText("All steps are done or skipped");
  }

  @Test
  void aNewBuildIsFlashedWithoutProcessorAndItsProfileIsTheOneChange() throws Exception {
    String claim = stuckAtProcessorLight("Wenzel Harrowgate");
    assertThat(page.locator(".donext h2")).hasText("Update to K12 by the marked port");
    assertThat(page.locator("main")).containsText("Halden H6 3700 needs K07 at least");
    assertThat(page.locator("#gate-title")).containsText("No-go, 7 open");
    isAccessible();

    // The sum of the file and the first sectors of the stick are read, not believed.
    upload("#fw-file", "tern5-k12.bin", "something else".getBytes());
    assertThat(point("file")).containsText("not the maker's file");
    APIResponse fetched = page.request().get("/makers/files/tern5-k12.bin");
    upload("#fw-file", "tern5-k12.bin", fetched.body());
    assertThat(point("file")).containsText("is the maker's");
    upload("#stick-head", "head.bin", new byte[4096]);
    assertThat(page.locator(".fault")).containsText("at byte 510");
    StickImages sticks = new StickImages(folder);
    upload("#stick-head", "head.bin", sticks.flashStick("K12.BIN"));
    assertThat(point("stick")).containsText("no TERN5.BIN in its top folder");
    upload("#stick-head", "head.bin", sticks.flashStick("TERN5.BIN"));
    assertThat(point("stick")).containsText("FAT32, one partition, TERN5.BIN");
    tick("printed");
    tick("mains");
    tick("cuts");
    assertThat(point("power")).containsText("put a UPS between");
    tick("ups");
    page.waitForResponse(
        r -> r.status() == 200, () -> page.locator("[name=encryption]").selectOption("none"));
    tick("settings-unseen");
    tick("nothing-else");
    assertThat(page.locator("#gate-title")).containsText("Go");
    send(button("Begin the run sheet"));
    page.waitForURL("**/run-sheets/*");
    isAccessible();

    // Paper for the bench.
    APIResponse paper = page.request().get(page.url() + "/paper.pdf");
    try (PDDocument document = Loader.loadPDF(paper.body())) {
      assertThat(new PDFTextStripper().getText(document))
          .contains(claim, "TERN5.BIN", "Do not touch while it runs", "Worry only after");
    }
    page.locator(".run [name=before]").fill("dock and printer");
    page.locator(".run [name=place]").fill("tray 4");
    send(page.locator(".run .donext form button").first());
    assertThat(page.locator("aside.side")).containsText("before: dock and printer");
    send(page.locator(".run .donext form button").first());
    send(page.locator(".run .donext form button").first());
    assertThat(band()).containsText("Do not touch");
    assertThat(band()).containsText("of about 10 min");
    assertThat(page.locator(".run .donext")).hasCount(0);
    isAccessible();

    // Somebody else sees it wherever they are, also on another ticket.
    Page theirs = another("ivo", IVO);
    assertThat(theirs.locator(".guard-line", new Page.LocatorOptions().setHasText(claim)))
        .containsText("Firmware is being written by the marked port");
    workThrough();
    assertThat(page.locator("aside.side .log")).containsText("Over after");

    page.navigate("/tickets/" + claim + "/fix/firmware");
    page.locator("[name=version]").fill("k12");
    send(button("Compare"));
    send(button("It works now"));
    page.waitForURL("**/find");
    answer(claim, "how-far", "works");
    assertThat(page.locator("main")).containsText("Nothing left to check");
    answer(claim, "memory-speed-shown", "below");

    // The profile is the one change afterwards, and it is tested again.
    page.navigate(desk(claim, "settings"));
    page.getByLabel("profile 1").check();
    send(button("Keep the sheet"));
    assertThat(page.locator(".turns")).containsText("Memory profile: profile 1");
    assertThat(page.locator(".turns")).containsText("alone");
    send(button("Set, saved, it still starts"));
    page.navigate("/tickets/" + claim + "/hand-back");
    assertThat(page.locator("main")).containsText("Not checked again: See how far it gets");
    answer(claim, "how-far", "works");
    answer(claim, "memory-speed-shown", "rated");
    page.navigate("/tickets/" + claim + "/hand-back");
    assertThat(page.locator("main h2").first()).hasText("Ready to hand back");
  }

  @Test
  void noWriteBeginsWhileThePointsOfTheGateAreOpen() {
    String claim = stuckAtProcessorLight("Odile Farrant");
    post(claim, "begin/update", Optional.empty());
    page.navigate(desk(claim, "update"));
    assertThat(page.locator("aside.side .log")).not().containsText("Run sheet begun");
  }

  /** Posts without the button that the page does not show. */
  private String post(String claim, String what, Optional<String> way) {
    return (String)
        page.evaluate(
            """
            async ([url, way]) => {
              const token = document.cookie.split('; ').find(c => c.startsWith('XSRF-TOKEN=')).slice(11);
              const body = new URLSearchParams({_csrf: token, way});
              const headers = {'X-XSRF-TOKEN': decodeURIComponent(token)};
              const response = await fetch(url, {method: 'POST', body, headers});
              return await response.text();
            }\
            """,
            List.of(desk(claim, what), way.orElse("")));
  }

  @Test
  void anOldDesktopGetsItsForgottenPasswordClearedForItsOwnerAndANewCoinCell() {
    signIn("runa", RUNA);
    String claim =
        takeIn("Leopold Ashgrove", "", "wants a password before anything", "locked", "old");
    answer(claim, "how-far", "locked");
    answer(claim, "locked-message", "password");
    page.navigate("/tickets/" + claim + "/fix/firmware");
    assertThat(page.locator("main h2").first()).containsText("Closed until ownership is proved");
    isAccessible();
    assertThat(post(claim, "begin/password", Optional.empty()))
        .contains("Closed until ownership is proved. Record the proof first");
    page.locator("[name=family]").selectOption("old-tower");
    send(button("It is this one"));
    page.locator("[name=shown]").fill("invoice 4471 of 2014, L. Ashgrove");
    send(button("I looked at it"));
    assertThat(page.locator("main h2").first()).containsText("By the password jumper");
    send(button("Recorded by mistake"));
    assertThat(page.locator("main h2").first()).containsText("Closed until ownership is proved");
    page.locator("[name=shown]").fill("invoice 4471 of 2014, L. Ashgrove");
    send(button("I looked at it"));
    page.locator("[name=cell-volts]").fill("24 V");
    send(button("Judge"));
    assertThat(page.locator("[role=alert]").first()).containsText("0 to 3.6 V");
    page.locator("[name=cell-volts]").fill("2,41 V");
    send(button("Judge"));
    assertThat(page.locator("main")).containsText("Coin cell: flat: replace it");
    send(button("Begin the run sheet"));
    page.waitForURL("**/run-sheets/*");
    assertThat(page.locator(".run")).containsText("Replace the coin cell");
    assertThat(page.locator(".run")).containsText("strap on or touch bare grounded metal");

    send(page.locator(".run .donext form button").first());
    Locator jumper =
        page.locator(".run li", new Page.LocatorOptions().setHasText("Note where the password"));
    jumper.locator("[name=before]").fill("pins 2-3");
    jumper.locator("[name=place]").fill("service pins");
    send(jumper.locator("button").first());
    Locator owed = page.locator("aside.side");
    assertThat(owed).containsText("password jumper in service position, before: pins 2-3");
    page.navigate("/tickets/" + claim + "/hand-back");
    assertThat(page.locator("main")).containsText("Still owed: password jumper in service");
    page.navigate("/today");
    assertThat(page.locator("aside.side")).containsText("before: pins 2-3, now: service pins");

    page.navigate("/tickets/" + claim + "/fix/firmware");
    page.getByText("Go on,").click();
    page.waitForURL("**/run-sheets/*");
    workThrough();
    assertThat(page.locator("aside.side .log")).containsText("Put back: password jumper");
    page.getByText("Say what came of it").click();
    page.waitForURL("**/fix/firmware");
    send(button("It works now"));
    page.waitForURL("**/find");
    assertThat(page.locator("aside.side .log")).containsText("Ownership proved: invoice");
    assertThat(page.locator("aside.side [aria-label^='Put back: ']")).hasCount(0);
  }

  @Test
  void lockedByAnOrganizationNothingIsTried() {
    signIn("runa", RUNA);
    String claim = takeIn("Greer Molnar", "", "names a school on the screen", "locked", "old");
    page.navigate(desk(claim, "password"));
    page.locator("[name=organization]").check();
    send(button("Keep"));
    assertThat(page.locator("main h2").first()).containsText("Locked by an organization");
    assertThat(post(claim, "begin/password", Optional.empty())).contains("Only its administrator");
  }

  @Test
  void aLaptopsForgottenPasswordIsTheMakersAndTheTicketWaits() {
    signIn("runa", RUNA);
    String claim = takeInA("laptop", "Salome Wickham", "", "wants a password", "locked", "moved");
    page.navigate(desk(claim, "password"));
    page.locator("[name=shown]").fill("registration shown on her telephone");
    send(button("I looked at it"));
    assertThat(page.locator("main h2").first()).containsText("To the maker's service");
    assertThat(post(claim, "begin/password", Optional.empty())).contains("To the maker");
    send(button("It waits for the maker"));
    page.navigate("/today");
    assertThat(page.locator("main")).containsText("at the maker's service, forgotten password");
  }

  @Test
  void whereADangerStopsTheRoadNoWorkBegins() {
    signIn("runa", RUNA);
    String claim =
        takeIn("Perpetua Noll", "", "tea in it, forgot the password", "locked", "marks=liquid");
    page.navigate(desk(claim, "reset"));
    assertThat(page.locator("[role=alert]").first()).containsText("the normal road stops here");
    assertThat(button("Begin the run sheet")).hasCount(0);
    String refused = post(claim, "begin/reset", Optional.of("pins"));
    assertThat(refused).contains("the normal road stops here. Find says what to do");
  }

  @Test
  void anUpdateThatBrokeOffTakesTheRoadBack() {
    String claim = stuckAtProcessorLight("Maude Quintrell");
    everythingGreen();
    send(button("Begin the run sheet"));
    page.waitForURL("**/run-sheets/*");
    for (int step = 0; step < 3; step++) {
      send(page.locator(".run .donext form button").first());
    }
    assertThat(band()).containsText("Do not touch");
    // Time goes by: the warning changes, and it says what to do only now.
    sql.update(
        "update clock set started_at = started_at - interval '25 minutes' where guard is not null"
            + " and ticket_id = (select id from ticket where claim = ?)",
        claim);
    page.reload();
    assertThat(band()).containsText("Time to worry");
    assertThat(band()).containsText("did not take the file");
    isAccessible();
    send(button("It ended by itself"));

    page.navigate("/tickets/" + claim + "/fix/firmware");
    page.getByText("Something went wrong").click();
    send(button("It does not start any more"));
    assertThat(page.locator("main")).containsText("It does not start any more after the update");
    isAccessible();
    send(button("By the marked port"));
    page.waitForURL("**/run-sheets/*");
    assertThat(page.locator("main")).containsText("Recover by the marked port");
    workThrough();
    page.navigate("/tickets/" + claim + "/fix/firmware");
    page.locator("[name=version]").fill("K07");
    send(button("Compare"));
    assertThat(page.locator("aside.side .log")).containsText("with a version nobody meant: K07");
    page.navigate("/tickets/" + claim + "/find");
    assertThat(page.locator("aside.side .log")).containsText("Yes, and it was dead or black");
  }

  @Test
  void settingsGoBackOneAtATimeAndWhatFailsIsEvidence() {
    signIn("runa", RUNA);
    String claim = takeIn("Ottoline Drax", "", "restarts under load", "unstable", "overclocked");
    answer(claim, "how-far", "unstable");
    page.navigate(desk(claim, "reset"));
    send(button("Begin the run sheet"));
    assertThat(page.locator("[role=alert]").first()).containsText("Note the settings first");
    page.navigate(desk(claim, "settings"));
    page.getByLabel("direct (AHCI)").check();
    page.getByLabel("new way (UEFI)").check();
    page.getByLabel("Boot order, typed").fill("drive first");
    page.getByLabel("profile 1").check();
    page.getByLabel("quiet").check();
    send(button("Keep the sheet"));
    assertThat(page.locator(".turns li")).hasCount(3);
    page.navigate(desk(claim, "reset"));
    send(button("Begin the run sheet"));
    page.waitForURL("**/run-sheets/*");
    send(page.locator(".run .donext form button").first());
    assertThat(page.locator("aside.side")).containsText("firmware settings as they were");
    send(page.locator(".run .donext form button").first());

    page.navigate(desk(claim, "settings"));
    assertThat(page.locator(".turns .now")).containsText("Drive-controller mode: direct (AHCI)");
    isAccessible();
    send(button("Set, saved, it still starts"));
    assertThat(page.locator(".turns .now")).containsText("Memory profile: profile 1");
    send(button("It fails with"));
    send(page.getByLabel("Once more: Memory profile"));
    assertThat(page.locator(".turns .now")).containsText("Memory profile: profile 1");
    send(button("It fails with"));
    assertThat(page.locator(".note")).containsText("Fails with: Memory profile");
    assertThat(page.locator("aside.side .log")).containsText("Run memory at base speed: Steady");
    send(button("Set, saved, it still starts"));
    assertThat(page.locator("aside.side .log"))
        .containsText("Put back: firmware settings as they were");
    page.navigate("/tickets/" + claim + "/find");
    assertThat(page.locator(".suspect").first()).containsText("profile");
  }

  @Test
  void whatStandsInTheWayOfAnUpgradeIsLiftedInItsOrder() {
    signIn("runa", RUNA);
    String claim = takeIn("Fabian Ostrow", "", "upgrade is refused", "blocked");
    page.navigate(desk(claim, "upgrade"));
    for (String choice :
        List.of("scheme=old", "boot-mode=old", "secure-boot=off", "chip=off", "encrypted=yes")) {
      String[] parts = choice.split("=");
      page.locator("[name='" + parts[0] + "'][value=" + parts[1] + "]").check();
    }
    page.locator("[name=memory-gib]").fill("2");
    send(button("Order the steps"));
    assertThat(page.locator("main")).containsText("No setting lifts this");
    assertThat(button("Begin the run sheet")).hasCount(0);
    page.locator("[name=memory-gib]").fill("8");
    send(button("Order the steps"));
    assertThat(page.locator(".turns li"))
        .containsText(
            new String[] {
              "Back the data up",
              "Suspend the encryption",
              "Convert the disk",
              "Set the boot mode",
              "Switch secure boot on",
              "Switch the security chip on"
            });
    assertThat(page.locator(".turns")).containsText("It does not start until the next step");
    isAccessible();
    send(button("Begin the run sheet"));
    page.waitForURL("**/run-sheets/*");
    assertThat(page.locator(".run .now")).containsText("Back the data up");
  }

  @Test
  void aPictureOfTheFirmwareScreenIsKeptAndNothingElse() {
    signIn("runa", RUNA);
    String claim = takeIn("Blythe Carrow", "", "settings to be noted", "degraded");
    page.navigate(desk(claim, "settings"));
    page.locator("[name=picture]")
        .setInputFiles(new FilePayload("x.png", "image/png", "<svg onload=alert(1)>".getBytes()));
    send(button("Keep it"));
    assertThat(page.locator("[role=alert]").first()).containsText("neither JPEG, PNG nor WebP");
    page.locator("[name=picture]")
        .setInputFiles(new FilePayload("x.png", "image/png", page.screenshot()));
    page.locator("[name=note]").fill("boot page");
    send(button("Keep it"));
    Locator picture = page.locator("figure img");
    assertThat(picture).hasAttribute("alt", "boot page");
    assertThat(picture.evaluate("img => img.decode().then(() => img.naturalWidth)"))
        .isEqualTo(1280);
  }

  @Test
  void twoWhoWriteTheSameFactSeeEachOther() {
    String claim = stuckAtProcessorLight("Ilario Pembroke");
    Page theirs = another("ivo", IVO);
    theirs.navigate(desk(claim, "update"));
    page.navigate(desk(claim, "update"));
    page.locator("[name=now]").fill("K07");
    send(button("Plan"));
    theirs.locator("[name=now]").fill("K12");
    theirs.locator("[name=processor]").fill("Halden H4 2100");
    theirs.locator("button:has-text('Plan')").click();
    assertThat(theirs.locator("[role=alert]").first())
        .containsText("Somebody wrote meanwhile: version now K07 (yours: version now K12)");
    assertThat(theirs.locator("[name=now]")).hasValue("K07");
    assertThat(theirs.locator("[name=processor]")).hasValue("Halden H4 2100");
  }
}
