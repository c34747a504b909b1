package dottore.app.journey;

import static org.assertj.core.api.Assertions.assertThat;

import com.microsoft.playwright.Browser;
import com.microsoft.playwright.options.ColorScheme;
import org.junit.jupiter.api.Test;

/** The same on a tablet at a dim bench. */
class DimBenchJourneyTest extends Journey {
  @Override
  Browser.NewContextOptions options() {
    return new Browser.NewContextOptions()
        .setViewportSize(820, 1180)
        .setHasTouch(true)
        .setColorScheme(ColorScheme.DARK);
  }

  @Test
  void everyMainPageFitsAndCanBeRead() {
    signIn("runa", RUNA);
    String claim = takeIn("Ansgar Flint", "", "nothing to boot from", "no-device", "drive-changed");
    for (String path :
        new String[] {
          "/today",
          "/tickets",
          "/arrival",
          "/tickets/" + claim + "/arrival",
          "/tickets/" + claim + "/find",
          "/tickets/" + claim + "/measure",
          "/tickets/" + claim + "/prove",
          "/tickets/" + claim + "/hand-back"
        }) {
      page.navigate(path);
      isAccessible();
      Object wider = page.evaluate("() => document.documentElement.scrollWidth - innerWidth");
      assertThat(((Number) wider).intValue()).as(path).isLessThanOrEqualTo(0);
      Object small =
          page.evaluate(
              "() => [...document.querySelectorAll('main .btn, main .in, .rail a, .answers"
                  + " button')].filter(el => el.offsetParent && !el.classList.contains('small') &&"
                  + " el.getBoundingClientRect().height < 40 && el.type !== 'checkbox').map(el =>"
                  + " el.outerHTML.slice(0, 90)).join('|')");
      assertThat(small).as(path).isEqualTo("");
    }
  }
}
