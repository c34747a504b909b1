package dottore.app.journey;

import com.microsoft.playwright.Locator;
import com.microsoft.playwright.Page;
import dottore.app.TestDatabase;
import dottore.app.TestShop;
import java.nio.file.Path;
import java.util.List;
import java.util.Map;
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
    page.navigate("/tickets");
    page.getByLabel("Name").waitFor();
    take(page, "sign-in");
    signIn("runa", RUNA);
    take("/today", "today");
    take("/tickets", "tickets");
    take("/arrival", "arrival");
    String oskar = ticketOf("Oskar");
    take(oskar + "/find", "find");
    String mirel = ticketOf("Mirel");
    take(mirel + "/hand-back", "hand-back");
    String ilse = ticketOf("Ilse");
    page.navigate(ilse + "/fix/firmware");
    page.getByText("Go on,").click();
    page.waitForURL("**/run-sheets/*");
    page.locator(".guard [name=why]").fill("It restarted, and says the new version");
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
    take(ticketOf("Wanda") + "/fix/drivers/devices", "drivers");
    take(ticketOf("Pavo") + "/prove", "prove");
    take("/numbers", "numbers");
    Page owner = another("orsolya", ORSOLYA);
    owner.navigate("/casebook/causes/memory-unseated/edit");
    owner.locator("[name=note]").fill("more often since the new kits");
    owner.locator("[name=yaml]").press("Control+Home");
    owner.locator("[name=yaml]").pressSequentially("# seen more here\n");
    owner.locator("#looked .good").first().waitFor();
    take(owner, "casebook-edit");
    TestDatabase.script(
        Map.of("DOTTORE_DATABASE", "journeys", "DOTTORE_BACKUPS", TestShop.BACKUPS + "journeys"),
        "backup");
    for (String part : List.of("people", "shop", "backups")) {
      owner.navigate(part.equals("people") ? "/settings" : "/settings/" + part);
      take(owner, "settings-" + part);
    }
  }
}
