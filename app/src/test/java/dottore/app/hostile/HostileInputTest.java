package dottore.app.hostile;

import static org.assertj.core.api.Assertions.assertThat;

import dottore.app.TestDatabase;
import dottore.app.TestShop;
import dottore.app.Visitor;
import java.nio.charset.StandardCharsets;
import java.util.ArrayDeque;
import java.util.ArrayList;
import java.util.Deque;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Random;
import java.util.Set;
import java.util.TreeMap;
import org.jsoup.nodes.Document;
import org.jsoup.nodes.Element;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.TestInstance;
import org.springframework.context.ConfigurableApplicationContext;

/**
 * Every form and every address of the demo shop with what nobody should send: each is answered in
 * words, none by a fault of ours. How many is set by {@code dottore.inputs}.
 */
@TestInstance(TestInstance.Lifecycle.PER_CLASS)
class HostileInputTest {
  private static final int INPUTS = Integer.getInteger("dottore.inputs", 1500);
  private static final long SEED = Long.getLong("dottore.seed", 20261126);
  private static final int PAGES = 260;
  private static final double MOST_SECONDS = 8;

  /** Forms that would end the visit itself. */
  private static final String SPARED = "/sign-out|/own-password.*|/sign-in.*|/settings/second-step";

  private static final String[] HOSTILE = {
    "",
    " ",
    "-1",
    "0",
    "1e999999999",
    "-1e999999999",
    "1e-999999999",
    "9".repeat(400),
    "0." + "0".repeat(300) + "1",
    "NaN",
    "Infinity",
    "2147483648",
    "-2147483649",
    "9223372036854775808",
    "\uFF11\uFF12",
    "0x7fffffff",
    "+999999999-12-31",
    "-999999999-01-01",
    "0000-00-00",
    "2026-02-30",
    "9999-12-31",
    "0001-01-01",
    "24:61",
    "2026-11-31T25:00",
    "9999-12-31T23:59",
    "\u0000\u0001\u001b[31m",
    "\uD800",
    "\u202Etxt.exe",
    "\uD83D\uDD27".repeat(40),
    "' or 1=1; drop table ticket; --",
    "${7*7} __${T(java.lang.Runtime).getRuntime()}__::x",
    "<script>alert(1)</script>",
    "../../../../etc/passwd",
    "%n%s%d",
    "a".repeat(100_000),
    "(".repeat(5000),
    "\n\n\n",
    "true",
    "null",
    "__proto__"
  };

  /**
   * A form of a page.
   *
   * @param fields what it would send, by name
   * @param files names of its file fields
   */
  private record Form(
      boolean post, String action, Map<String, String> fields, List<String> files) {}

  private ConfigurableApplicationContext shop;
  private Visitor owner;
  private final List<Form> forms = new ArrayList<>();
  private final List<String> addresses = new ArrayList<>();
  private final List<String> samples = new ArrayList<>();

  @BeforeAll
  void open() {
    shop =
        TestShop.own(
            "--server.port=0",
            "--dottore.password-cost=4",
            "--dottore.sticks.folder=target/sticks/hostile",
            "--dottore.images.folder=" + TestShop.IMAGES,
            "--dottore.keys.file=target/keys/hostile",
            "--dottore.sticks.hurry=4000",
            "--spring.datasource.hikari.maximum-pool-size=4",
            "--logging.level.org.springframework.web=error",
            "--spring.datasource.url=" + TestDatabase.another("hostile"));
    owner =
        new Visitor(shop.getEnvironment().getRequiredProperty("local.server.port", Integer.class))
            .signedIn("orsolya", "keys-to-pier-nine");
    walk();
    String ticket =
        addresses.stream().filter(a -> a.matches("/tickets/B[^/]+/find")).findFirst().orElseThrow();
    for (String file :
        List.of(
            ticket.replace("/find", "/bundle.json"),
            "/settings/systems/shipped.yaml",
            "/casebook/own/shop.yaml")) {
      samples.add(owner.get(file).raw().body());
    }
    samples.add("name,version,provider\nNet card,1.2.3,Fenrow\n");
    samples.add("<Events><Event><System><EventID>41</EventID></System></Event></Events>");
  }

  @AfterAll
  void close() {
    shop.close();
  }

  private void walk() {
    Deque<String> ahead =
        new ArrayDeque<>(List.of("/today", "/settings", "/settings/shop", "/shelf"));
    ahead.addAll(List.of("/tickets", "/arrival", "/numbers", "/casebook/own", "/settings/systems"));
    ahead.addAll(List.of("/settings/schools", "/settings/keys", "/casebook"));
    Set<String> seen = new LinkedHashSet<>(ahead);
    Map<String, Form> found = new TreeMap<>();
    for (int pages = 0; pages < PAGES && !ahead.isEmpty(); pages++) {
      String address = ahead.poll();
      Visitor.Reply reply = owner.get(address);
      if (reply.status() != 200) {
        continue;
      }
      addresses.add(address);
      forms(reply.page()).forEach(f -> found.putIfAbsent(f.action() + f.fields().keySet(), f));
      List<String> links = reply.page().select("a[href^=/]").eachAttr("href");
      for (String link : links) {
        if (!link.matches(".*\\.(json|yaml|pdf|csv|iso)(\\?.*)?|.*/(tag|label|paper|photo).*")
            && seen.add(link)) {
          // Tickets first: most forms are there.
          if (link.startsWith("/tickets/")) {
            ahead.addFirst(link);
          } else {
            ahead.addLast(link);
          }
        }
      }
    }
    forms.addAll(found.values());
  }

  private static List<Form> forms(Document page) {
    List<Form> forms = new ArrayList<>();
    for (Element form : page.select("form")) {
      String action = form.attr("action");
      if (action.isEmpty() || action.split("[?]")[0].matches(SPARED)) {
        continue;
      }
      Map<String, String> fields = new LinkedHashMap<>();
      List<String> files = new ArrayList<>();
      for (Element field : form.select("[name]")) {
        String type = field.attr("type");
        if (field.attr("name").equals("_csrf")) {
          continue;
        }
        if (type.equals("file")) {
          files.add(field.attr("name"));
        } else if (field.tagName().equals("select")) {
          fields.put(field.attr("name"), field.select("option").attr("value"));
        } else {
          fields.putIfAbsent(
              field.attr("name"),
              field.tagName().equals("textarea") ? field.text() : field.attr("value"));
        }
      }
      forms.add(new Form(form.attr("method").equalsIgnoreCase("post"), action, fields, files));
    }
    return forms;
  }

  private static String hostile(Random random) {
    return HOSTILE[random.nextInt(HOSTILE.length)];
  }

  private Visitor.Reply send(Random random) {
    if (random.nextInt(5) == 0) {
      return owner.get(address(random));
    }
    Form form = forms.get(random.nextInt(forms.size()));
    Map<String, String> fields = new LinkedHashMap<>(form.fields());
    List<String> names = new ArrayList<>(fields.keySet());
    for (int i = random.nextInt(3); i >= 0 && !names.isEmpty(); i--) {
      String name = names.get(random.nextInt(names.size()));
      if (random.nextInt(8) == 0) {
        fields.remove(name);
      } else {
        fields.put(name, hostile(random));
      }
    }
    if (!form.post()) {
      return owner.get(query(form.action().split("[?]")[0], fields));
    }
    if (form.files().isEmpty()) {
      return owner.post(form.action(), fields);
    }
    String sample = samples.get(random.nextInt(samples.size()));
    String file = damaged(sample, random);
    return owner.upload(
        form.action(),
        form.files().get(random.nextInt(form.files().size())),
        hostileName(random),
        file);
  }

  private static String hostileName(Random random) {
    return new String[] {"a.json", "../../x", "a".repeat(300), "x.yaml", "con"}[random.nextInt(5)];
  }

  private static String damaged(String sample, Random random) {
    StringBuilder text = new StringBuilder(sample);
    for (int i = random.nextInt(4); i >= 0 && text.length() > 2; i--) {
      int at = random.nextInt(text.length() - 1);
      switch (random.nextInt(4)) {
        case 0 -> text.setCharAt(at, (char) random.nextInt(256));
        case 1 -> text.setLength(at);
        case 2 -> text.insert(at, hostile(random));
        default -> text.delete(at, Math.min(text.length(), at + 30));
      }
    }
    return text.toString();
  }

  private String address(Random random) {
    String address = addresses.get(random.nextInt(addresses.size()));
    if (random.nextBoolean()) {
      String[] parts = address.split("[?]")[0].split("/");
      parts[parts.length - 1] = encode(hostile(random));
      return String.join("/", parts).replaceAll("^$", "/");
    }
    Map<String, String> fields = new LinkedHashMap<>();
    for (String name : List.of("q", "page", "before", "seen", "step", "from", "to", "state")) {
      if (random.nextBoolean()) {
        fields.put(name, hostile(random));
      }
    }
    return query(address.split("[?]")[0], fields);
  }

  private static String query(String path, Map<String, String> fields) {
    StringBuilder query = new StringBuilder(path);
    char joint = '?';
    for (Map.Entry<String, String> field : fields.entrySet()) {
      String value = field.getValue();
      query
          .append(joint)
          .append(encode(field.getKey()))
          .append('=')
          .append(encode(value.length() > 1500 ? value.substring(0, 1500) : value));
      joint = '&';
    }
    return query.toString();
  }

  private static String encode(String text) {
    String bounded = text.length() > 1500 ? text.substring(0, 1500) : text;
    return java.net.URLEncoder.encode(bounded, StandardCharsets.UTF_8).replace("+", "%20");
  }

  @Test
  void everyInputIsAnsweredInWords() {
    assertThat(forms).hasSizeGreaterThan(80);
    assertThat(addresses).hasSizeGreaterThan(150);
    Map<Integer, Integer> statuses = new TreeMap<>();
    List<String> bad = new ArrayList<>();
    for (int i = 0; i < INPUTS; i++) {
      Random random = new Random(SEED + i);
      long began = System.nanoTime();
      Visitor.Reply reply = send(random);
      double seconds = (System.nanoTime() - began) / 1e9;
      statuses.merge(reply.status(), 1, Integer::sum);
      String body = reply.raw().body();
      boolean fault =
          reply.status() >= 500
              || body.contains("Exception")
              || body.contains("<script>alert(1)")
              || seconds > MOST_SECONDS
              // What is wrong is said, not only refused.
              || reply.status() >= 400 && reply.page().select("[data-trouble-title], h1").isEmpty();
      if (fault) {
        bad.add(
            "%d: %d in %.1f s at %s %s"
                .formatted(
                    i, reply.status(), seconds, reply.raw().request().method(), reply.raw().uri()));
      }
    }
    System.out.printf(
        "%d inputs to %d forms and %d addresses: %s%n",
        INPUTS, forms.size(), addresses.size(), statuses);
    assertThat(bad).as("seed " + SEED).isEmpty();
    assertThat(owner.get("/today").status()).isEqualTo(200);
  }
}
