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
import java.util.concurrent.TimeUnit;
import java.util.jar.Attributes;
import java.util.jar.JarOutputStream;
import java.util.jar.Manifest;
import java.util.stream.Collectors;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/**
 * The installed program: started by its own script, up again by itself, gone when it is told to.
 */
class ServeTest {
  private static final Duration PATIENCE = Duration.ofSeconds(120);

  @TempDir Path folder;

  private Path program;
  private Path home;
  private int port;

  /** The program as it is laid out, with the classes of this run instead of its libraries. */
  @BeforeEach
  void layOut() throws IOException {
    Files.setPosixFilePermissions(folder, PosixFilePermissions.fromString("rwxr-xr-x"));
    program = Files.createDirectories(folder.resolve("program"));
    home = folder.resolve("home");
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
    try (ServerSocket free = new ServerSocket(0)) {
      port = free.getLocalPort();
    }
    Files.writeString(
        folder.resolve("shop.conf"),
        "# ports and paths\nDOTTORE_PORT=%d\nDOTTORE_HOME=%s\nDOTTORE_THROWAWAY=1\nPATH=/nowhere\n"
            .formatted(port, home));
  }

  private Process script(String... words) throws IOException {
    ProcessBuilder builder = new ProcessBuilder();
    builder.command().add(program.resolve("dottore").toString());
    builder.command().addAll(List.of(words));
    builder.environment().keySet().removeIf(name -> name.startsWith("DOTTORE_"));
    builder.environment().put("DOTTORE_CONFIG", folder.resolve("shop.conf").toString());
    builder.redirectErrorStream(true);
    builder.redirectOutput(ProcessBuilder.Redirect.appendTo(folder.resolve("said").toFile()));
    return builder.start();
  }

  private String said() throws IOException {
    return Files.readString(folder.resolve("said"));
  }

  private boolean answers() {
    try {
      return HttpClient.newHttpClient()
              .send(
                  HttpRequest.newBuilder(URI.create("http://127.0.0.1:" + port + "/first-owner"))
                      .timeout(Duration.ofSeconds(5))
                      .build(),
                  HttpResponse.BodyHandlers.discarding())
              .statusCode()
          == 200;
    } catch (IOException notYet) {
      return false;
    } catch (InterruptedException stopped) {
      Thread.currentThread().interrupt();
      return false;
    }
  }

  private Duration untilItAnswers(Process serve) throws Exception {
    Instant began = Instant.now();
    while (!answers()) {
      assertThat(serve.isAlive()).as(said()).isTrue();
      assertThat(Duration.between(began, Instant.now())).as(said()).isLessThan(PATIENCE);
      Thread.sleep(200);
    }
    return Duration.between(began, Instant.now());
  }

  private ProcessHandle application(Process serve) {
    return serve
        .descendants()
        .filter(p -> p.info().commandLine().orElse("").contains("--server.port=" + port))
        .filter(p -> p.info().command().orElse("").endsWith("java"))
        .findFirst()
        .orElseThrow();
  }

  private long postmaster() throws IOException {
    return Long.parseLong(Files.readAllLines(home.resolve("db/postmaster.pid")).get(0).strip());
  }

  @Test
  void whatDiesIsStartedAgainAndNothingStaysWhenItIsStopped() throws Exception {
    Process serve = script("serve");
    try {
      untilItAnswers(serve);
      application(serve).destroyForcibly();
      Thread.sleep(500);
      Duration application = untilItAnswers(serve);
      long database = postmaster();
      ProcessHandle.of(database).orElseThrow().destroyForcibly();
      Thread.sleep(500);
      Duration record = untilItAnswers(serve);
      assertThat(postmaster()).isNotEqualTo(database);
      System.out.printf(
          "up again: application killed, %.1f s; database killed, %.1f s%n",
          application.toMillis() / 1000.0, record.toMillis() / 1000.0);
      assertThat(Files.readString(home.resolve("watch.log")))
          .contains("the application ended with 137", "the database had stopped");
      assertThat(home.resolve("log/dottore.log")).isNotEmptyFile();
      assertThat(home.resolve("db/log")).isNotEmptyDirectory();
    } finally {
      serve.destroy();
    }
    assertThat(serve.waitFor(60, TimeUnit.SECONDS)).isTrue();
    assertThat(said()).contains("Stopped");
    assertThat(answers()).isFalse();
    assertThat(home.resolve("db/postmaster.pid")).doesNotExist();
    assertThat(ProcessHandle.allProcesses())
        .noneMatch(p -> p.info().commandLine().orElse("").contains(home.toString()));
  }

  @Test
  void installLaysOutAUserOfItsOwnAndOneFileOfPortsAndPaths() throws Exception {
    Path root = folder.resolve("root");
    assertThat(script("install", root.toString()).waitFor()).as(said()).isZero();
    String unit = Files.readString(root.resolve("etc/systemd/system/dottore.service"));
    assertThat(unit)
        .contains("User=dottore", "EnvironmentFile=/etc/dottore.conf", "Restart=on-failure")
        .contains("ExecStart=/opt/dottore/dottore serve", "NoNewPrivileges=yes")
        .doesNotContain("User=root");
    Path config = root.resolve("etc/dottore.conf");
    assertThat(Files.readString(config))
        .contains("DOTTORE_PORT=8080", "DOTTORE_HOME=/var/lib/dottore");
    assertThat(root.resolve("opt/dottore/dottore")).isExecutable();
    assertThat(root.resolve("opt/dottore/.dottore/app/dottore.jar")).exists();
    // Installing again changes the program and not what the shop set.
    Files.writeString(config, "DOTTORE_PORT=9000\n");
    assertThat(script("install", root.toString()).waitFor()).as(said()).isZero();
    assertThat(Files.readString(config)).isEqualTo("DOTTORE_PORT=9000\n");
  }

  /** As when the distribution brings a newer server: the folder of another version is made up. */
  @Test
  void anotherMajorVersionTakesAllOverOrNothing() throws Exception {
    Path servers = Files.createDirectories(folder.resolve("servers"));
    try (var found = Files.list(Path.of("/usr/lib/postgresql"))) {
      Path real = found.sorted().reduce((a, b) -> b).orElseThrow();
      Files.createSymbolicLink(servers.resolve(real.getFileName()), real);
      Files.createSymbolicLink(servers.resolve("99"), real);
      Files.createSymbolicLink(servers.resolve("98"), Path.of("/nowhere"));
    }
    Files.writeString(
        folder.resolve("shop.conf"),
        "DOTTORE_HOME=%s\nDOTTORE_THROWAWAY=1\nDOTTORE_POSTGRES=%s\n".formatted(home, servers));
    assertThat(script("db", "start").waitFor()).as(said()).isZero();
    sql("create table ticket (id int); insert into ticket select generate_series(1, 500)");
    assertThat(script("upgrade", "99").waitFor()).isNotZero();
    assertThat(said()).contains("stop Dottore first");
    assertThat(script("db", "stop").waitFor()).isZero();
    assertThat(script("upgrade", "98").waitFor()).isNotZero();
    assertThat(said()).contains("install postgresql-98 first");
    assertThat(script("upgrade", "99").waitFor()).as(said()).isZero();
    assertThat(said()).contains("1 tables, 500 rows");
    try (var left = Files.list(home)) {
      assertThat(left.map(p -> p.getFileName().toString()))
          .anyMatch(name -> name.matches("db-\\d+-\\d{8}-\\d{6}"));
    }
    assertThat(Files.list(home.resolve("backups"))).anyMatch(p -> p.toString().endsWith(".dump"));
    assertThat(script("db", "start").waitFor()).isZero();
    assertThat(sql("select 'rows ' || count(*) from ticket")).contains("rows 500");
    assertThat(script("db", "stop").waitFor()).isZero();
    // A cluster whose server is gone is said, and not touched.
    Files.writeString(home.resolve("db/PG_VERSION"), "97\n");
    assertThat(script("db", "start").waitFor()).isNotZero();
    assertThat(said()).contains("is of PostgreSQL 97", "install postgresql-97 again");
  }

  private String sql(String text) throws Exception {
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
    return out;
  }
}
