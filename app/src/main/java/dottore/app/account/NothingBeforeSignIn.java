package dottore.app.account;

import jakarta.servlet.FilterChain;
import jakarta.servlet.ServletException;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import java.io.IOException;
import org.springframework.security.authentication.AnonymousAuthenticationToken;
import org.springframework.security.authentication.InsufficientAuthenticationException;
import org.springframework.security.core.Authentication;
import org.springframework.security.core.context.SecurityContextHolder;
import org.springframework.security.web.AuthenticationEntryPoint;
import org.springframework.web.filter.OncePerRequestFilter;

/** No file is taken from who is not signed in: it is refused before a byte of it is read. */
final class NothingBeforeSignIn extends OncePerRequestFilter {
  private final AuthenticationEntryPoint door;

  NothingBeforeSignIn(AuthenticationEntryPoint door) {
    this.door = door;
  }

  @Override
  protected void doFilterInternal(
      HttpServletRequest request, HttpServletResponse response, FilterChain chain)
      throws ServletException, IOException {
    String type = request.getContentType();
    if (type != null && type.toLowerCase(java.util.Locale.ROOT).startsWith("multipart/")) {
      Authentication who = SecurityContextHolder.getContext().getAuthentication();
      if (who == null || who instanceof AnonymousAuthenticationToken) {
        response.setHeader("Connection", "close");
        door.commence(request, response, new InsufficientAuthenticationException("not signed in"));
        return;
      }
    }
    chain.doFilter(request, response);
  }
}
