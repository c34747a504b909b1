package dottore.app.journey;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;
import static org.assertj.core.api.Assertions.assertThat;

import com.microsoft.playwright.Locator;
import dottore.core.casebook.Stage;
import java.util.List;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.parallel.ResourceLock;

/** What Find proposes where a foolish step could hurt, as a technician meets it. */
class AdviceJourneyTest extends Journey {

  private void answer(String claim, String check, String outcome) {
    page.navigate("/tickets/" + claim + "/find?step=" + check);
    send(page.locator(".donext button[name=outcome][value='" + outcome + "']").first());
  }

  /** Pia types what a customer says, so that it is heard while she types. */
  private void hears(String kind, String customer, String complaint) {
    signIn("pia", PIA);
    page.navigate("/arrival");
    page.locator("[name=kind]").selectOption(kind);
    page.locator("[name=customer]").fill(customer);
    page.locator("[name=complaint]").pressSequentially(complaint);
  }

  /** She takes it in; Runa opens Find. */
  private String findOf(String told) {
    page.locator("[name=told][value=" + told + "]").last().check();
    button("Take it in").click();
    page.waitForURL("**/tickets/*/**");
    String claim = page.locator(".claim").textContent().strip();
    page = another("runa", RUNA);
    page.navigate("/tickets/" + claim + "/find");
    return claim;
  }

  private List<String> roads() {
    return page.locator(".donext h2, [aria-label='Other roads'] tr").allInnerTexts();
  }

  @Test
  @ResourceLock(COUNTER)
  void aWetLaptopToldInWordsOnlyStopsTheRoad() {
    hears("laptop", "Thessaly Marr", "coffee over the keyboard, nothing since");
    assertThat(page.locator("#heard")).containsText("Liquid got in");
    assertThat(page.locator("#heard [name=marks][value=liquid]")).isChecked();
    findOf("dead");
    assertThat(page.locator("[role=alert]").first()).containsText("Do not power on");
    assertThat(page.locator(".donext")).hasCount(0);
  }

  @Test
  void aDangerThatOnlyTheWordsNameStopsTheRoadUntilSomebodyAsked() {
    signIn("runa", RUNA);
    String claim = takeIn("Hollis Wray", "", "crackles and smells burnt when it is on", "dead");
    page.navigate("/tickets/" + claim + "/find");
    assertThat(page.locator("[role=alert]").first()).containsText("Smoke or burn smell");
    assertThat(page.locator(".donext")).hasCount(0);
    assertThat(page.locator("aside .log"))
        .containsText("The complaint sounds like: Smoke or burn smell; taken as said");
    page.navigate("/tickets/" + claim + "/arrival");
    Locator words = page.locator("[name=complaint]");
    words.fill(words.inputValue() + ", and water got in");
    send(button("Save changes"));
    page.navigate("/tickets/" + claim + "/find");
    assertThat(page.locator(".stop[role=alert]")).hasCount(2);
    page.navigate("/tickets/" + claim + "/arrival");
    page.locator("[name=marks][value=liquid]").uncheck();
    page.locator("[name=marks][value=smell]").uncheck();
    send(button("Save changes"));
    page.navigate("/tickets/" + claim + "/find");
    assertThat(page.locator(".donext")).hasCount(1);
    assertThat(page.locator("aside .log"))
        .containsText("Arrival changed: no longer Liquid got in, no longer Smoke or burn smell");
  }

  @Test
  @ResourceLock(COUNTER)
  void whoAskedAndWasToldNoUnticksWhatTheWordsSoundLike() {
    hears("laptop", "Emmet Sorrel", "spilled tea beside it, nothing since");
    Locator heard = page.locator("#heard [name=marks][value=liquid]");
    assertThat(heard).isChecked();
    assertThat(page.locator("[name=marks][value=liquid]").last()).isChecked();
    heard.uncheck();
    assertThat(page.locator("[name=marks][value=liquid]").last()).not().isChecked();
    page.locator("[name=complaint]").pressSequentially(", no light");
    assertThat(page.locator("#heard")).containsText("light");
    assertThat(heard).not().isChecked();
    findOf("dead");
    assertThat(page.locator(".donext")).hasCount(1);
    assertThat(page.locator("aside .log"))
        .containsText("The complaint sounds like: Liquid got in; asked, and it is not so");
  }

  @Test
  void anEmptyNewDriveInATowerEndsWithItsSystem() {
    signIn("runa", RUNA);
    String claim =
        takeIn(
            "Ruskin Vane",
            "",
            "put the new drive in, says nothing to boot from",
            "no-device",
            "drive-changed");
    answer(claim, "how-far", "no-device");
    answer(claim, "repair-tool-sees-system", "empty");
    assertThat(page.locator("[data-call]"))
        .containsText("Ask the customer: May the drive be erased?");
    page.getByText("Note the answer").click();
    page.waitForURL("**/arrival#agreed");
    page.locator("[name=mayErase]").check();
    send(button("Save changes"));
    page.navigate("/tickets/" + claim + "/find");
    assertThat(page.locator("[data-call]")).hasCount(0);
    HiddenFault tower = new HiddenFault().with("no-system-on-drive", Stage.NO_DEVICE);
    int steps = follow(tower, 12);
    assertThat(tower.works()).as("cured after " + steps + " steps").isTrue();
    assertThat(page.locator("aside .log")).containsText("Install the system on the empty drive");
  }

  @Test
  void aFailingDriveWithUnsavedPicturesIsOnlyCopiedOrSentAway() {
    signIn("runa", RUNA);
    String claim =
        takeInA(
            "laptop", "Odile Carrow", "", "slower every week", "degraded", "old", "spinning-drive");
    page.navigate("/tickets/" + claim + "/arrival");
    page.locator("[name=backup]").selectOption("no");
    send(button("Save changes"));
    answer(claim, "attributes", "bad");
    assertThat(page.locator(".donext h2"))
        .hasText(
            java.util.regex.Pattern.compile(
                "Copy the failing drive first.*|Offer a data specialist"));
    assertThat(page.locator("details.card:has-text('a drive is suspect')"))
        .containsText("Read the drive from end to end");
  }

  @Test
  void fansStandStillButItRuns() {
    signIn("runa", RUNA);
    String claim = takeIn("Barnaby Ilk", "", "dead, built it myself", "dead", "new-build");
    page.navigate("/tickets/" + claim + "/find");
    assertThat(page.locator(".donext h2")).hasText("See how far it gets");
    answer(claim, "how-far", "dead");
    answer(claim, "fans-and-lights", "fans-stand");
    Locator first = page.locator(".suspect").first();
    assertThat(first).containsText("The fan hub has no power");
    assertThat(roads()).noneMatch(road -> road.contains("Replace the main board"));
  }

  @Test
  @ResourceLock(COUNTER)
  void aDifferentBlueScreenEachTimeIsHeardAtTheCounterAndNotAskedAgain() {
    hears(
        "tower",
        "Ottilie Brask",
        "a different blue screen each time, since the new memory was put in");
    Locator vary = page.locator("#heard [name=said][value='stop-codes-vary=vary']");
    assertThat(vary).hasCount(1);
    vary.check();
    page.locator("#heard [name=contexts][value=memory-changed]").check();
    String claim = findOf("unstable");
    assertThat(page.locator("#given")).containsText("Different every time");
    assertThat(roads()).noneMatch(road -> road.contains("See how far it gets"));
    answer(claim, "how-it-fails", "stop-screen");
    assertThat(page.locator(".suspect").first()).containsText("emory");
  }

  @Test
  void aFaultThatComesAFewTimesADayIsWaitedForThreeTimesAsLong() {
    signIn("runa", RUNA);
    String claim = takeIn("Casimir Dray", "", "a device drops out now and then", "unstable");
    answer(claim, "how-it-fails", "device");
    answer(claim, "how-often", "hours");
    page.navigate("/tickets/" + claim + "/find?step=usb-out");
    assertThat(page.locator(".donext")).containsText("9 h wait");
    send(button("Clock, 9 h"));
    assertThat(page.locator("aside .log")).containsText("540 min");
    page.navigate("/tickets/" + claim + "/find?step=usb-out");
    answer(claim, "usb-out", "too-early");
    assertThat(page.locator("#given")).containsText("not three times as long");
  }

  @Test
  void whereOnlyTheCustomersWordIsMissingHeIsAskedAndNothingElseIsProposed() {
    signIn("runa", RUNA);
    String claim =
        takeIn("Perpetua Lind", "", "the new second drive is missing", "degraded", "drive-changed");
    answer(claim, "what-is-wrong", "drive");
    answer(claim, "disk-list", "no-scheme");
    Locator call = page.locator(".donext");
    assertThat(call).hasCount(1);
    assertThat(call).containsText("Ask the customer: May the drive be erased?");
    assertThat(call).containsText("Give the new drive a scheme and a volume");
    send(button("Nobody answers: it waits"));
    page.navigate("/today");
    assertThat(page.locator("tr, li").filter(new Locator.FilterOptions().setHasText(claim)).first())
        .containsText("Ask the customer: May the drive be erased?");
    page.navigate("/tickets/" + claim + "/find");
    page.getByText("Note the answer").click();
    page.waitForURL("**/arrival#agreed");
    page.locator("[name=mayErase]").check();
    send(button("Save changes"));
    page.navigate("/tickets/" + claim + "/find");
    assertThat(page.locator(".donext h2")).hasText("Give the new drive a scheme and a volume");
  }

  @Test
  void aLaptopIsAskedForNoLightOfItsBoard() {
    signIn("runa", RUNA);
    page.navigate("/arrival");
    Locator light = page.locator(".stage-pick:has([value=memory])");
    page.locator("[name=kind]").selectOption("tower");
    assertThat(light).isVisible();
    page.locator("[name=customer]").fill("Wendel Osk");
    page.locator("[name=complaint]").fill("stays black, memory light stays on");
    page.locator("[name=told][value=memory]").last().check();
    page.locator("[name=kind]").selectOption("laptop");
    assertThat(light).isVisible(); // what is chosen stays to be seen
    button("Take it in").click();
    assertThat(page.locator("body")).containsText("No such light on this kind of machine");
    assertThat(page.locator("#heard")).containsText("nothing on screen");
    assertThat(page.locator("#heard")).not().containsText("start lights");
    assertThat(page.locator("[name=customer]")).hasValue("Wendel Osk");
    page.locator("[name=told][value=dark]").last().check();
    assertThat(light).not().isVisible();
    button("Take it in").click();
    page.waitForURL("**/tickets/*/**");
    String claim = page.locator(".claim").textContent().strip();
    page.navigate("/tickets/" + claim + "/find?step=how-far");
    assertThat(page.locator(".donext")).containsText("nothing on screen");
    assertThat(page.locator(".donext")).not().containsText("memory light");
  }
}
