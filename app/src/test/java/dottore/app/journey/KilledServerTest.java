package dottore.app.journey;

import static org.assertj.core.api.Assertions.assertThat;

import dottore.app.DottoreApplication;
import dottore.app.TestDatabase;
import dottore.app.Visitor;
import java.io.BufferedReader;
import java.io.InputStreamReader;
import java.nio.charset.StandardCharsets;
import java.nio.file.Path;
import java.util.List;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import org.jsoup.nodes.Element;
import org.junit.jupiter.api.Test;

/** The server is killed while firmware is written on a bench, and started again. */
class KilledServerTest {
  private static final Pattern READY = Pattern.compile("ready: http://127\\.0\\.0\\.1:(\\d+)");

  private record Server(Process process, int port) {
    Visitor runa() {
      return new Visitor(port).signedIn("runa", Journey.RUNA);
    }
  }

  private static Server start(String database) throws Exception {
    Process process =
        new ProcessBuilder(
                Path.of(System.getProperty("java.home"), "bin", "java").toString(),
                "-XX:+UseSerialGC",
                "-XX:TieredStopAtLevel=1",
                "-cp",
                System.getProperty("java.class.path"),
                DottoreApplication.class.getName(),
                "--server.port=0",
                "--spring.profiles.active=demo",
                "--spring.datasource.url=" + database,
                "--spring.datasource.username=" + System.getProperty("spring.datasource.username"),
                "--spring.datasource.password=" + System.getProperty("spring.datasource.password"))
            .redirectErrorStream(true)
            .start();
    BufferedReader out =
        new BufferedReader(new InputStreamReader(process.getInputStream(), StandardCharsets.UTF_8));
    StringBuilder said = new StringBuilder();
    for (String line = out.readLine(); line != null; line = out.readLine()) {
      said.append(line).append('\n');
      Matcher ready = READY.matcher(line);
      if (ready.find()) {
        return new Server(process, Integer.parseInt(ready.group(1)));
      }
    }
    throw new AssertionError("the server did not start: " + said);
  }

  private static long since(Element warning) {
    return Long.parseLong(warning.select("[data-elapsed]").attr("data-elapsed"));
  }

  @Test
  void clockWarningAndLogAreRightAfterwards() throws Exception {
    String database = TestDatabase.another("killed");
    Server first = start(database);
    String claim;
    long started;
    try {
      Element line = first.runa().get("/today").page().select(".guard-line").first();
      assertThat(line).isNotNull();
      assertThat(line.text()).contains("Do not touch", "Firmware is being written");
      claim = line.select("a .mono").text();
      started = since(line);
    } finally {
      first.process().destroyForcibly().waitFor();
    }
    Server second = start(database);
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
      runa.post(stop, java.util.Map.of());
      Visitor.Reply after = runa.get("/tickets/" + claim + "/fix/firmware");
      assertThat(after.page().select(".guard")).isEmpty();
      assertThat(after.page().select("aside .log li").first().text()).contains("Over after");
      assertThat(runa.get("/guards?seen=").status()).isEqualTo(204);
    } finally {
      second.process().destroyForcibly().waitFor();
    }
  }
}
