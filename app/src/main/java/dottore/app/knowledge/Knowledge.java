package dottore.app.knowledge;

import com.github.benmanes.caffeine.cache.Cache;
import com.github.benmanes.caffeine.cache.Caffeine;
import dottore.app.shop.Shop;
import dottore.core.casebook.Casebook;
import dottore.core.casebook.CasebookFault;
import dottore.core.casebook.CasebookReader;
import dottore.core.casebook.Context;
import dottore.core.casebook.Overlay;
import dottore.core.casebook.School;
import dottore.core.diagnosis.Diagnosis;
import dottore.core.diagnosis.Schools;
import dottore.core.diagnosis.ShopRules;
import dottore.core.learning.Experience;
import dottore.core.learning.Learned;
import dottore.core.words.Wording;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import org.jspecify.annotations.Nullable;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.boot.context.event.ApplicationReadyEvent;
import org.springframework.context.event.EventListener;
import org.springframework.stereotype.Service;
import org.springframework.transaction.PlatformTransactionManager;
import org.springframework.transaction.TransactionDefinition;
import org.springframework.transaction.support.TransactionSynchronization;
import org.springframework.transaction.support.TransactionSynchronizationManager;
import org.springframework.transaction.support.TransactionTemplate;

/**
 * The diagnosis that is in force: shipped casebook, the shop's own entries over it, the odds and
 * minutes that were learned, and the schools. Prepared once and again after each change.
 */
@Service
public class Knowledge {
  private static final Logger LOG = LoggerFactory.getLogger(Knowledge.class);
  private static final int PREPARED = 8;

  /** All that is in force at one moment. */
  private record InForce(
      Casebook written,
      List<String> ownFaults,
      Learned learned,
      Map<School, String> schools,
      Wording wording,
      Cache<ShopRules, Diagnosis> diagnoses) {}

  private final OwnEntries own;
  private final Choices choices;
  private final LivedThrough livedThrough;
  private final Shop shop;
  private final TransactionTemplate reading;
  private volatile @Nullable InForce inForce;

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

  /** So that nobody waits for it at the first page. */
  @EventListener(ApplicationReadyEvent.class)
  public void prepare() {
    diagnosis();
  }

  private InForce inForce() {
    InForce now = inForce;
    return now == null ? look(null) : now;
  }

  /**
   * @param written the casebook if it is known already
   */
  private synchronized InForce look(@Nullable Casebook written) {
    InForce fresh =
        reading.execute(
            status -> {
              List<String> faults = new ArrayList<>();
              Casebook casebook = written == null ? read(faults) : written;
              Experience experience =
                  choices.learning() ? livedThrough.since(choices.since()) : Experience.none();
              return new InForce(
                  casebook,
                  List.copyOf(faults),
                  Learned.from(casebook, experience),
                  choices.schools(),
                  new Wording(casebook),
                  Caffeine.newBuilder().maximumSize(PREPARED).build());
            });
    inForce = fresh;
    return java.util.Objects.requireNonNull(fresh);
  }

  /**
   * The shipped casebook under the shop's own entries. Where these no longer fit, as after a new
   * release, the shop goes on with what shipped, and the owner is told.
   */
  private Casebook read(List<String> faults) {
    try {
      return CasebookReader.shippedUnder(own.entries());
    } catch (CasebookFault fault) {
      LOG.error("The shop's own casebook entries do not fit: {}", fault.getMessage());
      faults.addAll(fault.faults());
      return Casebook.shipped();
    }
  }

  /** What is wrong with the shop's own entries, so that they are not in force; empty if nothing. */
  public List<String> ownFaults() {
    return inForce().ownFaults();
  }

  /** Reads everything again, as after a restart. */
  void reload() {
    look(null);
  }

  /** The casebook in force, with learned odds and minutes. */
  public Casebook casebook() {
    return inForce().learned().casebook();
  }

  /** Understands typed words. */
  public Wording wording() {
    return inForce().wording();
  }

  /** What was learned, beside what shipped. */
  public Learned learned() {
    return inForce().learned();
  }

  /** The diagnosis under the shop's schools, nothing known of a machine. */
  public Diagnosis diagnosis() {
    return diagnosis(Map.of(), Set.of());
  }

  /** The diagnosis for a machine in these contexts, under the schools that its ticket chose. */
  public Diagnosis diagnosis(Map<School, String> ticket, Set<Context> contexts) {
    InForce now = inForce();
    ShopRules rules = shop.rules().under(new Schools(now.schools(), ticket), contexts);
    return now.diagnoses().get(rules, r -> new Diagnosis(now.learned().casebook(), r));
  }

  /** The schools in force for a ticket. */
  public Schools schools(Map<School, String> ticket) {
    return new Schools(inForce().schools(), ticket);
  }

  // --- changes ---------------------------------------------------------------------------------

  /** Call when the shop's experience grew; it is looked at again once the change is kept. */
  public void grown() {
    if (!TransactionSynchronizationManager.isSynchronizationActive()) {
      refresh();
    } else if (!TransactionSynchronizationManager.hasResource(this)) {
      TransactionSynchronizationManager.bindResource(this, Boolean.TRUE);
      TransactionSynchronizationManager.registerSynchronization(
          new TransactionSynchronization() {
            @Override
            public void afterCommit() {
              refresh();
            }

            @Override
            public void afterCompletion(int status) {
              TransactionSynchronizationManager.unbindResourceIfPossible(Knowledge.this);
            }
          });
    }
  }

  private void refresh() {
    InForce now = inForce;
    if (now != null) {
      look(now.written());
    }
  }

  /**
   * Keeps the shop's own entries; see {@link OwnEntries}.
   *
   * @throws dottore.core.casebook.CasebookFault if they cannot be used; nothing is kept
   * @throws OwnEntries.Overtaken if somebody kept another version since; nothing is kept
   */
  public void keep(Overlay entries, int after, String note, String who) {
    look(own.keep(entries, after, note, who));
  }

  /**
   * Follows a school from now on.
   *
   * @throws IllegalArgumentException if the school has no such position
   */
  public void choose(School school, String position, String who) {
    choices.choose(school, position, who);
    refresh();
  }

  public boolean learning() {
    return choices.learning();
  }

  /** Lets closed tickets move odds and minutes, or not. */
  public void learn(boolean on, String who) {
    choices.learn(on, who);
    refresh();
  }

  /** From when on closed tickets count; empty if all do. */
  public Optional<Instant> learningSince() {
    return choices.since();
  }

  /** Back to the shipped odds and minutes: only tickets closed from now on count. */
  public void startAnew(String who) {
    choices.startAnew(who);
    refresh();
  }

  /** All closed tickets count again. */
  public void countAll() {
    choices.countAll();
    refresh();
  }
}
