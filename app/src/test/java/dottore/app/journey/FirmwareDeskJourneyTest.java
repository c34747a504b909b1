package dottore.app.journey;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;
import static org.assertj.core.api.Assertions.assertThat;

import com.microsoft.playwright.Locator;
import com.microsoft.playwright.Page;
import com.microsoft.playwright.options.FilePayload;
import java.util.List;
import java.util.Optional;
import org.junit.jupiter.api.Test;

/** What the firmware desk notes, orders and refuses. */
class FirmwareDeskJourneyTest extends FirmwareDesk {
  @Test
  void noWriteBeginsWhileThePointsOfTheGateAreOpen() {
    String claim = stuckAtProcessorLight("Odile Farrant");
    post(claim, "begin/update", Optional.empty());
    page.navigate(desk(claim, "update"));
    assertThat(page.locator("aside.side .log")).not().containsText("Run sheet begun");
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
    for (String choice : List.of("scheme=old", "boot-mode=old", "secure-boot=off", "chip=off")) {
      String[] parts = choice.split("=");
      page.locator("[name='" + parts[0] + "'][value=" + parts[1] + "]").check();
    }
    page.locator("[name=encryption]").selectOption("active");
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
    assertThat(button("Begin the run sheet")).hasCount(0);
    assertThat(page.locator("main")).containsText("Drive first: can the disk be converted?");
    page.locator("[value=none][name=chip]").check();
    send(button("Order the steps"));
    assertThat(page.locator("main")).containsText("No security chip 2.0");
  }

  @Test
  void aPictureOfTheFirmwareScreenIsKeptAndNothingElse() {
    signIn("runa", RUNA);
    String claim = takeIn("Blythe Carrow", "", "settings to be noted", "degraded");
    page.navigate(desk(claim, "settings"));
    page.locator("[name=picture]")
        .setInputFiles(new FilePayload("x.png", "image/png", "<svg onload=alert(1)>".getBytes()));
    page.locator("[name=note]").fill("boot page");
    send(button("Keep it"));
    assertThat(page.locator("[role=alert]").first()).containsText("neither JPEG, PNG nor WebP");
    page.locator("[name=picture]")
        .setInputFiles(new FilePayload("x.png", "image/png", page.screenshot()));
    assertThat(page.locator("[name=note]")).hasValue("boot page");
    send(button("Keep it"));
    Locator picture = page.locator("figure img");
    assertThat(picture).hasAttribute("alt", "boot page");
    assertThat(picture.evaluate("img => img.decode().then(() => img.naturalWidth)"))
        .as("small on the page")
        .isEqualTo(480);
    page.navigate(page.locator("figure a").getAttribute("href"));
    assertThat(page.locator("img").evaluate("img => img.naturalWidth"))
        .as("the original beside it")
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
