package dottore.app.journey;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;

import com.microsoft.playwright.Locator;
import java.io.IOException;
import java.io.InputStream;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;
import java.util.Objects;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;

/**
 * Drivers: what is missing or old goes on in its order, and what crashes is found and taken out.
 */
class DriverJourneyTest extends FirmwareDesk {
  private static final String OLD = list("hearth-devices.csv");
  private static final String EVENTS = list("hearth-events.csv");

  @BeforeEach
  void signIn() {
    signIn("runa", RUNA);
  }

  private static String list(String name) {
    try (InputStream in = DriverJourneyTest.class.getResourceAsStream("/demo/" + name)) {
      return new String(Objects.requireNonNull(in).readAllBytes(), StandardCharsets.UTF_8);
    } catch (IOException broken) {
      throw new UncheckedIOException(broken);
    }
  }

  private static String at(String claim, String page) {
    return "/tickets/" + claim + "/fix/drivers/" + page;
  }

  private void give(String text) {
    page.locator("#give textarea").fill(text);
    send(page.locator("#give form[enctype] button"));
  }

  private void system(String id) {
    Locator form = page.locator("#give form[action$='facts/drivers-system']");
    form.locator("select").selectOption(id);
    send(form.locator("button"));
  }

  @Test
  void anOldAllInOneThatFallsWithItsNetworkCableEndsWithTheNewerDriver() {
    String claim =
        takeInA(
            "all-in-one",
            "Wenna Achterhuis",
            "",
            "falls over as soon as the network cable goes in",
            "unstable");
    page.navigate(at(claim, "crashes"));
    assertThat(page.locator(".donext")).containsText("event list of the days when it fell");
    isAccessible();
    give(EVENTS);
    assertThat(page.locator(".donext")).containsText("quennet.drv");
    assertThat(page.locator("main")).containsText("hardly by chance");
    page.navigate("/tickets/" + claim + "/find");
    assertThat(page.locator("#given")).containsText("The same every time");
    assertThat(page.locator("#given")).containsText("A network or wireless driver");

    page.navigate(at(claim, "devices"));
    assertThat(page.locator(".donext")).containsText("not read yet");
    give(OLD);
    system("ebb-desk-12");
    assertThat(page.locator(".devices-table").first()).containsText("older than the system");
    Locator order = page.locator("#order");
    assertThat(order.locator(".package").first()).containsText("Quenby gigabit 9.1.30");
    assertThat(order).containsText("without its Hallin graphics");
    isAccessible();
    page.navigate(at(claim, "crashes"));
    assertThat(page.locator(".suspect-driver").first()).containsText("Quenby Gigabit (network)");
    isAccessible();

    page.navigate(at(claim, "devices"));
    send(button("Begin the run sheet"));
    page.waitForURL("**/run-sheets/*");
    Locator sheet = page.locator(".run");
    assertThat(sheet).containsText("Network cable out, wireless off");
    assertThat(sheet).containsText("Put the pack on the stick");
    assertThat(page.locator("aside.side")).not().containsText("network cable out");
    workThrough();
    page.navigate(at(claim, "devices"));
    assertThat(page.locator(".donext").first()).containsText("read the device list again");
    give(
        OLD.replace("Ebb Works,2015-04-21,6.2.1", "Quenby,2026-01-20,9.1.30")
            .replace("pid_0007,28,,,,", "pid_0007,0,Pressa,2025-09-03,3.3,presstch.drv"));
    assertThat(page.locator("#changes")).containsText("its mark is gone");
    assertThat(page.locator("#changes")).containsText("has another driver");
    send(button("It works now"));
    page.waitForURL("**/find");
    assertThat(page.locator("aside.side .log"))
        .containsText("Put on a newer network driver from the stick: works");
    assertThat(page.locator("aside.side .log")).not().containsText("touch package: ");
    assertThat(page.locator("aside.side .log")).containsText("They fit");
  }

  @Test
  void columnsThatNobodyKnowsAreNamedOnceAndRemembered() {
    String claim = takeIn("Anselma Roode", "", "no sound", "degraded");
    page.navigate(at(claim, "devices"));
    system("ebb-desk-12");
    String asked = "Ding;Merkmal;Zeichen\nMurrel Sound;none;28\n";
    give(asked);
    assertThat(page.locator(".fault")).containsText("line 1");
    assertThat(page.locator("#give textarea")).hasValue(asked);
    page.locator("[name=role-0]").selectOption("name");
    page.locator("[name=role-1]").selectOption("id");
    page.locator("[name=role-2]").selectOption("mark");
    send(page.locator("#give form[enctype] button"));
    assertThat(page.locator(".devices-table")).containsText("Murrel Sound");
    assertThat(page.locator(".devices-table")).containsText("no driver");
    // The second time nobody is asked.
    give(asked.replace("28", "43"));
    assertThat(page.locator(".fault")).hasCount(0);
    assertThat(page.locator("#changes")).containsText("mark 43");
  }

  @Test
  void anOlderGraphicsDriverThanBeforeIsSeenAndGoesToFind() {
    String claim = takeIn("Ludovika Brandt", "", "picture jerks since yesterday", "degraded");
    page.navigate(at(claim, "devices"));
    system("ebb-desk-12");
    String list = "Display adapter; pci 0fe2:5000; 0; Hallin; 2026-04-22; 30.1";
    give(list);
    assertThat(page.locator("main")).containsText("Every driver is as it should be");
    give(list.replace("2026-04-22; 30.1", "2024-11-05; 28.4"));
    assertThat(page.locator("#changes .bad")).containsText("an older driver lies over it");
    page.navigate("/tickets/" + claim + "/find");
    assertThat(page.locator("#given")).containsText("Graphics is older than installed");
    page.navigate(at(claim, "devices"));
    send(button("Plan the way back"));
    page.waitForURL("**/run-sheets/*");
    assertThat(page.locator(".run")).containsText("back to Hallin 30.1");
  }

  @Test
  void oneDeviceByHandAndABadListKeepWhatWasTyped() {
    String claim = takeIn("Ottilie Marchbank", "", "no network after the install", "degraded");
    page.navigate(at(claim, "devices"));
    system("ebb-desk-11");
    page.locator("#give details summary").click();
    page.locator("#give [name=name]").fill("Quenby Gigabit");
    page.locator("#give [name=id]").fill("0fe1-2100");
    page.locator("#give [name=mark]").fill("28");
    send(button("Put on the list"));
    assertThat(page.locator(".fault")).containsText("no hardware id");
    page.locator("#give details summary").click();
    assertThat(page.locator("#give [name=name]")).hasValue("Quenby Gigabit");
    page.locator("#give [name=id]").fill("0fe1:2100");
    send(button("Put on the list"));
    assertThat(page.locator("#order")).containsText("on the stick: 1 package, 11 MB");
    send(page.locator(".devices-table button"));
    assertThat(page.locator("main")).containsText("Everything is left as it is");
    give("name,id\n,\n\"open,0fe1:2100\n");
    assertThat(page.locator(".fault")).containsText("quote");
    assertThat(page.locator(".devices-table")).containsText("Quenby Gigabit");
  }
}
