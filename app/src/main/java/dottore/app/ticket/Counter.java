package dottore.app.ticket;

import dottore.app.knowledge.Knowledge;
import dottore.app.shop.Shop;
import dottore.core.casebook.Check;
import dottore.core.casebook.Context;
import dottore.core.casebook.Mark;
import dottore.core.machine.MachineKind;
import dottore.core.runsheet.Loan;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.Set;
import org.springframework.orm.ObjectOptimisticLockingFailureException;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/**
 * Where machines come in: new tickets, customers and machines found again, tickets from elsewhere.
 */
@Service
public class Counter {
  private final TicketRepository tickets;
  private final CustomerRepository customers;
  private final MachineRepository machines;
  private final PutBackRepository putBacks;
  private final TicketSide side;
  private final Pen pen;
  private final Shop shop;
  private final Knowledge knowledge;

  Counter(
      TicketRepository tickets,
      CustomerRepository customers,
      MachineRepository machines,
      PutBackRepository putBacks,
      TicketSide side,
      Pen pen,
      Shop shop,
      Knowledge knowledge) {
    this.tickets = tickets;
    this.customers = customers;
    this.machines = machines;
    this.putBacks = putBacks;
    this.side = side;
    this.pen = pen;
    this.shop = shop;
    this.knowledge = knowledge;
  }

  /** Customers whose name or number matches what is typed, six at most. */
  @Transactional(readOnly = true)
  public List<TicketFile.Person> customersLike(String typed) {
    if (typed.strip().length() < 2) {
      return List.of();
    }
    return customers.typed(typed.strip()).stream()
        .map(c -> new TicketFile.Person(Objects.requireNonNull(c.id), c.name, c.phone, c.email))
        .toList();
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

  /** Takes a machine in; returns its claim number. */
  @Transactional
  public String receive(Arrival arrival, String who) {
    return receive(arrival, who, shop.now());
  }

  /**
   * Takes a machine in with more of what the customer says.
   *
   * @param said answers as "check=outcome"; those that the casebook does not know are passed over
   */
  @Transactional
  public String receive(Arrival arrival, List<String> said, String who) {
    return receive(arrival, said, who, shop.now());
  }

  /** Takes a machine in at a moment of the past, for records that come from elsewhere. */
  @Transactional
  public String receive(Arrival arrival, String who, Instant at) {
    return receive(arrival, List.of(), who, at);
  }

  private String receive(Arrival arrival, List<String> said, String who, Instant at) {
    Ticket ticket = new Ticket();
    ticket.claim = ClaimNumber.of(tickets.nextClaim()).text();
    ticket.received = at;
    ticket.customer = customer(arrival);
    ticket.machine = machine(arrival);
    write(ticket, arrival);
    tickets.save(ticket);
    List<NewLine> lines = new ArrayList<>();
    lines.add(new NewLine(Line.Kind.RECEIVED, "Received: " + arrival.complaint(), Map.of()));
    Check howFar = knowledge.casebook().check(Check.HOW_FAR).orElseThrow();
    arrival.told().ifPresent(stage -> lines.add(NewLine.told(howFar, stage.id())));
    for (String answer : said) {
      String[] parts = answer.split("=", 2);
      knowledge
          .casebook()
          .check(parts[0])
          .filter(c -> c.outcomes().stream().anyMatch(o -> answer.endsWith("=" + o.id())))
          .ifPresent(check -> lines.add(NewLine.told(check, parts[1])));
    }
    pen.append(ticket, who, at, lines);
    return ticket.claim;
  }

  /** Adds what was understood from words: circumstances and dangers that were not known yet. */
  @Transactional
  public void heard(String claim, Set<Context> contexts, Set<Mark> marks, String who) {
    Ticket ticket = pen.holdOpen(claim);
    List<String> all = new ArrayList<>(ticket.contexts);
    List<String> dangers = new ArrayList<>(ticket.marks);
    List<String> words = new ArrayList<>();
    for (Context context : contexts) {
      if (!all.contains(context.id())) {
        all.add(context.id());
        words.add(context.words());
      }
    }
    for (Mark mark : marks) {
      if (!dangers.contains(mark.id())) {
        dangers.add(mark.id());
        words.add(mark.words());
      }
    }
    if (!words.isEmpty()) {
      ticket.contexts = all;
      ticket.marks = dangers;
      pen.append(
          ticket,
          who,
          shop.now(),
          List.of(
              new NewLine(Line.Kind.CHANGED, "Also known: " + String.join(", ", words), Map.of())));
    }
  }

  private Customer customer(Arrival arrival) {
    Customer customer =
        customers.typed(arrival.customer()).stream()
            .filter(c -> c.name.equalsIgnoreCase(arrival.customer().strip()))
            .filter(
                c ->
                    c.phone.isBlank()
                        || arrival.phone().isBlank()
                        || c.phone.equals(arrival.phone().strip()))
            .findFirst()
            .orElseGet(Customer::new);
    customer.name = arrival.customer().strip();
    if (!arrival.phone().isBlank()) {
      customer.phone = arrival.phone().strip();
    }
    if (!arrival.email().isBlank()) {
      customer.email = arrival.email().strip();
    }
    return customers.save(customer);
  }

  private Machine machine(Arrival arrival) {
    String serial = arrival.serial().strip();
    Machine machine =
        serial.isEmpty() ? new Machine() : machines.bySerial(serial).orElseGet(Machine::new);
    describe(machine, arrival);
    return machines.save(machine);
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
    ticket.backup = arrival.backup();
    ticket.mayErase = arrival.mayErase();
    ticket.mayOpen = arrival.mayOpen();
    ticket.spendingLimit = arrival.limit().orElse(null);
    ticket.warrantyUntil = arrival.warrantyUntil().orElse(null);
    ticket.promised = arrival.promised().orElse(null);
    pen.index(ticket);
  }

  /**
   * Changes what was written down at arrival.
   *
   * @param version the version that was looked at
   * @throws ObjectOptimisticLockingFailureException if somebody changed it meanwhile
   */
  @Transactional
  public void change(String claim, int version, Arrival arrival, String who) {
    Ticket ticket = pen.holdOpen(claim);
    if (ticket.version != version) {
      throw new ObjectOptimisticLockingFailureException(Ticket.class, claim);
    }
    Customer customer = ticket.customer;
    customer.name = arrival.customer().strip();
    customer.phone = arrival.phone().strip();
    customer.email = arrival.email().strip();
    describe(ticket.machine, arrival);
    write(ticket, arrival);
    pen.append(
        ticket,
        who,
        shop.now(),
        List.of(new NewLine(Line.Kind.CHANGED, "Arrival changed", Map.of())));
  }

  /**
   * A ticket that was kept elsewhere.
   *
   * @param lines its log, with moments and writers beside it
   */
  public record Imported(
      Arrival arrival,
      Instant received,
      List<NewLine> lines,
      List<Instant> times,
      List<String> writers) {}

  /** Takes a ticket with its log as it was written elsewhere; returns its claim number here. */
  @Transactional
  public String take(Imported imported) {
    Ticket ticket = new Ticket();
    ticket.claim = ClaimNumber.of(tickets.nextClaim()).text();
    ticket.received = imported.received();
    ticket.customer = customer(imported.arrival());
    ticket.machine = machine(imported.arrival());
    write(ticket, imported.arrival());
    tickets.save(ticket);
    for (int i = 0; i < imported.lines().size(); i++) {
      pen.append(
          ticket,
          imported.writers().get(i),
          imported.times().get(i),
          List.of(imported.lines().get(i)));
    }
    return ticket.claim;
  }

  /** Something that was borrowed where the ticket comes from. */
  @Transactional
  public void owedFromElsewhere(
      String claim, String what, String before, String place, boolean returned, String who) {
    Ticket ticket = pen.hold(claim);
    LogEntry nowhere = new LogEntry();
    nowhere.who = who;
    nowhere.at = shop.now();
    side.owe(ticket, new Loan(what, "", "", Set.of()), before, place, nowhere);
    if (returned) {
      putBacks.of(List.of(Objects.requireNonNull(ticket.id))).stream()
          .filter(p -> p.what.equals(what) && p.returnedAt == null)
          .forEach(
              p -> {
                p.returnedAt = shop.now();
                p.returnedBy = who;
              });
    }
  }
}
