package dottore.app.frame;

import jakarta.servlet.FilterChain;
import jakarta.servlet.ServletException;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import java.io.IOException;
import org.springframework.stereotype.Component;
import org.springframework.web.filter.OncePerRequestFilter;

/**
 * A form that was not taken comes back as the answer to what was posted. The browser keeps the
 * address of the page then, so that a reload, or a tablet that wakes up, brings the page and not
 * the address of the form. After a redirect the new page brings its own address.
 */
@Component
class KeptAddress extends OncePerRequestFilter {
  @Override
  protected void doFilterInternal(
      HttpServletRequest request, HttpServletResponse response, FilterChain chain)
      throws ServletException, IOException {
    if (request.getMethod().equals("POST")) {
      response.setHeader("HX-Push-Url", "false");
    }
    chain.doFilter(request, response);
  }
}
