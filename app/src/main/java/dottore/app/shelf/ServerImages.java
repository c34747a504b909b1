package dottore.app.shelf;

import dottore.app.said.NotThere;
import java.io.IOException;
import java.io.InputStream;
import java.nio.file.Files;
import java.nio.file.Path;
import java.security.MessageDigest;
import java.security.NoSuchAlgorithmException;
import java.util.HexFormat;
import java.util.List;
import java.util.Locale;
import java.util.function.IntPredicate;
import java.util.stream.Stream;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.beans.factory.annotation.Value;
import org.springframework.stereotype.Component;

/**
 * Images that lie on the server, in the one folder that it was given. Nothing outside of it is
 * opened, whatever name is asked for.
 */
@Component
class ServerImages {
  private static final Logger LOG = LoggerFactory.getLogger(ServerImages.class);
  private static final int MOST = 200;
  private static final int PIECE = 4 << 20;
  private static final int WHOLE = 100;

  private final String folder;

  ServerImages(@Value("${dottore.images.folder:}") String folder) {
    this.folder = folder.strip();
  }

  /** Where they lie; empty if the server was given no folder. */
  String folder() {
    return folder;
  }

  /** Their names, in order; none if the folder is not there. */
  List<String> names() {
    if (folder.isEmpty() || !Files.isDirectory(Path.of(folder))) {
      return List.of();
    }
    try (Stream<Path> files = Files.list(Path.of(folder))) {
      return files
          .filter(Files::isRegularFile)
          .map(file -> file.getFileName().toString())
          .filter(name -> name.toLowerCase(Locale.ROOT).matches(".*\\.(iso|img)"))
          .sorted()
          .limit(MOST)
          .toList();
    } catch (IOException closed) {
      LOG.warn("The folder of images cannot be read: {}", folder, closed);
      return List.of();
    }
  }

  /**
   * @throws NotThere if no image in the folder has this name
   */
  Path named(String name) {
    if (!names().contains(name)) {
      throw new NotThere("There is no such image on the server any more.");
    }
    return Path.of(folder, name);
  }

  /**
   * SHA-256 of a file.
   *
   * @param goesOn told after every piece how many per cent are done; says whether to go on
   * @return empty if it was told to stop
   */
  static String digest(Path file, IntPredicate goesOn) throws IOException {
    MessageDigest sum;
    try {
      sum = MessageDigest.getInstance("SHA-256");
    } catch (NoSuchAlgorithmException every) {
      throw new IllegalStateException("every Java has SHA-256", every);
    }
    long size = Math.max(1, Files.size(file));
    long done = 0;
    byte[] piece = new byte[PIECE];
    try (InputStream in = Files.newInputStream(file)) {
      for (int read = in.read(piece); read >= 0; read = in.read(piece)) {
        sum.update(piece, 0, read);
        done += read;
        if (!goesOn.test((int) (WHOLE * done / size))) {
          return "";
        }
      }
    }
    return HexFormat.of().formatHex(sum.digest());
  }
}
