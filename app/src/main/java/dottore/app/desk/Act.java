package dottore.app.desk;

import dottore.app.record.Writing;
import dottore.app.record.Writing.NotTaken;
import dottore.core.format.FormatFault;
import java.io.IOException;
import java.util.function.Consumer;
import org.springframework.web.multipart.support.MissingServletRequestPartException;
import org.springframework.web.util.pattern.PathPattern;
import org.springframework.web.util.pattern.PathPatternParser;

/**
 * Something that can be done at a desk. What was posted is read first, files with it, without
 * anything held; what comes of it is decided inside the ticket's lock.
 *
 * @param pattern its address behind the place, such as "disks/{number}/forget"
 * @param page the page where it is done, by its id
 */
public record Act(PathPattern pattern, String page, Reader reader) {
  /** Reads what was posted. */
  @FunctionalInterface
  public interface Reader {
    /**
     * @return what is decided of it
     * @throws FormatFault if a file is not what it should be
     */
    Decision read(Posted posted)
        throws IOException, FormatFault, MissingServletRequestPartException;
  }

  /** Decides and writes. */
  @FunctionalInterface
  public interface Decision {
    /**
     * @throws dottore.app.said.Refused if it cannot be done as it stands; nothing is kept
     */
    NotTaken decide(Writing writing);

    /** Writes, and there is nothing that could not be taken of it. */
    static Decision of(Consumer<Writing> write) {
      return writing -> {
        write.accept(writing);
        return NotTaken.NOTHING;
      };
    }
  }

  public static Act of(String address, String page, Reader reader) {
    return new Act(PathPatternParser.defaultInstance.parse("/" + address), page, reader);
  }
}
