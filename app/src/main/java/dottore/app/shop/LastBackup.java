package dottore.app.shop;

import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.DateTimeException;
import java.time.Duration;
import java.time.Instant;
import java.util.HashMap;
import java.util.Map;
import java.util.Optional;
import org.springframework.beans.factory.annotation.Value;
import org.springframework.stereotype.Component;

/** What the start script wrote of the last backup that it proved by a restore. */
@Component
class LastBackup {
  /** One that is older than this should have been followed by another. */
  static final Duration DUE = Duration.ofHours(26);

  /** Below this a backup may not fit any more. */
  static final long LITTLE = 2L << 30;

  /** What is read of the file; it has five short lines. */
  private static final int LONGEST = 4096;

  /**
   * A backup.
   *
   * @param rows in all tables, as they were restored for proof
   */
  record Kept(Instant at, String file, long bytes, long tables, long rows) {}

  private final String folder;

  LastBackup(@Value("${dottore.backups.folder:}") String folder) {
    this.folder = folder;
  }

  String folder() {
    return folder;
  }

  /** The last; empty if none was made, or what is written of it cannot be read. */
  Optional<Kept> kept() {
    if (folder.isBlank()) {
      return Optional.empty();
    }
    Path last = Path.of(folder, "last");
    try {
      if (!Files.isRegularFile(last) || Files.size(last) > LONGEST) {
        return Optional.empty();
      }
      Map<String, String> said = new HashMap<>();
      for (String line : Files.readString(last, StandardCharsets.UTF_8).lines().toList()) {
        int at = line.indexOf('=');
        if (at > 0) {
          said.put(line.substring(0, at), line.substring(at + 1));
        }
      }
      return Optional.of(
          new Kept(
              Instant.parse(said.getOrDefault("at", "")),
              said.getOrDefault("file", ""),
              Long.parseLong(said.getOrDefault("bytes", "")),
              Long.parseLong(said.getOrDefault("tables", "")),
              Long.parseLong(said.getOrDefault("rows", ""))));
    } catch (IOException | DateTimeException | NumberFormatException unreadable) {
      return Optional.empty();
    }
  }

  /** Free bytes where backups are kept; empty while there is no such folder. */
  Optional<Long> free() {
    try {
      return folder.isBlank() || !Files.isDirectory(Path.of(folder))
          ? Optional.empty()
          : Optional.of(Files.getFileStore(Path.of(folder)).getUsableSpace());
    } catch (IOException away) {
      return Optional.empty();
    }
  }
}
