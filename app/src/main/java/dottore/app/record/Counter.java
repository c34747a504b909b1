package dottore.app.record;

import dottore.core.casebook.Check;
import dottore.core.casebook.Context;
import dottore.core.casebook.Mark;
import dottore.core.machine.MachineKind;
import dottore.core.ticket.ClaimNumber;
import dottore.core.ticket.Entry;
import dottore.core.ticket.NewLine;
import dottore.core.ticket.Person;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.Objects;
import java.util.Optional;
import java.util.Set;
import org.springframework.orm.ObjectOptimisticLockingFailureException;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** Where machines come in: new tickets, customers and machines found again. */
@Service
public class Counter {
  private final Record record;
  private final Store store;
  private final CustomerRepository customers;
  private final MachineRepository machines;
  private final PhotoRepository photos;

  Counter(
      Record record,
      Store store,
      CustomerRepository customers,
      MachineRepository machines,
      PhotoRepository photos) {
    this.record = record;
    this.store = store;
    this.customers = customers;
    this.machines = machines;
    this.photos = photos;
  }

  /**
   * Somebody who was here before.
   *
   * @param machine the last one that was brought, empty if none was
   */
  public record Known(long id, Person person, String machine) {}

  /** Who brings it, as far as one can tell. */
  public sealed interface Who {
    /** Somebody who was here before. */
    record Same(long id) implements Who {}

    /** Somebody new. */
    record Somebody() implements Who {}

    /** Only the name says so: somebody must ask. */
    record Ask(List<Known> candidates) implements Who {
      public Ask {
        candidates = List.copyOf(candidates);
      }
    }
  }

  /** Customers whose name or number matches what is typed, six at most. */
  @Transactional(readOnly = true)
  public List<Person> customersLike(String typed) {
    return typed.strip().length() < 2
        ? List.of()
        : customers.typed(typed.strip()).stream().map(Customer::person).toList();
  }

  /** Machines whose serial begins as typed, six at most. */
  @Transactional(readOnly = true)
  public List<TicketFile.Thing> machinesLike(String typed) {
    if (typed.strip().length() < 2) {
      return List.of();
    }
    return machines.typed(typed.strip()).stream()
        .map(
            m ->
                new TicketFile.Thing(
                    Objects.requireNonNull(m.id),
                    m.maker,
                    m.model,
                    m.serial,
                    MachineKind.of(m.kind),
                    Optional.empty(),
                    Optional.empty(),
                    Optional.empty()))
        .toList();
  }

  /** Who brings a machine: by number or address of mail, by name and the machine itself, or ask. */
  @Transactional(readOnly = true)
  public Who who(Person person, String serial) {
    List<Customer> alike = new ArrayList<>();
    for (Customer customer :
        customers.alike(person.name().strip(), person.digits(), mail(person))) {
      if (customer.person().surely(person)) {
        return new Who.Same(Objects.requireNonNull(customer.id));
      }
      if (customer.person().maybe(person)) {
        alike.add(customer);
      }
    }
    for (Customer customer : alike) {
      long id = Objects.requireNonNull(customer.id);
      if (!serial.isBlank() && customers.brought(id, serial.strip())) {
        return new Who.Same(id);
      }
    }
    return alike.isEmpty()
        ? new Who.Somebody()
        : new Who.Ask(
            alike.stream()
                .map(
                    c ->
                        new Known(
                            Objects.requireNonNull(c.id),
                            c.person(),
                            customers.lastMachine(c.id).map(String::strip).orElse("")))
                .toList());
  }

  private static String mail(Person person) {
    return person.email().strip().toLowerCase(java.util.Locale.ROOT);
  }

  /** Takes a machine in; returns its claim number. Where one would have to ask, it is a new one. */
  @Transactional
  public String receive(Arrival arrival, String who) {
    return receive(arrival, List.of(), List.of(), Optional.empty(), who, store.shop.now());
  }

  /** The same at a moment of the past, for records that come from elsewhere. */
  @Transactional
  public String receive(Arrival arrival, String who, Instant at) {
    return receive(arrival, List.of(), List.of(), Optional.empty(), who, at);
  }

  /**
   * Takes a machine in with more of what the customer says.
   *
   * @param said answers as "check=outcome"; those that the casebook does not know are passed over
   * @param notes what was decided at the counter, a line of the log each
   * @param same the customer who was here before, if somebody said so
   */
  @Transactional
  public String receive(
      Arrival arrival, List<String> said, List<String> notes, Optional<Long> same, String who) {
    return receive(arrival, said, notes, same, who, store.shop.now());
  }

  /** A machine to practice on, whose end teaches nothing. */
  @Transactional
  public String receiveToPractice(Arrival arrival, String who) {
    String claim = receive(arrival, who);
    store.tickets.hold(claim).orElseThrow().teaches = false;
    return claim;
  }

  private String receive(
      Arrival arrival,
      List<String> said,
      List<String> notes,
      Optional<Long> same,
      String who,
      Instant at) {
    Ticket ticket = fresh(arrival, same, at);
    List<NewLine> lines = new ArrayList<>();
    lines.add(new NewLine("Received: " + arrival.complaint(), new Entry.Received()));
    Check howFar = store.casebook().check(Check.HOW_FAR).orElseThrow();
    arrival.told().ifPresent(stage -> lines.add(NewLine.told(howFar, stage.id())));
    for (String answer : said) {
      String[] parts = answer.split("=", 2);
      store
          .casebook()
          .check(parts[0])
          .filter(c -> c.outcomes().stream().anyMatch(o -> answer.endsWith("=" + o.id())))
          .ifPresent(check -> lines.add(NewLine.told(check, parts[1])));
    }
    notes.forEach(note -> lines.add(NewLine.note(note)));
    new Writing(store, ticket, who, at).append(lines);
    return ticket.claim;
  }

  private Ticket fresh(Arrival arrival, Optional<Long> same, Instant received) {
    Ticket ticket = new Ticket();
    ticket.claim = ClaimNumber.of(store.tickets.nextClaim()).text();
    ticket.received = received;
    ticket.customer = customer(arrival, same);
    ticket.machine = machine(arrival);
    write(ticket, arrival);
    return store.tickets.save(ticket);
  }

  private Customer customer(Arrival arrival, Optional<Long> same) {
    Person person = arrival.customer();
    Optional<Long> id = same;
    if (id.isEmpty() && who(person, arrival.serial()) instanceof Who.Same found) {
      id = Optional.of(found.id());
    }
    Customer customer = id.flatMap(customers::findById).orElseGet(Customer::new);
    Person before = customer.person();
    customer.is(
        new Person(
            person.name(),
            person.phone().isBlank() ? before.phone() : person.phone(),
            person.email().isBlank() ? before.email() : person.email()));
    Customer kept = customers.save(customer);
    if (!before.equals(kept.person())) {
      reindex(store.tickets.ofCustomer(kept));
    }
    return kept;
  }

  private Machine machine(Arrival arrival) {
    String serial = arrival.serial().strip();
    Machine machine =
        serial.isEmpty() ? new Machine() : machines.bySerial(serial).orElseGet(Machine::new);
    describe(machine, arrival);
    Machine kept = machines.save(machine);
    reindex(store.tickets.ofMachine(kept));
    return kept;
  }

  private static void describe(Machine machine, Arrival arrival) {
    machine.maker = arrival.maker().strip();
    machine.model = arrival.model().strip();
    machine.serial = arrival.serial().strip();
    machine.kind = arrival.kind().id();
  }

  private void write(Ticket ticket, Arrival arrival) {
    ticket.complaint = arrival.complaint().strip();
    ticket.contexts = arrival.contexts().stream().map(Context::id).sorted().toList();
    ticket.marks = arrival.marks().stream().map(Mark::id).sorted().toList();
    ticket.belongings = arrival.belongings().strip();
    ticket.backup = arrival.backup().id();
    ticket.mayErase = arrival.mayErase();
    ticket.mayOpen = arrival.mayOpen();
    ticket.spendingLimit = arrival.limit().orElse(null);
    ticket.warrantyUntil = arrival.warrantyUntil().orElse(null);
    ticket.promised = arrival.promised().orElse(null);
    store.index(ticket);
  }

  /** Other tickets are found by what customer and machine are called now. */
  private void reindex(List<Ticket> others) {
    others.forEach(store::index);
  }

  /**
   * Changes what was written down at arrival.
   *
   * @param version the version that was looked at
   * @param notes what was decided at the counter, a line of the log each
   * @throws ObjectOptimisticLockingFailureException if somebody changed it meanwhile
   */
  @Transactional
  public void change(String claim, int version, Arrival arrival, List<String> notes, String who) {
    record.change(
        claim,
        who,
        writing -> {
          Ticket ticket = writing.ticket;
          if (ticket.version != version) {
            throw new ObjectOptimisticLockingFailureException(Ticket.class, claim);
          }
          String marked = marked(ticket.marks, arrival.marks());
          ticket.customer.is(arrival.customer());
          describe(ticket.machine, arrival);
          write(ticket, arrival);
          reindex(store.tickets.ofCustomer(ticket.customer));
          reindex(store.tickets.ofMachine(ticket.machine));
          writing.append(NewLine.changed("Arrival changed" + marked));
          notes.forEach(note -> writing.append(NewLine.note(note)));
        });
  }

  /** What is marked now and was not, and what no longer is. */
  private static String marked(List<String> before, Set<Mark> now) {
    List<String> words = new ArrayList<>();
    for (Mark mark : Mark.values()) {
      boolean was = before.contains(mark.id());
      if (was != now.contains(mark)) {
        words.add((was ? "no longer " : "") + mark.words());
      }
    }
    return words.isEmpty() ? "" : ": " + String.join(", ", words);
  }

  /** Takes a ticket that was kept elsewhere; what belongs to it is written to what comes back. */
  @Transactional
  public Brought take(Arrival arrival, Instant received, String who) {
    Ticket ticket = fresh(arrival, Optional.empty(), received);
    return new Brought(new Writing(store, ticket, who, store.shop.now()), photos);
  }
}
