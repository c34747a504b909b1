package dottore.app.ticket;

import dottore.core.casebook.Context;
import dottore.core.casebook.Mark;
import dottore.core.casebook.Need;
import dottore.core.casebook.School;
import dottore.core.casebook.Touched;
import dottore.core.diagnosis.Case;
import dottore.core.diagnosis.Event;
import dottore.core.machine.MachineKind;
import java.math.BigDecimal;
import java.time.Duration;
import java.time.Instant;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.EnumSet;
import java.util.HashMap;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;

/** A ticket with everything that belongs to it, at one moment. Immutable. */
public record TicketFile(
    long id,
    String claim,
    int version,
    Person customer,
    Thing machine,
    String complaint,
    Set<Context> contexts,
    Set<Mark> marks,
    String belongings,
    String backup,
    boolean mayErase,
    boolean mayOpen,
    Optional<BigDecimal> limit,
    Optional<LocalDate> warrantyUntil,
    String waitsFor,
    String waitsWhy,
    String state,
    Optional<Instant> promised,
    Instant received,
    Optional<Instant> closed,
    List<String> confirmedCauses,
    Map<String, String> sheet,
    Map<School, String> schools,
    List<Line> log,
    List<Owed> putBack,
    List<RunningTime> clocks) {

  /** Puts together what belongs to a ticket. */
  static TicketFile of(Ticket t, List<Line> lines, List<Owed> owed, List<RunningTime> times) {
    Machine m = t.machine;
    Customer c = t.customer;
    return new TicketFile(
        Objects.requireNonNull(t.id),
        t.claim,
        t.version,
        new Person(Objects.requireNonNull(c.id), c.name, c.phone, c.email),
        new Thing(
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
        t.schools.entrySet().stream()
            .collect(Collectors.toMap(e -> School.of(e.getKey()), Map.Entry::getValue)),
        lines,
        owed,
        times);
  }

  /** Whose machine it is. */
  public record Person(long id, String name, String phone, String email) {}

  /** Which machine it is. */
  public record Thing(
      long id,
      String maker,
      String model,
      String serial,
      MachineKind kind,
      Optional<Long> fittedMebibytes,
      Optional<Integer> fittedModules,
      Optional<String> passport) {

    public String title() {
      String name = (maker + " " + model).strip();
      return (name.isEmpty() ? "Unnamed machine" : name) + ", " + kind.id();
    }
  }

  public boolean open() {
    return state.equals("OPEN");
  }

  public int lastSeq() {
    return log.isEmpty() ? 0 : log.get(log.size() - 1).seq();
  }

  /** Numbers of the lines that were taken back or replaced. */
  public Set<Integer> takenBack() {
    Set<Integer> gone = new HashSet<>();
    for (Line line : log) {
      if (line.kind() == Line.Kind.TAKEN_BACK) {
        gone.add(Integer.parseInt(line.get("entry")));
      }
      if (!line.get("corrects").isEmpty()) {
        gone.add(Integer.parseInt(line.get("corrects")));
      }
    }
    return gone;
  }

  /** The answers that count, in order; a correction stands where the corrected answer stood. */
  public List<Line> answers() {
    Set<Integer> gone = takenBack();
    Map<Integer, Integer> place = new HashMap<>();
    List<Line> answers = new ArrayList<>();
    for (Line line : log) {
      if (!line.answer()) {
        continue;
      }
      String corrects = line.get("corrects");
      place.put(
          line.seq(),
          corrects.isEmpty()
              ? line.seq()
              : place.getOrDefault(Integer.parseInt(corrects), line.seq()));
      if (!gone.contains(line.seq())) {
        answers.add(line);
      }
    }
    answers.sort(java.util.Comparator.comparingInt(line -> place.get(line.seq())));
    return answers;
  }

  /** The last answer that counts, for undo. Lines recorded together are undone together. */
  public List<Line> lastAnswers() {
    Set<Integer> gone = takenBack();
    List<Line> last = new ArrayList<>();
    for (int i = log.size() - 1; i >= 0; i--) {
      Line line = log.get(i);
      if (!line.answer() || gone.contains(line.seq()) || !line.get("told").isEmpty()) {
        continue;
      }
      String together = line.get("together");
      if (last.isEmpty()) {
        last.add(line);
        if (together.isEmpty()) {
          break;
        }
      } else if (!together.isEmpty() && together.equals(last.get(0).get("together"))) {
        last.add(line);
      } else {
        break;
      }
    }
    return last;
  }

  /**
   * Facts about the machine by name, the last word on each.
   *
   * @param upTo the last line of the log that is read
   */
  public Map<String, String> facts(int upTo) {
    Set<Integer> gone = takenBack();
    Map<String, String> facts = new LinkedHashMap<>();
    for (Line line : log) {
      if (line.kind() == Line.Kind.FACT && line.seq() <= upTo && !gone.contains(line.seq())) {
        facts.putAll(line.data());
      }
    }
    return facts;
  }

  /** The trials of single modules that count, in order. */
  public List<Line> trials() {
    Set<Integer> gone = takenBack();
    return log.stream()
        .filter(line -> line.kind() == Line.Kind.TRIAL && !gone.contains(line.seq()))
        .toList();
  }

  /**
   * The ticket as the diagnosis sees it.
   *
   * @param shelf what the shop's shelf does not have
   */
  public Case asCase(Set<Need> shelf) {
    Set<Context> all = EnumSet.noneOf(Context.class);
    all.addAll(contexts);
    all.add(Context.of(machine.kind()));
    Set<Need> missing = EnumSet.noneOf(Need.class);
    missing.addAll(shelf);
    if (!mayOpen) {
      missing.add(Need.COVER);
    }
    if (!mayErase) {
      missing.add(Need.ERASE_CONSENT);
    }
    if (backup.equals("no") || (backup.equals("unknown") && !mayErase)) {
      missing.add(Need.DATA_SAFE);
    }
    return new Case(all, marks, missing, events());
  }

  private List<Event> events() {
    List<Event> events = new ArrayList<>();
    List<Line> changes = log.stream().filter(line -> !line.get("touches").isEmpty()).toList();
    int next = 0;
    for (Line line : answers()) {
      while (next < changes.size() && changes.get(next).seq() < line.seq()) {
        events.add(changed(changes.get(next++)));
      }
      switch (line.kind()) {
        case READING ->
            events.add(
                new Event.Reading(
                    line.seq(),
                    line.get("check"),
                    line.get("outcome"),
                    line.get("told").isEmpty() ? Event.SEEN : Event.TOLD));
        case TRIED ->
            events.add(
                new Event.Tried(
                    line.seq(), line.get("repair"), Event.Result.of(line.get("result"))));
        case ASIDE ->
            events.add(new Event.SetAside(line.seq(), line.get("step"), line.get("reason")));
        case LIFTED ->
            events.add(new Event.Lifted(line.seq(), Mark.of(line.get("mark")), line.get("reason")));
        default -> {}
      }
    }
    changes.subList(next, changes.size()).forEach(line -> events.add(changed(line)));
    return events;
  }

  private static Event changed(Line line) {
    return new Event.Changed(
        line.seq(),
        Arrays.stream(line.get("touches").split(","))
            .map(Touched::of)
            .collect(Collectors.toUnmodifiableSet()));
  }

  public List<Owed> owed() {
    return putBack.stream().filter(item -> !item.returned()).toList();
  }

  public List<RunningTime> runningClocks() {
    return clocks.stream().filter(RunningTime::running).toList();
  }

  /** Hands-on time measured by the clock. */
  public Duration handsOn(Instant now) {
    return clocks.stream()
        .filter(RunningTime::hands)
        .map(clock -> clock.length(now))
        .reduce(Duration.ZERO, Duration::plus);
  }

  /** What runs on this machine and must not be disturbed. */
  public Optional<RunningTime> guarded() {
    return runningClocks().stream().filter(clock -> clock.guard().isPresent()).findFirst();
  }

  public Optional<RunningTime> handsClock() {
    return runningClocks().stream().filter(RunningTime::hands).findFirst();
  }
}
