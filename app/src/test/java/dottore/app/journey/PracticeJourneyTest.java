package dottore.app.journey;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;
import static org.assertj.core.api.Assertions.assertThat;

import com.microsoft.playwright.Download;
import com.microsoft.playwright.Locator;
import com.microsoft.playwright.Page;
import dottore.core.bridge.Names;
import dottore.core.casebook.Casebook;
import dottore.core.casebook.Station;
import dottore.core.machine.MachineKind;
import dottore.core.practice.Fault;
import dottore.core.practice.Scenario;
import java.io.IOException;
import java.nio.file.Files;
import java.util.EnumSet;
import java.util.Set;
import org.junit.jupiter.api.Test;

/** The practice bench. */
class PracticeJourneyTest extends Journey {
  private static final Casebook BOOK = Casebook.shipped();

  private static String code(Fault fault, MachineKind kind) {
    return Scenario.among(40, 2, EnumSet.of(fault), Set.of(kind)).code();
  }

  private void begin(String code) {
    page.navigate("/practice");
    page.locator("[name=code]").fill(code);
    page.keyboard().press("Enter");
    page.waitForURL("**/practice/*");
  }

  /** Tabs through the page to a part and chooses it. */
  private void tabTo(String part) {
    for (int i = 0; i < 60; i++) {
      Object at = page.evaluate("() => document.activeElement.dataset?.part || ''");
      if (part.equals(at)) {
        page.keyboard().press("Enter");
        page.waitForURL("**part=" + part);
        return;
      }
      page.keyboard().press("Tab");
    }
    throw new AssertionError("no way to " + part + " by keys");
  }

  /** Does something at the chosen part by its number. */
  private void key(String act) {
    Locator row = page.locator(".acts button", new Page.LocatorOptions().setHasText(act)).first();
    String key = row.locator("kbd").textContent();
    page.keyboard().press(key);
    assertThat(page.locator(".known-lines .newest")).containsText(act);
  }

  private void press(String key, String seen) {
    page.keyboard().press(key);
    assertThat(page.locator(".known-lines .newest")).containsText(seen);
  }

  @Test
  void aCaseIsSolvedByKeysAlone() {
    signIn("ivo", IVO);
    page.keyboard().press("g");
    page.keyboard().press("p");
    page.waitForURL("**/practice");
    isAccessible();
    begin(code(Fault.SWITCHED_OFF, MachineKind.TOWER));
    isAccessible();
    press("o", "Nothing moves");
    tabTo("supply");
    key("Look at the supply's switch");
    key("Switch the supply on");
    press("o", "the desktop");
    page.keyboard().press("n");
    page.keyboard().type("The supply's own switch");
    page.keyboard().press("Tab");
    page.keyboard().press("Enter");
    assertThat(page.locator("h1")).hasText("Solved");
    assertThat(page.locator(".head")).containsText("the switch at the supply is off");
    isAccessible();
  }

  @Test
  void powerIsCutInAFlashAndTheDebriefSaysSo() {
    signIn("ivo", IVO);
    begin(code(Fault.FIRMWARE_BUG, MachineKind.TOWER));
    press("m", "Pulled the mains");
    press("c", "Took the cover off");
    tabTo("firmware");
    key("Recover the firmware");
    assertThat(page.locator(".donext")).containsText("The firmware is being written");
    press("m", "the board is dead");
    press("o", "nothing moves");
    page.locator("#cause").selectOption("firmware-bug");
    send(button("Close"));
    assertThat(page.locator("h1")).hasText("Not solved");
    assertThat(page.locator("main")).containsText("the board is dead");
    assertThat(page.locator("svg.roads .mishap")).hasCount(1);
  }

  @Test
  void aCaseGoesToFindAndIsSolvedFromLiveReadings() {
    signIn("ivo", IVO);
    begin(code(Fault.DRIVE_LOOSE, MachineKind.LAPTOP));
    String bench = page.url();
    button("Take it to Find").click();
    page.waitForURL("**/find");
    assertThat(page.locator("main")).containsText("Do next");
    for (int i = 0; i < 25; i++) {
      Locator live = button("Live:");
      if (live.count() == 0 || page.locator(".side .log").textContent().contains("works now")) {
        break;
      }
      send(live);
    }
    assertThat(page.locator(".side .log")).containsText("works now");
    page.navigate(bench);
    assertThat(page.locator(".known-lines")).containsText("Works now.");
  }

  @Test
  void itsDevicesHandTheirFilesToTheFormsOfItsTicket() {
    signIn("ivo", IVO);
    begin(code(Fault.DRIVE_FAILING, MachineKind.TOWER));
    button("Take it to Find").click();
    page.waitForURL("**/find");
    String ticket = page.url().replace("/find", "");
    String claim = ticket.replaceAll(".*/", "");
    page.navigate("/today");
    assertThat(page.locator("main")).not().containsText(claim);
    page.navigate("/practice");
    assertThat(page.locator("main")).containsText("in Find as " + claim);
    page.navigate(ticket + "/measure");
    handOut("memory-size-shown", "smbios.bin");
    send(button("Read it"));
    assertThat(page.locator("main")).containsText("Bench six 3700");
    handOut("attributes", "health.txt");
    send(button("Read the page"));
    assertThat(page.locator(".side .log")).containsText("Pending, uncorrectable or health bit set");
    page.navigate(ticket + "/fix/drivers/devices");
    handOut("device-marks", "devices.csv");
    send(button("Read it"));
    assertThat(page.locator("main")).containsText("Device list, 6 devices");
    page.navigate(ticket + "/fix/drive/disk");
    page.locator(".disk-form [name$=model]").first().fill("Bench drive");
    send(button("It is in it"));
    page.locator("summary:has-text('Read its sectors')").click();
    handOut("scheme-read", "sectors.bin");
    send(button("Read"));
    assertThat(page.locator(".disk-card")).containsText("new scheme");
  }

  private void handOut(String check, String file) {
    page.locator("[data-handout$='/" + check + "']").click();
    assertThat(page.locator("main")).containsText(file + ", ");
  }

  @Test
  void aDeviceThatCannotReadSaysWhy() {
    signIn("ivo", IVO);
    begin(code(Fault.SWITCHED_OFF, MachineKind.TOWER));
    button("Take it to Find").click();
    page.waitForURL("**/find");
    page.navigate(page.url().replace("/find", "/measure"));
    page.locator("[data-handout$='/attributes']").click();
    assertThat(page.locator("#health")).containsText("It cannot be done");
    assertThat(page.locator("#health textarea")).hasValue("");
  }

  @Test
  void theNextCaseComesFromWhereOneIsWeak() {
    signIn("runa", RUNA);
    begin(code(Fault.MODULE_FAULTY, MachineKind.TOWER));
    page.locator("#cause").selectOption("browser-clutter");
    send(button("Close"));
    assertThat(page.locator("h1")).hasText("Not solved");
    page.navigate("/practice");
    assertThat(page.locator(".donext h2")).hasText("Memory");
    assertThat(page.locator(".donext")).containsText("not solved the last time");
    button("Take it to the bench").click();
    page.waitForURL("**/practice/*");
    String code = page.locator(".claim").textContent().replace("CASE", "").strip();
    Fault hidden = Scenario.of(code).faults().get(0);
    assertThat(BOOK.cause(Names.cause(hidden)).orElseThrow().station()).isEqualTo(Station.MEMORY);
  }

  @Test
  void whatCannotBeDoneIsSaidAndNothingIsLost() {
    signIn("ivo", IVO);
    page.navigate("/practice");
    page.locator("[name=code]").fill("no code");
    page.keyboard().press("Enter");
    assertThat(page.locator("body")).containsText("There is no case no code");
    begin(code(Fault.PANEL, MachineKind.LAPTOP));
    String bench = page.url();
    press("o", "Fans turn");
    Page other = another("ivo", IVO);
    other.navigate(bench);
    assertThat(other.locator(".known-lines")).containsText("Fans turn");
    press("w", "Waited five minutes");
    other.keyboard().press("w");
    assertThat(other.locator("body")).containsText("in the meantime");
    page.navigate(bench);
    assertThat(page.locator(".known-lines li")).hasCount(2);
    other.context().close();
    // Somebody else looks on and does nothing.
    Page pia = another("pia", PIA);
    pia.navigate(bench);
    assertThat(pia.locator(".known-lines li")).hasCount(2);
    assertThat(pia.locator("button[data-key=o]")).hasCount(0);
    pia.context().close();
  }

  @Test
  void whatADeviceHandsOutIsReadByMeasure() throws IOException {
    signIn("runa", RUNA);
    begin(code(Fault.DRIVE_FAILING, MachineKind.LAPTOP));
    press("o", "Fans turn");
    tabTo("drive");
    key("Read the drive's health attributes");
    Download file = page.waitForDownload(() -> page.locator(".known-lines .newest a.file").click());
    assertThat(file.suggestedFilename()).isEqualTo("health.txt");
    button("Take it to Find").click();
    page.waitForURL("**/find");
    page.navigate(page.url().replace("/find", "/measure"));
    page.locator("#health [name=text]").fill(Files.readString(file.path()));
    send(button("Read the page"));
    assertThat(page.locator("#health")).containsText("Recorded as");
  }

  @Test
  void whatWasHandedOutIsListedOnARunningMachine() {
    signIn("ivo", IVO);
    begin(code(Fault.NETWORK_DRIVER_MISSING, MachineKind.LAPTOP));
    for (String check : new String[] {"device-marks", "event-list"}) {
      tabTo(check.equals("event-list") ? "system" : "drivers");
      String name = BOOK.check(check).orElseThrow().name();
      send(page.locator(".acts button", new Page.LocatorOptions().setHasText(name)).first());
      assertThat(page.locator(".known-lines .newest")).containsText(name);
      assertThat(page.locator(".known-lines .newest a.file")).hasCount(1);
    }
  }

  @Test
  void aClosedTicketComesAgainAsACase() {
    signIn("runa", RUNA);
    page.navigate("/practice");
    page.locator("[name=claim]").fill("B0-031-3");
    page.keyboard().press("Enter");
    page.waitForURL("**/practice/*");
    assertThat(page.locator(".claim")).containsText("CASE 2-");
    // One that nobody has confirmed a cause of holds nothing to hide.
    page.navigate("/practice");
    page.locator("[name=claim]").fill("B0-034-5");
    page.keyboard().press("Enter");
    assertThat(page.locator("body")).containsText("no confirmed cause");
  }

  @Test
  void allInOneAndHandheldAreDrawnToo() {
    signIn("ivo", IVO);
    for (MachineKind kind : new MachineKind[] {MachineKind.ALL_IN_ONE, MachineKind.HANDHELD}) {
      begin(code(Fault.PANEL, kind));
      assertThat(page.locator("[data-part=panel]")).hasCount(1);
      isAccessible();
      press("o", "Fans turn");
    }
  }
}
