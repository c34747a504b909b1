package dottore.app;

import java.io.IOException;
import java.net.CookieManager;
import java.net.HttpCookie;
import java.net.URI;
import java.net.URLEncoder;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import java.nio.charset.StandardCharsets;
import java.util.Map;
import java.util.stream.Collectors;
import org.jsoup.Jsoup;
import org.jsoup.nodes.Document;

/** A browser without script: cookies, forms with their token, redirects followed on request. */
public final class Visitor {
  /** What came back. */
  public record Reply(int status, String location, Document page, HttpResponse<String> raw) {
    public String text() {
      return page.text();
    }
  }

  private final CookieManager cookies = new CookieManager();
  private final HttpClient client =
      HttpClient.newBuilder()
          .cookieHandler(cookies)
          .connectTimeout(java.time.Duration.ofSeconds(10))
          .build();
  private final String base;

  public Visitor(int port) {
    base = "http://127.0.0.1:" + port;
  }

  public Visitor signedIn(String login, String password) {
    post("/sign-in", Map.of("username", login, "password", password));
    return this;
  }

  public Reply get(String path, String... headers) {
    HttpRequest.Builder request = HttpRequest.newBuilder(URI.create(base + path));
    if (headers.length > 0) {
      request.headers(headers);
    }
    return send(request.build());
  }

  /** Only the status of a page, which is read to its end and not looked at. */
  public int status(String path) {
    try {
      return client
          .send(
              HttpRequest.newBuilder(URI.create(base + path)).build(),
              HttpResponse.BodyHandlers.discarding())
          .statusCode();
    } catch (IOException broken) {
      throw new java.io.UncheckedIOException(broken);
    } catch (InterruptedException stopped) {
      Thread.currentThread().interrupt();
      throw new IllegalStateException(stopped);
    }
  }

  /** Sends a form with its token. */
  public Reply post(String path, Map<String, String> fields) {
    if (token().isEmpty()) {
      get("/sign-in");
    }
    return postWithToken(path, fields, token());
  }

  public Reply postWithToken(String path, Map<String, String> fields, String token) {
    String body =
        fields.entrySet().stream()
            .map(field -> encode(field.getKey()) + "=" + encode(field.getValue()))
            .collect(Collectors.joining("&"));
    return send(
        HttpRequest.newBuilder(URI.create(base + path))
            .header("Content-Type", "application/x-www-form-urlencoded")
            .header("X-XSRF-TOKEN", token)
            .POST(HttpRequest.BodyPublishers.ofString(body))
            .build());
  }

  /** Sends a file in a form with its token. */
  public Reply upload(String path, String field, String name, String content) {
    if (token().isEmpty()) {
      get("/sign-in");
    }
    String edge = "edge-of-the-form";
    String body =
        "--"
            + edge
            + "\r\nContent-Disposition: form-data; name=\""
            + field
            + "\"; filename=\""
            + name
            + "\"\r\nContent-Type: application/octet-stream\r\n\r\n"
            + content
            + "\r\n--"
            + edge
            + "--\r\n";
    return send(
        HttpRequest.newBuilder(URI.create(base + path))
            .header("Content-Type", "multipart/form-data; boundary=" + edge)
            .header("X-XSRF-TOKEN", token())
            .POST(HttpRequest.BodyPublishers.ofString(body))
            .build());
  }

  /** What a browser would send of what it was told to remember. */
  public String cookies() {
    return cookies.getCookieStore().getCookies().stream()
        .map(cookie -> cookie.getName() + "=" + cookie.getValue())
        .collect(Collectors.joining("; "));
  }

  private String token() {
    return cookies.getCookieStore().getCookies().stream()
        .filter(cookie -> cookie.getName().equals("XSRF-TOKEN"))
        .map(HttpCookie::getValue)
        .findFirst()
        .orElse("");
  }

  private static String encode(String text) {
    return URLEncoder.encode(text, StandardCharsets.UTF_8);
  }

  private Reply send(HttpRequest request) {
    try {
      HttpResponse<String> raw = client.send(request, HttpResponse.BodyHandlers.ofString());
      String location = raw.headers().firstValue("location").orElse("").replace(base, "");
      return new Reply(raw.statusCode(), location, Jsoup.parse(raw.body()), raw);
    } catch (IOException broken) {
      throw new java.io.UncheckedIOException(broken);
    } catch (InterruptedException stopped) {
      Thread.currentThread().interrupt();
      throw new IllegalStateException(stopped);
    }
  }
}
