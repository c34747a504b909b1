package dottore.app.journey;

import com.microsoft.playwright.Locator;
import com.microsoft.playwright.Page;
import dottore.app.TestDatabase;
import dottore.app.TestShop;
import dottore.core.machine.MachineKind;
import dottore.core.practice.Fault;
import dottore.core.practice.Scenario;
import java.nio.file.Path;
import java.util.EnumSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.condition.EnabledIfSystemProperty;

/** Retakes the pictures of the documentation from a fresh demo shop. */
@EnabledIfSystemProperty(named = "dottore.shots", matches = "true")
class Screenshots extends Journey {
  private static final Path FOLDER = Path.of("..", "docs", "screenshots");

  private void take(Page of, String name) {
    of.evaluate("() => window.scrollTo(0, 0)");
    of.waitForFunction("() => document.fonts.ready.then(() => true)");
    of.waitForFunction( // the bar of a page that loads fades
        "() => [...document.querySelectorAll('#progress')]"
            + ".every(bar => getComputedStyle(bar).opacity === '0')");
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

  private void begin(Page of, Fault fault, MachineKind kind) {
    of.navigate("/practice");
    of.locator("[name=code]").fill(Scenario.among(40, 2, EnumSet.of(fault), Set.of(kind)).code());
    of.keyboard().press("Enter");
    of.waitForURL("**/practice/*");
  }

  /** One move at a practice machine, and the page after it. */
  private void move(Page of, String key) {
    int seen = of.locator(".known-lines li").count();
    of.keyboard().press(key);
    of.waitForFunction("seen => document.querySelectorAll('.known-lines li').length > seen", seen);
  }

  private void part(Page of, String part) {
    of.locator("[data-part=" + part + "]").click();
    of.waitForURL("**part=" + part);
  }

  /** An apprentice at two machines, what the debrief says, and how far he got. */
  private void practiced(Page of) {
    begin(of, Fault.INNER_CABLE, MachineKind.LAPTOP);
    move(of, "o");
    part(of, "panel");
    move(of, "1");
    take(of, "practice-laptop");
    begin(of, Fault.MODULE_FAULTY, MachineKind.TOWER);
    for (String key : List.of("o", "m", "c")) {
      move(of, key);
    }
    part(of, "memory");
    move(of, "1");
    take(of, "practice");
    move(of, "7");
    move(of, "8");
    of.locator("#cause").selectOption("memory-faulty");
    of.locator("button[data-key=e]").click();
    of.locator("svg.roads").waitFor();
    take(of, "practice-debrief");
    of.navigate("/practice");
    take(of, "practice-progress");
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
    take("/shelf", "shelf");
    upgraded(tamar + "/fix/system/road");
    take(ticketOf("Pavo") + "/prove", "prove");
    take("/numbers", "numbers");
    Page owner = another("orsolya", ORSOLYA);
    practiced(another("ivo", IVO));
    TestDatabase.script(
        Map.of("DOTTORE_DATABASE", "journeys", "DOTTORE_BACKUPS", TestShop.BACKUPS + "journeys"),
        "backup");
    for (String part : List.of("people", "shop", "backups")) {
      owner.navigate(part.equals("people") ? "/settings" : "/settings/" + part);
      take(owner, "settings-" + part);
    }
  }
}
