package dottore.app.secret;

import dottore.app.record.Closing;
import dottore.app.record.Record;
import dottore.app.record.TicketFile;
import dottore.app.said.NotThere;
import dottore.app.said.Refused;
import dottore.app.seal.Holder;
import dottore.app.seal.KeyRing;
import dottore.app.seal.KeyRing.Sealed;
import dottore.app.shop.Shop;
import java.time.Instant;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.boot.context.event.ApplicationReadyEvent;
import org.springframework.context.event.EventListener;
import org.springframework.dao.DataAccessException;
import org.springframework.stereotype.Service;
import org.springframework.transaction.TransactionException;
import org.springframework.transaction.annotation.Propagation;
import org.springframework.transaction.annotation.Transactional;
import org.springframework.transaction.event.TransactionPhase;
import org.springframework.transaction.event.TransactionalEventListener;

/** Secrets of tickets: sealed, opened, destroyed. What they say is in no log and no bundle. */
@Service
class SecretBook {
  private static final Logger LOG = LoggerFactory.getLogger(SecretBook.class);

  /** What it is. */
  enum Kind {
    KEY("key of the system"),
    RECOVERY("recovery key of an encrypted drive"),
    PASSWORD("password that the customer left");

    private final String words;

    Kind(String words) {
      this.words = words;
    }

    public String words() {
      return words;
    }

    String id() {
      return name().toLowerCase(Locale.ROOT);
    }
  }

  /** Where one stands; never what it says. */
  record Kept(
      long id, Kind kind, String label, Instant at, String who, boolean leaves, boolean gone) {}

  private final SecretRepository secrets;
  private final KeyRing ring;
  private final Record record;
  private final Shop shop;
  private final List<Holder> holders;

  SecretBook(
      SecretRepository secrets, KeyRing ring, Record record, Shop shop, List<Holder> holders) {
    this.secrets = secrets;
    this.holders = holders;
    this.ring = ring;
    this.record = record;
    this.shop = shop;
  }

  /** Whether the file of keys opens what is sealed; asked at the start, and said where it hurts. */
  @Transactional(readOnly = true)
  boolean fits() {
    return secrets.findByDestroyedAtIsNull().stream()
            .map(row -> ring.open(new Sealed(row.keyId, row.sealed), row.belongs()))
            .allMatch(Optional::isPresent)
        && holders.stream().allMatch(Holder::fits);
  }

  @EventListener(ApplicationReadyEvent.class)
  void look() {
    try {
      if (!fits()) {
        LOG.error(
            "The file of keys {} does not open what is sealed in this database. Put the right file"
                + " back and start again; nothing was changed.",
            ring.file());
      }
    } catch (DataAccessException | TransactionException away) {
      LOG.warn("What is sealed was not looked at: {}", away.getMessage());
    }
  }

  List<Kept> of(TicketFile file) {
    return secrets.findByTicketIdOrderById(file.id()).stream()
        .map(
            row ->
                new Kept(
                    row.id == null ? 0 : row.id,
                    Kind.valueOf(row.kind),
                    row.label,
                    row.keptAt,
                    row.keptBy,
                    row.leaves,
                    row.destroyedAt != null))
        .toList();
  }

  /** Seals one; called while the ticket is held. */
  @Transactional(propagation = Propagation.MANDATORY)
  void keep(TicketFile file, Kind kind, String label, String text, boolean leaves, String who) {
    SecretRow row = new SecretRow();
    row.ticketId = file.id();
    row.kind = kind.name();
    row.label = label;
    Sealed sealed = ring.seal(text, row.belongs());
    row.keyId = sealed.key();
    row.sealed = sealed.bytes();
    row.keptAt = shop.now();
    row.keptBy = who;
    row.leaves = leaves;
    secrets.save(row);
  }

  private SecretRow row(TicketFile file, long id) {
    return secrets
        .findById(id)
        .filter(row -> row.ticketId == file.id() && row.destroyedAt == null)
        .orElseThrow(() -> new NotThere("There is no such key on this ticket any more."));
  }

  /**
   * What it says; called while the ticket is held, so that the log tells of it or it is not said.
   *
   * @throws Refused if the file of keys does not open it
   */
  @Transactional(propagation = Propagation.MANDATORY)
  String open(TicketFile file, long id) {
    SecretRow row = row(file, id);
    return ring.open(new Sealed(row.keyId, row.sealed), row.belongs())
        .orElseThrow(
            () ->
                new Refused(
                    "The server's file of keys does not open it. The owner puts the right file"
                        + " back; it is sealed still."));
  }

  String label(TicketFile file, long id) {
    SecretRow row = row(file, id);
    return Kind.valueOf(row.kind).words() + (row.label.isEmpty() ? "" : ", " + row.label);
  }

  /** Nothing of it is left but that it was there. */
  @Transactional(propagation = Propagation.MANDATORY)
  void destroy(TicketFile file, long id) {
    destroy(row(file, id));
  }

  private void destroy(SecretRow row) {
    row.sealed = new byte[0];
    row.keyId = "";
    row.destroyedAt = shop.now();
    secrets.save(row);
  }

  /** What was kept until the machine leaves goes with it. */
  @TransactionalEventListener(phase = TransactionPhase.BEFORE_COMMIT)
  @Transactional(propagation = Propagation.MANDATORY)
  void closed(Closing.Closed ticket) {
    secrets
        .findByTicketIdAndLeavesTrueAndDestroyedAtIsNull(record.open(ticket.claim()).id())
        .forEach(this::destroy);
  }

  /** Seals everything with a new key and forgets the old one; all of it or nothing. */
  @Transactional
  int renew() {
    if (!fits()) {
      throw new Refused("The file of keys does not open all that is sealed. Nothing was changed.");
    }
    List<Runnable> others = holders.stream().flatMap(h -> h.open().stream()).toList();
    List<SecretRow> all = secrets.findByDestroyedAtIsNull();
    List<String> texts =
        all.stream()
            .map(row -> ring.open(new Sealed(row.keyId, row.sealed), row.belongs()).orElseThrow())
            .toList();
    ring.renew();
    for (int i = 0; i < all.size(); i++) {
      SecretRow row = all.get(i);
      Sealed sealed = ring.seal(texts.get(i), row.belongs());
      row.keyId = sealed.key();
      row.sealed = sealed.bytes();
    }
    others.forEach(Runnable::run);
    secrets.saveAllAndFlush(all);
    return all.size() + others.size();
  }

  /** Once the record holds what was sealed anew. */
  void forgetOld() {
    if (fits()) {
      ring.forgetOld();
    }
  }
}
