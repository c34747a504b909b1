package dottore.app.ticket;

import dottore.app.shop.NotThere;
import dottore.app.shop.Shop;
import dottore.core.casebook.Casebook;
import dottore.core.casebook.Cause;
import dottore.core.casebook.Check;
import dottore.core.casebook.Context;
import dottore.core.casebook.Mark;
import dottore.core.casebook.Step;
import dottore.core.diagnosis.Assessment;
import dottore.core.diagnosis.Diagnosis;
import dottore.core.machine.MachineKind;
import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.Collection;
import java.util.EnumSet;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;
import org.springframework.orm.ObjectOptimisticLockingFailureException;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** The record of the shop: every ticket is opened and written through here. */
@Service
public class TicketBook {
  private final TicketRepository tickets;
  private final CustomerRepository customers;
  private final MachineRepository machines;
  private final LogRepository logs;
  private final PutBackRepository putBacks;
  private final ClockRepository clocks;
  private final Shop shop;
  private final Diagnosis diagnosis;

  TicketBook(
      TicketRepository tickets,
      CustomerRepository customers,
      MachineRepository machines,
      LogRepository logs,
      PutBackRepository putBacks,
      ClockRepository clocks,
      Shop shop,
      Diagnosis diagnosis) {
    this.tickets = tickets;
    this.customers = customers;
    this.machines = machines;
    this.logs = logs;
    this.putBacks = putBacks;
    this.clocks = clocks;
    this.shop = shop;
    this.diagnosis = diagnosis;
  }

  // --- reading -------------------------------------------------------------------------------

  /**
   * A ticket with all that belongs to it.
   *
   * @throws NotThere if no ticket has this claim number
   */
  @Transactional(readOnly = true)
  public TicketFile open(String claim) {
    Ticket ticket = tickets.find(claim).orElseThrow(() -> noTicket(claim));
    return files(List.of(ticket)).get(0);
  }

  private static NotThere noTicket(String claim) {
    return new NotThere("There is no ticket with the claim number " + claim + ".");
  }

  /** Every machine that is in the shop, in the order of arrival. */
  @Transactional(readOnly = true)
  public List<TicketFile> inTheShop() {
    return files(tickets.open());
  }

  /** Earlier tickets of the same machine, newest first. */
  @Transactional(readOnly = true)
  public List<TicketFile> earlier(TicketFile file) {
    return files(tickets.ofMachine(file.machine().id(), file.claim()));
  }

  List<TicketFile> files(List<Ticket> found) {
    if (found.isEmpty()) {
      return List.of();
    }
    List<Long> ids = found.stream().map(ticket -> Objects.requireNonNull(ticket.id)).toList();
    Map<Long, List<Line>> lines =
        logs.of(ids).stream()
            .collect(
                Collectors.groupingBy(
                    e -> e.ticketId, Collectors.mapping(LogEntry::line, Collectors.toList())));
    Map<Long, List<Owed>> owed =
        putBacks.of(ids).stream()
            .collect(
                Collectors.groupingBy(
                    p -> p.ticketId, Collectors.mapping(PutBack::owed, Collectors.toList())));
    Map<Long, List<RunningTime>> times =
        clocks.of(ids).stream()
            .collect(
                Collectors.groupingBy(
                    c -> c.ticketId, Collectors.mapping(Clock::view, Collectors.toList())));
    return found.stream()
        .map(
            t ->
                file(
                    t,
                    lines.getOrDefault(t.id, List.of()),
                    owed.getOrDefault(t.id, List.of()),
                    times.getOrDefault(t.id, List.of())))
        .toList();
  }

  private static TicketFile file(
      Ticket t, List<Line> lines, List<Owed> owed, List<RunningTime> times) {
    Machine m = t.machine;
    Customer c = t.customer;
    return new TicketFile(
        Objects.requireNonNull(t.id),
        t.claim,
        t.version,
        new TicketFile.Person(Objects.requireNonNull(c.id), c.name, c.phone, c.email),
        new TicketFile.Thing(
            Objects.requireNonNull(m.id),
            m.maker,
            m.model,
            m.serial,
            MachineKind.of(m.kind),
            Optional.ofNullable(m.fittedMebibytes),
            Optional.ofNullable(m.fittedModules),
            Optional.ofNullable(m.passport)),
        t.complaint,
        t.contexts.stream()
            .map(Context::of)
            .collect(Collectors.toCollection(() -> EnumSet.noneOf(Context.class))),
        t.marks.stream()
            .map(Mark::of)
            .collect(Collectors.toCollection(() -> EnumSet.noneOf(Mark.class))),
        t.belongings,
        t.backup,
        t.mayErase,
        t.mayOpen,
        Optional.ofNullable(t.spendingLimit),
        Optional.ofNullable(t.warrantyUntil),
        t.waitsFor,
        t.waitsWhy,
        t.state.name(),
        Optional.ofNullable(t.promised),
        t.received,
        Optional.ofNullable(t.closed),
        List.copyOf(t.confirmedCauses),
        t.sheet == null ? Map.of() : Map.copyOf(t.sheet),
        lines,
        owed,
        times);
  }

  /** What can be said of a ticket now. */
  public Assessment assess(TicketFile file) {
    return diagnosis.assess(file.asCase(shop.missing()));
  }

  public Casebook casebook() {
    return diagnosis.casebook();
  }

  // --- arrival -------------------------------------------------------------------------------

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

  /** Takes a machine in at a moment of the past, for records that come from elsewhere. */
  @Transactional
  public String receive(Arrival arrival, String who, Instant at) {
    Ticket ticket = new Ticket();
    ticket.claim = ClaimNumber.of(tickets.nextClaim()).text();
    ticket.received = at;
    ticket.customer = customer(arrival);
    ticket.machine = machine(arrival);
    write(ticket, arrival);
    tickets.save(ticket);
    List<NewLine> lines = new ArrayList<>();
    lines.add(new NewLine(Line.Kind.RECEIVED, "Received: " + arrival.complaint(), Map.of()));
    Check howFar = casebook().check(Check.HOW_FAR).orElseThrow();
    arrival.told().ifPresent(stage -> lines.add(NewLine.told(howFar, stage.id())));
    append(ticket, who, at, lines);
    return ticket.claim;
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
    ticket.index(causeNames(ticket.confirmedCauses));
  }

  private String causeNames(List<String> causes) {
    return causes.stream()
        .flatMap(id -> casebook().cause(id).map(Cause::name).stream())
        .collect(Collectors.joining(" "));
  }

  /**
   * Changes what was written down at arrival.
   *
   * @param version the version that was looked at
   * @throws ObjectOptimisticLockingFailureException if somebody changed it meanwhile
   */
  @Transactional
  public void change(String claim, int version, Arrival arrival, String who) {
    Ticket ticket = held(claim);
    if (ticket.version != version) {
      throw new ObjectOptimisticLockingFailureException(Ticket.class, claim);
    }
    Customer customer = ticket.customer;
    customer.name = arrival.customer().strip();
    customer.phone = arrival.phone().strip();
    customer.email = arrival.email().strip();
    describe(ticket.machine, arrival);
    write(ticket, arrival);
    append(
        ticket,
        who,
        shop.now(),
        List.of(new NewLine(Line.Kind.CHANGED, "Arrival changed", Map.of())));
  }

  // --- the log -------------------------------------------------------------------------------

  private Ticket held(String claim) {
    return tickets.hold(claim).orElseThrow(() -> noTicket(claim));
  }

  private List<LogEntry> append(Ticket ticket, String who, Instant at, Collection<NewLine> lines) {
    long id = Objects.requireNonNull(ticket.id);
    int seq = logs.last(id);
    List<LogEntry> entries = new ArrayList<>();
    for (NewLine line : lines) {
      LogEntry entry = new LogEntry();
      entry.ticketId = id;
      entry.seq = ++seq;
      entry.at = at;
      entry.who = who;
      entry.kind = line.kind();
      entry.text = line.text();
      entry.data = line.data();
      entries.add(entry);
    }
    return logs.saveAll(entries);
  }

  /** Writes one line that is no answer. */
  @Transactional
  public void log(String claim, String who, NewLine line) {
    append(held(claim), who, shop.now(), List.of(line));
  }

  /** Records answers; see {@link #record(String, int, List, String, Instant)}. */
  @Transactional
  public void record(String claim, int seen, List<NewLine> lines, String who) {
    record(claim, seen, lines, who, shop.now());
  }

  /**
   * Records answers: lines of steps that were done. What the steps borrow goes on the put-back
   * list, what they let run gets a clock.
   *
   * @param seen the last line that the writer had seen; the same answer given since is not written
   *     twice
   * @throws Clash if somebody answered the same step differently since
   */
  @Transactional
  public void record(String claim, int seen, List<NewLine> lines, String who, Instant at) {
    Ticket ticket = held(claim);
    List<Line> since =
        logs.of(List.of(Objects.requireNonNull(ticket.id))).stream()
            .filter(entry -> entry.seq > seen)
            .map(LogEntry::line)
            .toList();
    List<NewLine> fresh = new ArrayList<>();
    for (NewLine line : lines) {
      Optional<Line> same = since.stream().filter(other -> sameStep(other, line)).findFirst();
      if (same.isEmpty()) {
        fresh.add(line);
      } else if (!sameAnswer(same.get(), line)) {
        throw new Clash(same.get(), line);
      }
    }
    List<LogEntry> written = append(ticket, who, at, fresh);
    for (LogEntry entry : written) {
      borrow(ticket, entry);
    }
  }

  private static boolean sameStep(Line theirs, NewLine ours) {
    return theirs.kind() == ours.kind()
        && theirs.answer()
        && List.of("check", "repair", "step", "mark").stream()
            .allMatch(key -> theirs.get(key).equals(ours.data().getOrDefault(key, "")));
  }

  private static boolean sameAnswer(Line theirs, NewLine ours) {
    return List.of("outcome", "result").stream()
        .allMatch(key -> theirs.get(key).equals(ours.data().getOrDefault(key, "")));
  }

  private void borrow(Ticket ticket, LogEntry entry) {
    String step = entry.data.getOrDefault("check", entry.data.getOrDefault("repair", ""));
    if (entry.data.containsKey("corrects") || entry.data.containsKey("told")) {
      return;
    }
    Set<String> owed =
        putBacks.of(List.of(entry.ticketId)).stream()
            .filter(p -> p.returnedAt == null)
            .map(p -> p.what)
            .collect(Collectors.toSet());
    for (String what : casebook().step(step).map(s -> s.effort().borrows()).orElse(List.of())) {
      if (!owed.contains(what)) {
        owe(ticket, what, "", entry.seq, entry.who, entry.at);
      }
    }
  }

  private void owe(Ticket ticket, String what, String place, int seq, String who, Instant at) {
    PutBack item = new PutBack();
    item.ticketId = Objects.requireNonNull(ticket.id);
    item.what = what;
    item.place = place;
    item.entrySeq = seq;
    item.takenAt = at;
    item.takenBy = who;
    putBacks.save(item);
  }

  /** Takes the last answer back. Does nothing if there is none. */
  @Transactional
  public void undo(String claim, String who) {
    Ticket ticket = held(claim);
    for (Line line : files(List.of(ticket)).get(0).lastAnswers()) {
      append(
          ticket,
          who,
          shop.now(),
          List.of(
              new NewLine(
                  Line.Kind.TAKEN_BACK,
                  "Taken back: " + line.text(),
                  Map.of("entry", String.valueOf(line.seq())))));
      putBacks.of(List.of(Objects.requireNonNull(ticket.id))).stream()
          .filter(p -> p.entrySeq == line.seq() && p.returnedAt == null)
          .forEach(putBacks::delete);
    }
  }

  /** Puts another answer in the place of an earlier one. */
  @Transactional
  public void correct(String claim, int entry, String outcome, String who) {
    Ticket ticket = held(claim);
    TicketFile file = files(List.of(ticket)).get(0);
    Line line =
        file.answers().stream()
            .filter(l -> l.seq() == entry && l.kind() == Line.Kind.READING)
            .findFirst()
            .orElseThrow(() -> new NotThere("That answer no longer counts; nothing was changed."));
    Check check =
        casebook()
            .check(line.get("check"))
            .orElseThrow(() -> new NotThere("That check is not in the casebook."));
    if (check.outcomes().stream().noneMatch(o -> o.id().equals(outcome))) {
      throw new NotThere("That answer is not in the casebook.");
    }
    NewLine corrected =
        line.get("told").isEmpty() ? NewLine.reading(check, outcome) : NewLine.told(check, outcome);
    append(
        ticket,
        who,
        shop.now(),
        List.of(
            corrected
                .with("corrects", String.valueOf(entry))
                .saying("Corrected: " + corrected.text())));
  }

  // --- put back, clocks, waiting -------------------------------------------------------------

  /** Puts something on the put-back list by hand. */
  @Transactional
  public void borrow(String claim, String what, String place, String who) {
    Ticket ticket = held(claim);
    LogEntry entry =
        append(
                ticket,
                who,
                shop.now(),
                List.of(new NewLine(Line.Kind.BORROWED, "Borrowed: " + what, Map.of())))
            .get(0);
    owe(ticket, what.strip(), place.strip(), entry.seq, who, entry.at);
  }

  /** Says where a borrowed thing lies. */
  @Transactional
  public void place(String claim, long item, String place) {
    Ticket ticket = held(claim);
    putBacks
        .findById(item)
        .filter(p -> p.ticketId == Objects.requireNonNull(ticket.id))
        .ifPresent(p -> p.place = place.strip());
  }

  /** Marks a borrowed thing as back where it belongs. */
  @Transactional
  public void putBack(String claim, long item, String who) {
    putBack(claim, item, who, shop.now());
  }

  @Transactional
  public void putBack(String claim, long item, String who, Instant at) {
    Ticket ticket = held(claim);
    putBacks
        .findById(item)
        .filter(p -> p.ticketId == Objects.requireNonNull(ticket.id) && p.returnedAt == null)
        .ifPresent(
            p -> {
              p.returnedAt = at;
              p.returnedBy = who;
              append(
                  ticket,
                  who,
                  at,
                  List.of(new NewLine(Line.Kind.PUT_BACK, "Put back: " + p.what, Map.of())));
            });
  }

  /** Starts a countdown. */
  @Transactional
  public void startClock(String claim, String label, Duration length, String who) {
    startClock(claim, label, length, who, shop.now());
  }

  @Transactional
  public void startClock(String claim, String label, Duration length, String who, Instant at) {
    Ticket ticket = held(claim);
    Clock clock = clock(ticket, label, who, at);
    clock.endsAt = at.plus(length);
    clocks.save(clock);
    String text = "Clock started: " + label + ", " + length.toMinutes() + " min";
    append(ticket, who, at, List.of(new NewLine(Line.Kind.CLOCK, text, Map.of())));
  }

  private static Clock clock(Ticket ticket, String label, String who, Instant at) {
    Clock clock = new Clock();
    clock.ticketId = Objects.requireNonNull(ticket.id);
    clock.label = label;
    clock.startedAt = at;
    clock.startedBy = who;
    return clock;
  }

  /** Starts the clock of hands at work, or stops the one that runs. */
  @Transactional
  public void toggleHands(String claim, String who) {
    Ticket ticket = held(claim);
    Optional<Clock> running =
        clocks.of(List.of(Objects.requireNonNull(ticket.id))).stream()
            .filter(c -> c.hands && c.stoppedAt == null)
            .findFirst();
    if (running.isPresent()) {
      running.get().stoppedAt = shop.now();
    } else {
      Clock clock = clock(ticket, "Hands on this ticket", who, shop.now());
      clock.hands = true;
      clocks.save(clock);
    }
  }

  /** A stretch of hands-on work that is over. */
  @Transactional
  public void worked(String claim, Instant from, Duration length, String who) {
    Clock clock = clock(held(claim), "Hands on this ticket", who, from);
    clock.hands = true;
    clock.stoppedAt = from.plus(length);
    clocks.save(clock);
  }

  /** Stops a clock before or after its end. */
  @Transactional
  public void stopClock(String claim, long clock, String who) {
    Ticket ticket = held(claim);
    clocks
        .findById(clock)
        .filter(c -> c.ticketId == Objects.requireNonNull(ticket.id) && c.stoppedAt == null)
        .ifPresent(
            c -> {
              c.stoppedAt = shop.now();
              append(
                  ticket,
                  who,
                  shop.now(),
                  List.of(new NewLine(Line.Kind.CLOCK, "Clock stopped: " + c.label, Map.of())));
            });
  }

  /** Says whom the ticket waits for: nobody, customer or part. */
  @Transactional
  public void waitFor(String claim, String whom, String why, String who) {
    Ticket ticket = held(claim);
    ticket.waitsFor = whom;
    ticket.waitsWhy = whom.equals("nobody") ? "" : why.strip();
    String text =
        switch (whom) {
          case "customer" -> "Asks the customer: " + why.strip();
          case "part" -> "Waits for a part: " + why.strip();
          default -> "Goes on";
        };
    append(ticket, who, shop.now(), List.of(new NewLine(Line.Kind.CHANGED, text, Map.of())));
  }

  // --- passport and end ----------------------------------------------------------------------

  /** Keeps a passport with the machine, and what is fitted by its stickers. */
  @Transactional
  public void keepPassport(
      String claim,
      String passport,
      Optional<Long> fittedMebibytes,
      Optional<Integer> fittedModules,
      String text,
      String who) {
    Ticket ticket = held(claim);
    ticket.machine.passport = passport;
    fittedMebibytes.ifPresent(value -> ticket.machine.fittedMebibytes = value);
    fittedModules.ifPresent(value -> ticket.machine.fittedModules = value);
    append(ticket, who, shop.now(), List.of(new NewLine(Line.Kind.PASSPORT, text, Map.of())));
  }

  /**
   * Closes a ticket.
   *
   * @param causes confirmed causes, by id
   * @param sheet what the hand-over sheet says beyond the record
   * @param backToSeller whether it goes back under warranty instead of home repaired
   */
  @Transactional
  public void close(
      String claim,
      List<String> causes,
      Map<String, String> sheet,
      boolean backToSeller,
      String text,
      String who,
      Instant at) {
    Ticket ticket = held(claim);
    ticket.state = backToSeller ? Ticket.State.SENT_BACK : Ticket.State.HANDED_BACK;
    ticket.closed = at;
    ticket.confirmedCauses = List.copyOf(causes);
    ticket.sheet = Map.copyOf(sheet);
    ticket.waitsFor = "nobody";
    ticket.waitsWhy = "";
    ticket.index(causeNames(causes));
    clocks.of(List.of(Objects.requireNonNull(ticket.id))).stream()
        .filter(c -> c.stoppedAt == null)
        .forEach(c -> c.stoppedAt = at);
    append(ticket, who, at, List.of(new NewLine(Line.Kind.CLOSED, text, Map.of())));
  }

  // --- from elsewhere ------------------------------------------------------------------------

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
      append(
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
      String claim, String what, String place, boolean returned, String who) {
    Ticket ticket = held(claim);
    owe(ticket, what, place, 0, who, shop.now());
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

  /** The step that a line is about, if the casebook knows it. */
  public Optional<Step> stepOf(Line line) {
    String id =
        line.data().getOrDefault("check", line.data().getOrDefault("repair", line.get("step")));
    return casebook().step(id);
  }
}
