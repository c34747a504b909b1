package dottore.app.load;

import static org.assertj.core.api.Assertions.assertThat;

import dottore.app.DottoreApplication;
import dottore.app.Shopkeeping;
import dottore.app.TestDatabase;
import dottore.app.Visitor;
import dottore.app.account.Accounts;
import dottore.app.account.Role;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.function.IntConsumer;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.condition.EnabledIfSystemProperty;
import org.springframework.boot.builder.SpringApplicationBuilder;
import org.springframework.context.ConfigurableApplicationContext;
import org.springframework.jdbc.core.JdbcTemplate;

/**
 * How fast a full shop answers: 100,000 closed and 500 open tickets with two million lines. Writes
 * docs/performance.md.
 */
@EnabledIfSystemProperty(named = "dottore.load", matches = "true")
class FullShop {
  private static final int WARM_UP = 30;
  private static final int MEASURED = 21;
  private static final Path REPORT = Path.of("..", "docs", "performance.md");

  private record Row(String what, double median, double slowest, String beside, String most) {}

  private final List<Row> rows = new ArrayList<>();

  @Test
  void answersFast() throws IOException {
    String address = "--spring.datasource.url=" + TestDatabase.another("full");
    double filled;
    try (ConfigurableApplicationContext empty = start(address)) {
      long began = System.nanoTime();
      new FullShelves(empty.getBean(JdbcTemplate.class)).fill();
      filled = (System.nanoTime() - began) / 1e9;
    }
    long began = System.nanoTime();
    try (ConfigurableApplicationContext shop = start(address)) {
      double started = (System.nanoTime() - began) / 1e9;
      measure(shop);
      write(filled, started, memory(), shop.getBean(JdbcTemplate.class));
    }
    assertThat(rows).hasSizeGreaterThan(8);
  }

  private static ConfigurableApplicationContext start(String address) {
    return new SpringApplicationBuilder(DottoreApplication.class)
        .profiles("bare-page")
        .run("--server.port=0", address);
  }

  private void measure(ConfigurableApplicationContext shop) {
    int port = shop.getEnvironment().getRequiredProperty("local.server.port", Integer.class);
    Visitor owner = Shopkeeping.signedIn(shop.getBean(Accounts.class), port, Role.OWNER);
    JdbcTemplate sql = shop.getBean(JdbcTemplate.class);
    String long3000 = FullShelves.claim(FullShelves.LONG);

    long first = System.nanoTime();
    int size = owner.get("/today").raw().body().length();
    double cold = (System.nanoTime() - first) / 1e6;
    for (int i = 0; i < 100; i++) { // so that the page measured first is as warm as the last
      ok(owner, "/today");
    }
    double bare = time(n -> ok(owner, "/bare?bytes=" + size)).median();
    double today =
        time(n ->
                sql.queryForList(
                    "select * from ticket t join customer c on c.id = t.customer_id"
                        + " join machine m on m.id = t.machine_id where t.state = 'OPEN'"))
            .median();
    page(
        owner,
        "Today, 500 open tickets",
        "/today",
        String.format(
            Locale.ROOT,
            "a bare page of its %d kB %.1f, its tickets in SQL %.1f, the first time %.0f",
            size / 1024,
            bare,
            today,
            cold),
        "150");
    int find = owner.get("/tickets/" + long3000 + "/find").raw().body().length();
    double bareFind = time(n -> ok(owner, "/bare?bytes=" + find)).median();
    for (String tab : List.of("find", "hand-back", "fix/drive", "fix/firmware/update", "measure")) {
      String beside =
          tab.equals("find")
              ? String.format(Locale.ROOT, "a bare page of its %d kB %.1f", find / 1024, bareFind)
              : "";
      page(owner, "3,000 lines, " + tab, "/tickets/" + long3000 + "/" + tab, beside, "150");
    }
    for (String word : List.of("memory", "harbour", FullShelves.serial(77))) {
      double plain = time(n -> search(sql, word.toLowerCase(Locale.ROOT))).median();
      int found = owner.get("/tickets?q=" + word).raw().body().length();
      page(
          owner,
          "Search \"" + word + "\"",
          "/tickets?q=" + word,
          String.format(
              Locale.ROOT,
              "its three queries in SQL %.1f, a bare page of its %d kB %.1f",
              plain,
              found / 1024,
              time(n -> ok(owner, "/bare?bytes=" + found)).median()),
          "");
    }
    page(owner, "The box, \"memory\"", "/find?anything=memory", "", "");
    page(
        owner,
        "Arrival, a customer is typed",
        "/arrival/customers?customer=Mirel+Qu",
        String.format(
            Locale.ROOT,
            "in SQL %.1f",
            time(n ->
                    sql.queryForList(
                        "select * from customer where lower(name) like '%mirel qu%'"
                            + " order by name limit 6"))
                .median()),
        "30");
    page(owner, "Arrival, a serial is typed", "/arrival/machines?serial=FS-000", "", "30");
    closing(owner);
  }

  private static void search(JdbcTemplate sql, String word) {
    String words = word.replaceAll("[^a-z0-9]+", ":* & ") + ":*";
    List<Long> ids =
        sql.queryForList(
            "select id from ticket where words @@ to_tsquery('simple', ?)"
                + " order by received desc, id desc limit 15",
            Long.class,
            words);
    sql.queryForObject(
        "select count(*) from ticket where words @@ to_tsquery('simple', ?)", Long.class, words);
    for (Long id : ids.subList(0, Math.min(1, ids.size()))) {
      sql.queryForList(
          "select * from ticket t join customer c on c.id = t.customer_id"
              + " join machine m on m.id = t.machine_id where t.id between ? - 15 and ?",
          id,
          id);
    }
  }

  private void closing(Visitor owner) {
    Row row =
        time(
            n -> {
              Visitor.Reply reply =
                  owner.post(
                      "/tickets/" + FullShelves.claim(FullShelves.CLOSED + n) + "/hand-back",
                      Map.of("override", "measured"));
              assertThat(reply.status()).isEqualTo(302);
            });
    rows.add(new Row("Closing a ticket", row.median(), row.slowest(), "", "100"));
    page(owner, "Today after these closings", "/today", "", "150");
  }

  private void page(Visitor visitor, String what, String path, String beside, String most) {
    Row row = time(n -> ok(visitor, path));
    rows.add(new Row(what, row.median(), row.slowest(), beside, most));
  }

  private static void ok(Visitor visitor, String path) {
    assertThat(visitor.status(path)).as(path).isEqualTo(200);
  }

  private static Row time(IntConsumer once) {
    double[] millis = new double[MEASURED];
    for (int i = -WARM_UP; i < MEASURED; i++) {
      long began = System.nanoTime();
      once.accept(i + WARM_UP);
      if (i >= 0) {
        millis[i] = (System.nanoTime() - began) / 1e6;
      }
    }
    Arrays.sort(millis);
    return new Row("", millis[MEASURED / 2], millis[MEASURED - 1], "", "");
  }

  private static long memory() {
    System.gc();
    return (Runtime.getRuntime().totalMemory() - Runtime.getRuntime().freeMemory()) >> 20;
  }

  private void write(double filled, double started, long memory, JdbcTemplate sql)
      throws IOException {
    StringBuilder text = new StringBuilder("# A full shop\n\n");
    text.append(
        String.format(
            Locale.ROOT,
            """
            Measured by `./dottore bench load` on %d processors: %,d tickets, %,d of them open, %,d
            lines of log. Milliseconds on the server over HTTP without parsing, median and slowest of %d after %d to
            warm up, one after the other. The scratch database does not wait for the disk (`fsync`
            off), so that a closing on a real disk takes longer by one flush.

            | What | Median | Slowest | At most | For comparison |
            | --- | ---: | ---: | ---: | --- |
            """,
            Runtime.getRuntime().availableProcessors(),
            sql.queryForObject("select count(*) from ticket", Long.class),
            (long) FullShelves.OPEN,
            sql.queryForObject("select count(*) from log_entry", Long.class),
            MEASURED,
            WARM_UP));
    for (Row row : rows) {
      text.append(
          String.format(
              Locale.ROOT,
              "| %s | %.1f | %.1f | %s | %s |%n",
              row.what(),
              row.median(),
              row.slowest(),
              row.most(),
              row.beside()));
    }
    text.append(
        String.format(
            Locale.ROOT,
            "%nFilled in %.0f s; started on it in %.1f s; %d MB in use after all this.%n",
            filled,
            started,
            memory));
    Files.writeString(REPORT, text);
    System.out.println(text);
  }
}
