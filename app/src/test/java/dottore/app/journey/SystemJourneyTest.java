package dottore.app.journey;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;

import com.microsoft.playwright.Locator;
import com.microsoft.playwright.Page;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;

/** A system is put back, by the road that the machine and its owner need. */
class SystemJourneyTest extends FirmwareDesk {
  @BeforeEach
  void signIn() {
    signIn("runa", RUNA);
  }

  private static String at(String claim, String page) {
    return "/tickets/" + claim + "/fix/" + page;
  }

  private Locator road(String words) {
    return page.locator(".sysroad", new Page.LocatorOptions().setHasText(words));
  }

  private void chosen(String... fields) {
    Locator form = page.locator("#system form").first();
    for (String field : fields) {
      String[] parts = field.split("=", 2);
      form.locator("[name='" + parts[0] + "']").selectOption(parts[1]);
    }
    send(form.locator("button"));
  }

  private void machine(String boot, String secure, String chip) {
    fill(
        "facts/system-machine",
        "cores=4",
        "memory-gib=16",
        "disk-gb=500",
        "solid-state=yes",
        "bits=64",
        "boot-mode=" + boot,
        "secure-boot=" + secure,
        "chip=" + chip,
        "processor-listed=yes");
  }

  private void drive(String claim) {
    page.navigate(at(claim, "drive/disk"));
    fill("disks/0", "disk.0.model=Corrin S4", "disk.0.serial=WX-7F3Q", "disk.0.gb=500");
  }

  private void wanted(String claim, String profile) {
    page.navigate(at(claim, "system/road"));
    send(page.locator(".donext [name=system-wanted][value=" + profile + "]"));
  }

  private void worked(String claim) {
    serialEnd = "7f3q";
    workThrough();
    page.navigate(at(claim, "system/road"));
    send(button("It works now"));
    page.waitForURL("**/find");
  }

  @Test
  void aLaptopWithoutItsNetworkDriverIsInstalledClean() {
    String claim =
        takeInA(
            "laptop", "Oddny Fairweather", "", "does not start any more", "loader", "mayErase=yes");
    drive(claim);
    page.navigate(at(claim, "system/road"));
    assertThat(page.locator(".donext")).containsText("which one is put on");
    isAccessible();
    wanted(claim, "ebb-desk-12");
    chosen("system-had=ebb-desk-12", "system-edition=Home", "system-language=Dansk");
    machine("old", "off", "off");
    assertThat(page.locator("#wants")).containsText("Ready once settings are changed");
    fill(
        "facts/system-decides",
        "system-starts=no",
        "system-unstable=yes",
        "system-programs=fresh",
        "network-in-box=no");
    assertThat(page.locator("#roads summary")).containsText("Shut:");
    send(road("Clean install").locator("button"));
    assertThat(page.locator(".donext")).containsText("Clean install: Ebb Desk 12");
    assertThat(page.locator(".donext .known")).containsText("WX-7F3Q");
    isAccessible();
    send(button("Begin the run sheet"));
    page.waitForURL("**/run-sheets/*");
    Locator sheet = page.locator(".run");
    assertThat(sheet).containsText("Network driver on the stick");
    assertThat(sheet).containsText("First start, without network");
    assertThat(sheet).containsText("Security chip: off, change it");
    worked(claim);
    assertThat(page.locator("aside.side .log"))
        .containsText("Install the newest system clean: works");
    // What a new system can have changed is measured, and stands on the sheet.
    page.navigate("/tickets/" + claim + "/prove");
    assertThat(page.locator("main")).containsText("Start-up from cold");
    assertThat(page.locator("main")).not().containsText("Memory test");
    isAccessible();
    page.locator("[name=before-cold-start]").fill("145");
    page.locator("[name=after-cold-start]").fill("soon");
    page.locator("[name=fine-sound][value=yes]").check();
    send(page.locator("form[action$='/prove'] button:has-text('Keep')"));
    assertThat(page.locator(".fault")).containsText("soon");
    assertThat(page.locator("[name=after-cold-start]")).hasValue("soon");
    page.locator("[name=after-cold-start]").fill("31");
    send(page.locator("form[action$='/prove'] button:has-text('Keep')"));
    page.navigate("/tickets/" + claim + "/sheet");
    assertThat(page.locator("body")).containsText("Start-up from cold145 s31 s");
    assertThat(page.locator("body")).containsText("Soundgood");
  }

  @Test
  void anUpgradeRefusedForThreeReasonsIsCuredAndDone() {
    String claim =
        takeInA("laptop", "Torvald Ashgrove", "", "the new system is refused", "blocked");
    drive(claim);
    wanted(claim, "ebb-desk-12");
    chosen("system-had=ebb-desk-11");
    machine("old", "off", "off");
    fill(
        "facts/system-decides",
        "system-starts=yes",
        "system-unstable=no",
        "system-programs=back",
        "system-free=80",
        "network-in-box=yes");
    assertThat(page.locator("#wants")).containsText("Ready once settings are changed");
    assertThat(page.locator("#wants .sheet")).hasCount(3);
    assertThat(page.locator("#wants")).containsText("All of it: 8 minutes of hands.");
    send(road("Upgrade in place").locator("button"));
    assertThat(page.locator(".drive-work .card").first()).containsText("3 settings first");
    page.locator("#wants a").click();
    page.waitForURL("**/fix/firmware/upgrade");
    page.locator("[name=scheme][value=new]").check();
    page.locator("[name=encryption]").selectOption("none");
    send(button("Order the steps"));
    send(button("Begin the run sheet"));
    page.waitForURL("**/run-sheets/*");
    serialEnd = "7f3q";
    workThrough();
    page.navigate(at(claim, "firmware/upgrade"));
    send(button("It works now"));
    page.waitForURL("**/find");
    page.navigate(at(claim, "system/road"));
    assertThat(page.locator("#wants")).containsText("Ready for it");
    assertThat(page.locator(".donext")).containsText("Upgrade in place: Ebb Desk 12");
    send(button("Begin the run sheet"));
    page.waitForURL("**/run-sheets/*");
    assertThat(page.locator(".run")).containsText("Upgrade to Ebb Desk 12, keep everything");
    assertThat(page.locator(".run")).not().containsText("Delete what is on it");
    worked(claim);
    page.navigate(at(claim, "system/road"));
    assertThat(page.locator("[name=system-had]")).hasValue("ebb-desk-12");
  }

  @Test
  void aSystemInTheWrongLanguageIsPutOnAnewWithTheKeyOfThatLanguage() {
    String claim =
        takeInA(
            "laptop", "Nadezhda Falk", "", "everything is in English", "degraded", "mayErase=yes");
    drive(claim);
    wanted(claim, "ebb-desk-12");
    chosen("system-had=ebb-desk-12", "system-edition=Home", "system-language=Dansk");
    machine("new", "on", "on");
    fill(
        "facts/system-decides",
        "system-starts=yes",
        "system-wrong=language",
        "system-programs=fresh",
        "system-medium=old");
    assertThat(page.locator("#roads details"))
        .containsText("its language stays as it is on this road");
    assertThat(road("Clean install")).containsText("an old stick");
    send(road("Clean install").locator("button"));
    assertThat(page.locator("#ruler")).containsText("recovery");
    page.navigate(at(claim, "system/keys"));
    assertThat(page.locator("#places li").first()).containsText("firmware's own table");
    fill("facts/system-key-match", "key-edition=Home", "key-language=English");
    assertThat(page.locator("#match")).containsText("The key is for English, Dansk is put on");
    isAccessible();
    page.navigate(at(claim, "system/road"));
    assertThat(page.locator("#main")).containsText("the key is for English, Dansk is put on");
    assertThat(button("Begin the run sheet")).hasCount(0);
    page.navigate(at(claim, "system/keys"));
    fill("facts/system-key-match", "key-language=Dansk");
    assertThat(page.locator("#match")).not().containsText("something else");
    // The maker's service is asked with the sealed key, and says how it stands.
    fill("system/keys", "secret=BCDFG-HJKMP-QRTVW-XY234-67899", "label=label underneath");
    send(button("Ask for activation"));
    assertThat(page.locator("main")).containsText("Activation: ");
    assertThat(page.locator("aside.side .log")).containsText("Activation of key of the system");
    assertThat(page.locator("aside.side .log")).not().containsText("BCDFG");
    page.navigate(at(claim, "system/road"));
    send(button("Begin the run sheet"));
    page.waitForURL("**/run-sheets/*");
    assertThat(page.locator(".run")).containsText("Language on setup's first page: Dansk");
    assertThat(page.locator(".run")).containsText("Write the stick anew");
    worked(claim);
  }

  @Test
  void twoStallsAtDifferentPlacesAreHardware() {
    String claim =
        takeIn("Bertil Quaye", "", "setup stands still", "install-fails", "mayErase=yes");
    wanted(claim, "ebb-desk-11");
    fill("facts/system-stalls", "stall-first=copying");
    assertThat(page.locator("#stalls")).containsText("Force it off once and begin again");
    fill("facts/system-stalls", "stall-second=devices");
    assertThat(page.locator("#stalls")).containsText("Memory, heat or the drive");
    assertThat(page.locator("aside.side .log")).containsText("compare the place: Another place");
    page.navigate("/tickets/" + claim + "/find");
    assertThat(page.locator("#given")).containsText("Another place");
    // From there it goes to the module that is bad.
    answer(claim, "memory-test-quick", "errors");
    page.navigate("/tickets/" + claim + "/find");
    assertThat(page.locator(".suspect").first()).hasAttribute("data-suspect", "memory-faulty");
    // Taken back, the evidence goes with it.
    page.navigate(at(claim, "system/road"));
    send(button("Undo: System: then"));
    page.navigate("/tickets/" + claim + "/find");
    assertThat(page.locator("#given")).not().containsText("Another place");
  }

  @Test
  void aMachineThatTheSystemIsNotMadeForIsNotTrickedIntoIt() {
    String claim = takeIn("Solveig Draycott", "", "wants the new system", "blocked");
    wanted(claim, "ebb-desk-12");
    chosen("system-had=ebb-desk-7");
    fill(
        "facts/system-machine",
        "cores=2",
        "memory-gib=2",
        "disk-gb=60",
        "bits=64",
        "boot-mode=old",
        "old-only=yes",
        "secure-boot=off",
        "chip=none",
        "processor-listed=no");
    assertThat(page.locator("#wants")).containsText("Not made for this machine");
    assertThat(page.locator("#wants .bad")).hasCount(6);
    assertThat(page.locator("#roads details"))
        .containsText("the machine is not made for Ebb Desk 12");
    assertThat(page.locator("[name=system-road][value=clean]")).hasCount(0);
    fill("facts/system-signed", "system-signed=stays");
    assertThat(page.locator("aside.side .log"))
        .containsText("customer signed the old system stays");
    // An older one runs on it.
    chosen("system-wanted=ebb-desk-11");
    assertThat(page.locator("#wants")).not().containsText("Not made for this machine");
    isAccessible();
  }

  @Test
  void aHandheldIsRestoredFromItsMakersImage() {
    String claim =
        takeInA(
            "handheld",
            "Wystan Lorne",
            "",
            "new drive, nothing on it",
            "no-device",
            "mayErase=yes");
    drive(claim);
    wanted(claim, "wisp-play");
    machine("new", "off", "none");
    assertThat(page.locator("#wants")).containsText("Ready for it");
    assertThat(page.locator("#roads details"))
        .containsText("this system comes in its maker's image only");
    send(road("Maker's recovery image").locator("button"));
    send(button("Begin the run sheet"));
    page.waitForURL("**/run-sheets/*");
    assertThat(page.locator(".run")).containsText("The gentlest first: restart, then a hard reset");
    assertThat(page.locator(".run")).containsText("Compare the exact model");
    worked(claim);
    assertThat(page.locator("aside.side .log"))
        .containsText("Restore from the maker's recovery image");
  }

  @Test
  void aKeyIsReadTwiceSealedAndShown() {
    String claim = takeIn("Ragna Thistlewood", "", "key is refused", "install-fails");
    wanted(claim, "ebb-desk-11");
    page.navigate(at(claim, "system/keys"));
    isAccessible();
    String key = "BCDFG-HJKMP-QRTVW-XY234-67899";
    fill("system/keys", "secret=" + key.replace("Q", "0"), "label=label underneath");
    assertThat(page.locator(".fault")).containsText("place 11: 0 is in no key");
    fill("system/keys", "secret=" + key, "second=" + key.replace("8", "B"));
    assertThat(page.locator(".fault")).containsText("differ at place 23");
    assertThat(page.locator("[name=secret]")).hasValue(key);
    fill("system/keys", "second=" + key);
    assertThat(page.locator("main")).containsText("label underneath");
    assertThat(page.locator("main")).not().containsText(key);
    send(button("Show it"));
    assertThat(page.locator("main")).containsText(key);
    page.navigate(at(claim, "system/keys"));
    assertThat(page.locator("main")).not().containsText(key);
    assertThat(page.locator("aside.side .log")).containsText("Shown: key of the system");
  }
}
