package dottore.app.account;

import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import jakarta.servlet.http.HttpSession;
import java.io.IOException;
import java.time.Duration;
import org.springframework.context.annotation.Configuration;
import org.springframework.web.servlet.HandlerInterceptor;
import org.springframework.web.servlet.config.annotation.InterceptorRegistry;
import org.springframework.web.servlet.config.annotation.WebMvcConfigurer;

/**
 * Before people and keys are changed the password is asked once more, unless it was given a short
 * while ago: a bench is left alone often.
 */
@Configuration
class FreshSignIn implements WebMvcConfigurer, HandlerInterceptor {
  static final String ASK = "/sign-in/again";

  /** What needs it. */
  private static final String[] PAGES = {
    "/settings",
    "/settings/second-step",
    "/settings/people/**",
    "/settings/keys/**",
    "/settings/backups",
    "/own-password/second-step/**"
  };

  private static final String SINCE = "fresh-since";

  /** A page opens so long after the password was given; what was typed on it may take longer. */
  private static final Duration TO_OPEN = Duration.ofMinutes(15);

  private static final Duration TO_SEND = Duration.ofHours(1);

  /** However busy a session is, it ends after a working day. */
  private static final Duration AT_MOST = Duration.ofHours(12);

  @Override
  public void addInterceptors(InterceptorRegistry registry) {
    registry.addInterceptor(this).addPathPatterns(PAGES);
  }

  /** Whether the password was given so long ago that it is asked for anyhow. */
  static boolean tooLongAgo(HttpServletRequest request) {
    return !fresh(request.getSession(false), AT_MOST);
  }

  /** The password was given just now. */
  static void now(HttpServletRequest request) {
    request.getSession().setAttribute(SINCE, System.currentTimeMillis());
  }

  @Override
  public boolean preHandle(HttpServletRequest request, HttpServletResponse response, Object handler)
      throws IOException {
    boolean opens = request.getMethod().equals("GET");
    if (fresh(request.getSession(false), opens ? TO_OPEN : TO_SEND)) {
      return true;
    }
    response.sendRedirect(WayBack.through(ASK, WayBack.of(request)));
    return false;
  }

  private static boolean fresh(HttpSession session, Duration within) {
    return session != null
        && session.getAttribute(SINCE) instanceof Long since
        && System.currentTimeMillis() - since < within.toMillis();
  }
}
