package dottore.app.frame;

import dottore.app.said.NotThere;
import dottore.app.said.Refused;
import dottore.app.said.TooLate;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import java.util.Objects;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.dao.DataAccessException;
import org.springframework.dao.DataIntegrityViolationException;
import org.springframework.dao.OptimisticLockingFailureException;
import org.springframework.http.HttpStatus;
import org.springframework.transaction.TransactionException;
import org.springframework.web.bind.annotation.ControllerAdvice;
import org.springframework.web.bind.annotation.ExceptionHandler;
import org.springframework.web.multipart.MaxUploadSizeExceededException;
import org.springframework.web.multipart.MultipartException;
import org.springframework.web.servlet.ModelAndView;
import org.springframework.web.servlet.resource.NoResourceFoundException;

/** Turns what went wrong into a page that says what was kept and what to do. */
@ControllerAdvice
class Trouble {
  private static final Logger LOG = LoggerFactory.getLogger(Trouble.class);

  @ExceptionHandler({NotThere.class, NoResourceFoundException.class})
  ModelAndView notThere(Exception missing, HttpServletResponse response) {
    String what = missing instanceof NotThere ? said(missing) : "There is no page at this address.";
    return page(HttpStatus.NOT_FOUND, "Not here", what, "Search for it under Tickets.", response);
  }

  @ExceptionHandler(TooLate.class)
  ModelAndView tooLate(TooLate late, HttpServletResponse response) {
    return page(
        HttpStatus.CONFLICT,
        "Too late",
        said(late),
        "Open the ticket again to see how it stands.",
        response);
  }

  @ExceptionHandler(Refused.class)
  ModelAndView refused(Refused refused, HttpServletResponse response) {
    return page(
        HttpStatus.CONFLICT,
        "Not done",
        said(refused),
        "Nothing was changed. Go back and look at it again.",
        response);
  }

  @ExceptionHandler(OptimisticLockingFailureException.class)
  ModelAndView clash(OptimisticLockingFailureException clash, HttpServletResponse response) {
    return page(
        HttpStatus.CONFLICT,
        "Somebody was faster",
        "This was changed by somebody else while you had it open. Nothing of yours was saved.",
        "Go back, reload, and look at both before you send again.",
        response);
  }

  /** Two who did the same at once, or a reference to what is gone. */
  @ExceptionHandler(DataIntegrityViolationException.class)
  ModelAndView unfitting(
      DataIntegrityViolationException unfit,
      HttpServletRequest request,
      HttpServletResponse response) {
    LOG.warn("not kept at {}: {}", request.getRequestURI(), unfit.getMessage());
    return page(
        HttpStatus.CONFLICT,
        "It does not fit",
        "What was sent does not fit what is there now. Nothing of it was saved.",
        "Go back, reload, and look at both before you send again.",
        response);
  }

  @ExceptionHandler({DataAccessException.class, TransactionException.class})
  ModelAndView database(
      RuntimeException broken, HttpServletRequest request, HttpServletResponse response)
      throws RuntimeException {
    if (!RecordAway.away(broken)) {
      throw broken; // a fault of ours, and no database that is away
    }
    LOG.error("database trouble at {}", request.getRequestURI(), broken);
    response.setStatus(HttpStatus.SERVICE_UNAVAILABLE.value());
    return new ModelAndView("frame/trouble", RecordAway.WORDS);
  }

  @ExceptionHandler(MaxUploadSizeExceededException.class)
  ModelAndView tooLarge(MaxUploadSizeExceededException large, HttpServletResponse response) {
    return page(
        HttpStatus.CONTENT_TOO_LARGE,
        "The file is too large",
        "No file above 68 MB is taken anywhere here. Nothing was changed.",
        "Check that it is the right file.",
        response);
  }

  /** A form without its file, or one that was cut off on its way. */
  @ExceptionHandler(MultipartException.class)
  ModelAndView noFile(MultipartException broken, HttpServletResponse response) {
    return page(
        HttpStatus.BAD_REQUEST,
        "The file did not arrive",
        "What was sent held no whole file. Nothing was changed.",
        "Choose the file and send it again.",
        response);
  }

  @ExceptionHandler(Uploads.Unfit.class)
  ModelAndView unfit(Uploads.Unfit unfit, HttpServletResponse response) {
    return page(
        HttpStatus.CONTENT_TOO_LARGE,
        "The file was not taken",
        said(unfit),
        "Check that it is the right file.",
        response);
  }

  private static String said(Exception inWords) {
    return Objects.requireNonNullElse(inWords.getMessage(), "");
  }

  private static ModelAndView page(
      HttpStatus status, String title, String what, String todo, HttpServletResponse response) {
    response.setStatus(status.value());
    return new ModelAndView("frame/trouble")
        .addObject("title", title)
        .addObject("what", what)
        .addObject("todo", todo);
  }
}
