package dottore.app.journey;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;
import static dottore.app.Shopkeeping.SALT_AIR;
import static org.assertj.core.api.Assertions.assertThat;

import com.microsoft.playwright.Download;
import com.microsoft.playwright.Page;
import com.microsoft.playwright.options.FilePayload;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.util.regex.Pattern;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.parallel.ResourceLock;

/** Words, numbers, schools, and what the shop knows of its own. */
class KnowledgeJourneyTest extends Journey {
  @Test
  @ResourceLock(COUNTER)
  void theComplaintIsHeardAndTakenOverByTapsOnly() {
    signIn("pia", PIA);
    page.navigate("/arrival");
    page.locator("[name=customer]").fill("Odalys Brandt");
    page.locator("[name=complaint]")
        .pressSequentially("black screen after new memory, fans spin, second light stays on");
    assertThat(page.locator("#heard")).containsText("Stays at the memory light");
    assertThat(page.locator("#heard")).containsText("memory was changed");
    assertThat(page.locator("#heard input:checked")).hasCount(0);
    isAccessible();
    page.locator("#heard [name=told][value=memory]").check();
    page.locator("#heard [name=said][value='fans-and-lights=run']").check();
    page.locator("#heard [name=contexts][value=memory-changed]").check();
    button("Take it in").click();
    page.waitForURL("**/tickets/*/**");
    assertThat(page.locator("aside .log")).containsText("Customer says: Stays at the memory light");
    assertThat(page.locator("aside .log")).containsText("Customer says: They keep running");
    assertThat(page.locator("[name=contexts][value=memory-changed]")).isChecked();
  }

  @Test
  void findHearsWordsAndNumbersAndLooksAgainWhereTwoAnswersDoNotFit() {
    signIn("runa", RUNA);
    String claim = takeIn("Ferris Lunde", "KNOW-1", "nothing at all", "dead");
    page.navigate("/tickets/" + claim + "/find");
    page.locator("#record-box").fill("fans spin, stop 0x7B, coffee over the keyboard");
    send(button("Find steps"));
    assertThat(page.locator("#record")).containsText("the boot drive is not reachable");
    assertThat(page.locator("#record")).containsText("from “fans spin”");
    assertThat(page.locator("#record input:checked")).hasCount(1);
    isAccessible();
    page.locator("#record [name='mark.liquid']").uncheck(); // asked, and it was not so
    page.locator("[name='check.fans-and-lights'][value=run]").check();
    page.locator("[name='check.fans-and-lights'][value=run]").press("Enter");
    assertThat(page.locator("aside .log")).containsText("They keep running");
    assertThat(page.locator("aside .log")).not().containsText("Also known");

    page.navigate("/tickets/" + claim + "/find?step=how-far");
    send(page.locator(".donext button[value=dead]").first());
    assertThat(page.locator("main")).containsText("Two answers hardly fit together.");
    page.locator("a:has-text('Look again')").click();
    assertThat(page.locator(".donext h2")).hasText("Press the button, watch fans and lights");
    send(page.locator(".donext button[value=nothing]").first());
    assertThat(page.locator("main")).not().containsText("Two answers hardly fit together.");
  }

  @Test
  void aNumberIsReadAndWhatCannotBeToldIsSetAside() {
    signIn("ivo", IVO);
    String claim = takeInA("laptop", "Nils Gravenor", "KNOW-2", "stop screen", "stop");
    page.navigate("/tickets/" + claim + "/find?step=stop-code");
    page.locator("#code-box").fill("zz");
    send(button("Say what it means"));
    assertThat(page.locator(".donext")).containsText("is no such number");
    page.locator("#code-box").fill("0x0000009F");
    send(button("Say what it means"));
    assertThat(page.locator(".donext")).containsText("the power state of a driver");
    assertThat(page.locator(".donext")).containsText("manual wins");
    send(button("Record: 9F"));
    assertThat(page.locator("aside .log")).containsText("Read the stop code: 9F: power state");
    page.navigate("/tickets/" + claim + "/find?step=safe-start");
    send(button("Cannot tell"));
    assertThat(page.locator("aside .log")).containsText("(cannot tell)");
  }

  @Test
  void aTicketFollowsAnotherSchoolAndSeesTheArgument() {
    signIn("runa", RUNA);
    String claim = takeInA("tower", "Petra Holmgard", "KNOW-3", "no sound", "degraded");
    page.navigate("/tickets/" + claim + "/find?step=install-graphics-driver");
    page.locator("summary:has-text('Where drivers come from')").click();
    assertThat(page.locator(".school").first()).containsText("Others say");
    send(button("On this ticket: everything from the maker's pages"));
    assertThat(page.locator("aside .log")).containsText("for this ticket");
    page.locator("summary:has-text('Where drivers come from')").click();
    assertThat(page.locator(".school").first()).containsText("chosen for this ticket");
  }

  @Test
  void theOwnerWritesAnEntryWhileItIsLookedAtAndAnotherMayNot() throws Exception {
    signIn("orsolya", ORSOLYA);
    page.navigate("/casebook/new/causes");
    isAccessible();
    page.locator("[name=id]").fill("salt-air");
    page.locator("[name=yaml]").fill(SALT_AIR.replace("0.8", "heavy"));
    page.locator("[name=yaml]").press("End");
    assertThat(page.locator("#looked")).containsText("Line 4: 'heavy' is not a number");
    Page theirs = another("orsolya", ORSOLYA);
    theirs.navigate("/casebook/causes/coin-cell-flat/edit");
    page.locator("[name=yaml]").fill(SALT_AIR);
    assertThat(page.locator("#looked")).containsText("It fits the casebook");
    send(button("Keep it"));
    page.waitForURL("**/casebook/causes/salt-air");
    assertThat(page.locator("h1")).hasText("Salt on the contacts");

    theirs.locator("[name=note]").fill("lasts longer here");
    theirs.locator("button:has-text('Keep it')").click();
    assertThat(theirs.locator("[role=alert]").first()).containsText("Yours is not kept yet");
    assertThat(theirs.locator("[name=note]")).hasValue("lasts longer here");

    page.navigate("/casebook/own");
    isAccessible();
    Download file = page.waitForDownload(() -> page.getByText("Export as YAML").click());
    String yaml = Files.readString(file.path());
    assertThat(yaml).contains("salt-air:", "Salt on the contacts");
    preview(yaml.replace("green edges", "green edges, comes and goes"));
    assertThat(page.locator("main")).containsText("salt-air: changed");
    assertThat(page.locator("main")).containsText("comes and goes");
    isAccessible();
    send(button("Take it over"));
    page.navigate("/casebook/causes/salt-air");
    assertThat(page.locator("main")).containsText("comes and goes");
    page.navigate("/casebook/own");
    preview("causes: [");
    assertThat(page.locator("main")).containsText("nothing was taken");

    page.navigate("/casebook/causes/salt-air/edit");
    send(button("Remove this entry"));
    assertThat(page.locator("main")).containsText("Removed salt-air");

    Page technician = another("runa", RUNA);
    assertThat(technician.navigate("/casebook/own").status()).isEqualTo(403);
  }

  private void preview(String yaml) {
    page.locator("[name=file]")
        .setInputFiles(
            new FilePayload(
                "shop.yaml", "application/yaml", yaml.getBytes(StandardCharsets.UTF_8)));
    button("Show what it changes").click();
    page.waitForURL("**/preview");
  }

  @Test
  void numbersShowWhatWasLearnedAndTheOwnerSwitchesItOff() {
    signIn("runa", RUNA);
    page.navigate("/numbers");
    assertThat(page.locator("main")).containsText(Pattern.compile("\\d+ confirmed on closed"));
    assertThat(page.locator("header button")).hasCount(0);
    isAccessible();
    page = another("orsolya", ORSOLYA);
    page.navigate("/numbers");
    send(button("Switch learning off"));
    assertThat(page.locator("main")).containsText("Learning is off.");
    send(button("Switch learning on"));
    send(button("Start anew from today"));
    assertThat(page.locator("main")).containsText("Nothing is confirmed yet");
    send(button("Count all tickets again"));
    assertThat(page.locator("main")).not().containsText("Nothing is confirmed yet");

    page.navigate("/settings/schools");
    isAccessible();
    page.locator("[name=position][value=offline]").check();
    send(page.locator("form:has([value=offline]) button"));
    assertThat(page.locator("[name=position][value=offline]")).isChecked();
    page.locator("[name=position][value=connected]").check();
    send(page.locator("form:has([value=offline]) button"));
  }
}
