package dottore.app.server;

import static org.assertj.core.api.Assertions.assertThat;

import dottore.app.DottoreApplication;
import java.io.File;
import java.io.IOException;
import java.net.ServerSocket;
import java.net.URI;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.attribute.PosixFilePermissions;
import java.time.Duration;
import java.time.Instant;
import java.util.Arrays;
import java.util.List;
import java.util.Optional;
import java.util.concurrent.TimeUnit;
import java.util.jar.Attributes;
import java.util.jar.JarOutputStream;
import java.util.jar.Manifest;
import java.util.stream.Collectors;

/**
 * The program as it is installed, with the classes of this run instead of its libraries: started
 * and stopped by its own script.
 */
public final class LaidOut {
  private static final Duration PATIENCE = Duration.ofSeconds(120);
  private static final HttpClient CLIENT =
      HttpClient.newBuilder().connectTimeout(Duration.ofSeconds(3)).build();

  private final Path folder;
  private final Path program;
  private final Path home;
  private final Path said;
  private final int port;

  /**
   * @param folder that is there and empty, or holds what another of the same shop laid out
   * @param home where the shop's database is
   */
  public LaidOut(Path folder, Path home) throws IOException {
    this.folder = folder;
    this.home = home;
    Files.setPosixFilePermissions(folder, PosixFilePermissions.fromString("rwxr-xr-x"));
    this.program = folder.resolve("program");
    if (!Files.exists(program)) {
      layOut();
    }
    try (ServerSocket free = new ServerSocket(0)) {
      this.port = free.getLocalPort();
    }
    this.said = folder.resolve("said-" + port);
    Files.createFile(said);
    configure("DOTTORE_PORT=" + port, "DOTTORE_HOME=" + home, "PATH=/nowhere");
  }

  private void layOut() throws IOException {
    Files.createDirectories(program);
    Files.copy(Path.of("..", "dottore"), program.resolve("dottore"));
    program.resolve("dottore").toFile().setExecutable(true);
    Path app = Files.createDirectories(program.resolve(".dottore/app"));
    Files.createFile(program.resolve(".dottore/installed"));
    Manifest manifest = new Manifest();
    Attributes main = manifest.getMainAttributes();
    main.put(Attributes.Name.MANIFEST_VERSION, "1.0");
    main.put(Attributes.Name.MAIN_CLASS, DottoreApplication.class.getName());
    main.put(
        Attributes.Name.CLASS_PATH,
        Arrays.stream(System.getProperty("java.class.path").split(File.pathSeparator))
            .map(entry -> Path.of(entry).toUri().toString())
            .collect(Collectors.joining(" ")));
    new JarOutputStream(Files.newOutputStream(app.resolve("dottore.jar")), manifest).close();
    Files.createFile(app.resolve("classes.jsa")); // quick starts are not what is looked at
  }

  private Path config() {
    return folder.resolve("shop-" + port + ".conf");
  }

  /** What the file of ports and paths says. */
  public void configure(String... lines) throws IOException {
    Files.writeString(config(), "# ports and paths\n" + String.join("\n", lines) + "\n");
  }

  public int port() {
    return port;
  }

  public Path home() {
    return home;
  }

  /** Runs a command of the script. */
  public Process script(String... words) throws IOException {
    ProcessBuilder builder = new ProcessBuilder();
    builder.command().add(program.resolve("dottore").toString());
    builder.command().addAll(List.of(words));
    builder.environment().keySet().removeIf(name -> name.startsWith("DOTTORE_"));
    builder.environment().put("DOTTORE_CONFIG", config().toString());
    builder.redirectErrorStream(true);
    builder.redirectOutput(ProcessBuilder.Redirect.appendTo(said.toFile()));
    return builder.start();
  }

  /** All that it printed. */
  public String said() throws IOException {
    return Files.readString(said);
  }

  public boolean answers(String path) {
    try {
      int status =
          CLIENT
              .send(
                  HttpRequest.newBuilder(URI.create("http://127.0.0.1:" + port + path))
                      .timeout(Duration.ofSeconds(5))
                      .build(),
                  HttpResponse.BodyHandlers.discarding())
              .statusCode();
      return status == 200 || status == 302;
    } catch (IOException notYet) {
      return false;
    } catch (InterruptedException stopped) {
      Thread.currentThread().interrupt();
      return false;
    }
  }

  /** How long it takes until pages come that need the database. */
  public Duration untilItAnswers(Process serve) throws Exception {
    Instant began = Instant.now();
    while (!answers("/sign-in")) {
      assertThat(serve.isAlive()).as(said()).isTrue();
      assertThat(Duration.between(began, Instant.now())).as(said()).isLessThan(PATIENCE);
      Thread.sleep(100);
    }
    return Duration.between(began, Instant.now());
  }

  /** The application that a script keeps up; waits for it where it is just being started. */
  public ProcessHandle application(Process serve) throws InterruptedException {
    while (true) {
      Optional<ProcessHandle> found =
          serve
              .descendants()
              .filter(p -> p.info().commandLine().orElse("").contains("--server.port=" + port))
              .filter(p -> p.info().command().orElse("").endsWith("java"))
              .findFirst();
      if (found.isPresent()) {
        return found.get();
      }
      assertThat(serve.isAlive()).isTrue();
      Thread.sleep(50);
    }
  }

  /** The process of the database; waits for it where it is just being started. */
  public ProcessHandle database() throws IOException, InterruptedException {
    for (int i = 0; i < 600; i++) {
      Path pid = home.resolve("db/postmaster.pid");
      if (Files.exists(pid)) {
        List<String> lines = Files.readAllLines(pid);
        Optional<ProcessHandle> found =
            lines.isEmpty()
                ? Optional.empty()
                : ProcessHandle.of(Long.parseLong(lines.get(0).strip()));
        if (found.filter(ProcessHandle::isAlive).isPresent()) {
          return found.get();
        }
      }
      Thread.sleep(100);
    }
    throw new AssertionError("there is no database in " + home);
  }

  /** What the database answers. */
  public String sql(String text) throws Exception {
    List<String> pid = Files.readAllLines(home.resolve("db/postmaster.pid"));
    ProcessBuilder psql =
        new ProcessBuilder(
            "psql",
            "-h",
            "127.0.0.1",
            "-p",
            pid.get(3).strip(),
            "-U",
            "dottore",
            "-d",
            "dottore",
            "-tAc",
            text);
    psql.environment().put("PGPASSWORD", Files.readString(home.resolve("db-password")).strip());
    Process process = psql.redirectErrorStream(true).start();
    String out = new String(process.getInputStream().readAllBytes(), StandardCharsets.UTF_8);
    assertThat(process.waitFor()).as(out).isZero();
    return out.strip();
  }

  /** Stops a script and all that it started. */
  public void stop(Process serve) throws Exception {
    serve.destroy();
    assertThat(serve.waitFor(60, TimeUnit.SECONDS)).as(said()).isTrue();
  }
}
