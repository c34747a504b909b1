package dottore.app.journey;

import static org.assertj.core.api.Assertions.assertThat;

import com.deque.html.axecore.args.AxeRunOptions;
import com.deque.html.axecore.playwright.AxeBuilder;
import com.deque.html.axecore.results.Rule;
import com.microsoft.playwright.Browser;
import com.microsoft.playwright.BrowserContext;
import com.microsoft.playwright.BrowserType;
import com.microsoft.playwright.Locator;
import com.microsoft.playwright.Page;
import com.microsoft.playwright.Playwright;
import com.microsoft.playwright.assertions.PlaywrightAssertions;
import com.microsoft.playwright.options.ColorScheme;
import dottore.app.TestShop;
import java.nio.file.Path;
import java.util.List;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.extension.ExtendWith;
import org.springframework.beans.factory.annotation.Value;

/**
 * A day at the demo shop, seen through a real browser. Classes run beside each other on the one
 * shop, each worker with a browser of its own, for a browser listens to the thread that opened it.
 */
@ExtendWith({TestShop.Demo.class, KeepsPicture.class})
abstract class Journey {
  private static final ThreadLocal<Browser> BROWSER = ThreadLocal.withInitial(Journey::launch);

  /** Pia's draft at Arrival, which is one wherever she has it open. */
  static final String COUNTER = "Pia's draft";

  static final String RUNA = "bench-by-the-pier";
  static final String IVO = "first-year-at-sea";
  static final String PIA = "bell-on-the-counter";
  static final String ORSOLYA = "keys-to-pier-nine";

  @Value("${local.server.port}")
  int port;

  BrowserContext context;
  Page page;

  /** A machine that is busy with other tests is slow, not wrong. */
  private static final double MOST_MILLIS = 30_000;

  private static final AxeRunOptions ONLY_VIOLATIONS = new AxeRunOptions();

  static {
    ONLY_VIOLATIONS.setResultTypes(List.of("violations"));
    PlaywrightAssertions.setDefaultAssertionTimeout(MOST_MILLIS);
  }

  private static Browser launch() {
    return Playwright.create()
        .chromium()
        .launch(
            new BrowserType.LaunchOptions()
                .setExecutablePath(Path.of("/usr/bin/chromium-headless-shell"))
                .setArgs(
                    List.of(
                        "--no-sandbox",
                        "--disable-gpu",
                        "--disable-quic",
                        "--no-first-run",
                        "--disable-background-networking",
                        "--disable-component-update",
                        "--disable-sync")));
  }

  Browser.NewContextOptions options() {
    return new Browser.NewContextOptions()
        .setViewportSize(1280, 800)
        .setColorScheme(ColorScheme.LIGHT);
  }

  @BeforeEach
  void openBrowser() {
    context = BROWSER.get().newContext(options().setBaseURL("http://127.0.0.1:" + port));
    context.setDefaultTimeout(MOST_MILLIS);
    page = context.newPage();
  }

  @AfterEach
  void closeBrowser() {
    context.close();
  }

  /** Another window of somebody else. */
  Page another(String login, String password) {
    return another(login, password, options());
  }

  Page another(String login, String password, Browser.NewContextOptions options) {
    BrowserContext other = BROWSER.get().newContext(options.setBaseURL("http://127.0.0.1:" + port));
    Page theirs = other.newPage();
    signIn(theirs, login, password);
    return theirs;
  }

  void signIn(String login, String password) {
    signIn(page, login, password);
  }

  private static void signIn(Page page, String login, String password) {
    page.navigate("/sign-in");
    page.getByLabel("Name").fill(login);
    page.getByLabel("Password").fill(password);
    page.locator("button[type=submit]").click();
    page.waitForURL("**/today");
  }

  /** Takes a machine in by the form; returns its claim number. */
  String takeIn(String customer, String serial, String complaint, String told, String... ticks) {
    return takeInA("tower", customer, serial, complaint, told, ticks);
  }

  /** The same for another kind of machine. */
  String takeInA(
      String kind, String customer, String serial, String complaint, String told, String... ticks) {
    page.navigate("/arrival");
    page.evaluate( // what somebody of the same name drafts elsewhere is no part of it
        "() => document.querySelectorAll('main input:checked').forEach(box => box.checked ="
            + " false)");
    page.locator("[name=kind]").selectOption(kind);
    page.locator("[name=customer]").fill(customer);
    page.locator("[name=serial]").fill(serial);
    page.locator("[name=maker]").fill("Fenrow");
    page.locator("[name=model]").fill("Tern 5");
    page.locator("[name=complaint]").fill(complaint);
    page.locator("[name=told][value=" + told + "]").last().check();
    for (String tick : ticks) {
      String[] parts = tick.split("=");
      String name = parts.length > 1 ? "[name=" + parts[0] + "]" : "";
      page.locator(name + "[value=" + parts[parts.length - 1] + "]").first().check();
    }
    button("Take it in").click();
    page.waitForURL("**/tickets/*/**");
    return page.locator(".claim").textContent().strip();
  }

  Locator button(String text) {
    return page.locator("button", new Page.LocatorOptions().setHasText(text)).first();
  }

  /** Clicks and waits until the answer is shown. */
  void send(Locator button) {
    page.waitForResponse(
        response -> response.status() == 200, // not the redirect before it
        button::click);
    page.waitForFunction("() => !document.body.classList.contains('busy')");
  }

  /** Says that what is guarded is over, and how one knows. */
  void endGuarded() {
    Locator why = page.locator(".guard [name=why]");
    if (why.count() > 0) {
      why.fill("It restarted by itself");
    }
    send(button("It ended by itself"));
  }

  /** Fills the form whose address ends so, each field as "name=value", and sends it. */
  void fill(String form, String... fields) {
    Locator wanted = page.locator("form[action$='" + form + "']").first();
    for (String field : fields) {
      String[] parts = field.split("=", 2);
      Locator input = wanted.locator("[name='" + parts[0] + "']");
      if (input.evaluate("e => e.tagName").equals("SELECT")) {
        input.selectOption(parts[1]);
      } else {
        input.fill(parts[1]);
      }
    }
    send(wanted.locator("button").first());
  }

  /**
   * Does what Find asks, as the machine answers, until it works or nothing is asked any more.
   *
   * @return how many steps it took
   */
  int follow(HiddenFault machine, int atMost) {
    for (int step = 0; step < atMost; step++) {
      Locator check = page.locator(".donext input[name=check]").first();
      Locator repair = page.locator(".donext input[name=repair]").first();
      if (check.count() > 0) {
        String outcome = machine.answer(check.inputValue());
        send(page.locator(".donext button[name=outcome][value='" + outcome + "']").first());
      } else if (repair.count() > 0) {
        String result = machine.repair(repair.inputValue());
        send(page.locator(".donext button[name=result][value='" + result + "']").first());
      } else {
        return step;
      }
    }
    throw new AssertionError("not at the end after " + atMost + " steps");
  }

  /** No violation that keeps somebody from working here. */
  void isAccessible() {
    List<Rule> serious =
        new AxeBuilder(page)
                .options(ONLY_VIOLATIONS)
                .setLegacyMode(true) // one page, no frames
                .analyze()
                .getViolations()
                .stream()
                .filter(rule -> List.of("serious", "critical").contains(rule.getImpact()))
                .toList();
    assertThat(serious)
        .as(page.url())
        .extracting(rule -> rule.getId() + " " + rule.getNodes().get(0).getHtml())
        .isEmpty();
  }
}
