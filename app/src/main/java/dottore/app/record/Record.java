package dottore.app.record;

import dottore.app.said.NotThere;
import dottore.app.said.TooLate;
import dottore.core.casebook.Casebook;
import dottore.core.casebook.Mark;
import dottore.core.diagnosis.Assessment;
import dottore.core.diagnosis.Schools;
import dottore.core.drive.DriveFacts;
import dottore.core.drive.HealthTrend;
import dottore.core.facts.Facts;
import java.time.Instant;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.function.Consumer;
import java.util.function.Function;
import org.springframework.data.domain.PageRequest;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** The record of the shop: every ticket is opened here, and written to in one way only. */
@Service
public class Record {
  private static final int LOOKED_BACK = 5;
  private static final int SEEN_OF_A_MODEL = 20;

  private final Store store;

  Record(Store store) {
    this.store = store;
  }

  // --- writing -------------------------------------------------------------------------------

  /**
   * Writes to a ticket in work. It is locked before anything is read: what is decided, is decided
   * on what the record says, and nobody writes in between.
   *
   * @param decide what to write; nothing is kept if it throws
   * @throws NotThere if no ticket has this claim number
   * @throws TooLate if the ticket was closed
   */
  @Transactional
  public <T> T write(String claim, String who, Function<Writing, T> decide) {
    return write(claim, who, store.shop.now(), decide);
  }

  /** The same, where nothing comes back. */
  @Transactional
  public void change(String claim, String who, Consumer<Writing> decide) {
    change(claim, who, store.shop.now(), decide);
  }

  /** The same at a moment of the past, for records that come from elsewhere. */
  @Transactional
  public <T> T write(String claim, String who, Instant at, Function<Writing, T> decide) {
    Writing writing = hold(claim, who, at);
    if (!writing.file().open()) {
      throw new TooLate("Ticket " + claim + " was closed meanwhile. Nothing was changed.");
    }
    return decide.apply(writing);
  }

  @Transactional
  public void change(String claim, String who, Instant at, Consumer<Writing> decide) {
    write(
        claim,
        who,
        at,
        writing -> {
          decide.accept(writing);
          return true;
        });
  }

  /**
   * Writes what a closed ticket takes as well: a late note, and what goes back late.
   *
   * @throws NotThere if no ticket has this claim number
   */
  @Transactional
  public void late(String claim, String who, Consumer<Writing.Late> decide) {
    decide.accept(hold(claim, who, store.shop.now()).late());
  }

  private Writing hold(String claim, String who, Instant at) {
    Ticket ticket = store.tickets.hold(claim).orElseThrow(() -> noTicket(claim));
    return new Writing(store, ticket, who, at);
  }

  static NotThere noTicket(String claim) {
    return new NotThere("There is no ticket with the claim number " + claim + ".");
  }

  // --- reading -------------------------------------------------------------------------------

  /**
   * A ticket with all that belongs to it.
   *
   * @throws NotThere if no ticket has this claim number
   */
  @Transactional(readOnly = true)
  public TicketFile open(String claim) {
    return store.file(store.tickets.find(claim).orElseThrow(() -> noTicket(claim)));
  }

  /** A machine in the shop, and what can be said of it. Its hands clocks are left out. */
  public record Standing(TicketFile file, Assessment assessment) {}

  /** Every machine that is in the shop, in the order of arrival. */
  @Transactional(readOnly = true)
  public List<Standing> inTheShop() {
    return store.standing();
  }

  /** Earlier tickets of the same machine, newest first, without their logs. */
  @Transactional(readOnly = true)
  public List<TicketFile> earlier(TicketFile file) {
    return store.tickets.ofMachine(file.machine().id(), file.claim()).stream()
        .map(Store::head)
        .toList();
  }

  /** The last tickets of the same customer before this one, newest first, with their logs. */
  @Transactional(readOnly = true)
  public List<TicketFile> earlierOfCustomer(TicketFile file) {
    return store.files(
        store.tickets.ofCustomer(file.customerId(), file.id(), PageRequest.of(0, LOOKED_BACK)));
  }

  /** Everything in the shop that nobody may disturb now, oldest first. */
  @Transactional(readOnly = true)
  public List<Guarded> guarded() {
    return store.clocks.guarded();
  }

  /** Things that tickets hold under keys that begin so, oldest first. */
  @Transactional(readOnly = true)
  public List<Lent> lent(String prefix) {
    return store.putBacks.lent(prefix);
  }

  /** What a drive said of itself on any ticket, the last forty times; nothing without a serial. */
  @Transactional(readOnly = true)
  public List<HealthTrend.Reading> readingsOf(String serial) {
    return serial.isBlank()
        ? List.of()
        : store.logs.readingsOf(serial).stream()
            .flatMap(
                read ->
                    Facts.of(Map.of(DriveFacts.HEALTH.name(), read.getNote()))
                        .find(DriveFacts.HEALTH)
                        .map(note -> new HealthTrend.Reading(read.getAt(), read.getClaim(), note))
                        .stream())
            .toList();
  }

  /**
   * A machine as it was handed back.
   *
   * @param cameBack whether it was here again within two months
   */
  public record HandedBack(TicketFile file, boolean cameBack) {}

  /** Closed tickets of the same model that hold a list of devices, the last twenty. */
  @Transactional(readOnly = true)
  public List<HandedBack> handedBack(TicketFile file) {
    Map<Long, Boolean> found = new LinkedHashMap<>();
    store
        .tickets
        .ofModel(file.machine().maker(), file.machine().model(), file.id(), SEEN_OF_A_MODEL)
        .forEach(one -> found.put(one.getTicket(), one.getCameBack()));
    return found.isEmpty()
        ? List.of()
        : store.files(store.tickets.all(found.keySet())).stream()
            .map(back -> new HandedBack(back, found.getOrDefault(back.id(), false)))
            .toList();
  }

  /** Claim numbers of what is in the shop, in the order of arrival, with the machine's name. */
  @Transactional(readOnly = true)
  public Map<String, String> bench() {
    Map<String, String> bench = new LinkedHashMap<>();
    store
        .tickets
        .open()
        .forEach(t -> bench.put(t.claim, (t.machine.maker + " " + t.machine.model).strip()));
    return bench;
  }

  // --- what follows ----------------------------------------------------------------------------

  /** What can be said of a ticket now. The same question always gets the same answer. */
  public Assessment assess(TicketFile file) {
    return store.assess(file);
  }

  /** The schools that a ticket follows. */
  public Schools schools(TicketFile file) {
    return store.knowledge.schools(file.schools());
  }

  public Casebook casebook() {
    return store.casebook();
  }

  /** Dangers that stop the normal road of a ticket. */
  public Set<Mark> stops(TicketFile file) {
    return store.stops(file);
  }
}
