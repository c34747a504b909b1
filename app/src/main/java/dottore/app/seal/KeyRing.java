package dottore.app.seal;

import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardCopyOption;
import java.nio.file.attribute.BasicFileAttributes;
import java.nio.file.attribute.PosixFilePermissions;
import java.security.GeneralSecurityException;
import java.security.SecureRandom;
import java.util.Arrays;
import java.util.Base64;
import java.util.LinkedHashMap;
import java.util.Map;
import java.util.Optional;
import javax.crypto.Cipher;
import javax.crypto.spec.GCMParameterSpec;
import javax.crypto.spec.SecretKeySpec;
import org.springframework.beans.factory.annotation.Value;
import org.springframework.stereotype.Component;

/**
 * The keys with which secrets are sealed (AES-256 in GCM, NIST SP 800-38D): a file beside the
 * database and never in it, a line each, the first one seals. What a secret belongs to is sealed
 * with it, so that it opens nowhere else.
 */
@Component
public class KeyRing {
  private static final int KEY = 32;
  private static final int NONCE = 12;
  private static final int TAG_BITS = 128;
  private static final SecureRandom RANDOM = new SecureRandom();

  private final Path file;
  private final Map<String, SecretKeySpec> keys = new LinkedHashMap<>();
  private String readAs = "";

  /** What was sealed, and with which key. */
  public record Sealed(String key, byte[] bytes) {}

  KeyRing(@Value("${dottore.keys.file}") String file) {
    this.file = Path.of(file);
    read();
  }

  private synchronized void read() {
    keys.clear();
    try {
      if (Files.exists(file)) {
        readAs = state();
        for (String line : Files.readAllLines(file, StandardCharsets.UTF_8)) {
          String[] parts = line.strip().split("\\s+");
          if (parts.length == 2) {
            byte[] key = Base64.getDecoder().decode(parts[1]);
            if (key.length == KEY) {
              keys.put(parts[0], new SecretKeySpec(key, "AES"));
            }
          }
        }
      }
    } catch (IOException | IllegalArgumentException unreadable) {
      throw new IllegalStateException(
          "the file of keys cannot be read: " + file + "; put the right one back", unreadable);
    }
  }

  /** Another server may have renewed the ring, or somebody put the right one back. */
  private void current() {
    try {
      if (Files.exists(file) && !state().equals(readAs)) {
        read();
      }
    } catch (IOException unreadable) {
      throw new UncheckedIOException("the file of keys cannot be read: " + file, unreadable);
    }
  }

  /** Another file has another place on the disk, even if both are of the same moment. */
  private String state() throws IOException {
    BasicFileAttributes now = Files.readAttributes(file, BasicFileAttributes.class);
    return now.lastModifiedTime() + " " + now.size() + " " + now.fileKey();
  }

  /** Whether there is a key to seal with. */
  public synchronized boolean isEmpty() {
    current();
    return keys.isEmpty();
  }

  public Path file() {
    return file;
  }

  /** A key more, which seals from now on; written before it is used. */
  public synchronized void renew() {
    current();
    byte[] key = new byte[KEY];
    RANDOM.nextBytes(key);
    byte[] name = new byte[6];
    RANDOM.nextBytes(name);
    Map<String, SecretKeySpec> more = new LinkedHashMap<>();
    more.put(Base64.getUrlEncoder().encodeToString(name), new SecretKeySpec(key, "AES"));
    more.putAll(keys);
    write(more);
  }

  /** Only the key that seals stays; the others open nothing any more. */
  public synchronized void forgetOld() {
    current();
    Map<String, SecretKeySpec> first = new LinkedHashMap<>();
    keys.entrySet().stream().limit(1).forEach(e -> first.put(e.getKey(), e.getValue()));
    write(first);
  }

  private void write(Map<String, SecretKeySpec> ring) {
    StringBuilder text = new StringBuilder();
    ring.forEach(
        (name, key) ->
            text.append(name)
                .append(' ')
                .append(Base64.getEncoder().encodeToString(key.getEncoded()))
                .append('\n'));
    try {
      Path folder = file.toAbsolutePath().getParent();
      Files.createDirectories(folder);
      Path fresh =
          Files.createTempFile(
              folder,
              "keys",
              ".new",
              PosixFilePermissions.asFileAttribute(PosixFilePermissions.fromString("rw-------")));
      Files.writeString(fresh, text);
      Files.move(fresh, file, StandardCopyOption.ATOMIC_MOVE, StandardCopyOption.REPLACE_EXISTING);
      readAs = state();
    } catch (IOException closed) {
      throw new UncheckedIOException("the file of keys cannot be written: " + file, closed);
    }
    keys.clear();
    keys.putAll(ring);
  }

  /**
   * Seals.
   *
   * @param belongs what it belongs to; it opens with the same words only
   */
  public synchronized Sealed seal(String text, String belongs) {
    current();
    if (keys.isEmpty()) {
      renew();
    }
    Map.Entry<String, SecretKeySpec> first = keys.entrySet().iterator().next();
    byte[] nonce = new byte[NONCE];
    RANDOM.nextBytes(nonce);
    try {
      byte[] sealed =
          cipher(Cipher.ENCRYPT_MODE, first.getValue(), nonce, belongs)
              .doFinal(text.getBytes(StandardCharsets.UTF_8));
      byte[] all = Arrays.copyOf(nonce, NONCE + sealed.length);
      System.arraycopy(sealed, 0, all, NONCE, sealed.length);
      return new Sealed(first.getKey(), all);
    } catch (GeneralSecurityException impossible) {
      throw new IllegalStateException("every Java has AES-GCM", impossible);
    }
  }

  /**
   * Opens.
   *
   * @return empty if no key here opens it, or it was changed or belongs to something else
   */
  public synchronized Optional<String> open(Sealed sealed, String belongs) {
    current();
    SecretKeySpec key = keys.get(sealed.key());
    if (key == null || sealed.bytes().length <= NONCE) {
      return Optional.empty();
    }
    byte[] nonce = Arrays.copyOf(sealed.bytes(), NONCE);
    try {
      byte[] text =
          cipher(Cipher.DECRYPT_MODE, key, nonce, belongs)
              .doFinal(sealed.bytes(), NONCE, sealed.bytes().length - NONCE);
      return Optional.of(new String(text, StandardCharsets.UTF_8));
    } catch (GeneralSecurityException changed) {
      return Optional.empty();
    }
  }

  private static Cipher cipher(int mode, SecretKeySpec key, byte[] nonce, String belongs)
      throws GeneralSecurityException {
    Cipher cipher = Cipher.getInstance("AES/GCM/NoPadding");
    cipher.init(mode, key, new GCMParameterSpec(TAG_BITS, nonce));
    cipher.updateAAD(belongs.getBytes(StandardCharsets.UTF_8));
    return cipher;
  }
}
