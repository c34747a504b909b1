package dottore.app.journey;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;
import static org.assertj.core.api.Assertions.assertThat;

import com.microsoft.playwright.Locator;
import com.microsoft.playwright.options.FilePayload;
import java.util.List;
import java.util.Optional;

/** The firmware desk in the hands of a browser. */
abstract class FirmwareDesk extends Journey {
  /** What the steps that ask for a serial are told. */
  String serialEnd = "";

  String desk(String claim, String page) {
    return "/tickets/" + claim + "/fix/firmware/" + page;
  }

  /** A machine that stays at its processor light, with its board known. */
  String stuckAtProcessorLight(String customer) {
    signIn("runa", RUNA);
    String claim =
        takeIn(customer, "", "just built, shows nothing", "cpu", "new-build", "cpu-changed");
    answer(claim, "how-far", "cpu");
    page.navigate(desk(claim, "update"));
    assertThat(page.locator("main")).containsText("Maker, model and revision decide");
    page.locator("[name=revision]").fill("B");
    page.locator("[name=now]").fill("K03");
    page.locator("[name=processor]").fill("Halden H6 3700");
    send(button("Plan"));
    return claim;
  }

  void answer(String claim, String check, String outcome) {
    page.navigate("/tickets/" + claim + "/find?step=" + check);
    send(page.locator(".donext button[name=outcome][value='" + outcome + "']").first());
  }

  void tick(String name) {
    page.waitForResponse(
        r -> r.status() == 200, () -> page.locator("[name=" + name + "]").last().check());
    page.waitForFunction("() => !document.body.classList.contains('busy')");
  }

  void upload(String input, String name, byte[] bytes) {
    page.locator(input).setInputFiles(new FilePayload(name, "application/octet-stream", bytes));
    send(page.locator("form:has(" + input + ") button"));
  }

  Locator point(String topic) {
    return page.locator("#gate-" + topic);
  }

  void everythingGreen() {
    tick("printed");
    tick("stick-fat32");
    tick("stick-name");
    tick("file-eye");
    tick("mains");
    page.waitForResponse(
        r -> r.status() == 200, () -> page.locator("[name=encryption]").selectOption("none"));
    tick("settings-unseen");
    tick("nothing-else");
    assertThat(page.locator("#gate-title")).containsText("Go");
  }

  Locator band() {
    return page.locator(".guard");
  }

  /** Ticks every step of a run sheet that is open; what is guarded is ended by hand. */
  void workThrough() {
    for (int step = 0; step < 40; step++) {
      if (band().count() > 0) {
        endGuarded();
      }
      Locator read = page.locator(".run .donext [name=read]");
      if (read.count() > 0) {
        read.fill(serialEnd);
      }
      Locator before = page.locator(".run .donext [name=before]");
      if (before.count() > 0 && before.inputValue().isEmpty()) {
        before.fill("as on the photograph");
      }
      Locator next = page.locator(".run .donext form button").first();
      if (next.count() == 0) {
        break;
      }
      send(next);
    }
    assertThat(page.locator("main")).containsText("All steps are done or skipped");
  }

  /** Posts without the button that the page does not show. */
  String post(String claim, String what, Optional<String> way) {
    return (String)
        page.evaluate(
            """
            async ([url, way]) => {
              const token = document.cookie.split('; ').find(c => c.startsWith('XSRF-TOKEN=')).slice(11);
              const body = new URLSearchParams({way});
              const headers = {'X-XSRF-TOKEN': decodeURIComponent(token)};
              const response = await fetch(url, {method: 'POST', body, headers});
              return await response.text();
            }\
            """,
            List.of(desk(claim, what), way.orElse("")));
  }
}
