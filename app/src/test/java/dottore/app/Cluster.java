package dottore.app;

import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Comparator;
import java.util.List;
import java.util.Map;

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

  /** At which port it ran the last time, and would run again. */
  public void ranAt(int port) {
    try {
      Files.writeString(home.resolve("db-port"), port + "\n");
    } catch (IOException broken) {
      throw new UncheckedIOException(broken);
    }
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
    return script(Map.of(), words);
  }

  /** Runs a command of the start script on this cluster; what it printed. */
  public String script(Map<String, String> environment, String... words) {
    Said said = run(environment, words);
    if (said.code() != 0) {
      throw new IllegalStateException(String.join(" ", words) + " failed: " + said.text());
    }
    return said.text();
  }

  /** The same of a command that must fail; what it said. */
  public String fails(String... words) {
    Said said = run(Map.of(), words);
    if (said.code() == 0) {
      throw new IllegalStateException(String.join(" ", words) + " did not fail: " + said.text());
    }
    return said.text();
  }

  private record Said(int code, String text) {}

  private Said run(Map<String, String> environment, String... words) {
    ProcessBuilder builder = new ProcessBuilder();
    builder.command().add(SCRIPT.toString());
    builder.command().addAll(List.of(words));
    builder.environment().put("DOTTORE_HOME", home.toString());
    builder.environment().put("DOTTORE_THROWAWAY", "1");
    builder.environment().putAll(environment);
    if (words[0].equals("db")) {
      builder.redirectError(ProcessBuilder.Redirect.INHERIT);
    } else {
      builder.redirectErrorStream(true);
    }
    try {
      Process process = builder.start();
      String out = new String(process.getInputStream().readAllBytes(), StandardCharsets.UTF_8);
      return new Said(process.waitFor(), out);
    } catch (IOException broken) {
      throw new UncheckedIOException(broken);
    } catch (InterruptedException stopped) {
      Thread.currentThread().interrupt();
      throw new IllegalStateException(stopped);
    }
  }
}
