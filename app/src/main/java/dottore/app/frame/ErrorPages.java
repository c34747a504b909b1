package dottore.app.frame;

import jakarta.servlet.RequestDispatcher;
import jakarta.servlet.http.HttpServletRequest;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.boot.webmvc.error.ErrorController;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.RequestMapping;

/** The last page when no other answered: never a stack trace. */
@Controller
class ErrorPages implements ErrorController {
  private static final Logger LOG = LoggerFactory.getLogger(ErrorPages.class);

  @RequestMapping("/error")
  String error(HttpServletRequest request, Model model) {
    Object code = request.getAttribute(RequestDispatcher.ERROR_STATUS_CODE);
    int status = code instanceof Integer number ? number : 500;
    if (status == 403) {
      LOG.warn(
          "not allowed: {} at {}",
          request.getRemoteUser(),
          request.getAttribute(RequestDispatcher.ERROR_REQUEST_URI));
    }
    switch (status) {
      case 403 ->
          say(
              model,
              "Not allowed",
              "Your role may not do this, or the page was open for too long. Nothing was changed.",
              "Reload the page and try again, or ask the owner.");
      case 404 ->
          say(model, "Not here", "There is no page at this address.", "Search under Tickets.");
      case 400, 405, 415 ->
          say(
              model,
              "Not understood",
              "The request did not make sense here. Nothing was changed.",
              "Go back, reload the page and try again.");
      default ->
          say(
              model,
              "Something broke",
              "This step failed inside. What was saved before is safe; this step was not saved.",
              "Go back and try again. If it stays, tell the owner what you did and when.");
    }
    return "frame/trouble";
  }

  private static void say(Model model, String title, String what, String todo) {
    model.addAttribute("title", title);
    model.addAttribute("what", what);
    model.addAttribute("todo", todo);
  }
}
