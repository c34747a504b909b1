package dottore.app.news;

import java.sql.Connection;
import java.sql.DriverManager;
import java.sql.SQLException;
import java.sql.Statement;
import java.util.Properties;
import org.postgresql.PGConnection;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.boot.jdbc.autoconfigure.JdbcConnectionDetails;
import org.springframework.context.SmartLifecycle;
import org.springframework.dao.DataAccessException;
import org.springframework.stereotype.Component;

/** Waits for the database to say that something is new, on a connection of its own. */
@Component
class Listener implements SmartLifecycle {
  private static final Logger LOG = LoggerFactory.getLogger(Listener.class);
  private static final int WAIT_MILLIS = 1000;
  private static final String LISTEN = "listen news";

  private final JdbcConnectionDetails database;
  private final News news;
  private volatile boolean running;

  Listener(JdbcConnectionDetails database, News news) {
    this.database = database;
    this.news = news;
  }

  @Override
  public void start() {
    running = true;
    Thread thread = new Thread(this::listen, "news");
    thread.setDaemon(true);
    thread.start();
  }

  @Override
  public void stop() {
    running = false;
  }

  @Override
  public boolean isRunning() {
    return running;
  }

  private void listen() {
    boolean heard = true;
    while (running) {
      try (Connection connection = open();
          Statement statement = connection.createStatement()) {
        statement.execute(LISTEN);
        heard = true;
        news.look(); // what came while nobody listened
        hear(connection.unwrap(PGConnection.class));
      } catch (SQLException | DataAccessException away) {
        if (heard) {
          LOG.warn("News of other servers are not heard: {}", away.getMessage());
        }
        heard = false;
        pause();
      } catch (RuntimeException broken) {
        LOG.error("News of another server could not be taken", broken);
        pause();
      }
    }
  }

  private Connection open() throws SQLException {
    Properties how = new Properties();
    how.setProperty("user", String.valueOf(database.getUsername()));
    how.setProperty("password", String.valueOf(database.getPassword()));
    how.setProperty("ApplicationName", "dottore listener");
    how.setProperty("connectTimeout", "2");
    how.setProperty("tcpKeepAlive", "true");
    return DriverManager.getConnection(database.getJdbcUrl(), how);
  }

  private void hear(PGConnection connection) throws SQLException {
    while (running) {
      if (connection.getNotifications(WAIT_MILLIS).length > 0) {
        news.look();
      }
    }
  }

  private static void pause() {
    try {
      Thread.sleep(WAIT_MILLIS);
    } catch (InterruptedException stopped) {
      Thread.currentThread().interrupt();
    }
  }
}
