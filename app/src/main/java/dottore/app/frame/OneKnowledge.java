package dottore.app.frame;

import dottore.app.knowledge.Knowledge;
import jakarta.servlet.FilterChain;
import jakarta.servlet.ServletException;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import java.io.IOException;
import org.springframework.stereotype.Component;
import org.springframework.web.filter.OncePerRequestFilter;

/** From its first line to its last a page speaks of one state of the shop's knowledge. */
@Component
class OneKnowledge extends OncePerRequestFilter {
  private final Knowledge knowledge;

  OneKnowledge(Knowledge knowledge) {
    this.knowledge = knowledge;
  }

  @Override
  protected void doFilterInternal(
      HttpServletRequest request, HttpServletResponse response, FilterChain chain)
      throws ServletException, IOException {
    knowledge.pinned(() -> chain.doFilter(request, response));
  }
}
