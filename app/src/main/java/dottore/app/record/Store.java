package dottore.app.record;

import com.github.benmanes.caffeine.cache.Cache;
import com.github.benmanes.caffeine.cache.Caffeine;
import dottore.app.knowledge.Knowledge;
import dottore.app.shop.Shop;
import dottore.core.casebook.Casebook;
import dottore.core.casebook.Cause;
import dottore.core.casebook.Context;
import dottore.core.casebook.Mark;
import dottore.core.casebook.Need;
import dottore.core.casebook.School;
import dottore.core.diagnosis.Assessment;
import dottore.core.diagnosis.Case;
import dottore.core.diagnosis.Diagnosis;
import dottore.core.machine.MachineKind;
import dottore.core.ticket.Backup;
import dottore.core.ticket.Line;
import dottore.core.ticket.Log;
import dottore.core.ticket.Owed;
import dottore.core.ticket.SheetWork;
import dottore.core.ticket.WaitsFor;
import java.util.ArrayList;
import java.util.EnumSet;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;
import org.springframework.stereotype.Component;

/** The tables of the record, and what their rows say together. Called within a transaction. */
@Component
class Store {
  private static final int REMEMBERED = 200;

  /** More machines than this stand in no shop; of those beyond, the log is read each time. */
  private static final int MOST_OPEN = 2_000;

  final TicketRepository tickets;
  final LogRepository logs;
  final PutBackRepository putBacks;
  final ClockRepository clocks;
  final RunSheetRepository sheets;
  final Shop shop;
  final Knowledge knowledge;
  private final Cache<Question, Assessment> assessments =
      Caffeine.newBuilder().maximumSize(REMEMBERED).build();
  private final Cache<Moment, Found> found = Caffeine.newBuilder().maximumSize(MOST_OPEN).build();

  Store(
      TicketRepository tickets,
      LogRepository logs,
      PutBackRepository putBacks,
      ClockRepository clocks,
      RunSheetRepository sheets,
      Shop shop,
      Knowledge knowledge) {
    this.tickets = tickets;
    this.logs = logs;
    this.putBacks = putBacks;
    this.clocks = clocks;
    this.sheets = sheets;
    this.shop = shop;
    this.knowledge = knowledge;
  }

  TicketFile file(Ticket ticket) {
    return files(List.of(ticket)).get(0);
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
    Map<Long, List<Owed>> owed = owedBy(putBacks.of(ids));
    Map<Long, List<RunningTime>> times = timesBy(clocks.of(ids));
    Map<Long, List<RunSheetRow>> rows =
        sheets.of(ids).stream().collect(Collectors.groupingBy(row -> row.ticketId));
    return found.stream()
        .map(
            t ->
                whole(
                    t,
                    Log.of(lines.getOrDefault(t.id, List.of())),
                    owed.getOrDefault(t.id, List.of()),
                    times.getOrDefault(t.id, List.of()),
                    rows.getOrDefault(t.id, List.of())))
        .toList();
  }

  private static Map<Long, List<Owed>> owedBy(List<PutBack> items) {
    return items.stream()
        .collect(
            Collectors.groupingBy(
                p -> p.ticketId, Collectors.mapping(PutBack::owed, Collectors.toList())));
  }

  private static Map<Long, List<RunningTime>> timesBy(List<Clock> running) {
    return running.stream()
        .collect(
            Collectors.groupingBy(
                c -> c.ticketId, Collectors.mapping(Clock::view, Collectors.toList())));
  }

  private static TicketFile whole(
      Ticket t, Log log, List<Owed> owed, List<RunningTime> times, List<RunSheetRow> rows) {
    return file(
        t,
        log,
        owed,
        times,
        rows.stream()
            .map(
                row ->
                    SheetWork.of(
                        row.id,
                        Objects.requireNonNull(row.sheet),
                        row.about,
                        row.startedAt,
                        row.startedBy,
                        log))
            .toList());
  }

  /** A ticket as lists show it: without log, loans, clocks and sheets. */
  static TicketFile head(Ticket ticket) {
    return file(ticket, Log.of(List.of()), List.of(), List.of(), List.of());
  }

  private static TicketFile file(
      Ticket t, Log log, List<Owed> owed, List<RunningTime> times, List<SheetWork> sheets) {
    Machine m = t.machine;
    Customer c = t.customer;
    return new TicketFile(
        Objects.requireNonNull(t.id),
        t.claim,
        t.copyOf.isEmpty() ? t.identity : t.copyOf,
        t.version,
        Objects.requireNonNull(c.id),
        c.person(),
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
        t.contexts.stream().map(Context::of).collect(Collectors.toSet()),
        t.marks.stream().map(Mark::of).collect(Collectors.toSet()),
        t.belongings,
        Backup.of(t.backup),
        t.mayErase,
        t.mayOpen,
        Optional.ofNullable(t.spendingLimit),
        Optional.ofNullable(t.warrantyUntil),
        WaitsFor.of(t.waitsFor),
        t.waitsWhy,
        t.ending(),
        Optional.ofNullable(t.promised),
        t.received,
        Optional.ofNullable(t.closed),
        t.confirmedCauses,
        t.sheet == null ? Map.of() : t.sheet,
        schools(t.schools),
        log,
        owed,
        times,
        sheets);
  }

  /** Those of another version are passed over. */
  private static Map<School, String> schools(Map<String, String> kept) {
    Map<School, String> schools = new HashMap<>();
    for (School school : School.values()) {
      if (kept.containsKey(school.id())) {
        schools.put(school, kept.get(school.id()));
      }
    }
    return schools;
  }

  /** Makes a ticket findable by what it says and by its confirmed causes. */
  void index(Ticket ticket) {
    ticket.index(
        ticket.confirmedCauses.stream()
            .flatMap(id -> casebook().cause(id).map(Cause::name).stream())
            .collect(Collectors.joining(" ")));
  }

  /** A case and the diagnosis that looks at it: together they have one answer. */
  private record Question(Diagnosis diagnosis, Case about) {}

  /** What can be said of a ticket now. The same question always gets the same answer. */
  Assessment assess(TicketFile file) {
    Case about = file.asCase(shop.missing());
    return assessments.get(
        new Question(knowledge.diagnosis(file.schools(), about.contexts()), about),
        question -> question.diagnosis().assess(question.about()));
  }

  /** A ticket as it stood at its last line, under what the shop knew then. */
  private record Moment(long ticket, int version, int line, long knowledge, Set<Need> missing) {}

  /** What was found of a ticket at a moment. */
  private record Found(Log log, List<SheetWork> sheets, Assessment assessment) {}

  /**
   * Every machine in the shop with what can be said of it. Logs are read, and assessed, only of
   * tickets to which something was added since.
   */
  List<Record.Standing> standing() {
    List<Ticket> open = tickets.open();
    List<Long> ids = open.stream().map(t -> Objects.requireNonNull(t.id)).toList();
    if (ids.isEmpty()) {
      return List.of();
    }
    long known = knowledge.version();
    Set<Need> missing = shop.missing();
    Map<Long, Integer> last =
        logs.lastOf(ids).stream()
            .collect(Collectors.toMap(LogRepository.Last::getTicket, LogRepository.Last::getLine));
    Map<Long, Moment> moments = new HashMap<>();
    for (Ticket ticket : open) {
      long id = Objects.requireNonNull(ticket.id);
      moments.put(id, new Moment(id, ticket.version, last.getOrDefault(id, 0), known, missing));
    }
    Map<Moment, Found> now = new HashMap<>(found.getAllPresent(moments.values()));
    List<Ticket> fresh = open.stream().filter(t -> !now.containsKey(moments.get(t.id))).toList();
    for (TicketFile file : files(fresh)) {
      now.put(
          Objects.requireNonNull(moments.get(file.id())),
          new Found(file.log(), file.sheets(), assess(file)));
    }
    found.putAll(now);
    Map<Long, List<Owed>> owed = owedBy(putBacks.owedTo(ids));
    Map<Long, List<RunningTime>> times = timesBy(clocks.running(ids));
    List<Record.Standing> standing = new ArrayList<>();
    for (Ticket ticket : open) {
      Found then = Objects.requireNonNull(now.get(moments.get(ticket.id)));
      TicketFile file =
          file(
              ticket,
              then.log(),
              owed.getOrDefault(ticket.id, List.of()),
              times.getOrDefault(ticket.id, List.of()),
              then.sheets());
      standing.add(new Record.Standing(file, then.assessment()));
    }
    return standing;
  }

  Casebook casebook() {
    return knowledge.casebook();
  }

  /** Dangers that stop the normal road of a ticket. */
  Set<Mark> stops(TicketFile file) {
    Set<Mark> stops = EnumSet.noneOf(Mark.class);
    stops.addAll(assess(file).stops());
    return stops;
  }
}
