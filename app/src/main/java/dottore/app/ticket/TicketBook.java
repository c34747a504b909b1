package dottore.app.ticket;

import com.github.benmanes.caffeine.cache.Cache;
import com.github.benmanes.caffeine.cache.Caffeine;
import dottore.app.knowledge.Knowledge;
import dottore.app.shop.NotThere;
import dottore.app.shop.Shop;
import dottore.core.casebook.Casebook;
import dottore.core.casebook.Check;
import dottore.core.casebook.School;
import dottore.core.casebook.Step;
import dottore.core.diagnosis.Assessment;
import dottore.core.diagnosis.Case;
import dottore.core.diagnosis.Diagnosis;
import dottore.core.diagnosis.Schools;
import dottore.core.runsheet.Loan;
import java.time.Instant;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.Set;
import java.util.function.Function;
import java.util.stream.Collectors;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** The record of the shop: every ticket is opened and written through here. */
@Service
public class TicketBook {
  private static final int REMEMBERED = 200;

  private final TicketRepository tickets;
  private final LogRepository logs;
  private final PutBackRepository putBacks;
  private final ClockRepository clocks;
  private final TicketSide side;
  private final Pen pen;
  private final Shop shop;
  private final Knowledge knowledge;
  private final ShopExperience experience;
  private final Cache<Question, Assessment> assessments =
      Caffeine.newBuilder().maximumSize(REMEMBERED).build();

  TicketBook(
      TicketRepository tickets,
      LogRepository logs,
      PutBackRepository putBacks,
      ClockRepository clocks,
      TicketSide side,
      Pen pen,
      Shop shop,
      Knowledge knowledge,
      ShopExperience experience) {
    this.tickets = tickets;
    this.logs = logs;
    this.putBacks = putBacks;
    this.clocks = clocks;
    this.side = side;
    this.pen = pen;
    this.shop = shop;
    this.knowledge = knowledge;
    this.experience = experience;
  }

  // --- reading -------------------------------------------------------------------------------

  /**
   * A ticket with all that belongs to it.
   *
   * @throws NotThere if no ticket has this claim number
   */
  @Transactional(readOnly = true)
  public TicketFile open(String claim) {
    Ticket ticket = tickets.find(claim).orElseThrow(() -> Pen.noTicket(claim));
    return files(List.of(ticket)).get(0);
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
                TicketFile.of(
                    t,
                    lines.getOrDefault(t.id, List.of()),
                    owed.getOrDefault(t.id, List.of()),
                    times.getOrDefault(t.id, List.of())))
        .toList();
  }

  /** A case and the diagnosis that looks at it: together they have one answer. */
  private record Question(Diagnosis diagnosis, Case about) {}

  /** What can be said of a ticket now. The same question always gets the same answer. */
  public Assessment assess(TicketFile file) {
    Case about = file.asCase(shop.missing());
    return assessments.get(
        new Question(knowledge.diagnosis(file.schools(), about.contexts()), about),
        question -> question.diagnosis().assess(question.about()));
  }

  /** The schools that a ticket follows. */
  public Schools schools(TicketFile file) {
    return knowledge.schools(file.schools());
  }

  /**
   * Lets a ticket follow a school of its own.
   *
   * @param position empty to follow the shop again
   * @throws IllegalArgumentException if the school has no such position
   */
  @Transactional
  public void choose(String claim, School school, String position, String who) {
    Ticket ticket = pen.holdOpen(claim);
    Map<String, String> schools = new HashMap<>(ticket.schools);
    String words;
    if (position.isEmpty()) {
      schools.remove(school.id());
      words = school.question() + ": as the shop does";
    } else {
      School.Position chosen = school.chosen(position);
      schools.put(school.id(), chosen.id());
      words = school.question() + ", for this ticket: " + chosen.words();
    }
    ticket.schools = schools;
    pen.append(ticket, who, shop.now(), List.of(new NewLine(Line.Kind.CHANGED, words, Map.of())));
  }

  public Casebook casebook() {
    return knowledge.casebook();
  }

  // --- the log -------------------------------------------------------------------------------

  /** Writes one line that is no answer. */
  @Transactional
  public void log(String claim, String who, NewLine line) {
    log(claim, who, line, shop.now());
  }

  /** The same at a moment of the past, for records that come from elsewhere. */
  @Transactional
  public void log(String claim, String who, NewLine line, Instant at) {
    pen.append(pen.hold(claim), who, at, List.of(line));
  }

  /**
   * Writes lines that follow from the record as it stands: nobody writes in between.
   *
   * @param lines what to write; none to write nothing
   */
  @Transactional
  public void log(String claim, String who, Function<TicketFile, List<NewLine>> lines) {
    Ticket ticket = pen.holdOpen(claim);
    pen.append(ticket, who, shop.now(), lines.apply(files(List.of(ticket)).get(0)));
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
    Ticket ticket = pen.holdOpen(claim);
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
    List<LogEntry> written = pen.append(ticket, who, at, fresh);
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
    if (entry.data.containsKey("corrects")
        || entry.data.containsKey("told")
        || entry.data.containsKey("sheet")) { // a run sheet has its own put back
      return;
    }
    Set<String> owed =
        putBacks.of(List.of(entry.ticketId)).stream()
            .filter(p -> p.returnedAt == null)
            .map(p -> p.what)
            .collect(Collectors.toSet());
    Optional<Step.Effort> effort = casebook().step(step).map(Step::effort);
    for (String what : effort.map(Step.Effort::borrows).orElse(List.of())) {
      if (!owed.contains(what)) {
        // Putting it back touches what the step touched.
        side.owe(ticket, new Loan(what, "", "", effort.get().changes()), "", "", entry);
      }
    }
  }

  /** Takes the last answer back. Does nothing if there is none. */
  @Transactional
  public void undo(String claim, String who) {
    Ticket ticket = pen.holdOpen(claim);
    for (Line line : files(List.of(ticket)).get(0).lastAnswers()) {
      pen.takeBack(ticket, line, who, shop.now());
    }
  }

  /**
   * Takes a line back that is no answer: it no longer counts.
   *
   * @throws NotThere if no line of this kind has the number, or it was taken back already
   */
  @Transactional
  public void withdraw(String claim, int entry, Line.Kind kind, String who) {
    Ticket ticket = pen.holdOpen(claim);
    TicketFile file = files(List.of(ticket)).get(0);
    Line line =
        file.log().stream()
            .filter(l -> l.seq() == entry && l.kind() == kind)
            .filter(l -> !file.takenBack().contains(l.seq()))
            .findFirst()
            .orElseThrow(() -> new NotThere("That no longer counts; nothing was changed."));
    pen.takeBack(ticket, line, who, shop.now());
  }

  /** Puts another answer in the place of an earlier one. */
  @Transactional
  public void correct(String claim, int entry, String outcome, String who) {
    Ticket ticket = pen.holdOpen(claim);
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
    pen.append(
        ticket,
        who,
        shop.now(),
        List.of(
            corrected
                .with("corrects", String.valueOf(entry))
                .saying("Corrected: " + corrected.text())));
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
    Ticket ticket = pen.holdOpen(claim);
    ticket.machine.passport = passport;
    fittedMebibytes.ifPresent(value -> ticket.machine.fittedMebibytes = value);
    fittedModules.ifPresent(value -> ticket.machine.fittedModules = value);
    pen.append(ticket, who, shop.now(), List.of(new NewLine(Line.Kind.PASSPORT, text, Map.of())));
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
    Ticket ticket = pen.holdOpen(claim);
    ticket.state = backToSeller ? Ticket.State.SENT_BACK : Ticket.State.HANDED_BACK;
    ticket.closed = at;
    ticket.confirmedCauses = List.copyOf(causes);
    ticket.sheet = Map.copyOf(sheet);
    ticket.waitsFor = "nobody";
    ticket.waitsWhy = "";
    pen.index(ticket);
    clocks.of(List.of(Objects.requireNonNull(ticket.id))).stream()
        .filter(c -> c.stoppedAt == null)
        .forEach(c -> c.stoppedAt = at);
    experience.keep(casebook(), files(List.of(ticket)).get(0), at);
    pen.append(ticket, who, at, List.of(new NewLine(Line.Kind.CLOSED, text, Map.of())));
    knowledge.grown();
  }

  /** The step that a line is about, if the casebook knows it. */
  public Optional<Step> stepOf(Line line) {
    String id =
        line.data().getOrDefault("check", line.data().getOrDefault("repair", line.get("step")));
    return casebook().step(id);
  }
}
