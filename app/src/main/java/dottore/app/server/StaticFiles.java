package dottore.app.server;

import jakarta.servlet.http.HttpServletRequest;

/** What every page has, nobody has to sign in for, and says nothing of the shop. */
public final class StaticFiles {
  private StaticFiles() {}

  /** Whether styles, a script, a font or the mark is asked for. */
  public static boolean asked(HttpServletRequest request) {
    return request.getRequestURI().matches("/fonts/.*|/[\\w.-]+\\.(css|js|svg)");
  }
}
