package dottore.app.shop;

import static org.assertj.core.api.Assertions.assertThat;

import dottore.app.Cluster;
import dottore.app.InEmptyShop;
import dottore.app.Shopkeeping;
import dottore.app.TestDatabase;
import dottore.app.TestShop;
import dottore.app.Visitor;
import dottore.app.account.Accounts;
import dottore.app.account.Role;
import java.nio.file.Files;
import java.nio.file.Path;
import java.sql.Connection;
import java.sql.DriverManager;
import java.sql.ResultSet;
import java.sql.Statement;
import java.time.Instant;
import java.util.Map;
import java.util.TreeMap;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.springframework.beans.factory.annotation.Autowired;
import org.springframework.beans.factory.annotation.Value;
import org.springframework.test.util.ReflectionTestUtils;

/** What is kept can be brought back elsewhere, row by row. */
@InEmptyShop
class BackupTest {
  @Value("${local.server.port}")
  int port;

  @Autowired Accounts accounts;
  @Autowired LastBackup last;
  @Autowired Shop shop;

  @TempDir Path folder;

  @Test
  void aBackupBroughtBackElsewhereIsEqualTableByTable() throws Exception {
    Shopkeeping.signedIn(accounts, port, Role.OWNER);
    Path file = folder.resolve("shop.dump");
    Path keys = Files.writeString(folder.resolve("ring"), "a key ring");
    String said =
        TestDatabase.script(
            Map.of(
                "DOTTORE_DATABASE", "dottore",
                "DOTTORE_BACKUPS", folder.toString(),
                "DOTTORE_KEYS_FILE", keys.toString()),
            "backup",
            file.toString());
    assertThat(said).contains("proved by a restore");
    assertThat(Files.readString(Path.of(file + ".keys"))).isEqualTo("a key ring");
    assertThat(Files.getPosixFilePermissions(file)).hasSize(2);
    Map<String, String> here =
        tables(
            System.getProperty("spring.datasource.url"),
            System.getProperty("spring.datasource.password"));
    try (Cluster elsewhere = Cluster.make()) {
      elsewhere.script(Map.of(), "restore", file.toString());
      assertThat(tables(elsewhere.database("dottore"), elsewhere.password())).isEqualTo(here);
      assertThat(here)
          .containsKeys("ticket", "log_entry", "account", "photo")
          .hasSizeGreaterThan(20);
      // Never over what is there.
      assertThat(elsewhere.fails("restore", file.toString())).contains("holds a database already");
    }
    // What is no backup leaves nothing behind.
    Path broken = Files.writeString(folder.resolve("broken.dump"), "no backup at all");
    try (Cluster empty = Cluster.make()) {
      assertThat(empty.fails("restore", broken.toString())).contains("nothing was kept");
      empty.script(Map.of(), "restore", file.toString());
    }
  }

  /** The server is gone without a word; its shop opens on another machine as it was. */
  @Test
  void theDemoShopIsEqualOnASecondMachineAfterAKill() throws Exception {
    Path file = folder.resolve("demo.dump");
    String url = TestDatabase.another("kept");
    Path sticks = folder.resolve("sticks");
    TestShop.own(
            "--server.port=0",
            "--dottore.password-cost=4",
            "--dottore.sticks.folder=" + sticks,
            "--dottore.keys.file=" + folder.resolve("ring"),
            "--spring.datasource.url=" + url)
        .close();
    Map<String, String> here = tables(url, System.getProperty("spring.datasource.password"));
    TestDatabase.script(
        Map.of("DOTTORE_DATABASE", "kept", "DOTTORE_BACKUPS", folder.toString()),
        "backup",
        file.toString());
    try (Cluster elsewhere = Cluster.make()) {
      elsewhere.script(Map.of(), "restore", file.toString());
      assertThat(tables(elsewhere.database("dottore"), elsewhere.password())).isEqualTo(here);
      assertThat(here.get("ticket"))
          .as("42 of the shop's and one to practice on")
          .startsWith("43 ");
    }
  }

  /** Each table with a sum over its rows in their order. */
  private static Map<String, String> tables(String url, String password) throws Exception {
    Map<String, String> tables = new TreeMap<>();
    try (Connection record = DriverManager.getConnection(url, "dottore", password);
        Statement ask = record.createStatement()) {
      try (ResultSet names =
          ask.executeQuery(
              "select table_name from information_schema.tables where table_schema = 'public'"
                  + " and table_name not like 'spring_session%'")) {
        while (names.next()) {
          tables.put(names.getString(1), "");
        }
      }
      for (String table : tables.keySet()) {
        try (ResultSet sum =
            ask.executeQuery(
                "select count(*) || ' ' || coalesce(md5(string_agg(t::text, '|' order by t::text)),"
                    + " '') from \""
                    + table
                    + "\" t")) {
          sum.next();
          tables.put(table, sum.getString(1));
        }
      }
    }
    return tables;
  }

  @Test
  void settingsSayHowOldTheLastOneIs() throws Exception {
    Visitor owner = Shopkeeping.signedIn(accounts, port, Role.OWNER);
    Object before = ReflectionTestUtils.getField(last, "folder");
    try {
      ReflectionTestUtils.setField(last, "folder", folder.toString());
      assertThat(owner.get("/settings/backups").text()).contains("There is no backup");
      Files.writeString(folder.resolve("last"), "at=never\nfile=x\n");
      assertThat(owner.get("/settings/backups").text()).contains("There is no backup");
      write(shop.now().minusSeconds(7200));
      assertThat(owner.get("/settings/backups").text())
          .contains("The last backup is 2 h old")
          .contains("759 rows of 28 tables")
          .contains(folder.toString());
      assertThat(owner.get("/settings/backups").page().select(".card.stop")).isEmpty();
      write(shop.now().minusSeconds(40 * 3600));
      assertThat(owner.get("/settings/backups").page().select(".card.stop").text())
          .contains("./dottore backup");
    } finally {
      ReflectionTestUtils.setField(last, "folder", before);
    }
    Visitor technician = Shopkeeping.signedIn(accounts, port, Role.TECHNICIAN);
    assertThat(technician.status("/settings/backups")).isEqualTo(403);
  }

  private void write(Instant at) throws Exception {
    Files.writeString(
        folder.resolve("last"),
        "at=" + at + "\nfile=/b/shop.dump\nbytes=85822\ntables=28\nrows=759\n");
  }
}
