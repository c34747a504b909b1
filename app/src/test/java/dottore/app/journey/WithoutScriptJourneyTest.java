package dottore.app.journey;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;

import com.microsoft.playwright.Browser;
import org.junit.jupiter.api.Test;

/** The whole road where no script runs. */
class WithoutScriptJourneyTest extends Journey {
  @Override
  Browser.NewContextOptions options() {
    return super.options().setJavaScriptEnabled(false);
  }

  @Test
  void theBoxIsAPage() {
    signIn("runa", RUNA);
    page.locator("a:has-text('Find anything')").click();
    page.locator("main input[name=anything]").fill("numb");
    page.locator("main button[type=submit]").click();
    page.locator("#found a:has-text('Numbers')").click();
    page.waitForURL("**/numbers");
  }

  @Test
  void aTicketIsTakenInAnsweredUndoneAndHandedBackWithAReason() {
    signIn("runa", RUNA);
    String claim =
        takeIn("Hale Quist", "", "stays at the memory light", "memory", "memory-changed");
    page.navigate("/tickets/" + claim + "/find?step=board-light");
    page.locator(".donext button[name=outcome]").first().click();
    assertThat(page.locator("aside .log li")).hasCount(3);
    button("Undo").click();
    assertThat(page.locator("aside .log li").first()).containsText("Taken back");
    page.navigate("/tickets/" + claim + "/hand-back");
    page.locator("[name=override]").fill("customer needs it back unrepaired");
    button("Hand back and close").click();
    assertThat(page.locator("main")).containsText("Handed back");
    assertThat(page.locator("aside .log")).containsText("customer needs it back unrepaired");
  }
}
