package dottore.app.frame;

import dottore.app.knowledge.Knowledge;
import dottore.app.news.News;
import dottore.app.server.StaticFiles;
import jakarta.servlet.FilterChain;
import jakarta.servlet.ServletException;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import java.io.IOException;
import org.springframework.stereotype.Component;
import org.springframework.web.filter.OncePerRequestFilter;

/**
 * From its first line to its last a page speaks of one state of the shop's knowledge, and that is
 * the newest, whichever server changed it.
 */
@Component
class OneKnowledge extends OncePerRequestFilter {
  private final Knowledge knowledge;
  private final News news;

  OneKnowledge(Knowledge knowledge, News news) {
    this.knowledge = knowledge;
    this.news = news;
  }

  /** Styles, scripts and fonts speak of nothing. */
  @Override
  protected boolean shouldNotFilter(HttpServletRequest request) {
    return StaticFiles.asked(request);
  }

  @Override
  protected void doFilterInternal(
      HttpServletRequest request, HttpServletResponse response, FilterChain chain)
      throws ServletException, IOException {
    news.lookAtTimes();
    knowledge.pinned(() -> chain.doFilter(request, response));
  }
}
