package dottore.app.frame;

import jakarta.servlet.FilterChain;
import jakarta.servlet.ServletException;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletRequestWrapper;
import jakarta.servlet.http.HttpServletResponse;
import java.io.IOException;
import java.util.Arrays;
import java.util.Collections;
import java.util.Enumeration;
import java.util.HashMap;
import java.util.Map;
import java.util.regex.Pattern;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Component;
import org.springframework.web.filter.OncePerRequestFilter;

/**
 * Takes characters out of what is typed or scanned that no text holds: scanners and pasted listings
 * bring them, and neither the database nor the printed sheet can keep them.
 */
@Component
public class PlainText extends OncePerRequestFilter {
  private static final Pattern NO_TEXT = Pattern.compile("[\\p{Cc}\\p{Cs}&&[^\\n\\r\\t]]");

  @Override
  protected void doFilterInternal(
      HttpServletRequest request, HttpServletResponse response, FilterChain chain)
      throws ServletException, IOException {
    chain.doFilter(new Plain(request), response);
  }

  /**
   * The text without what no text holds; parameters come this way by themselves, file names do not.
   */
  public static String plain(String typed) {
    return NO_TEXT.matcher(typed).replaceAll("");
  }

  /** Whether a text can be kept and printed as it is. */
  public static boolean isPlain(String text) {
    return !NO_TEXT.matcher(text).find();
  }

  private static final class Plain extends HttpServletRequestWrapper {
    Plain(HttpServletRequest request) {
      super(request);
    }

    @Override
    public @Nullable String getParameter(String name) {
      String value = super.getParameter(name);
      return value == null ? null : plain(value);
    }

    @Override
    public String @Nullable [] getParameterValues(String name) {
      String[] values = super.getParameterValues(name);
      return values == null
          ? null
          : Arrays.stream(values).map(PlainText::plain).toArray(String[]::new);
    }

    @Override
    public Map<String, String[]> getParameterMap() {
      Map<String, String[]> plain = new HashMap<>();
      super.getParameterMap()
          .forEach(
              (name, values) ->
                  plain.put(
                      name, Arrays.stream(values).map(PlainText::plain).toArray(String[]::new)));
      return Collections.unmodifiableMap(plain);
    }

    @Override
    public Enumeration<String> getParameterNames() {
      return Collections.enumeration(getParameterMap().keySet());
    }
  }
}
