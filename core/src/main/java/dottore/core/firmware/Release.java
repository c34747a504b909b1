package dottore.core.firmware;

import java.time.LocalDate;
import java.util.List;
import java.util.Set;

/**
 * One firmware version that a maker published for a board.
 *
 * @param startsFrom the oldest version it can be put over; empty for any
 * @param security rises when a version must not be undone any more
 * @param sha256 64 hexadecimal digits in lower case
 * @param size bytes of the file
 */
public record Release(
    String version,
    LocalDate date,
    String startsFrom,
    int security,
    String file,
    String sha256,
    long size,
    List<Note> notes) {

  /**
   * What the maker says it mends or brings.
   *
   * @param causes ids of causes that it names
   */
  public record Note(String text, Set<String> causes) {
    public Note {
      causes = Set.copyOf(causes);
    }
  }

  /**
   * @throws IllegalArgumentException if the version or file has no name, the sum is none, or a
   *     number is below zero
   */
  public Release {
    if (version.isBlank() || file.isBlank()) {
      throw new IllegalArgumentException("a release has a version and a file");
    }
    if (!sha256.matches("[0-9a-f]{64}")) {
      throw new IllegalArgumentException("the checksum of " + file + " is not a SHA-256");
    }
    if (security < 0 || size < 0) {
      throw new IllegalArgumentException("numbers of " + file + " are zero or more");
    }
    notes = List.copyOf(notes);
  }
}
