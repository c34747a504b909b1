package dottore.app.frame;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.mockito.ArgumentMatchers.any;
import static org.mockito.ArgumentMatchers.eq;
import static org.mockito.Mockito.doThrow;
import static org.mockito.Mockito.mock;
import static org.mockito.Mockito.verify;
import static org.mockito.Mockito.verifyNoInteractions;
import static org.mockito.Mockito.when;

import jakarta.servlet.FilterChain;
import org.junit.jupiter.api.Test;
import org.springframework.dao.DataAccessResourceFailureException;
import org.springframework.mock.web.MockHttpServletRequest;
import org.springframework.mock.web.MockHttpServletResponse;
import org.springframework.transaction.CannotCreateTransactionException;
import org.thymeleaf.ITemplateEngine;

class RecordAwayTest {
  private final ITemplateEngine templates = mock(ITemplateEngine.class);
  private final FilterChain chain = mock(FilterChain.class);
  private final MockHttpServletRequest request = new MockHttpServletRequest("POST", "/tickets/x");
  private final MockHttpServletResponse response = new MockHttpServletResponse();

  @Test
  void saysThatTheRecordIsOutOfReachWithoutATrace() throws Exception {
    when(templates.process(eq("frame/trouble"), any())).thenReturn("<h1>out of reach</h1>");
    doThrow(new CannotCreateTransactionException("no connection"))
        .when(chain)
        .doFilter(request, response);
    new RecordAway(templates).doFilter(request, response, chain);
    assertThat(response.getStatus()).isEqualTo(503);
    assertThat(response.getHeader("Retry-After")).isEqualTo("5");
    assertThat(response.getContentAsString()).isEqualTo("<h1>out of reach</h1>");
  }

  @Test
  void leavesAnAnswerAloneThatIsOnItsWay() throws Exception {
    response.setCommitted(true);
    doThrow(new DataAccessResourceFailureException("gone")).when(chain).doFilter(request, response);
    new RecordAway(templates).doFilter(request, response, chain);
    verifyNoInteractions(templates);
  }

  @Test
  void staysOutOfEverythingElse() throws Exception {
    doThrow(new IllegalStateException("a bug")).when(chain).doFilter(request, response);
    assertThatThrownBy(() -> new RecordAway(templates).doFilter(request, response, chain))
        .isInstanceOf(IllegalStateException.class);
    verify(chain).doFilter(request, response);
  }
}
