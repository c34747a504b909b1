package dottore.app.frame;

import jakarta.servlet.FilterChain;
import jakarta.servlet.ServletException;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import java.io.IOException;
import java.sql.SQLException;
import java.util.Locale;
import java.util.Map;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.core.NestedExceptionUtils;
import org.springframework.core.Ordered;
import org.springframework.core.annotation.Order;
import org.springframework.dao.DataAccessException;
import org.springframework.dao.DataAccessResourceFailureException;
import org.springframework.dao.RecoverableDataAccessException;
import org.springframework.dao.TransientDataAccessException;
import org.springframework.dao.UncategorizedDataAccessException;
import org.springframework.stereotype.Component;
import org.springframework.transaction.TransactionException;
import org.springframework.web.filter.OncePerRequestFilter;
import org.thymeleaf.ITemplateEngine;
import org.thymeleaf.context.Context;

/**
 * Answers while the database is away: sessions live there too, so that no page further in is
 * reached.
 */
@Component
@Order(Ordered.HIGHEST_PRECEDENCE)
class RecordAway extends OncePerRequestFilter {
  static final Map<String, Object> WORDS =
      Map.of(
          "title",
          "The record is out of reach",
          "what",
          "The database did not answer. What was saved before is safe; this last step was not"
              + " saved.",
          "todo",
          "Wait a moment, go back and send it again; what you typed is still in the page.");

  private static final Logger LOG = LoggerFactory.getLogger(RecordAway.class);

  private final ITemplateEngine templates;

  RecordAway(ITemplateEngine templates) {
    this.templates = templates;
  }

  /** Whether the database did not answer; what it refused is another matter. */
  static boolean away(RuntimeException trouble) {
    return trouble instanceof TransactionException
        || trouble instanceof DataAccessResourceFailureException
        || trouble instanceof TransientDataAccessException
        || trouble instanceof RecoverableDataAccessException
        || NestedExceptionUtils.getMostSpecificCause(trouble) instanceof SQLException
            && trouble instanceof UncategorizedDataAccessException;
  }

  @Override
  protected void doFilterInternal(
      HttpServletRequest request, HttpServletResponse response, FilterChain chain)
      throws ServletException, IOException {
    try {
      chain.doFilter(request, response);
    } catch (DataAccessException | TransactionException away) {
      if (!away(away)) {
        throw away;
      }
      LOG.error("database trouble at {}: {}", request.getRequestURI(), away.getMessage());
      if (response.isCommitted()) {
        return;
      }
      response.reset();
      response.setStatus(HttpServletResponse.SC_SERVICE_UNAVAILABLE);
      response.setHeader("Retry-After", "5");
      response.setHeader("Cache-Control", "no-store");
      response.setContentType("text/html;charset=UTF-8");
      response.getWriter().write(templates.process("frame/trouble", new Context(Locale.US, WORDS)));
    }
  }
}
