package dottore.app.desk;

import dottore.app.frame.PlainText;
import dottore.app.frame.Uploads;
import dottore.app.said.NotThere;
import java.io.IOException;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.function.Function;
import org.springframework.web.multipart.MultipartFile;
import org.springframework.web.multipart.support.MissingServletRequestPartException;

/**
 * What was posted to a desk.
 *
 * @param fields by name, with the variables of the address
 * @param files by name
 * @param decides whether who posted it may decide alone; an apprentice may not
 */
public record Posted(
    Map<String, String> fields, Map<String, MultipartFile> files, boolean decides) {
  private static final int LONGEST = 120;

  public Posted {
    fields = Map.copyOf(fields);
    files = Map.copyOf(files);
  }

  /** A field without blanks around it, and not longer than any that is kept. */
  public String text(String name) {
    return text(name, LONGEST);
  }

  public String text(String name, int longest) {
    String line = fields.getOrDefault(name, "").strip();
    return line.length() > longest ? line.substring(0, longest) : line;
  }

  public boolean yes(String name) {
    return fields.getOrDefault(name, "").equals("true");
  }

  /**
   * A whole number.
   *
   * @throws NotThere if it is none from 0 to the bound
   */
  public int number(String name, int below) {
    String text = text(name);
    if (!text.matches("\\d{1,9}") || Integer.parseInt(text) >= below) {
      throw new NotThere("There is no such number: " + text + ".");
    }
    return Integer.parseInt(text);
  }

  /**
   * Something chosen by its id.
   *
   * @throws NotThere if there is none
   */
  public <T> T chosen(String name, Function<String, T> of) {
    try {
      return of.apply(text(name));
    } catch (IllegalArgumentException unknown) {
      throw new NotThere("There is no such choice: " + text(name) + ".");
    }
  }

  /** The last line that whoever posted it had seen; all of them if the form does not say. */
  public int seen() {
    String seen = text("seen");
    return seen.matches("\\d{1,9}") ? Integer.parseInt(seen) : Integer.MAX_VALUE;
  }

  /**
   * A file that must be there.
   *
   * @throws MissingServletRequestPartException if it was not sent
   */
  public MultipartFile file(String name) throws MissingServletRequestPartException {
    MultipartFile file = files.get(name);
    if (file == null) {
      throw new MissingServletRequestPartException(name);
    }
    return file;
  }

  /** The bytes of a file that may be left out. */
  public Optional<byte[]> bytes(String name, long most) throws IOException {
    MultipartFile file = files.get(name);
    return file == null || file.isEmpty()
        ? Optional.empty()
        : Optional.of(Uploads.bytes(file, most));
  }

  /** The name of a file as it is worth keeping. */
  public static String name(MultipartFile file) {
    String name =
        PlainText.plain(Objects.requireNonNullElse(file.getOriginalFilename(), "file")).strip();
    return name.length() > 80 ? name.substring(0, 80) : name;
  }
}
