package dottore.app.journey;

import com.microsoft.playwright.Browser;
import com.microsoft.playwright.Locator;
import com.microsoft.playwright.Page;
import com.microsoft.playwright.options.ColorScheme;
import java.nio.file.Path;
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

  /** A drive that is to be replaced, from what is in it to the screws. */
  private void replaced(String address) {
    page.navigate(address);
    fill("facts/slot", "swap-out=card-nvme-2280");
    fill("facts/amount", "used-gb=210", "growth-gb=25");
    fill("facts/decides", "old-drive=reads", "system-sound=yes", "swap-wish=as-it-was");
    send(page.locator("[name=new-form][value=card-nvme-2280]"));
    send(page.locator("[name=swap-road]").first());
    fill("facts/new-drive", "new-serial=NS3-7713-QD", "new-gb=500", "old-one=kept");
    take(page, "replace");
    double[][] spots = {{.06, .1}, {.5, .07}, {.94, .1}, {.06, .92}, {.94, .92}};
    for (int i = 0; i < spots.length; i++) {
      double[] spot = spots[i];
      page.locator("#screw-form [name=mm]").fill(i < 3 ? "4.5" : "6");
      Locator map = page.locator(".screw-map");
      double width = map.boundingBox().width;
      double height = map.boundingBox().height;
      page.waitForResponse(
          response -> response.status() == 200,
          () ->
              map.click(new Locator.ClickOptions().setPosition(spot[0] * width, spot[1] * height)));
      page.locator(".screw-list li >> nth=" + i).waitFor();
    }
    page.locator("#roads").scrollIntoViewIfNeeded();
    page.evaluate("() => window.scrollTo(0, document.body.scrollHeight)");
    page.screenshot(new Page.ScreenshotOptions().setPath(FOLDER.resolve("screws.png")));
  }

  /** A system that ran unstably, and the next one wanted. */
  private void upgraded(String address) {
    page.navigate(address);
    Locator chosen = page.locator("#system form").first();
    chosen.locator("[name=system-wanted]").selectOption("ebb-desk-12");
    chosen.locator("[name=system-had]").selectOption("ebb-desk-11");
    send(chosen.locator("button"));
    fill("facts/system-machine", "cores=4", "solid-state=yes");
    fill(
        "facts/system-decides", "system-starts=yes", "system-unstable=yes", "system-programs=back");
    send(page.locator("[name=system-road][value=clean]"));
    take(page, "system");
  }

  @Test
  void ofEveryMainView() {
    signIn("runa", RUNA);
    take("/today", "today");
    take("/tickets", "tickets");
    take("/arrival", "arrival");
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
    String tamar = ticketOf("Tamar");
    take(tamar + "/fix/drive/disk", "drive");
    replaced(tamar + "/fix/drive/replace");
    take("/shelf", "shelf");
    upgraded(tamar + "/fix/system/road");
    take("/numbers", "numbers");
    Page owner = another("orsolya", ORSOLYA);
    owner.navigate("/casebook/causes/memory-unseated/edit");
    owner.locator("[name=note]").fill("more often since the new kits");
    owner.locator("[name=yaml]").press("Control+Home");
    owner.locator("[name=yaml]").pressSequentially("# seen more here\n");
    owner.locator("#looked .good").first().waitFor();
    take(owner, "casebook-edit");

    Browser.NewContextOptions dim =
        new Browser.NewContextOptions().setViewportSize(820, 1180).setColorScheme(ColorScheme.DARK);
    Page tablet = another("runa", RUNA, dim);
    tablet.navigate(oskar + "/find");
    take(tablet, "find-tablet-dark");
  }
}
