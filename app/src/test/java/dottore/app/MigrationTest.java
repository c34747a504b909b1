package dottore.app;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import org.flywaydb.core.Flyway;
import org.junit.jupiter.api.Test;
import org.springframework.jdbc.core.JdbcTemplate;
import org.springframework.jdbc.datasource.DriverManagerDataSource;

/** Records of an earlier version are carried over. */
class MigrationTest {

  @Test
  void factsOfTheFirmwareDeskBecomeFactsOfTheMachine() {
    DriverManagerDataSource database =
        new DriverManagerDataSource(
            TestDatabase.another("migrations"),
            System.getProperty("spring.datasource.username"),
            System.getProperty("spring.datasource.password"));
    JdbcTemplate sql = new JdbcTemplate(database);
    Flyway.configure().dataSource(database).target("3").load().migrate();
    sql.update("insert into customer (name) values ('Odo Fenwick')");
    sql.update("insert into machine (maker, model, kind) values ('Halm', 'S', 'laptop')");
    sql.update(
        "insert into ticket (claim, customer_id, machine_id, complaint, received, state)"
            + " values ('B0-001-1', 1, 1, 'refused', now(), 'OPEN')");
    String line =
        "insert into log_entry (ticket_id, seq, at, who, kind, text, data)"
            + " values (1, ?, now(), 'runa', ?, 'x', ?::jsonb)";
    sql.update(line, 1, "FIRMWARE", "{\"encrypted\": \"yes\", \"chip\": \"off\"}");
    sql.update(line, 2, "FIRMWARE", "{\"encrypted\": \"no\"}");
    sql.update(line, 3, "FIRMWARE", "{\"encryption\": \"suspended\"}");
    sql.update(line, 4, "NOTE", "{}");
    sql.update(
        "insert into ticket (claim, customer_id, machine_id, complaint, received, state,"
            + " confirmed_causes) values ('B0-002-9', 1, 1, 'dead', now(), 'HANDED_BACK',"
            + " '{cord-out,coin-cell-flat}')");
    Flyway.configure().dataSource(database).load().migrate();
    assertThat(sql.queryForList("select cause from confirmed_cause order by 1", String.class))
        .containsExactly("coin-cell-flat", "cord-out");
    assertThat(sql.queryForList("select kind from log_entry order by seq", String.class))
        .containsExactly("FACT", "FACT", "FACT", "NOTE");
    assertThat(
            sql.queryForList(
                "select data ->> 'encryption' from log_entry where seq < 4 order by seq",
                String.class))
        .containsExactly("active", "none", "suspended");
    assertThat(
            sql.queryForObject(
                "select count(*) from log_entry where data ? 'encrypted'", Integer.class))
        .isZero();
    assertThat(
            sql.queryForObject("select data ->> 'chip' from log_entry where seq = 1", String.class))
        .isEqualTo("off");
    // The log only grows again afterwards.
    assertThatThrownBy(() -> sql.update("update log_entry set text = 'y'"))
        .hasMessageContaining("only grows");
  }
}
