package dottore.app;

import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Comparator;
import java.util.List;

/** A private database cluster that is thrown away at its end. */
public final class Cluster implements AutoCloseable {
  private static final Path SCRIPT = Path.of("..", "dottore").toAbsolutePath().normalize();

  private final Path home;

  private Cluster(Path home) {
    this.home = home;
  }

  /** Nothing runs yet. */
  public static Cluster make() {
    try {
      return new Cluster(Files.createTempDirectory(Path.of("/tmp"), "dottore-test-"));
    } catch (IOException broken) {
      throw new UncheckedIOException(broken);
    }
  }

  /** The address of a database, which is created if it is not there; starts the cluster. */
  public String database(String name) {
    return lines(name).get(0);
  }

  private List<String> lines(String name) {
    return script("db", "start", name).lines().toList();
  }

  public String password() {
    try {
      return Files.readString(Path.of(lines("dottore").get(1))).strip();
    } catch (IOException broken) {
      throw new UncheckedIOException(broken);
    }
  }

  public void stop() {
    script("db", "stop");
  }

  @Override
  public void close() {
    stop();
    try (var files = Files.walk(home)) {
      files.sorted(Comparator.reverseOrder()).forEach(path -> path.toFile().delete());
    } catch (IOException broken) {
      throw new UncheckedIOException(broken);
    }
  }

  private String script(String... words) {
    ProcessBuilder builder = new ProcessBuilder();
    builder.command().add(SCRIPT.toString());
    builder.command().addAll(List.of(words));
    builder.environment().put("DOTTORE_HOME", home.toString());
    builder.environment().put("DOTTORE_THROWAWAY", "1");
    builder.redirectError(ProcessBuilder.Redirect.INHERIT);
    try {
      Process process = builder.start();
      String out = new String(process.getInputStream().readAllBytes(), StandardCharsets.UTF_8);
      if (process.waitFor() != 0) {
        throw new IllegalStateException("the test database did not " + words[1] + ": " + out);
      }
      return out;
    } catch (IOException broken) {
      throw new UncheckedIOException(broken);
    } catch (InterruptedException stopped) {
      Thread.currentThread().interrupt();
      throw new IllegalStateException(stopped);
    }
  }
}
