package dottore.app.knowledge;

import com.github.benmanes.caffeine.cache.Cache;
import com.github.benmanes.caffeine.cache.Caffeine;
import dottore.app.news.News;
import dottore.app.shop.Shop;
import dottore.core.casebook.Casebook;
import dottore.core.casebook.Context;
import dottore.core.casebook.Overlay;
import dottore.core.casebook.School;
import dottore.core.diagnosis.Diagnosis;
import dottore.core.diagnosis.Schools;
import dottore.core.diagnosis.ShopRules;
import dottore.core.learning.Experience;
import dottore.core.learning.Learned;
import dottore.core.words.Wording;
import jakarta.annotation.PreDestroy;
import jakarta.servlet.ServletException;
import java.io.IOException;
import java.time.Instant;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.Set;
import java.util.concurrent.ExecutionException;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.TimeUnit;
import java.util.concurrent.TimeoutException;
import java.util.concurrent.atomic.AtomicBoolean;
import java.util.function.UnaryOperator;
import org.jspecify.annotations.Nullable;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.boot.context.event.ApplicationReadyEvent;
import org.springframework.context.event.EventListener;
import org.springframework.dao.DataAccessException;
import org.springframework.stereotype.Service;
import org.springframework.transaction.PlatformTransactionManager;
import org.springframework.transaction.TransactionDefinition;
import org.springframework.transaction.TransactionException;
import org.springframework.transaction.support.TransactionTemplate;

/**
 * The diagnosis that is in force: shipped casebook, the shop's own entries over it, the odds and
 * minutes that were learned, and the schools. Prepared once and again after each change.
 */
@Service
public class Knowledge {
  private static final Logger LOG = LoggerFactory.getLogger(Knowledge.class);
  private static final int PREPARED = 8;

  /**
   * All that is in force at one moment. Never changed: a change makes a new one.
   *
   * @param version counted up with every change
   */
  private record State(
      long version,
      Casebook written,
      List<String> ownFaults,
      Experience experience,
      Learned learned,
      Map<School, String> schools,
      Wording wording,
      Cache<ShopRules, Diagnosis> diagnoses) {

    static State of(
        long version,
        Casebook written,
        List<String> faults,
        Experience experience,
        Map<School, String> schools,
        Wording wording) {
      return new State(
          version,
          written,
          List.copyOf(faults),
          experience,
          Learned.from(written, experience),
          Map.copyOf(schools),
          wording,
          Caffeine.newBuilder().maximumSize(PREPARED).build());
    }

    State after(Experience more) {
      return taughtBy(experience.with(more));
    }

    State taughtBy(Experience all) {
      return of(version + 1, written, ownFaults, all, schools, wording);
    }
  }

  private final OwnEntries own;
  private final Choices choices;
  private final LivedThrough livedThrough;
  private final Shop shop;
  private final TransactionTemplate reading;
  private final ThreadLocal<@Nullable State> pinned = new ThreadLocal<>();
  private final Object changing = new Object();
  private final ExecutorService learning =
      Executors.newSingleThreadExecutor(
          work -> {
            Thread thread = new Thread(work, "learning");
            thread.setDaemon(true);
            return thread;
          });
  private final AtomicBoolean toLearnAgain = new AtomicBoolean();
  private volatile @Nullable State inForce;

  Knowledge(
      OwnEntries own,
      Choices choices,
      LivedThrough livedThrough,
      Shop shop,
      PlatformTransactionManager transactions) {
    this.own = own;
    this.choices = choices;
    this.livedThrough = livedThrough;
    this.shop = shop;
    this.reading = new TransactionTemplate(transactions);
    reading.setPropagationBehavior(TransactionDefinition.PROPAGATION_REQUIRES_NEW);
    reading.setReadOnly(true);
  }

  /** So that nobody waits for it at the first page; with the database away the first page does. */
  @EventListener(ApplicationReadyEvent.class)
  public void prepare() {
    try {
      diagnosis();
    } catch (DataAccessException | TransactionException away) {
      LOG.warn("The record cannot be read yet: {}", away.getMessage());
    }
  }

  @PreDestroy
  void close() {
    learning.shutdownNow(); // what was not learned from yet is, at the next start
  }

  // --- one state from the first line of a page to the last ---------------------------------------

  /** Work that may fail as a page may. */
  public interface Page {
    void show() throws ServletException, IOException;
  }

  /** Shows a page on what is in force now, whatever changes meanwhile. */
  public void pinned(Page page) throws ServletException, IOException {
    pinned.set(inForce);
    try {
      page.show();
    } finally {
      pinned.remove();
    }
  }

  private State state() {
    State here = pinned.get();
    if (here != null) {
      return here;
    }
    State now = inForce;
    return now == null ? changed(before -> read(0)) : now;
  }

  /** Changes what is in force, one change after the other; the page that asked goes on with it. */
  private State changed(UnaryOperator<@Nullable State> change) {
    synchronized (changing) {
      State fresh = Objects.requireNonNull(change.apply(inForce));
      inForce = fresh;
      if (pinned.get() != null) {
        pinned.set(fresh);
      }
      return fresh;
    }
  }

  private static long next(@Nullable State before) {
    return before == null ? 1 : before.version() + 1;
  }

  /** Reads all of it from the record. */
  private State read(long version) {
    OwnEntries.InForce entries = own.inForce();
    entries.faults().forEach(fault -> LOG.error("Own casebook entries: {}", fault));
    return Objects.requireNonNull(
        reading.execute(
            status ->
                State.of(
                    version,
                    entries.casebook(),
                    entries.faults(),
                    experience(),
                    choices.schools(),
                    new Wording(entries.casebook()))));
  }

  private Experience experience() {
    return choices.learning() ? livedThrough.since(choices.since()) : Experience.none();
  }

  /** What is wrong with the shop's own entries, so that they are not in force; empty if nothing. */
  public List<String> ownFaults() {
    return state().ownFaults();
  }

  /** Prices and shelf move the advice: what was computed before does not hold. */
  @EventListener
  void shopChanged(Shop.Changed changed) {
    reload();
  }

  /** Another server changed something. What closed tickets teach is read again off the page. */
  @EventListener
  void heard(News.Heard news) {
    switch (news.topic()) {
      case News.ENTRIES, News.CHOICES -> reload();
      case News.CLOSED -> learnAgain();
      default -> {
        return;
      }
    }
  }

  private void learnAgain() {
    if (!toLearnAgain.compareAndSet(false, true)) {
      return;
    }
    learning.execute(
        () -> {
          toLearnAgain.set(false);
          try {
            Experience all = Objects.requireNonNull(reading.execute(status -> experience()));
            changed(before -> before == null ? read(1) : before.taughtBy(all));
          } catch (RuntimeException broken) {
            LOG.error("What other servers closed taught nothing; a restart catches up", broken);
          }
        });
  }

  /** Reads everything again, as after a restart. */
  void reload() {
    changed(before -> read(next(before)));
  }

  /** The casebook in force, with learned odds and minutes. */
  public Casebook casebook() {
    return state().learned().casebook();
  }

  /** Understands typed words. */
  public Wording wording() {
    return state().wording();
  }

  /** What was learned, beside what shipped. */
  public Learned learned() {
    return state().learned();
  }

  /** The diagnosis under the shop's schools, nothing known of a machine. */
  public Diagnosis diagnosis() {
    return diagnosis(Map.of(), Set.of());
  }

  /** The diagnosis for a machine in these contexts, under the schools that its ticket chose. */
  public Diagnosis diagnosis(Map<School, String> ticket, Set<Context> contexts) {
    State now = state();
    ShopRules rules = shop.rules().under(new Schools(now.schools(), ticket), contexts);
    return now.diagnoses().get(rules, r -> new Diagnosis(now.learned().casebook(), r));
  }

  /** The schools in force for a ticket. */
  public Schools schools(Map<School, String> ticket) {
    return new Schools(state().schools(), ticket);
  }

  /** Counted up with every change of what is in force. */
  public long version() {
    return state().version();
  }

  // --- changes ---------------------------------------------------------------------------------

  /**
   * Learns from a ticket that was closed, off the request that closed it: the record must hold it
   * by now.
   */
  public void learnFrom(String claim) {
    learning.execute(
        () -> {
          try {
            if (choices.learning()) {
              Experience more = livedThrough.of(claim, choices.since());
              changed(before -> before == null ? read(1) : before.after(more));
            }
          } catch (RuntimeException broken) {
            LOG.error("Nothing was learned from ticket {}; a restart catches up", claim, broken);
          }
        });
  }

  /** Waits until everything that was closed is learned from, or a second has passed. */
  public void catchUp() {
    try {
      learning.submit(() -> {}).get(1, TimeUnit.SECONDS);
    } catch (InterruptedException stopped) {
      Thread.currentThread().interrupt();
    } catch (ExecutionException | TimeoutException late) {
      LOG.warn("Learning takes longer than a page waits", late);
    }
    State here = inForce;
    if (pinned.get() != null && here != null) {
      pinned.set(here);
    }
  }

  /**
   * Keeps the shop's own entries; see {@link OwnEntries}.
   *
   * @throws dottore.core.casebook.CasebookFault if they cannot be used; nothing is kept
   * @throws OwnEntries.Overtaken if somebody kept another version since; nothing is kept
   */
  public void keep(Overlay entries, int after, String note, String who) {
    changed(
        before -> {
          Casebook casebook = own.keep(entries, after, note, who);
          State base = before == null ? read(0) : before;
          return State.of(
              base.version() + 1,
              casebook,
              List.of(),
              base.experience(),
              base.schools(),
              new Wording(casebook));
        });
  }

  /**
   * Follows a school from now on.
   *
   * @throws IllegalArgumentException if the school has no such position
   */
  public void choose(School school, String position, String who) {
    choices.choose(school, position, who);
    reload();
  }

  public boolean learning() {
    return choices.learning();
  }

  /** Lets closed tickets move odds and minutes, or not. */
  public void learn(boolean on, String who) {
    choices.learn(on, who);
    reload();
  }

  /** From when on closed tickets count; empty if all do. */
  public Optional<Instant> learningSince() {
    return choices.since();
  }

  /** Back to the shipped odds and minutes: only tickets closed from now on count. */
  public void startAnew(String who) {
    choices.startAnew(who);
    reload();
  }

  /** All closed tickets count again. */
  public void countAll() {
    choices.countAll();
    reload();
  }
}
