package dottore.app.torture;

import static org.assertj.core.api.Assertions.assertThat;

import dottore.app.Visitor;
import dottore.app.server.LaidOut;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.attribute.PosixFilePermissions;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.Collections;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Random;
import java.util.concurrent.ConcurrentLinkedQueue;
import java.util.concurrent.TimeUnit;
import java.util.concurrent.atomic.AtomicInteger;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.condition.EnabledIfSystemProperty;
import org.junit.jupiter.api.io.TempDir;

/**
 * Kills, a full disk, a database that is away, a server that dies and a crowd, on the program as it
 * is installed. Bounded, on loopback only, by seed. Writes docs/reliability.md.
 */
@EnabledIfSystemProperty(named = "dottore.torture", matches = "true")
class Torture {
  private static final long SEED = Long.getLong("dottore.seed", 1);
  private static final Path REPORT = Path.of("..", "docs", "reliability.md");
  private static final String PASSWORD = "rope-lamp-gull-tide";
  private static final int TICKETS = 6;
  private static final int HANDS = 8;
  private static final double MOST_SECONDS = 90;
  private static final int CROWD = 50;

  /** Where others take more of the processors, times say little of the program. */
  private static final double QUIET = 0.05;

  @TempDir Path folder;

  private final List<String> report = new ArrayList<>();
  private final List<String> missed = new ArrayList<>();
  private final Random random = new Random(SEED);

  private record Times(List<Double> seconds) {
    String words() {
      double[] sorted = seconds.stream().mapToDouble(d -> d).sorted().toArray();
      return String.format(
          Locale.ROOT,
          "%d | %.1f | %.1f",
          sorted.length,
          sorted[sorted.length / 2],
          sorted[sorted.length - 1]);
    }
  }

  private Path place(String name) throws IOException {
    Files.setPosixFilePermissions(folder, PosixFilePermissions.fromString("rwxr-xr-x"));
    return Files.createDirectories(folder.resolve(name));
  }

  private static void owner(LaidOut shop) throws IOException {
    Matcher code = Pattern.compile("with this code: (\\w+)").matcher(shop.said());
    assertThat(code.find()).as(shop.said()).isTrue();
    Map<String, String> first =
        Map.of("code", code.group(1), "login", "boss", "name", "Boss", "password", PASSWORD);
    assertThat(new Visitor(shop.port()).post("/first-owner", first).status()).isEqualTo(302);
  }

  private static List<String> takeIn(LaidOut shop) {
    Visitor boss = new Visitor(shop.port()).signedIn("boss", PASSWORD);
    List<String> claims = new ArrayList<>();
    for (int i = 0; i < TICKETS; i++) {
      String to =
          boss.post(
                  "/arrival",
                  Map.of(
                      "customer", "Customer " + i,
                      "complaint", "it does not start",
                      "kind", "tower",
                      "backup", "unknown",
                      "sheet", java.util.UUID.randomUUID().toString()))
              .location();
      claims.add(to.replaceAll("^/tickets/([^/]+).*", "$1"));
    }
    return claims;
  }

  /** What must hold of the record, whatever happened. */
  private void whole(String when, LaidOut shop, Writers writers) throws Exception {
    Map<String, Integer> there = new LinkedHashMap<>();
    String lines =
        shop.sql(
            "select case when kind = 'BORROWED' then regexp_replace(text, '^.*(part [0-9-]+).*$',"
                + " '\\1') else text end from log_entry where text ~ '(line|part) [0-9]+-'");
    for (String line : lines.split("\n")) {
      there.merge(line, 1, Integer::sum);
    }
    List<String> lost = new ArrayList<>(writers.acknowledged.keySet());
    lost.removeAll(there.keySet());
    long doubled = there.values().stream().filter(n -> n > 1).count();
    String gaps =
        shop.sql(
            "select count(*) from (select ticket_id, count(*) n, max(seq) m from log_entry"
                + " group by ticket_id) t where n <> m");
    String half =
        shop.sql(
            "select abs((select count(*) from put_back where what like 'part %') -"
                + " (select count(*) from log_entry where kind = 'BORROWED'"
                + " and text like '%part %'))");
    report.add(
        String.format(
            Locale.ROOT,
            "| %s | %d | %d | %d | %d | %s | %s |",
            when,
            writers.acknowledged.size(),
            writers.refused.get(),
            lost.size(),
            doubled,
            half,
            gaps));
    System.out.println(report.get(report.size() - 1));
    assertThat(lost).as(when).isEmpty();
    assertThat(doubled).as(when).isZero();
    assertThat(half).as(when).isEqualTo("0");
    assertThat(gaps).as(when).isEqualTo("0");
    assertThat(writers.acknowledged).as(when).hasSizeGreaterThan(50);
  }

  @Test
  void nothingThatWasAcknowledgedIsLost() throws Exception {
    List<String> times = new ArrayList<>();
    report.add("| When | Acknowledged | Refused | Lost | Doubled | Half | Gaps |");
    report.add("| --- | ---: | ---: | ---: | ---: | ---: | ---: |");
    kills(times);
    twoServers(times);
    fullDisk(times);
    List<String> load = crowd();
    List<String> text = new ArrayList<>();
    text.add("# Reliability");
    text.add("");
    text.add(
        "Measured by `./dottore torture` with seed "
            + SEED
            + " on "
            + Runtime.getRuntime().availableProcessors()
            + " processors, "
            + LocalDate.now()
            + ": the program as `./dottore install` lays it out, started with `serve`, "
            + HANDS
            + " people writing lines and loans without pause, the database with its usual care for"
            + " the disk. Each text is sent once; what was acknowledged must be there exactly once"
            + " afterwards, what was refused at most once, a loan never without its line, and the"
            + " lines of a ticket numbered without a gap.");
    text.add("");
    text.addAll(report);
    text.add("");
    text.add("## Up again");
    text.add("");
    text.add("Seconds from the kill to the next acknowledged line.");
    text.add("");
    text.add("| What died | Times | Median | Longest |");
    text.add("| --- | ---: | ---: | ---: |");
    text.addAll(times);
    text.add("");
    text.add("## A crowd");
    text.add("");
    text.add(
        "The demo shop, "
            + CROWD
            + " people at once on the same processors as the server: Today, tickets, Find, Measure,"
            + " the hand-back and a line for the log. The last column says how much of the"
            + " processors the host of this machine gave to others meanwhile; the bounds are for a"
            + " quiet one.");
    text.add("");
    text.addAll(load);
    Files.writeString(REPORT, String.join("\n", text) + "\n");
    assertThat(missed).isEmpty();
  }

  private void kills(List<String> times) throws Exception {
    Path place = place("kills");
    LaidOut shop = new LaidOut(place, place.resolve("home"));
    Process serve = shop.script("serve");
    try {
      shop.untilItAnswers(serve);
      owner(shop);
      List<Double> application = new ArrayList<>();
      List<Double> database = new ArrayList<>();
      List<Double> away = new ArrayList<>();
      Writers writers = new Writers(HANDS, takeIn(shop), List.of(shop.port()), PASSWORD, SEED);
      try {
        writers.untilGood(MOST_SECONDS);
        List<String> order = new ArrayList<>(Collections.nCopies(10, "application"));
        order.addAll(Collections.nCopies(8, "database"));
        order.addAll(Collections.nCopies(2, "away"));
        Collections.shuffle(order, random);
        for (String what : order) {
          Thread.sleep(500 + random.nextInt(3000));
          switch (what) {
            case "application" -> {
              shop.application(serve).destroyForcibly();
              Thread.sleep(300); // what was on its way arrives
              application.add(writers.untilGood(MOST_SECONDS));
            }
            case "database" -> {
              shop.database().destroyForcibly();
              Thread.sleep(300); // what was on its way arrives
              database.add(writers.untilGood(MOST_SECONDS));
            }
            default -> {
              // SIGQUIT: every connection is thrown out at once, as when the machine loses power.
              new ProcessBuilder("kill", "-QUIT", String.valueOf(shop.database().pid()))
                  .start()
                  .waitFor();
              Thread.sleep(300); // what was on its way arrives
              away.add(writers.untilGood(MOST_SECONDS));
            }
          }
        }
        writers.stop();
        whole("20 kills at random moments", shop, writers);
      } finally {
        writers.stop();
      }
      times.add("| the application, `kill -9` | " + new Times(application).words() + " |");
      times.add("| the database, `kill -9` | " + new Times(database).words() + " |");
      times.add("| the database, at once with all connections | " + new Times(away).words() + " |");
    } finally {
      shop.stop(serve);
    }
  }

  private void twoServers(List<String> times) throws Exception {
    Path place = place("two");
    LaidOut first = new LaidOut(place, place.resolve("home"));
    Process one = first.script("serve");
    LaidOut second = new LaidOut(place, place.resolve("home"));
    Process two = null;
    try {
      first.untilItAnswers(one);
      owner(first);
      two = second.script("serve");
      second.untilItAnswers(two);
      List<Integer> ports = List.of(first.port(), second.port());
      Writers writers = new Writers(HANDS, takeIn(first), ports, PASSWORD, SEED);
      try {
        Thread.sleep(6000 + random.nextInt(3000));
        // The script first, so that nothing starts the server again.
        List<ProcessHandle> all = two.descendants().toList();
        two.destroyForcibly();
        all.forEach(ProcessHandle::destroyForcibly);
        Thread.sleep(300); // what was on its way arrives
        double on = writers.untilGood(MOST_SECONDS);
        times.add("| one of two servers, for the other | " + new Times(List.of(on)).words() + " |");
        Thread.sleep(5000);
        writers.stop();
        whole("one of two servers dies", first, writers);
        assertThat(writers.acknowledged.keySet())
            .anyMatch(text -> text.contains(" " + second.port() + "-"))
            .anyMatch(text -> text.contains(" " + first.port() + "-"));
      } finally {
        writers.stop();
      }
    } finally {
      if (two != null && two.isAlive()) {
        second.stop(two);
      }
      first.stop(one);
    }
  }

  private static int run(String... words) throws Exception {
    return new ProcessBuilder(words).redirectErrorStream(true).start().waitFor();
  }

  private void fullDisk(List<String> times) throws Exception {
    Path place = place("full");
    Path disk = Files.createDirectories(place.resolve("disk"));
    if (run("mount", "-t", "tmpfs", "-o", "size=260m", "tmpfs", disk.toString()) != 0) {
      report.add("| a full disk (not tried: needs root to mount one) | | | | | | |");
      return;
    }
    LaidOut shop = new LaidOut(place, disk.resolve("home"));
    Process serve = shop.script("serve");
    try {
      shop.untilItAnswers(serve);
      owner(shop);
      Writers writers = new Writers(HANDS, takeIn(shop), List.of(shop.port()), PASSWORD, SEED);
      try {
        writers.untilGood(MOST_SECONDS);
        Thread.sleep(3000);
        Path filler = disk.resolve("filler");
        run("dd", "if=/dev/zero", "of=" + filler, "bs=1M");
        int before = writers.refused.get();
        long until = System.nanoTime() + TimeUnit.SECONDS.toNanos(40);
        while (writers.refused.get() < before + 20 && System.nanoTime() < until) {
          run("dd", "if=/dev/zero", "of=" + filler, "bs=64k", "oflag=append", "conv=notrunc");
          Thread.sleep(200);
        }
        int refused = writers.refused.get() - before;
        Files.delete(filler);
        double on = writers.untilGood(MOST_SECONDS);
        times.add("| a full disk, once there is room | " + new Times(List.of(on)).words() + " |");
        Thread.sleep(3000);
        writers.stop();
        whole("a full disk, " + refused + " refused by it", shop, writers);
      } finally {
        writers.stop();
      }
    } finally {
      shop.stop(serve);
      run("umount", "-l", disk.toString());
    }
  }

  // --- a crowd ---------------------------------------------------------------------------------

  private List<String> crowd() throws Exception {
    Path place = place("crowd");
    LaidOut shop = new LaidOut(place, place.resolve("home"));
    Process demo = shop.script("demo");
    List<String> rows = new ArrayList<>();
    rows.add(
        "| | Answers | Errors | Median ms | 95th percentile ms | At most ms | Taken by others |");
    rows.add("| --- | ---: | ---: | ---: | ---: | ---: | ---: |");
    try {
      shop.untilItAnswers(demo);
      visit(shop, 0, 20); // warm
      rows.add(visit(shop, 0, 40).row("without thinking", 1200, missed));
      rows.add(visit(shop, 3000, 60).row("3 s to think", 150, missed));
    } finally {
      shop.stop(demo);
    }
    return rows;
  }

  /**
   * Share of the processors that the host gave to others since the machine started, and the sum.
   */
  private static long[] stolen() throws IOException {
    String[] all = Files.readAllLines(Path.of("/proc/stat")).get(0).split("\\s+");
    long sum = 0;
    for (int i = 1; i < all.length; i++) {
      sum += Long.parseLong(all[i]);
    }
    return new long[] {Long.parseLong(all[8]), sum};
  }

  /**
   * A crowd's visit.
   *
   * @param stolen share of the processors that the host gave to others meanwhile
   */
  private record Visit(List<Double> millis, int errors, double stolen) {
    String row(String what, double most, List<String> missed) {
      double[] sorted = millis.stream().mapToDouble(d -> d).sorted().toArray();
      double late = sorted[(int) (sorted.length * 0.95)];
      String row =
          String.format(
              Locale.ROOT,
              "| %s | %d | %d | %.0f | %.0f | %.0f | %.0f %% |",
              what,
              sorted.length,
              errors,
              sorted[sorted.length / 2],
              late,
              most,
              100 * stolen);
      System.out.println(row);
      if (errors > 0 || stolen < QUIET && late > most) {
        missed.add(row);
      }
      return row;
    }
  }

  private Visit visit(LaidOut shop, int thinkMillis, int seconds) throws Exception {
    ConcurrentLinkedQueue<Double> millis = new ConcurrentLinkedQueue<>();
    AtomicInteger errors = new AtomicInteger();
    long until = System.nanoTime() + TimeUnit.SECONDS.toNanos(seconds);
    Visitor first = new Visitor(shop.port()).signedIn("runa", "bench-by-the-pier");
    List<String> tickets =
        first.get("/tickets").page().select("main a[href^=/tickets/B]").eachAttr("href").stream()
            .map(a -> a.replaceAll("^(/tickets/[^/]+).*", "$1"))
            .distinct()
            .limit(12)
            .toList();
    long[] before = stolen();
    List<Thread> people = new ArrayList<>();
    for (int i = 0; i < CROWD; i++) {
      Random own = new Random(SEED * 1000 + i);
      Thread person =
          new Thread(
              () -> {
                Visitor visitor = new Visitor(shop.port()).signedIn("runa", "bench-by-the-pier");
                while (System.nanoTime() < until) {
                  String ticket = tickets.get(own.nextInt(tickets.size()));
                  if (thinkMillis > 0) {
                    sleep(own.nextInt(2 * thinkMillis));
                  }
                  long began = System.nanoTime();
                  int status =
                      switch (own.nextInt(7)) {
                        case 0 -> visitor.status("/today");
                        case 1 -> visitor.status("/tickets");
                        case 2, 3 -> visitor.status(ticket + "/find");
                        case 4 -> visitor.status(ticket + "/measure");
                        case 5 -> visitor.status(ticket + "/hand-back");
                        default ->
                            visitor.post(ticket + "/log", Map.of("text", "Looked in")).status();
                      };
                  millis.add((System.nanoTime() - began) / 1e6);
                  if (status != 200 && status != 302) {
                    errors.incrementAndGet();
                  }
                }
              });
      person.start();
      people.add(person);
    }
    for (Thread person : people) {
      person.join();
    }
    assertThat(Arrays.asList(tickets.toArray())).isNotEmpty();
    long[] after = stolen();
    double taken = (after[0] - before[0]) / (double) Math.max(1, after[1] - before[1]);
    return new Visit(List.copyOf(millis), errors.get(), taken);
  }

  private static void sleep(long millis) {
    try {
      Thread.sleep(millis);
    } catch (InterruptedException stopped) {
      Thread.currentThread().interrupt();
    }
  }
}
