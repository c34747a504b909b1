package dottore.app.news;

import jakarta.annotation.PostConstruct;
import java.util.HashMap;
import java.util.Map;
import java.util.Objects;
import java.util.concurrent.atomic.AtomicLong;
import org.springframework.context.ApplicationEventPublisher;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;

/**
 * What other servers changed. Triggers of the database count each topic up, so that nothing is
 * missed whoever writes; what this server changed itself it knows already.
 */
@Component
public class News {
  /** Names, opening hours, prices and shelf. */
  public static final String SHOP = "shop";

  /** Schools, and whether the shop learns. */
  public static final String CHOICES = "choices";

  /** The shop's own casebook entries. */
  public static final String ENTRIES = "entries";

  /** The shop's own system profiles. */
  public static final String PROFILES = "profiles";

  /** Tickets were closed: they teach. */
  public static final String CLOSED = "closed";

  /** Another server changed something. */
  public record Heard(String topic) {}

  /** Pages that come at once share one look. */
  private static final long AGAIN_AFTER = 250_000_000L;

  private static final String NAME = "select current_setting('application_name')";
  private static final String COUNTS =
      "select topic, sum(version) as version from news"
          + " where server <> current_setting('application_name') group by topic";

  private final JdbcClient record;
  private final ApplicationEventPublisher events;
  private final AtomicLong lookedAt = new AtomicLong(System.nanoTime() - AGAIN_AFTER);
  private final Map<String, Long> known = new HashMap<>();

  News(JdbcClient record, ApplicationEventPublisher events) {
    this.record = record;
    this.events = events;
  }

  /** What stands there before anything is read is no news. */
  @PostConstruct
  void begin() {
    synchronized (known) {
      known.putAll(counts());
    }
  }

  private Map<String, Long> counts() {
    Map<String, Long> counts = new HashMap<>();
    record
        .sql(COUNTS)
        .query((row, n) -> counts.put(row.getString("topic"), row.getLong("version")))
        .list();
    return counts;
  }

  /** The name of this server, by which others know what it holds. */
  public String server() {
    return Objects.requireNonNull(record.sql(NAME).query(String.class).single());
  }

  /** Looks whether anything is new, unless somebody looked just now. */
  public void lookAtTimes() {
    long last = lookedAt.get();
    long now = System.nanoTime();
    if (now - last > AGAIN_AFTER && lookedAt.compareAndSet(last, now)) {
      look();
    }
  }

  /**
   * Looks, and tells of what is new before it returns.
   *
   * @throws org.springframework.dao.DataAccessException if the database is away
   */
  public void look() {
    synchronized (known) {
      counts()
          .forEach(
              (topic, version) -> {
                if (!version.equals(known.get(topic))) {
                  events.publishEvent(new Heard(topic));
                  known.put(topic, version);
                }
              });
    }
  }
}
