package dottore.app.frame;

import static org.assertj.core.api.Assertions.assertThat;

import jakarta.servlet.http.HttpServletRequest;
import java.util.Collections;
import java.util.Objects;
import org.junit.jupiter.api.Test;
import org.springframework.mock.web.MockFilterChain;
import org.springframework.mock.web.MockHttpServletRequest;
import org.springframework.mock.web.MockHttpServletResponse;

class PlainTextTest {
  private static HttpServletRequest through(String typed) throws Exception {
    MockHttpServletRequest request = new MockHttpServletRequest();
    request.addParameter("text", typed);
    MockFilterChain chain = new MockFilterChain();
    new PlainText().doFilter(request, new MockHttpServletResponse(), chain);
    return (HttpServletRequest) Objects.requireNonNull(chain.getRequest());
  }

  @Test
  void takesOutWhatNoTextHolds() throws Exception {
    HttpServletRequest request = through("FT5\u0000-88\u001bB0\ud800");
    assertThat(request.getParameter("text")).isEqualTo("FT5-88B0");
    assertThat(request.getParameterValues("text")).containsExactly("FT5-88B0");
    assertThat(request.getParameterMap().get("text")).containsExactly("FT5-88B0");
    assertThat(Collections.list(request.getParameterNames())).containsExactly("text");
    assertThat(request.getParameter("other")).isNull();
    assertThat(request.getParameterValues("other")).isNull();
  }

  @Test
  void keepsLinesTabsAndEveryScript() throws Exception {
    String text = "first\r\n\tsecond ä 漢 🛠";
    assertThat(through(text).getParameter("text")).isEqualTo(text);
    assertThat(PlainText.isPlain(text)).isTrue();
    assertThat(PlainText.isPlain("a\u0007")).isFalse();
  }
}
