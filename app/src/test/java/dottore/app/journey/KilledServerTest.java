package dottore.app.journey;

import static org.assertj.core.api.Assertions.assertThat;

import dottore.app.TestDatabase;
import dottore.app.Visitor;
import java.util.List;
import org.jsoup.nodes.Element;
import org.junit.jupiter.api.Test;

/** The server is killed while firmware is written on a bench, and started again. */
class KilledServerTest {
  private static long since(Element warning) {
    return Long.parseLong(warning.select("[data-elapsed]").attr("data-elapsed"));
  }

  @Test
  void clockWarningAndLogAreRightAfterwards() throws Exception {
    String database = TestDatabase.another("killed");
    ServerProcess first = ServerProcess.start(database);
    String claim;
    long started;
    try {
      Element line = first.runa().get("/today").page().select(".guard-line").first();
      assertThat(line).isNotNull();
      assertThat(line.text()).contains("Do not touch", "Firmware is being written");
      claim = line.select("a .mono").text();
      started = since(line);
      beginToWrite(first.runa());
    } finally {
      first.kill();
    }
    ServerProcess second = ServerProcess.start(database);
    try {
      Visitor runa = second.runa();
      Element line = runa.get("/tickets").page().select(".guard-line").first();
      assertThat(line).isNotNull();
      assertThat(since(line)).isEqualTo(started);
      Visitor.Reply desk = runa.get("/tickets/" + claim + "/fix/firmware");
      Element band = desk.page().select(".guard").first();
      assertThat(band).isNotNull();
      assertThat(band.text()).contains("Do not touch", "of about 10 min", "Worry only after 20");
      assertThat(since(band)).isEqualTo(started);
      List<String> log = desk.page().select("aside .log li").eachText();
      assertThat(log).filteredOn(entry -> entry.contains("Do not touch:")).hasSize(1);
      String stop = band.select("form").attr("action");
      assertThat(runa.post(stop, java.util.Map.of()).text()).contains("say how you know");
      runa.post(stop, java.util.Map.of("why", "It restarted with the new version"));
      Visitor.Reply after = runa.get("/tickets/" + claim + "/fix/firmware");
      assertThat(after.page().select(".guard")).isEmpty();
      assertThat(after.page().select("aside .log li").first().text()).contains("Over after");
      assertThat(runa.get("/guards?seen=").status()).isEqualTo(204);
      assertThat(said(runa)).contains("Written, read back and equal");
    } finally {
      second.kill();
    }
  }

  private static Element stick(Visitor runa) {
    return runa.get("/shelf").page().select(".stick:contains(Red-2)").first();
  }

  /** Begins to write a stick, and waits until it was kept how far it came. */
  private static void beginToWrite(Visitor runa) throws InterruptedException {
    String address = stick(runa).select("form[action$=/written]").attr("action");
    String image = stick(runa).select("label:contains(Ebb Desk 12.2) [name=image]").attr("value");
    String label = stick(runa).select("h2 .mono").text();
    runa.post(
        address.replace("/written", "/write"), java.util.Map.of("image", image, "read", label));
    assertThat(stick(runa).select("[data-events]")).hasSize(1);
    Thread.sleep(2500);
    assertThat(stick(runa).select("[data-events]")).as("it is still being written").hasSize(1);
  }

  /** What is said of the stick once it is over. */
  private static String said(Visitor runa) throws InterruptedException {
    for (int i = 0; i < 120 && !stick(runa).select("[data-events]").isEmpty(); i++) {
      Thread.sleep(250);
    }
    return stick(runa).text();
  }
}
