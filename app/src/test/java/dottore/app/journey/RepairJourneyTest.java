package dottore.app.journey;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;
import static org.assertj.core.api.Assertions.assertThat;

import com.microsoft.playwright.Download;
import com.microsoft.playwright.Page;
import dottore.core.casebook.Stage;
import java.nio.file.Files;
import java.util.regex.Pattern;
import org.apache.pdfbox.Loader;
import org.apache.pdfbox.pdmodel.PDDocument;
import org.apache.pdfbox.text.PDFTextStripper;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.parallel.ResourceLock;

/** From the counter to the hand-over sheet. */
class RepairJourneyTest extends Journey {
  @Test
  void aDeadTowerIsTakenInFoundCuredProvedAndHandedBack() throws Exception {
    signIn("runa", RUNA);
    assertThat(page.locator("h1")).containsText("Today");
    isAccessible();
    String claim =
        takeIn("Brannoc Eskwith", "TN5-JOURNEY-1", "no light, no fan, nothing", "dead", "moved");
    isAccessible();
    page.getByText("On to Find").click();
    page.waitForURL("**/find");
    isAccessible();

    HiddenFault tower = new HiddenFault().with("supply-dead", Stage.DEAD);
    int steps = follow(tower, 25);
    assertThat(tower.works()).as("cured after " + steps + " steps").isTrue();
    assertThat(steps).isLessThanOrEqualTo(14);
    assertThat(page.locator("main")).containsText("Nothing left to check");
    isAccessible();

    page.navigate("/tickets/" + claim + "/prove");
    assertThat(page.locator("main")).containsText("Proved");
    assertThat(page.locator("main")).containsText("Works as it should");
    isAccessible();

    page.getByText("Borrow something else").click();
    page.getByLabel("What", new Page.GetByLabelOptions().setExact(true)).fill("side panel");
    page.getByLabel("Where it is now (bench, tray)").last().fill("behind the bench");
    send(button("Add"));
    page.navigate("/tickets/" + claim + "/hand-back");
    assertThat(page.locator("main h2").first()).hasText("Not ready to hand back");
    isAccessible();
    page.locator("[name=price]").fill("84.50");
    send(button("Hand back and close"));
    assertThat(page.locator("[role=alert]").first()).containsText("side panel");
    assertThat(page.locator("[name=price]")).hasValue("84.50");

    while (page.locator("aside [aria-label^='Put back: ']").count() > 0) {
      send(page.locator("aside [aria-label^='Put back: ']").first());
    }
    // What went back may touch what was proved: it is looked at once more.
    page.navigate("/tickets/" + claim + "/find");
    follow(tower, 3);
    page.navigate("/tickets/" + claim + "/hand-back");
    assertThat(page.locator("main h2").first()).hasText("Ready to hand back");
    assertThat(page.locator("[name=wrong]"))
        .hasValue(Pattern.compile("supply", Pattern.CASE_INSENSITIVE));
    page.locator("[name=price]").fill("84.50");
    send(button("Hand back and close"));
    assertThat(page.locator("main")).containsText("Handed back");
    isAccessible();

    Download sheet = page.waitForDownload(() -> page.getByText("Sheet as PDF").click());
    byte[] pdf = Files.readAllBytes(sheet.path());
    try (PDDocument document = Loader.loadPDF(pdf)) {
      assertThat(new PDFTextStripper().getText(document))
          .contains(claim, "Brannoc Eskwith", "TN5-JOURNEY-1", "84.50", "Supply");
    }

    page.navigate("/tickets?q=TN5-JOURNEY-1");
    assertThat(page.locator("main")).containsText(claim);
    assertThat(page.locator("main")).containsText("Brannoc Eskwith");
    isAccessible();
  }

  @Test
  void twoFaultsAtOnceAreFoundOneAfterTheOther() {
    signIn("runa", RUNA);
    String claim =
        takeIn("Idony Farquist", "TN5-JOURNEY-2", "dead since we moved house", "dead", "moved");
    page.navigate("/tickets/" + claim + "/find");
    HiddenFault tower =
        new HiddenFault().with("supply-switch-off", Stage.DEAD).with("monitor-input", Stage.DARK);
    int steps = follow(tower, 30);
    assertThat(tower.works()).as("cured after " + steps + " steps").isTrue();
    assertThat(page.locator("aside .log")).containsText("stops elsewhere");
    page.navigate("/tickets/" + claim + "/hand-back");
    assertThat(page.locator("[name=wrong]"))
        .hasValue(Pattern.compile("switch", Pattern.CASE_INSENSITIVE));
  }

  @Test
  void liquidStopsTheNormalRoadUntilSomebodyAnswersForIt() {
    signIn("ivo", IVO);
    String claim = takeIn("Perrin Zoll", "TN5-JOURNEY-3", "glass of water", "dead", "liquid");
    page.navigate("/tickets/" + claim + "/find");
    assertThat(page.locator("[role=alert]").first()).containsText("the normal road stops here");
    assertThat(page.locator("[role=alert]").first()).containsText("Do not power on");
    assertThat(page.locator(".donext")).hasCount(0);
    assertThat(page.locator("button:has-text('Open the road again')")).hasCount(0);
    isAccessible();

    page = another("runa", RUNA);
    page.navigate("/tickets/" + claim + "/find");
    page.getByLabel("Why it is safe to go on").fill("only the desk was wet, looked inside, dry");
    send(button("Open the road again"));
    assertThat(page.locator(".donext")).hasCount(1);
    assertThat(page.locator("aside .log")).containsText("only the desk was wet");
  }

  @Test
  @ResourceLock(COUNTER)
  void aMachineUnderWarrantyGoesBackToTheSellerWithEverythingItCameWith() {
    signIn("pia", PIA);
    page.navigate("/arrival");
    String nextYear = java.time.LocalDate.now().plusYears(1).toString();
    page.locator("[name=warrantyUntil]").fill(nextYear);
    page.locator("[name=warrantyUntil]").dispatchEvent("change");
    assertThat(page.locator("#warranty-note")).containsText("it goes back to the seller first");
    page.locator("[name=customer]").fill("Lisbet Orne");
    page.locator("[name=complaint]").fill("will not start, bought in spring");
    page.locator("[name=told][value=dead]").check();
    button("Take it in").click();
    page.waitForURL("**/tickets/*/**");
    String claim = page.locator(".claim").textContent().strip();
    page.getByText("Borrow something else").click();
    page.getByLabel("What", new Page.GetByLabelOptions().setExact(true)).fill("its power cord");
    send(button("Add"));

    page.navigate("/tickets/" + claim + "/arrival");
    send(button("Send it back to the seller"));
    assertThat(page.locator("main")).containsText("Still owed: its power cord");
    send(page.locator("aside [aria-label^='Put back: ']").first());
    page.navigate("/tickets/" + claim + "/arrival");
    send(button("Send it back to the seller"));
    assertThat(page.locator("main")).containsText("Sent back to the seller under warranty");
    assertThat(page.locator("main")).containsText("Nothing was changed.");
  }
}
