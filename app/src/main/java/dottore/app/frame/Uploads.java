package dottore.app.frame;

import java.io.IOException;
import java.io.InputStream;
import java.security.DigestInputStream;
import java.security.MessageDigest;
import java.security.NoSuchAlgorithmException;
import java.util.HexFormat;
import org.springframework.web.multipart.MultipartFile;

/** Uploaded files, bounded by what they are for. The server as a whole takes none above 68 MB. */
public final class Uploads {
  /** A file is empty or too large for its purpose. */
  public static final class Unfit extends RuntimeException {
    private static final long serialVersionUID = 1L;

    Unfit(String why) {
      super(why);
    }
  }

  /** Enough for tables, bundles and casebook entries. */
  public static final long SMALL = 2 << 20;

  private static final int BUFFER = 1 << 16;

  private Uploads() {}

  /**
   * The bytes of a small file.
   *
   * @throws Unfit if it is empty or larger than the bound
   */
  public static byte[] bytes(MultipartFile file, long most) throws IOException {
    bounded(file, most);
    return file.getBytes();
  }

  /**
   * The SHA-256 of a file, read in pieces.
   *
   * @throws Unfit if it is empty or larger than the bound
   */
  public static String sha256(MultipartFile file, long most) throws IOException {
    bounded(file, most);
    try (InputStream in = file.getInputStream()) {
      DigestInputStream digest = new DigestInputStream(in, MessageDigest.getInstance("SHA-256"));
      byte[] buffer = new byte[BUFFER];
      while (digest.read(buffer) >= 0) {
        continue;
      }
      return HexFormat.of().formatHex(digest.getMessageDigest().digest());
    } catch (NoSuchAlgorithmException missing) {
      throw new IllegalStateException("every Java has SHA-256", missing);
    }
  }

  private static void bounded(MultipartFile file, long most) throws Unfit {
    if (file.isEmpty()) {
      throw new Unfit("Choose a file first.");
    }
    if (file.getSize() > most) {
      throw new Unfit(
          "This file was not taken: it is larger than "
              + (most >> 20)
              + " MiB. Nothing was changed.");
    }
  }
}
