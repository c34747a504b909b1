package dottore.app.server;

import static org.assertj.core.api.Assertions.assertThat;

import dottore.app.InEmptyShop;
import dottore.app.Shopkeeping;
import dottore.app.Visitor;
import dottore.app.account.Accounts;
import dottore.app.account.Role;
import java.io.IOException;
import java.io.InputStream;
import java.io.OutputStream;
import java.net.Socket;
import java.nio.charset.StandardCharsets;
import java.time.Duration;
import java.time.Instant;
import java.util.Map;
import org.junit.jupiter.api.Test;
import org.springframework.beans.factory.annotation.Autowired;
import org.springframework.beans.factory.annotation.Value;

/** What holds before any page is chosen. */
@InEmptyShop
class ServerTest {
  @Autowired Accounts accounts;

  @Value("${local.server.port}")
  int port;

  private static void send(OutputStream out, String text) throws IOException {
    out.write(text.getBytes(StandardCharsets.ISO_8859_1));
    out.flush();
  }

  /** Sends a byte every so often, until nobody listens any more; how long that took. */
  private Duration dribble(String head) throws Exception {
    Instant began = Instant.now();
    try (Socket socket = new Socket("127.0.0.1", port)) {
      socket.setSoTimeout(60_000);
      send(socket.getOutputStream(), head);
      InputStream in = socket.getInputStream();
      for (int i = 0; i < 300; i++) {
        send(socket.getOutputStream(), "a");
        if (in.available() > 0 && in.read() < 0) {
          break;
        }
        Thread.sleep(100);
      }
    } catch (IOException closed) {
      return Duration.between(began, Instant.now());
    }
    return Duration.between(began, Instant.now());
  }

  private static String head(String path, String type, String more) {
    return "POST "
        + path
        + " HTTP/1.1\r\nHost: shop\r\nContent-Type: "
        + type
        + "\r\nContent-Length: 100000\r\n"
        + more
        + "\r\n";
  }

  @Test
  void bodiesThatDribbleInAreCutOff() throws Exception {
    for (String head :
        new String[] {
          head("/sign-in", "application/x-www-form-urlencoded", ""),
          head("/tickets/import", "multipart/form-data; boundary=x", ""),
          head("/app.css", "text/plain", "Expect: nothing\r\n")
        }) {
      assertThat(dribble(head)).isLessThan(Duration.ofSeconds(9));
    }
    assertThat(new Visitor(port).get("/sign-in").status()).isIn(200, 302);
  }

  @Test
  void aHalfReadFormIsNotTaken() throws Exception {
    Visitor owner = Shopkeeping.signedIn(accounts, port, Role.OWNER);
    long before = accounts.people().size();
    String form = "login=dribbled&name=D&role=COUNTER&password=rope-lamp-gull-tide";
    String cookies = owner.cookies();
    String token = cookies.replaceAll(".*XSRF-TOKEN=([^;]+).*", "$1");
    String head =
        head(
            "/settings/people",
            "application/x-www-form-urlencoded",
            "Cookie: " + cookies + "\r\nX-XSRF-TOKEN: " + token + "\r\n");
    assertThat(dribble(head + form)).isLessThan(Duration.ofSeconds(9));
    assertThat(accounts.people()).hasSize((int) before);
    // Whole, it is taken: so the head was right.
    assertThat(
            owner
                .post(
                    "/settings/people",
                    Map.of(
                        "login",
                        "whole",
                        "name",
                        "D",
                        "role",
                        "COUNTER",
                        "password",
                        "rope-lamp-gull-tide"))
                .status())
        .isEqualTo(302);
  }

  private String raw(String request) throws IOException {
    try (Socket socket = new Socket("127.0.0.1", port)) {
      socket.setSoTimeout(10_000);
      send(socket.getOutputStream(), request);
      return new String(socket.getInputStream().readAllBytes(), StandardCharsets.UTF_8);
    }
  }

  @Test
  void whatReachesNoPageIsAnsweredInWords() throws Exception {
    String answer = raw("GET /to<day|\u0001 HTTP/1.1\r\nHost: shop\r\nConnection: close\r\n\r\n");
    assertThat(answer)
        .startsWith("HTTP/1.1 400")
        .contains("Not understood", "Nothing was changed")
        .doesNotContain("Tomcat", "Exception", "org.");
  }

  /** A host that somebody made up stands in no answer. */
  @Test
  void theHostIsNeverReflected() throws Exception {
    for (String path : new String[] {"/", "/sign-in", "/today", "/nowhere", "/fonts/"}) {
      String answer =
          raw(
              "GET "
                  + path
                  + " HTTP/1.1\r\nHost: harm.example\r\nX-Forwarded-Host: harm.example\r\n"
                  + "X-Forwarded-Proto: https\r\nForwarded: host=harm.example\r\n"
                  + "Connection: close\r\n\r\n");
      assertThat(answer).startsWith("HTTP/1.1 ").doesNotContain("harm.example");
      assertThat(answer.toLowerCase(java.util.Locale.ROOT)).doesNotContain("\nserver:");
    }
  }
}
