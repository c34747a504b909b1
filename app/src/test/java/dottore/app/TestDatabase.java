package dottore.app;

import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import org.junit.platform.launcher.LauncherSession;
import org.junit.platform.launcher.LauncherSessionListener;

/** One private database cluster for the whole test run, thrown away at its end. */
public class TestDatabase implements LauncherSessionListener {
  private static final Path SCRIPT = Path.of("..", "dottore").toAbsolutePath().normalize();
  private static Path home = Path.of("");

  @Override
  public void launcherSessionOpened(LauncherSession session) {
    try {
      home = Files.createTempDirectory(Path.of("/tmp"), "dottore-test-");
      List<String> lines = script("db", "start", "dottore").lines().toList();
      System.setProperty("spring.datasource.url", lines.get(0));
      System.setProperty("spring.datasource.username", "dottore");
      System.setProperty(
          "spring.datasource.password", Files.readString(Path.of(lines.get(1))).strip());
    } catch (IOException broken) {
      throw new UncheckedIOException(broken);
    }
  }

  @Override
  public void launcherSessionClosed(LauncherSession session) {
    script("db", "stop");
    try (var files = Files.walk(home)) {
      files.sorted(java.util.Comparator.reverseOrder()).forEach(path -> path.toFile().delete());
    } catch (IOException broken) {
      throw new UncheckedIOException(broken);
    }
  }

  /** The address of another empty database in the same cluster. */
  public static String another(String name) {
    return script("db", "start", name).lines().findFirst().orElseThrow();
  }

  private static String script(String... words) {
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
