package dottore.app.record;

import dottore.app.said.NotThere;
import dottore.app.said.Refused;
import dottore.core.casebook.Casebook;
import dottore.core.casebook.Check;
import dottore.core.casebook.Context;
import dottore.core.casebook.Mark;
import dottore.core.casebook.School;
import dottore.core.casebook.Step;
import dottore.core.casebook.Touched;
import dottore.core.diagnosis.Assessment;
import dottore.core.facts.FactForm;
import dottore.core.facts.Facts;
import dottore.core.machine.Passport;
import dottore.core.runsheet.Guard;
import dottore.core.runsheet.Loan;
import dottore.core.ticket.Entry;
import dottore.core.ticket.Job;
import dottore.core.ticket.Line;
import dottore.core.ticket.Log;
import dottore.core.ticket.NewLine;
import dottore.core.ticket.WaitsFor;
import dottore.core.units.Minutes;
import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.Collection;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.OptionalLong;
import java.util.Set;
import java.util.function.Function;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;

/**
 * A ticket that is held for writing: nobody else writes until whoever holds it is done. Given to
 * what decides by {@link Record#write}; useless afterwards.
 */
public final class Writing {
  final Store store;
  final Ticket ticket;
  private final String who;
  private final Instant at;
  private @Nullable TicketFile file;

  Writing(Store store, Ticket ticket, String who, Instant at) {
    this.store = store;
    this.ticket = ticket;
    this.who = who;
    this.at = at;
  }

  // --- what the record says ----------------------------------------------------------------------

  /** The ticket as it stands, with what was written here. */
  public TicketFile file() {
    TicketFile known = file;
    if (known == null) {
      known = store.file(ticket);
      file = known;
    }
    return known;
  }

  void touched() {
    file = null;
  }

  public Log log() {
    return file().log();
  }

  public Job job() {
    return file().job();
  }

  public Assessment assess() {
    return store.assess(file());
  }

  public Casebook casebook() {
    return store.casebook();
  }

  public String who() {
    return who;
  }

  public Instant at() {
    return at;
  }

  long id() {
    return Objects.requireNonNull(ticket.id);
  }

  /** What belongs to run sheets. */
  public SheetWriting sheets() {
    return new SheetWriting(this);
  }

  /** What a closed ticket takes as well. */
  Late late() {
    return new Late(this);
  }

  /** What may be written to a ticket that is over: a note, and what goes back late. */
  public static final class Late {
    private final Writing writing;

    private Late(Writing writing) {
      this.writing = writing;
    }

    public TicketFile file() {
      return writing.file();
    }

    public void note(String text) {
      writing.append(NewLine.note(text));
    }

    /** Marks a borrowed thing as back where it belongs. */
    public void putBack(long item) {
      writing.putBack(item);
    }
  }

  // --- lines -------------------------------------------------------------------------------------

  public Line append(NewLine line) {
    return append(List.of(line)).get(0);
  }

  public List<Line> append(Collection<NewLine> lines) {
    List<LogEntry> entries = new ArrayList<>();
    int seq = store.logs.last(id());
    for (NewLine line : lines) {
      entries.add(LogEntry.of(id(), ++seq, at, who, line));
    }
    touched();
    return store.logs.saveAll(entries).stream().map(LogEntry::line).toList();
  }

  /**
   * Records answers: lines of steps that were done. What the steps borrow goes on the put-back
   * list.
   *
   * @param seen the last line that the writer had seen; the same answer given since is not written
   *     twice
   * @throws Clash if somebody answered the same step differently since
   */
  public void record(int seen, List<NewLine> lines) {
    List<Line> since = log().lines().stream().filter(line -> line.number() > seen).toList();
    List<NewLine> fresh = new ArrayList<>();
    for (NewLine line : lines) {
      if (!(line.entry() instanceof Entry.Answer ours)) {
        throw new IllegalArgumentException("no answer: " + line.text());
      }
      Optional<Line> same =
          since.stream()
              .filter(other -> other.entry() instanceof Entry.Answer a && a.rivals(ours))
              .findFirst();
      if (same.isEmpty()) {
        fresh.add(line);
      } else if (!((Entry.Answer) same.get().entry()).agrees(ours)) {
        throw new Clash(same.get(), line);
      }
    }
    append(fresh).forEach(this::borrow);
  }

  private void borrow(Line line) {
    Entry.Answer answer = (Entry.Answer) line.entry();
    if (answer instanceof Entry.Aside
        || answer instanceof Entry.Lifted
        || !answer.origin().ownWork()) { // a run sheet has its own put back
      return;
    }
    Set<String> owed = file().owed().stream().map(owe -> owe.what()).collect(Collectors.toSet());
    Optional<Step.Effort> effort = casebook().step(answer.step()).map(Step::effort);
    for (String what : effort.map(Step.Effort::borrows).orElse(List.of())) {
      if (!owed.contains(what)) {
        // Putting it back touches what the step touched.
        owe(new Loan(what, "", "", effort.get().changes()), "", "", line);
      }
    }
  }

  /** Takes the last answer back. Does nothing if there is none. */
  public void undo() {
    log().lastAnswers().forEach(this::takeBack);
  }

  /** A line no longer counts; what it borrowed and is still owed is not owed any more. */
  public void takeBack(Line line) {
    append(NewLine.takenBack(line));
    store.putBacks.of(List.of(id())).stream()
        .filter(p -> p.entrySeq == line.number() && p.returnedAt == null)
        .forEach(store.putBacks::delete);
    touched();
  }

  /**
   * Takes a line back that is no answer.
   *
   * @throws NotThere if no line of this kind has the number, or it was taken back already
   */
  public void withdraw(int number, Class<? extends Entry> kind) {
    takeBack(
        log()
            .line(number)
            .filter(line -> kind.isInstance(line.entry()))
            .orElseThrow(() -> new NotThere("That no longer counts; nothing was changed.")));
  }

  /**
   * Puts another answer in the place of an earlier one.
   *
   * @throws NotThere if the earlier one does not count, or the casebook does not know the answer
   */
  public void correct(int number, String outcome) {
    Entry.Reading earlier =
        log()
            .line(number)
            .filter(line -> line.entry() instanceof Entry.Reading)
            .map(line -> (Entry.Reading) line.entry())
            .orElseThrow(() -> new NotThere("That answer no longer counts; nothing was changed."));
    Check check =
        casebook()
            .check(earlier.check())
            .filter(c -> c.outcomes().stream().anyMatch(o -> o.id().equals(outcome)))
            .orElseThrow(() -> new NotThere("That answer is not in the casebook."));
    NewLine line =
        earlier.origin().told() ? NewLine.told(check, outcome) : NewLine.reading(check, outcome);
    append(line.correcting(number));
  }

  // --- facts -------------------------------------------------------------------------------------

  /**
   * What was not taken of a form.
   *
   * @param words why, a sentence each
   * @param typed values at fault by field, so that nothing typed is lost
   */
  public record NotTaken(List<String> words, Map<String, String> typed) {
    public static final NotTaken NOTHING = new NotTaken(List.of(), Map.of());

    public NotTaken {
      words = List.copyOf(words);
      typed = Map.copyOf(typed);
    }
  }

  /**
   * Writes what a posted form changes: only what its writer changed, and over nobody.
   *
   * @param about what the facts are about, in front of the words of the log
   * @param known what a desk knows of a job
   * @param seen the last line that the writer had seen
   * @return what was not taken: faults, and clashes with what others wrote meanwhile
   */
  public NotTaken facts(
      String about,
      FactForm form,
      Map<String, String> posted,
      Function<Job, Facts> known,
      int seen) {
    FactForm.Change change = form.change(posted, known.apply(job().upTo(seen)), known.apply(job()));
    if (!change.facts().isEmpty()) {
      append(NewLine.known(about + ": " + change.words(), change.facts()));
    }
    List<String> words = new ArrayList<>();
    Map<String, String> typed = new HashMap<>();
    change
        .faults()
        .forEach(
            (field, fault) -> {
              words.add("Not kept: " + fault + ".");
              typed.put(field, posted.getOrDefault(field, ""));
            });
    change.clashes().forEach(clash -> words.add("Somebody wrote meanwhile: " + clash + "."));
    return new NotTaken(words, typed);
  }

  // --- loans -------------------------------------------------------------------------------------

  /** Puts something on the put-back list by hand. */
  public void borrow(Loan loan, String before, String place) {
    owe(loan, before, place, append(new NewLine("Borrowed: " + loan.what(), new Entry.Borrowed())));
  }

  /**
   * @param before the state it was in
   * @param place where it is now
   * @param line the line of the step that borrowed it
   */
  public void owe(Loan loan, String before, String place, Line line) {
    PutBack item = new PutBack();
    item.ticketId = id();
    item.what = loan.what();
    item.key = loan.key().orElse("");
    item.touches = loan.touches().stream().map(Touched::id).sorted().toList();
    item.beforeState = before.strip();
    item.place = place.strip();
    item.entrySeq = line.number();
    item.takenAt = line.at();
    item.takenBy = line.who();
    store.putBacks.save(item);
    touched();
  }

  /** Marks a borrowed thing as back where it belongs. Does nothing if it is not owed. */
  public void putBack(long item) {
    loan(item).filter(p -> p.returnedAt == null).ifPresent(this::putBack);
  }

  private void putBack(PutBack p) {
    p.returnedAt = at;
    p.returnedBy = who;
    String to = p.beforeState.isEmpty() ? "" : " (" + p.beforeState + ")";
    append(new NewLine("Put back: " + p.what + to, new Entry.PutBack(p.owed().touches())));
  }

  /** Puts back what the step of a line borrowed. */
  void putBackOf(Line borrowing) {
    of(borrowing).filter(p -> p.returnedAt == null).ifPresent(this::putBack);
  }

  /** What was put back by mistake is owed again. */
  void oweAgain(Line borrowing) {
    of(borrowing).ifPresent(this::open);
  }

  private Optional<PutBack> of(Line borrowing) {
    return store.putBacks.of(List.of(id())).stream()
        .filter(p -> p.entrySeq == borrowing.number())
        .findFirst();
  }

  private Optional<PutBack> loan(long item) {
    return store.putBacks.findById(item).filter(p -> p.ticketId == id());
  }

  private void open(PutBack p) {
    p.returnedAt = null;
    p.returnedBy = null;
    touched();
  }

  /** Says where a borrowed thing is now and how it was before, or that it is not back after all. */
  public void describe(long item, String before, String place, boolean notBack) {
    loan(item)
        .ifPresent(
            p -> {
              if (notBack && p.returnedAt != null) {
                open(p);
                append(NewLine.note("Not back after all: " + p.what));
              } else {
                p.beforeState = before.strip();
                p.place = place.strip();
                append(
                    NewLine.note(
                        "Owed: "
                            + p.what
                            + ", before: "
                            + words(before)
                            + ", now: "
                            + words(place)));
              }
            });
  }

  private static String words(String text) {
    return text.isBlank() ? "not written down" : text.strip();
  }

  // --- clocks ------------------------------------------------------------------------------------

  /** Starts a countdown. */
  public void countdown(String label, Duration length) {
    countdown(label, length, null);
  }

  void countdown(String label, Duration length, @Nullable Line cause) {
    Clock clock = clock(label, cause);
    clock.endsAt = at.plus(length);
    store.clocks.save(clock);
    append(NewLine.clock("Clock started: " + label + ", " + length.toMinutes() + " min"));
  }

  /** Lets something run that nobody may disturb. */
  public void guard(Guard guard) {
    guard(guard, null);
  }

  void guard(Guard guard, @Nullable Line cause) {
    Clock clock = clock(guard.label(), cause);
    clock.guard = guard;
    clock.endsAt = at.plusSeconds(Math.round(guard.expected().value() * 60));
    store.clocks.save(clock);
    append(
        NewLine.clock("Do not touch: " + guard.label() + ", expected " + guard.expected().text()));
  }

  private Clock clock(String label, @Nullable Line cause) {
    Clock clock = new Clock();
    clock.ticketId = id();
    clock.label = label;
    clock.startedAt = at;
    clock.startedBy = who;
    clock.entrySeq = cause == null ? null : cause.number();
    touched();
    return clock;
  }

  /** Starts the clock of hands at work, or stops the one that runs. */
  public void toggleHands() {
    Optional<Clock> running =
        store.clocks.of(List.of(id())).stream()
            .filter(c -> c.hands && c.stoppedAt == null)
            .findFirst();
    if (running.isPresent()) {
      running.get().stoppedAt = at;
    } else {
      Clock clock = clock("Hands on this ticket", null);
      clock.hands = true;
      store.clocks.save(clock);
    }
    touched();
  }

  /** A stretch of hands-on work that is over. */
  public void worked(Instant from, Duration length) {
    Clock clock = clock("Hands on this ticket", null);
    clock.hands = true;
    clock.startedAt = from;
    clock.stoppedAt = from.plus(length);
    store.clocks.save(clock);
  }

  /**
   * Stops a clock before or after its end.
   *
   * @param decides whether who says so may decide alone
   * @param why how they know that what was guarded is over, where it is early
   * @throws Refused if it guards something that they may not call over, or not yet without a reason
   */
  public void stopClock(long clock, boolean decides, String why) {
    runs(clock)
        .ifPresent(
            c -> {
              if (c.guard != null) {
                c.guard
                    .holds(
                        Minutes.of(c.view().length(at).toMillis() / 60_000.0),
                        c.startedBy.equals(who),
                        decides,
                        why)
                    .ifPresent(
                        held -> {
                          throw new Refused(held);
                        });
              }
              stopClock(c, why);
            });
  }

  /** Stops a clock whose step says that it is over. */
  void stopClock(long clock) {
    runs(clock).ifPresent(c -> stopClock(c, ""));
  }

  private Optional<Clock> runs(long clock) {
    return store.clocks.findById(clock).filter(c -> c.ticketId == id() && c.stoppedAt == null);
  }

  private void stopClock(Clock c, String why) {
    Duration length = c.view().length(at);
    stop(c);
    append(
        NewLine.clock(
            c.guard == null
                ? "Clock stopped: " + c.label
                : "Over after "
                    + Math.max(1, length.toMinutes())
                    + " min: "
                    + c.label
                    + (why.isBlank() ? "" : ". Known by: " + why.strip())));
  }

  private void stop(Clock clock) {
    clock.stoppedAt = at;
    touched();
  }

  /** Stops, without a word, the clock that the step of a line let run. */
  void silence(Line cause) {
    store.clocks.of(List.of(id())).stream()
        .filter(c -> c.stoppedAt == null && c.view().causedBy(cause))
        .forEach(this::stop);
  }

  // --- the ticket itself -------------------------------------------------------------------------

  /** Says whom the ticket waits for. */
  public void waitFor(WaitsFor whom, String why) {
    String because = whom == WaitsFor.NOBODY ? "" : why.strip();
    ticket.waitsFor = whom.id();
    ticket.waitsWhy = because;
    append(NewLine.changed(whom.beginning() + (whom == WaitsFor.NOBODY ? "" : ": " + because)));
  }

  /**
   * Lets a ticket follow a school of its own.
   *
   * @param position empty to follow the shop again
   * @throws IllegalArgumentException if the school has no such position
   */
  public void choose(School school, String position) {
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
    append(NewLine.changed(words));
  }

  /** Adds what was understood from words: circumstances and dangers that were not known yet. */
  public void heard(Set<Context> contexts, Set<Mark> marks) {
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
      append(NewLine.changed("Also known: " + String.join(", ", words)));
    }
  }

  /** Keeps a passport with the machine, and what is fitted by its stickers. */
  public void keepPassport(
      Passport passport, OptionalLong fittedMebibytes, Optional<Integer> fittedModules) {
    ticket.machine.passport = passport;
    fittedMebibytes.ifPresent(value -> ticket.machine.fittedMebibytes = value);
    fittedModules.ifPresent(value -> ticket.machine.fittedModules = value);
    append(
        new NewLine(
            "Passport read: "
                + (passport.maker() + " " + passport.model()).strip()
                + ", "
                + passport.memoryShown().asMemory(),
            new Entry.PassportRead()));
  }

  /**
   * Refuses if a danger stops the normal road.
   *
   * @throws Refused with the danger
   */
  public void notStopped() {
    for (Mark stop : store.stops(file())) {
      throw new Refused(stop.words() + ": the normal road stops here. Find says what to do.");
    }
  }
}
