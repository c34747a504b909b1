package dottore.app.account;

import dottore.app.account.Accounts.Standing;
import dottore.app.server.StaticFiles;
import jakarta.servlet.FilterChain;
import jakarta.servlet.ServletException;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import jakarta.servlet.http.HttpSession;
import java.io.IOException;
import java.util.List;
import java.util.Objects;
import java.util.Optional;
import java.util.Set;
import org.springframework.security.authentication.AnonymousAuthenticationToken;
import org.springframework.security.authentication.UsernamePasswordAuthenticationToken;
import org.springframework.security.core.Authentication;
import org.springframework.security.core.authority.SimpleGrantedAuthority;
import org.springframework.security.core.context.SecurityContext;
import org.springframework.security.core.context.SecurityContextHolder;
import org.springframework.stereotype.Component;
import org.springframework.web.filter.OncePerRequestFilter;

/**
 * Asks at each request whether who is signed in still may be, as what, and what they have to do
 * first: type the code of the second step, choose a password of their own, set a second step up. A
 * session says only who they are.
 */
@Component
class StillHere extends OncePerRequestFilter {
  static final String OWN_PASSWORD = "/own-password";
  static final String SECOND_STEP = "/sign-in/code";
  static final String OWN_SECOND_STEP = "/own-password/second-step";
  private static final String SECOND_DONE = "second-done";
  private static final Set<String> ALWAYS = Set.of("/sign-out", "/sign-in", FreshSignIn.ASK);

  private final Accounts accounts;

  StillHere(Accounts accounts) {
    this.accounts = accounts;
  }

  /** What every page has, and nobody has to sign in for. */
  @Override
  protected boolean shouldNotFilter(HttpServletRequest request) {
    return StaticFiles.asked(request);
  }

  @Override
  protected void doFilterInternal(
      HttpServletRequest request, HttpServletResponse response, FilterChain chain)
      throws ServletException, IOException {
    Authentication signedIn = SecurityContextHolder.getContext().getAuthentication();
    if (signedIn == null || signedIn instanceof AnonymousAuthenticationToken) {
      chain.doFilter(request, response);
      return;
    }
    Optional<Standing> standing = accounts.standing(signedIn.getName());
    if (standing.isEmpty() || FreshSignIn.tooLongAgo(request)) {
      SecurityContextHolder.clearContext();
      if (request.getSession(false) != null) {
        request.getSession(false).invalidate();
      }
      chain.doFilter(request, response);
      return;
    }
    Optional<String> first = first(standing.get(), signedIn.getName(), request);
    String here = request.getRequestURI();
    if (first.isPresent() && !here.equals(first.get()) && !ALWAYS.contains(here)) {
      if (request.getHeader("HX-Request") != null) {
        response.setHeader("HX-Redirect", first.get());
      } else if (WayBack.opened(request)) {
        response.sendRedirect(WayBack.through(first.get(), WayBack.of(request)));
      } else {
        response.sendError(HttpServletResponse.SC_UNAUTHORIZED);
      }
      return;
    }
    as(signedIn, standing.get().role());
    chain.doFilter(request, response);
  }

  /** The page that comes before any other; empty if none does. */
  private static Optional<String> first(
      Standing standing, String login, HttpServletRequest request) {
    HttpSession session = request.getSession(false);
    boolean done = session != null && login.equals(session.getAttribute(SECOND_DONE));
    if (standing.second() && !done) {
      return Optional.of(SECOND_STEP);
    }
    if (standing.mustChange()) {
      return Optional.of(OWN_PASSWORD);
    }
    return standing.mustHaveSecond() && !standing.second()
        ? Optional.of(OWN_SECOND_STEP)
        : Optional.empty();
  }

  /** The right code was typed in this session, by who is signed in and for nobody else. */
  static void secondDone(HttpServletRequest request, String login) {
    request.getSession().setAttribute(SECOND_DONE, login);
  }

  /** With the role that they have now; for this request, the session is not written. */
  private static void as(Authentication signedIn, Role role) {
    String authority = "ROLE_" + role.name();
    if (signedIn.getAuthorities().stream().allMatch(a -> authority.equals(a.getAuthority()))) {
      return;
    }
    UsernamePasswordAuthenticationToken now =
        UsernamePasswordAuthenticationToken.authenticated(
            Objects.requireNonNull(signedIn.getPrincipal()),
            null,
            List.of(new SimpleGrantedAuthority(authority)));
    now.setDetails(signedIn.getDetails());
    SecurityContext context = SecurityContextHolder.createEmptyContext();
    context.setAuthentication(now);
    SecurityContextHolder.setContext(context);
  }
}
