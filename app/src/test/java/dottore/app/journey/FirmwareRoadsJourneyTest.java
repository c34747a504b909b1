package dottore.app.journey;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;

import com.microsoft.playwright.Locator;
import com.microsoft.playwright.Page;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** The roads of firmware work that are taken seldom, each to its end. */
class FirmwareRoadsJourneyTest extends FirmwareDesk {

  /** What is borrowed on the way is asked for, shown, and back at the end. */
  @ParameterizedTest
  @CsvSource({
    "tower, recent-tower, by the clear button, ",
    "tower, tower, by the two clear pins, ",
    "tower, old-tower, by the clear jumper, clear jumper",
    "tower, tower, by taking the coin cell out, coin cell",
    "laptop, laptop, by holding the power button, ",
  })
  void everyWayOfAResetIsWorkedToItsEnd(String kind, String family, String way, String borrowed) {
    signIn("runa", RUNA);
    String customer = "Reset " + way;
    String claim = takeInA(kind, customer, "", "no picture since a setting", "dark", "overclocked");
    answer(claim, "how-far", "dark");
    page.navigate(desk(claim, "reset"));
    page.locator("[name=family]").selectOption(family);
    send(button("It is this one"));
    page.locator("[name=settings-unseen]").check();
    send(button("Keep"));
    Locator card = page.locator("main .card", new Page.LocatorOptions().setHasText("Clear " + way));
    send(card.locator("button:has-text('Begin the run sheet')"));
    page.waitForURL("**/run-sheets/*");
    assertThat(page.locator("main")).containsText("Clear the settings " + way);
    isAccessible();
    while (borrowed != null
        && page.locator("aside.side").textContent().contains("Nothing is borrowed")) {
      send(page.locator(".run .donext form button").first());
    }
    if (borrowed != null) {
      assertThat(page.locator("aside.side")).containsText(borrowed);
    }
    workThrough();
    assertThat(page.locator("aside.side [aria-label^='Put back: ']")).hasCount(0);
    page.navigate(desk(claim, "reset"));
    send(button("It works now"));
    page.waitForURL("**/find");
    assertThat(page.locator("aside.side .log")).containsText("works now");
  }

  /** A machine of which the board's revision and version are known. */
  private String known(
      String customer, String told, String model, String revision, String now, String processor) {
    signIn("runa", RUNA);
    String claim = takeIn(customer, "", "wants another firmware", told);
    answer(claim, "how-far", told);
    page.navigate(desk(claim, "update"));
    page.locator("[name=maker]").fill(model.split(" ")[0]);
    page.locator("[name=model]").fill(model.substring(model.indexOf(' ') + 1));
    page.locator("[name=revision]").fill(revision);
    page.locator("[name=now]").fill(now);
    page.locator("[name=processor]").fill(processor);
    send(button("Plan"));
    return claim;
  }

  private void aimAt(String version, String way) {
    page.locator("[name=wanted]").fill(version);
    page.locator("[name=way]").selectOption(way);
    send(button("Plan"));
  }

  /** Green as far as the way asks; a stick is not asked for by every one. */
  private void ready() {
    for (String box :
        new String[] {"printed", "file-eye", "mains", "settings-unseen", "nothing-else"}) {
      tick(box);
    }
    for (String box : new String[] {"stick-fat32", "stick-name"}) {
      if (page.locator("[type=checkbox][name=" + box + "]").count() > 0) {
        tick(box);
      }
    }
    page.waitForResponse(
        r -> r.status() == 200, () -> page.locator("[name=encryption]").selectOption("none"));
    assertThat(page.locator("#gate-title")).containsText("Go");
  }

  @Test
  void aSteppingStoneIsReadBackAndTheNextHopFollowsWithAGateOfItsOwn() {
    String claim =
        known("Barnaby Stull", "unstable", "Vessen Mark 8", "1.2", "1.10", "Halden H6 3700");
    aimAt("2.10", "firmware-screen");
    assertThat(page.locator(".donext h2")).containsText("Update to 1.20");
    assertThat(page.locator(".donext h2")).containsText("a stepping stone");
    ready();
    send(button("Begin the run sheet"));
    page.waitForURL("**/run-sheets/*");
    workThrough();
    page.navigate(desk(claim, "update"));
    page.locator(".donext [name=version]").fill("1.20");
    send(button("Compare"));
    assertThat(page.locator("aside.side .log"))
        .containsText("stepping stone reached, 2.10 is next");
    assertThat(page.locator(".donext h2")).containsText("Update to 2.10");
    // The next version has a file of its own, so its gate is red again.
    assertThat(page.locator("#gate-title")).containsText("No-go");
    assertThat(point("file")).containsText("mark8-r12-210.bin");
    tick("file-eye");
    tick("stick-name");
    send(button("Begin the run sheet"));
    page.waitForURL("**/run-sheets/*");
    workThrough();
    page.navigate(desk(claim, "update"));
    page.locator(".donext [name=version]").fill("2.10");
    send(button("Compare"));
    send(button("No change"));
    page.waitForURL("**/find");
    page.navigate(desk(claim, "update"));
    assertThat(page.locator("main")).not().containsText("Begin the run sheet");
  }

  @Test
  void fromTheRunningSystemIsTheLastWayAndGoesToItsEnd() {
    String claim =
        known("Cressida Vole", "unstable", "Vessen Mark 8", "2.0", "2.00", "Halden H7 5100");
    aimAt("2.10", "from-system");
    assertThat(page.locator(".donext h2")).containsText("Update to 2.10 from the running system");
    ready();
    send(button("Begin the run sheet"));
    page.waitForURL("**/run-sheets/*");
    assertThat(page.locator(".run")).containsText("start the maker's update for 2.10");
    workThrough();
    page.navigate(desk(claim, "update"));
    page.locator(".donext [name=version]").fill("2.10");
    send(button("Compare"));
    send(button("It works now"));
    page.waitForURL("**/find");
    assertThat(page.locator("aside.side .log")).containsText("works now");
  }

  @Test
  void anOldBoardThatDiedComesBackByItsRecoveryJumper() {
    String claim =
        known("Ezra Pinchbeck", "unstable", "Corvane Stack 1", "A3", "03/14/2011", "Orlo 220");
    aimAt("11/02/2013", "firmware-screen");
    ready();
    send(button("Begin the run sheet"));
    page.waitForURL("**/run-sheets/*");
    while (band().count() == 0) {
      send(page.locator(".run .donext form button").first());
    }
    endGuarded();
    page.navigate(desk(claim, "update"));
    page.getByText("Something went wrong").click();
    send(button("It does not start any more"));
    assertThat(page.locator("main")).containsText("It does not start any more after the update");
    send(button("By the recovery jumper"));
    page.waitForURL("**/run-sheets/*");
    assertThat(page.locator("main")).containsText("recovery jumper");
    isAccessible();
    Locator owed = page.locator("aside.side [aria-label^='Put back: recovery jumper']");
    while (owed.count() == 0) {
      send(page.locator(".run .donext form button").first());
    }
    workThrough();
    assertThat(owed).hasCount(0);
    // What the sheet that broke off had borrowed is still owed.
    assertThat(page.locator("aside.side [aria-label^='Put back: everything that was plugged']"))
        .hasCount(1);
    page.navigate(desk(claim, "update"));
    page.locator(".donext [name=version]").fill("11/02/2013");
    send(button("Compare"));
    send(button("It works now"));
    page.waitForURL("**/find");
    assertThat(page.locator("aside.side .log")).containsText("works now");
  }
}
