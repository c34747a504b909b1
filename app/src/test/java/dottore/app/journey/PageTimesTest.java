package dottore.app.journey;

import static org.assertj.core.api.Assertions.assertThat;

import dottore.app.TestShop;
import dottore.app.Visitor;
import java.util.Arrays;
import java.util.LinkedHashMap;
import java.util.Map;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import org.junit.jupiter.api.parallel.Isolated;
import org.springframework.beans.factory.annotation.Value;

/** How long the pages of the demo shop take on the server, printed and held under 100 ms. */
@Isolated
@ExtendWith(TestShop.Untouched.class)
class PageTimesTest {
  private static final int WARM_UP = 8;
  private static final int MEASURED = 11;
  private static final int ROUNDS = 6;
  private static final double MOST_MILLIS = 100;

  @Value("${local.server.port}")
  int port;

  @Test
  void everyPageAnswersWithinATenthOfASecond() {
    Visitor runa = new Visitor(port).signedIn("runa", Journey.RUNA);
    String ticket =
        runa.get("/tickets?q=Oskar").page().select("main a[href^=/tickets/B]").first().attr("href");
    String base = ticket.replaceAll("^(/tickets/[^/]+).*", "$1");
    String busy =
        runa.get("/tickets?q=Noor").page().select("main a[href^=/tickets/B]").first().attr("href");
    String forty = busy.replaceAll("^(/tickets/[^/]+).*", "$1");
    while (runa.get(forty + "/find").page().select("aside .log li").size() < 40) {
      runa.post(forty + "/log", Map.of("text", "Called, asked, noted"));
    }
    String ilse =
        runa.get("/tickets?q=Ilse").page().select("main a[href^=/tickets/B]").first().attr("href");
    String flashing = ilse.replaceAll("^(/tickets/[^/]+).*", "$1");
    String sheet =
        runa.get(flashing + "/fix/firmware")
            .page()
            .select("a[href*=/run-sheets/]")
            .attr("href")
            .replaceAll("^.*(/run-sheets/[^/]+)$", "$1");
    assertThat(sheet).startsWith("/run-sheets/");
    String tamar =
        runa.get("/tickets?q=Tamar").page().select("main a[href^=/tickets/B]").first().attr("href");
    String drives = tamar.replaceAll("^(/tickets/[^/]+).*", "$1");
    String wanda =
        runa.get("/tickets?q=Wanda").page().select("main a[href^=/tickets/B]").first().attr("href");
    String crashing = wanda.replaceAll("^(/tickets/[^/]+).*", "$1");
    Map<String, Double> medians = new LinkedHashMap<>();
    for (String path :
        new String[] {
          "/today",
          "/shelf",
          base + "/fix/drive/replace",
          base + "/fix/drive/save",
          "/tickets",
          "/tickets?q=supply",
          "/arrival",
          base + "/arrival",
          base + "/find",
          forty + "/find",
          base + "/find/modules",
          base + "/find?q=fans+spin+stop+0x7B",
          base + "/measure",
          base + "/prove",
          base + "/hand-back",
          base + "/tag",
          "/casebook",
          "/casebook/causes/memory-unseated",
          "/casebook/checks/board-light",
          "/numbers",
          base + "/fix/firmware/update",
          base + "/fix/firmware/settings",
          flashing + "/fix/firmware",
          drives + "/fix/firmware/upgrade",
          drives + "/fix/drive/disk",
          drives + "/fix/system/road",
          drives + "/fix/system/keys",
          crashing + "/fix/drivers/devices",
          crashing + "/fix/drivers/crashes",
          flashing + sheet
        }) {
      for (int i = 0; i < WARM_UP; i++) {
        assertThat(runa.get(path).status()).as(path).isEqualTo(200);
      }
      double median = median(runa, path);
      // A machine that stalls for a moment says nothing of the page; a slow page is slow each time.
      for (int round = 1; round < ROUNDS && median >= MOST_MILLIS; round++) {
        median = Math.min(median, median(runa, path));
      }
      medians.put(path, median);
    }
    assertThat(medians.values()).allMatch(median -> median < MOST_MILLIS);
  }

  private static double median(Visitor visitor, String path) {
    double[] millis = new double[MEASURED];
    for (int i = 0; i < MEASURED; i++) {
      long started = System.nanoTime();
      assertThat(visitor.get(path).status()).as(path).isEqualTo(200);
      millis[i] = (System.nanoTime() - started) / 1e6;
    }
    Arrays.sort(millis);
    System.out.printf(
        "page %-40s median %5.1f ms, slowest %5.1f ms%n",
        path, millis[MEASURED / 2], millis[MEASURED - 1]);
    return millis[MEASURED / 2];
  }
}
