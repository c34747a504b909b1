package dottore.app.journey;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;
import static org.assertj.core.api.Assertions.assertThat;

import com.microsoft.playwright.Locator;
import dottore.core.casebook.Stage;
import org.junit.jupiter.api.Test;

/** Four stories of the trade, led to their end by what Find asks. */
class TradeJourneyTest extends Journey {
  private void led(HiddenFault machine, String claim, int atMost, String inTheLog) {
    page.navigate("/tickets/" + claim + "/find");
    int steps = follow(machine, 40);
    assertThat(machine.works()).as("cured after " + steps + " steps").isTrue();
    assertThat(steps).isLessThanOrEqualTo(atMost);
    assertThat(page.locator("aside .log")).containsText(inTheLog);
  }

  @Test
  void anUnstableLaptopAfterAnUpgradeEndsWithTheNetworkDriver() {
    signIn("runa", RUNA);
    String claim =
        takeInA(
            "laptop",
            "Merle Ostrander",
            "TRADE-1",
            "since the big upgrade another stop code every time",
            "unstable",
            "system-upgraded");
    HiddenFault laptop =
        new HiddenFault()
            .with("driver-network-bad", Stage.UNSTABLE)
            .saying("stop-codes-vary", "vary")
            .saying("how-it-fails", "stop-screen");
    led(laptop, claim, 16, "network driver");
    page.navigate("/tickets/" + claim + "/hand-back");
    assertThat(page.locator("[name=wrong]")).hasValue("Network driver crashes");
  }

  @Test
  void aTowerStuckAtMemoryWithFourModulesIsToldApartByTrials() {
    signIn("runa", RUNA);
    String claim =
        takeInA(
            "tower",
            "Gisla Thorne",
            "TRADE-2",
            "second light stays on with all four modules",
            "memory",
            "memory-changed");
    page.navigate("/tickets/" + claim + "/find?step=module-trials");
    page.locator("a:has-text('Plan the trials')").click();
    page.waitForURL("**/find/modules");
    page.locator("input[name=modules][type=number]").fill("4");
    page.locator("input[name=slots][type=number]").fill("4");
    send(button("Plan again"));
    isAccessible();
    int trials = 0;
    while (page.locator("button:has-text('Record it as the answer')").count() == 0) {
      Locator form = page.locator(".donext form").first();
      boolean bad = form.locator("[name=module]").inputValue().equals("3");
      send(button(bad ? "It fails" : "It goes on"));
      assertThat(++trials).isLessThanOrEqualTo(10);
    }
    assertThat(page.locator(".donext h2")).hasText("Module 3");
    assertThat(page.locator("aside")).containsText("the modules that are not under test");
    send(button("Take the last one back"));
    assertThat(page.locator("aside .log")).containsText("Taken back");
    send(button("It fails"));
    send(button("Record it as the answer"));
    assertThat(page.locator("main")).containsText("A module is faulty");
    led(
        new HiddenFault().with("memory-faulty", Stage.MEMORY).saying("module-trials", "module"),
        claim,
        12,
        "faulty module");
  }

  @Test
  void aCloudLaptopGetsItsMakersImage() {
    signIn("runa", RUNA);
    String claim =
        takeInA(
            "cloud-laptop",
            "Tove Amberley",
            "TRADE-3",
            "system is missing or damaged, insert a recovery stick",
            "no-device",
            "mayErase=yes");
    led(
        new HiddenFault().with("recovery-image-needed", Stage.NO_DEVICE),
        claim,
        12,
        "maker's recovery image");
  }

  @Test
  void anUpgradeIsRefusedAndLetIn() {
    signIn("runa", RUNA);
    String claim =
        takeInA(
            "laptop",
            "Corbin Elsworth",
            "TRADE-4",
            "does not meet the requirements, cannot upgrade",
            "blocked");
    led(new HiddenFault().with("tpm-off", Stage.BLOCKED), claim, 12, "Switch the security chip on");
  }
}
