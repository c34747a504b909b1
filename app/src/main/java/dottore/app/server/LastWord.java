package dottore.app.server;

import java.io.IOException;
import java.io.Writer;
import org.apache.catalina.connector.Request;
import org.apache.catalina.connector.Response;
import org.apache.catalina.valves.ErrorReportValve;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;

/** What is said when even the page of errors could not be drawn, or no page was ever reached. */
public final class LastWord extends ErrorReportValve {
  private static final Logger LOG = LoggerFactory.getLogger(LastWord.class);

  private static final String PAGE =
      """
      <!doctype html>
      <html lang="en"><head><meta charset="utf-8"><title>Dottore</title>
      <meta name="viewport" content="width=device-width, initial-scale=1">
      <link rel="stylesheet" href="/app.css"></head>
      <body><main class="card plain"><h1 data-trouble-title>%s</h1>
      <p data-trouble-what>%s</p><p><a href="/today">Today</a></p></main></body></html>
      """;

  @Override
  protected void report(Request request, Response response, Throwable why) {
    int status = response.getStatus();
    if (status < 400 || response.getContentWritten() > 0 || !response.setErrorReported()) {
      return;
    }
    if (why != null && status >= 500) {
      LOG.error("no page could be drawn for {}", request.getRequestURI(), why);
    }
    String title = status < 500 ? "Not understood" : "Something broke";
    String what =
        status < 500
            ? "The request did not make sense here. Nothing was changed."
            : "This step failed inside. What was saved before is safe; this step was not saved.";
    try {
      response.setContentType("text/html;charset=UTF-8");
      Writer out = response.getReporter();
      if (out != null) {
        out.write(PAGE.formatted(title, what));
        response.finishResponse();
      }
    } catch (IOException | IllegalStateException gone) {
      LOG.debug("nobody waits for the last word any more", gone);
    }
  }
}
