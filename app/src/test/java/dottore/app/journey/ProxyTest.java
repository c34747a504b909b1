package dottore.app.journey;

import static org.assertj.core.api.Assertions.assertThat;

import com.microsoft.playwright.Browser;
import com.microsoft.playwright.Locator;
import com.microsoft.playwright.Page;
import com.microsoft.playwright.Response;
import com.microsoft.playwright.options.Cookie;
import java.io.IOException;
import java.net.ServerSocket;
import java.net.Socket;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Map;
import java.util.concurrent.TimeUnit;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** The whole way through a proxy that ends TLS, set up as docs/proxy.md says. */
class ProxyTest extends Journey {
  @TempDir Path folder;

  private Process proxy;
  private int secure;
  private int bare;

  private static int free() throws IOException {
    try (ServerSocket socket = new ServerSocket(0)) {
      return socket.getLocalPort();
    }
  }

  private static String worked() throws IOException {
    Matcher example =
        Pattern.compile("```nginx\n(.*?)```", Pattern.DOTALL)
            .matcher(Files.readString(Path.of("../docs/proxy.md")));
    assertThat(example.find()).isTrue();
    return example.group(1);
  }

  private static String instead(String text, String was, String is) {
    assertThat(text).contains(was);
    return text.replace(was, is);
  }

  @BeforeEach
  void startProxy() throws Exception {
    secure = free();
    bare = free();
    Path certificate = folder.resolve("shop.crt");
    Path key = folder.resolve("shop.key");
    Process made =
        new ProcessBuilder(
                "openssl",
                "req",
                "-x509",
                "-newkey",
                "rsa:2048",
                "-nodes",
                "-days",
                "2",
                "-subj",
                "/CN=localhost",
                "-keyout",
                key.toString(),
                "-out",
                certificate.toString())
            .redirectErrorStream(true)
            .start();
    String said = new String(made.getInputStream().readAllBytes(), StandardCharsets.UTF_8);
    assertThat(made.waitFor()).as(said).isZero();
    String site = worked();
    site = instead(site, "/etc/ssl/dottore.crt", certificate.toString());
    site = instead(site, "/etc/ssl/private/dottore.key", key.toString());
    site = instead(site, "listen 443 ssl", "listen 127.0.0.1:" + secure + " ssl");
    site = instead(site, "listen 80", "listen 127.0.0.1:" + bare);
    site = instead(site, "127.0.0.1:8080", "127.0.0.1:" + port);
    site = instead(site, "https://$host$", "https://$host:" + secure + "$");
    // The port belongs to the host here, as it would not at 443.
    site = instead(site, "Host              $host;", "Host $http_host;");
    Path all = folder.resolve("proxy.conf");
    StringBuilder folders = new StringBuilder();
    for (String kind : List.of("client_body", "proxy", "fastcgi", "uwsgi", "scgi")) {
      folders.append(kind + "_temp_path " + folder.resolve(kind) + ";\n");
    }
    Files.writeString(
        all,
        "daemon off; pid %s; error_log stderr;\n%sevents {}\nhttp {\naccess_log off;\n%s\n%s}\n"
            .formatted(
                folder.resolve("pid"),
                System.getProperty("user.name").equals("root") ? "user root;\n" : "",
                folders,
                site));
    proxy =
        new ProcessBuilder("/usr/sbin/nginx", "-p", folder.toString(), "-c", all.toString())
            .redirectErrorStream(true)
            .redirectOutput(folder.resolve("said").toFile())
            .start();
    for (int i = 0; i < 100 && !answers(); i++) {
      assertThat(proxy.isAlive()).as(Files.readString(folder.resolve("said"))).isTrue();
      Thread.sleep(50);
    }
  }

  private boolean answers() {
    try (Socket socket = new Socket("127.0.0.1", secure)) {
      return socket.isConnected();
    } catch (IOException notYet) {
      return false;
    }
  }

  @AfterEach
  void stopProxy() throws InterruptedException {
    proxy.destroy();
    if (!proxy.waitFor(10, TimeUnit.SECONDS)) {
      proxy.destroyForcibly().waitFor();
    }
  }

  @Test
  void everythingWorksBehindTlsAndNothingLeaksPastIt() {
    Browser.NewContextOptions options =
        options().setIgnoreHTTPSErrors(true).setBaseURL("https://localhost:" + secure);
    Page shop = page.context().browser().newContext(options).newPage();
    try {
      // Whoever types no https is led there.
      Response first = shop.navigate("http://localhost:" + bare + "/today");
      assertThat(first.url()).isEqualTo("https://localhost:" + secure + "/sign-in");
      assertThat(first.headers().get("strict-transport-security"))
          .startsWith("max-age=")
          .doesNotContain("includeSubDomains");
      shop.navigate("/tickets?q=Tamar");
      shop.getByLabel("Name").fill("runa");
      shop.getByLabel("Password").fill(RUNA);
      shop.locator("button[type=submit]").click();
      shop.waitForURL("https://localhost:" + secure + "/tickets?q=Tamar");
      List<Cookie> cookies = shop.context().cookies();
      assertThat(cookies).extracting(c -> c.name).contains("bench", "XSRF-TOKEN");
      assertThat(cookies).allMatch(c -> c.secure);
      // Pages, forms by script, and progress as it happens.
      shop.locator("main a[href^='/tickets/B']").first().click();
      Locator line = shop.locator("#log-line");
      line.fill("Looked at through the proxy");
      line.press("Enter");
      shop.locator("aside .log li", new Page.LocatorOptions().setHasText("through the proxy"))
          .first()
          .waitFor();
      assertThat(shop.locator("#banner").isHidden()).isTrue();
      assertThat(shop.url()).startsWith("https://localhost:" + secure + "/tickets/B");
      Object events =
          shop.evaluate(
              "async () => { const answer = await fetch('/guards?seen=none'); return answer.status;"
                  + " }");
      assertThat(events).isIn(200, 204);
      assertThat(hostile(shop)).doesNotContain("harm.example");
      // Signing out empties what the browser kept, and the next page asks for the sign-in.
      Response[] out = {null};
      shop.onResponse(
          answer -> {
            if (answer.url().endsWith("/sign-out")) {
              out[0] = answer;
            }
          });
      shop.locator("button:has-text('Sign out')").click();
      shop.waitForURL("**/sign-in?out");
      assertThat(out[0].allHeaders().get("clear-site-data")).contains("storage");
      assertThat(out[0].allHeaders().get("location")).isEqualTo("/sign-in?out");
    } finally {
      shop.context().close();
    }
  }

  private static String hostile(Page shop) {
    return shop.context()
        .request()
        .get(
            "/today",
            com.microsoft.playwright.options.RequestOptions.create()
                .setHeader("X-Forwarded-Host", "harm.example")
                .setHeader("Forwarded", "host=harm.example")
                .setMaxRedirects(0))
        .text();
  }

  /** A made-up address in front of the proxy's own does not move the count of wrong passwords. */
  @Test
  void wrongPasswordsAreCountedByTheAddressThatTheProxySaw() {
    Map<String, String> before = trials();
    Page shop =
        page.context()
            .browser()
            .newContext(
                options()
                    .setIgnoreHTTPSErrors(true)
                    .setExtraHTTPHeaders(Map.of("X-Forwarded-For", "203.0.113.77"))
                    .setBaseURL("https://localhost:" + secure))
            .newPage();
    try {
      shop.navigate("/sign-in");
      shop.getByLabel("Name").fill("nobody-by-this-name");
      shop.getByLabel("Password").fill("wrong");
      shop.locator("button[type=submit]").click();
      shop.waitForURL("**/sign-in?wrong");
    } finally {
      shop.context().close();
    }
    assertThat(trials().keySet())
        .contains("name nobody-by-this-name")
        .doesNotContain("address 203.0.113.77");
    assertThat(before).doesNotContainKey("name nobody-by-this-name");
  }

  @org.springframework.beans.factory.annotation.Autowired
  org.springframework.jdbc.core.simple.JdbcClient record;

  private Map<String, String> trials() {
    Map<String, String> trials = new java.util.HashMap<>();
    record
        .sql("select trial, failures from sign_in_trial")
        .query((row, n) -> trials.put(row.getString(1), row.getString(2)))
        .list();
    return trials;
  }
}
