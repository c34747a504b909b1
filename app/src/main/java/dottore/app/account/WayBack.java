package dottore.app.account;

import jakarta.servlet.http.HttpServletRequest;
import java.net.URI;
import java.net.URLEncoder;
import java.nio.charset.StandardCharsets;
import java.util.regex.Pattern;
import org.jspecify.annotations.Nullable;

/**
 * Where somebody goes on after signing in: the page that they had open, by its path alone, since
 * behind a proxy the host and scheme seen here are not those of the browser; never what a page
 * asked for by itself.
 */
final class WayBack {
  static final String FIELD = "to";
  static final String TODAY = "/today";

  /** Tells the page that what was typed on it is to be put back. */
  private static final String TYPED = "#typed";

  private static final int LONGEST = 500;
  private static final Pattern OWN =
      Pattern.compile("/(?![/\\\\])[A-Za-z0-9/._~%+=&?,:@-]*(" + TYPED + ")?");

  private WayBack() {}

  /** Whether a page was opened by somebody, and not asked for by a page itself. */
  static boolean opened(HttpServletRequest request) {
    String mode = request.getHeader("Sec-Fetch-Mode");
    return request.getHeader("HX-Request") == null && (mode == null || mode.equals("navigate"));
  }

  /** The page of a request; of a form that was sent, the page that it stands on. */
  static String of(HttpServletRequest request) {
    if (request.getMethod().equals("GET")) {
      String query = request.getQueryString();
      return own(request.getRequestURI() + (query == null ? "" : "?" + query));
    }
    return own(path(request.getHeader("Referer")) + TYPED);
  }

  private static String path(@Nullable String address) {
    try {
      String path = address == null ? null : URI.create(address).getRawPath();
      return path == null ? TODAY : path;
    } catch (IllegalArgumentException malformed) {
      return TODAY;
    }
  }

  /** The path if it is one of this house, and else Today. */
  static String own(@Nullable String to) {
    return to != null
            && to.length() <= LONGEST
            && OWN.matcher(to).matches()
            && !to.startsWith("/sign-")
        ? to
        : TODAY;
  }

  /** The address that leads to a page first and then back. */
  static String through(String page, String to) {
    String joint = page.contains("?") ? "&" : "?";
    return to.equals(TODAY)
        ? page
        : page + joint + FIELD + "=" + URLEncoder.encode(to, StandardCharsets.UTF_8);
  }
}
