package dottore.app.journey;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;
import static org.assertj.core.api.Assertions.assertThat;

import com.microsoft.playwright.APIResponse;
import com.microsoft.playwright.Locator;
import com.microsoft.playwright.Page;
import dottore.core.format.DiskImages;
import java.nio.file.Path;
import java.util.Optional;
import org.apache.pdfbox.Loader;
import org.apache.pdfbox.pdmodel.PDDocument;
import org.apache.pdfbox.text.PDFTextStripper;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.springframework.beans.factory.annotation.Autowired;
import org.springframework.jdbc.core.JdbcTemplate;

/** Work on firmware, from the plan to what came of it. */
class FirmwareJourneyTest extends FirmwareDesk {
  @Autowired JdbcTemplate sql;

  @TempDir Path folder;

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
    DiskImages sticks = new DiskImages(folder);
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
    assertThat(page.locator("[name=cell-volts]")).hasValue("24 V");
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
    assertThat(page.locator("main")).containsText("Run sheet still open: Forgotten password");
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
    endGuarded();

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
}
