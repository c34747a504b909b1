package dottore.app.journey;

import com.microsoft.playwright.Browser;
import com.microsoft.playwright.Page;
import com.microsoft.playwright.options.ColorScheme;
import java.nio.file.Path;
import java.util.List;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.condition.EnabledIfSystemProperty;

/** Retakes the pictures of the documentation from a fresh demo shop. */
@EnabledIfSystemProperty(named = "dottore.shots", matches = "true")
class Screenshots extends Journey {
  private static final Path FOLDER = Path.of("..", "docs", "screenshots");

  private void take(Page of, String name) {
    of.evaluate("() => window.scrollTo(0, 0)");
    of.waitForFunction("() => document.fonts.ready.then(() => true)");
    of.screenshot(new Page.ScreenshotOptions().setPath(FOLDER.resolve(name + ".png")));
  }

  private void take(String path, String name) {
    page.navigate(path);
    take(page, name);
  }

  /** The tickets of a customer, the newest first. */
  private String ticketOf(String customer) {
    page.navigate("/tickets?q=" + customer);
    String address =
        page.locator("main a[href^='/tickets/']:not([href*=import])").first().getAttribute("href");
    return address.replaceAll("^(/tickets/[^/]+).*", "$1");
  }

  @Test
  void ofEveryMainView() {
    signIn("runa", RUNA);
    take("/today", "today");
    page.keyboard().press("/");
    page.keyboard().type("memory");
    page.locator("#box-found a:has-text('memory') >> nth=5").waitFor();
    take(page, "box");
    take("/tickets", "tickets");
    take("/arrival", "arrival");
    take("/casebook", "casebook");
    take("/casebook/causes/memory-unseated", "casebook-cause");
    String oskar = ticketOf("Oskar");
    take(oskar + "/find", "find");
    take(ticketOf("Tamsin") + "/find", "find-stopped");
    String mirel = ticketOf("Mirel");
    take(mirel + "/hand-back", "hand-back");

    take(mirel + "/find/modules?modules=4", "module-trials");
    String ilse = ticketOf("Ilse");
    take(ilse + "/fix/firmware", "guarded-clock");
    page.getByText("Go on,").click();
    page.waitForURL("**/run-sheets/*");
    page.locator("button:has-text('It ended by itself')").click();
    page.locator(".run .donext").waitFor();
    take(page, "run-sheet");
    page.getByText("Set this run sheet aside").click();
    page.locator("details[open] [name=reason]").last().fill("shown once more");
    page.locator("button:has-text('Set it aside')").click();
    page.locator(".note").waitFor();
    take(ilse + "/fix/firmware/update", "firmware");
    take(ticketOf("Tamar") + "/fix/drive", "drive");
    page.navigate(mirel + "/fix/firmware/settings");
    for (String seen : List.of("direct (AHCI)", "new way (UEFI)", "profile 1", "quiet")) {
      page.getByLabel(seen).check();
    }
    page.locator("button:has-text('Keep the sheet')").click();
    page.locator(".turns").waitFor();
    take(page, "settings-sheet");
    take("/numbers", "numbers");
    Page owner = another("orsolya", ORSOLYA);
    owner.navigate("/casebook/causes/memory-unseated/edit");
    owner.locator("[name=note]").fill("more often since the new kits");
    owner.locator("[name=yaml]").press("Control+Home");
    owner.locator("[name=yaml]").pressSequentially("# seen more here\n");
    owner.locator("#looked .good").first().waitFor();
    take(owner, "casebook-edit");
    owner.navigate("/settings/schools");
    take(owner, "schools");

    Browser.NewContextOptions dim =
        new Browser.NewContextOptions().setViewportSize(820, 1180).setColorScheme(ColorScheme.DARK);
    Page tablet = another("runa", RUNA, dim);
    tablet.navigate(oskar + "/find");
    take(tablet, "find-tablet-dark");
  }
}
