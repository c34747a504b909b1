package dottore.app.server;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Duration;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/**
 * The installed program: started by its own script, up again by itself, gone when it is told to.
 */
class ServeTest {
  @TempDir Path folder;

  private LaidOut shop;
  private Path home;

  @BeforeEach
  void layOut() throws IOException {
    home = folder.resolve("home");
    shop = new LaidOut(folder, home);
  }

  @Test
  void whatDiesIsStartedAgainAndNothingStaysWhenItIsStopped() throws Exception {
    Process serve = shop.script("serve");
    try {
      shop.untilItAnswers(serve);
      shop.application(serve).destroyForcibly();
      Thread.sleep(500);
      Duration application = shop.untilItAnswers(serve);
      long database = shop.database().pid();
      shop.database().destroyForcibly();
      Thread.sleep(500);
      Duration record = shop.untilItAnswers(serve);
      assertThat(shop.database().pid()).isNotEqualTo(database);
      System.out.printf(
          "up again: application killed, %.1f s; database killed, %.1f s%n",
          application.toMillis() / 1000.0, record.toMillis() / 1000.0);
      assertThat(Files.readString(home.resolve("watch.log")))
          .contains("the application ended with 137", "the database had stopped");
      assertThat(home.resolve("log/dottore.log")).isNotEmptyFile();
      assertThat(home.resolve("db/log")).isNotEmptyDirectory();
    } finally {
      shop.stop(serve);
    }
    assertThat(shop.said()).contains("Stopped");
    assertThat(shop.answers("/sign-in")).isFalse();
    assertThat(home.resolve("db/postmaster.pid")).doesNotExist();
    assertThat(ProcessHandle.allProcesses())
        .noneMatch(p -> p.info().commandLine().orElse("").contains(home.toString()));
  }

  @Test
  void installLaysOutAUserOfItsOwnAndOneFileOfPortsAndPaths() throws Exception {
    Path root = folder.resolve("root");
    assertThat(shop.script("install", root.toString()).waitFor()).as(shop.said()).isZero();
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
    assertThat(shop.script("install", root.toString()).waitFor()).as(shop.said()).isZero();
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
    shop.configure("DOTTORE_HOME=" + home, "DOTTORE_THROWAWAY=1", "DOTTORE_POSTGRES=" + servers);
    assertThat(shop.script("db", "start").waitFor()).as(shop.said()).isZero();
    shop.sql("create table ticket (id int); insert into ticket select generate_series(1, 500)");
    assertThat(shop.script("upgrade", "99").waitFor()).isNotZero();
    assertThat(shop.said()).contains("stop Dottore first");
    assertThat(shop.script("db", "stop").waitFor()).isZero();
    assertThat(shop.script("upgrade", "98").waitFor()).isNotZero();
    assertThat(shop.said()).contains("install postgresql-98 first");
    assertThat(shop.script("upgrade", "99").waitFor()).as(shop.said()).isZero();
    assertThat(shop.said()).contains("1 tables, 500 rows");
    try (var left = Files.list(home)) {
      assertThat(left.map(p -> p.getFileName().toString()))
          .anyMatch(name -> name.matches("db-\\d+-\\d{8}-\\d{6}"));
    }
    assertThat(Files.list(home.resolve("backups"))).anyMatch(p -> p.toString().endsWith(".dump"));
    assertThat(shop.script("db", "start").waitFor()).isZero();
    assertThat(shop.sql("select 'rows ' || count(*) from ticket")).contains("rows 500");
    assertThat(shop.script("db", "stop").waitFor()).isZero();
    // A cluster whose server is gone is said, and not touched.
    Files.writeString(home.resolve("db/PG_VERSION"), "97\n");
    assertThat(shop.script("db", "start").waitFor()).isNotZero();
    assertThat(shop.said()).contains("is of PostgreSQL 97", "install postgresql-97 again");
  }
}
