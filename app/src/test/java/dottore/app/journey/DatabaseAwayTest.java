package dottore.app.journey;

import static org.assertj.core.api.Assertions.assertThat;

import dottore.app.Cluster;
import dottore.app.Visitor;
import java.util.List;
import java.util.Map;
import org.jsoup.nodes.Element;
import org.junit.jupiter.api.Test;

/** The database goes away for a moment while somebody writes. */
class DatabaseAwayTest {

  @Test
  void whatWasSentIsRefusedInWordsAndSendingItAgainKeepsItOnce() throws Exception {
    try (Cluster cluster = Cluster.make()) {
      ServerProcess server = ServerProcess.start(cluster.database("away"), cluster.password());
      try {
        Visitor runa = server.runa();
        Element link =
            runa.get("/tickets?q=Tamar").page().select("main a[href^=/tickets/B]").first();
        assertThat(link).isNotNull();
        String ticket = link.attr("href").replaceAll("^(/tickets/[^/]+).*", "$1");
        String seen = runa.get(ticket + "/fix/drive").page().select("[name=seen]").attr("value");
        Map<String, String> form = Map.of("seen", seen, "saved-where", "54 GiB to shelf drive 2");
        cluster.stop();
        Visitor.Reply away = runa.post(ticket + "/fix/drive/facts/saved", form);
        assertThat(away.status()).isEqualTo(503);
        assertThat(away.page().text()).contains("out of reach").doesNotContain("Exception");
        assertThat(runa.get(ticket + "/fix/drive").status()).isEqualTo(503);
        cluster.database("away");
        for (int i = 0; i < 120 && runa.get(ticket + "/fix/drive").status() != 200; i++) {
          Thread.sleep(500); // connections come back one by one
        }
        assertThat(runa.post(ticket + "/fix/drive/facts/saved", form).status()).isEqualTo(302);
        List<String> log =
            runa.get(ticket + "/fix/drive").page().select("aside .log li").eachText();
        assertThat(log).filteredOn(line -> line.contains("54 GiB to shelf drive 2")).hasSize(1);
      } finally {
        server.kill();
      }
    }
  }
}
