package dottore.app.record;

import dottore.app.said.NotThere;
import dottore.app.said.Refused;
import dottore.core.casebook.Check;
import dottore.core.casebook.Repair;
import dottore.core.diagnosis.Assessment;
import dottore.core.diagnosis.Event;
import dottore.core.facts.Facts;
import dottore.core.reading.Answer;
import dottore.core.runsheet.RunSheet;
import dottore.core.runsheet.SheetStep;
import dottore.core.ticket.Entry;
import dottore.core.ticket.Line;
import dottore.core.ticket.NewLine;
import dottore.core.ticket.SheetKind;
import dottore.core.ticket.SheetWork;
import dottore.core.ticket.Start;
import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.UUID;
import java.util.stream.Collectors;

/** What is written to the run sheets of a ticket that is held. Every tick is a line of its log. */
public final class SheetWriting {
  /**
   * What somebody says with a tick.
   *
   * @param before the state in which the borrowed thing was
   * @param place where it is now
   * @param read what the step asks to be read
   */
  public record Said(String before, String place, String read) {
    public static final Said NOTHING = new Said("", "", "");
  }

  private final Writing writing;

  SheetWriting(Writing writing) {
    this.writing = writing;
  }

  /** An id that no run sheet has. */
  public static String freshId() {
    return UUID.randomUUID().toString().replace("-", "").substring(0, 16);
  }

  // --- beginning ---------------------------------------------------------------------------------

  /**
   * Begins a run sheet, if it may begin now; returns its id.
   *
   * @throws Refused if it may not, a danger stops the road, or another sheet is open
   */
  public String begin(Start start) {
    writing.notStopped();
    if (start instanceof Start.NotYet not) {
      throw new Refused(not.why());
    }
    Start.Go go = (Start.Go) start;
    for (SheetWork open : writing.file().openSheets()) {
      if (go.takesOver().isEmpty()) {
        throw new Refused("Another run sheet is open: " + open.sheet().title() + ". End it first.");
      }
      over(open, go.takesOver().get());
    }
    String id = freshId();
    keep(id, go.sheet(), go.about(), writing.at(), writing.who());
    append(id, Entry.Sheet.Turn.BEGUN, "Run sheet begun: " + go.sheet().title());
    return id;
  }

  /**
   * Keeps a run sheet that was worked on elsewhere; what was done of it is in the log that came
   * with it.
   */
  public void keep(String id, RunSheet sheet, Map<String, String> about, Instant at, String who) {
    RunSheetRow row = new RunSheetRow();
    row.id = id;
    row.ticketId = writing.id();
    row.sheet = sheet;
    row.about = about;
    row.startedAt = at;
    row.startedBy = who;
    writing.store.sheets.save(row);
  }

  private void append(String sheet, Entry.Sheet.Turn turn, String text) {
    writing.append(new NewLine(text, new Entry.Sheet(sheet, turn)));
  }

  // --- steps -------------------------------------------------------------------------------------

  /**
   * One of its sheets.
   *
   * @throws NotThere if the ticket has none of this id
   */
  public SheetWork sheet(String id) {
    return writing
        .file()
        .sheet(id)
        .orElseThrow(() -> new NotThere("This ticket has no such run sheet."));
  }

  private record At(SheetWork work, SheetStep step) {}

  private At at(String id, String step) {
    SheetWork work = sheet(id);
    SheetStep found =
        work.sheet().step(step).orElseThrow(() -> new NotThere("This run sheet has no such step."));
    if (work.aside()) {
      throw new Refused("This run sheet was set aside.");
    }
    if (work.concluded()) {
      throw new Refused("This run sheet is over: it was said what came of it.");
    }
    return new At(work, found);
  }

  private void allowed(At at) {
    List<SheetStep> before = at.work().sheet().waitsFor(at.step().id(), at.work().marks());
    if (!before.isEmpty()) {
      throw new Refused("First: " + before.get(0).words() + ".");
    }
    guards(at)
        .filter(clock -> clock.worries(writing.at()))
        .findFirst()
        .ifPresent(
            clock -> {
              throw new Refused("Judge it first: is it still running? " + clock.label() + ".");
            });
  }

  /** Clocks of the steps before, which nobody may disturb. */
  private java.util.stream.Stream<RunningTime> guards(At at) {
    List<Line> before =
        at.step().after().stream()
            .flatMap(id -> Optional.ofNullable(at.work().lines().get(id)).stream())
            .toList();
    return writing.file().runningClocks().stream()
        .filter(clock -> clock.guard().isPresent())
        .filter(clock -> before.stream().anyMatch(clock::causedBy));
  }

  /**
   * Ticks a step: what it borrows goes on the put-back list, what it gives back comes off, what it
   * lets run gets its clock, and the clocks of the steps that it follows end. A step that is ticked
   * already stays as it is.
   *
   * @throws Refused if an earlier step is open, what ran before was not judged, or what was read is
   *     not what it must be
   */
  public void tick(String id, String step, Said said) {
    At at = at(id, step);
    if (at.work().marks().containsKey(step)) {
      return;
    }
    allowed(at);
    SheetStep done = at.step();
    done.asked()
        .filter(asked -> !asked.fits(said.read()))
        .ifPresent(
            asked -> {
              throw new Refused(
                  said.read().isBlank()
                      ? "First read it: " + asked.question() + "."
                      : "Stop: it must be "
                          + asked.answer()
                          + ", and "
                          + said.read().strip()
                          + " was read. Nothing was ticked.");
            });
    endWaits(at);
    String before = said.before().strip();
    String state =
        done.borrows().isPresent() && !before.isEmpty() ? " (before: " + before + ")" : "";
    Line line = mark(at, true, done.words() + state);
    done.borrows().ifPresent(loan -> writing.owe(loan, before, said.place(), line));
    borrowing(at).ifPresent(writing::putBackOf);
    if (done.guard().isPresent()) {
      writing.guard(done.guard().get(), line);
    } else if (done.waiting().value() >= 2) {
      long minutes = Math.round(done.waiting().value());
      writing.countdown(done.words(), Duration.ofMinutes(minutes), line);
    }
  }

  /** The line of the step that borrowed what this one gives back. */
  private static Optional<Line> borrowing(At at) {
    return at.step()
        .returns()
        .flatMap(
            what ->
                at.work().sheet().steps().stream()
                    .filter(s -> s.borrows().filter(loan -> loan.what().equals(what)).isPresent())
                    .findFirst())
        .map(lender -> at.work().lines().get(lender.id()));
  }

  /** Whoever goes on says with it that what ran before is over. */
  private void endWaits(At at) {
    List<Line> before =
        at.step().after().stream()
            .flatMap(id -> Optional.ofNullable(at.work().lines().get(id)).stream())
            .toList();
    writing.file().runningClocks().stream()
        .filter(clock -> clock.guard().isEmpty())
        .filter(clock -> before.stream().anyMatch(clock::causedBy))
        .forEach(clock -> writing.stopClock(clock.id()));
  }

  private Line mark(At at, boolean done, String words) {
    return writing.append(
        new NewLine(
            (done ? "✓ " : "Skipped: ") + words,
            new Entry.Ticked(at.work().id(), at.step().id(), done)));
  }

  /**
   * Skips a step with a reason.
   *
   * @throws Refused without a reason, if an earlier step is open, or if the work is dangerous
   *     without it
   */
  public void skip(String id, String step, String reason) {
    At at = at(id, step);
    if (at.work().marks().containsKey(step)) {
      return;
    }
    allowed(at);
    if (at.step().must()) {
      throw new Refused("This step cannot be skipped: " + at.step().words() + ".");
    }
    if (reason.isBlank()) {
      throw new Refused("A step is skipped with a reason.");
    }
    mark(at, false, at.step().words() + " (" + reason.strip() + ")");
  }

  /**
   * Opens a step again that was ticked or skipped by mistake; its clock stops.
   *
   * @throws Refused if later steps were built on it
   */
  public void reopen(String id, String step) {
    At at = at(id, step);
    Optional<Line> line = Optional.ofNullable(at.work().lines().get(step));
    if (line.isEmpty()) {
      return;
    }
    List<SheetStep> built = at.work().sheet().builtOn(step, at.work().marks());
    if (!built.isEmpty()) {
      throw new Refused("Open again first: " + built.get(0).words() + ".");
    }
    writing.takeBack(line.get());
    borrowing(at).ifPresent(writing::oweAgain);
    writing.silence(line.get());
  }

  // --- the end -----------------------------------------------------------------------------------

  /**
   * Says what the machine does after the work: that is its repairs tried, what it found, and what
   * is known of the machine now. The sheet is over then; one that is over already stays as it is.
   *
   * @throws Refused if nothing of it was done
   */
  public void conclude(SheetKind kind, String id, Event.Result result) {
    SheetWork work = sheet(id);
    if (!work.open()) {
      return;
    }
    work.next()
        .ifPresent(
            step -> {
              throw new Refused("Steps are left on it. First: " + step.words() + ".");
            });
    if (work.done().isEmpty()) {
      throw new Refused("Nothing of it was done. Set it aside with a reason instead.");
    }
    List<NewLine> answers = new ArrayList<>();
    List<Repair> repairs =
        kind.repairs(work).stream()
            .flatMap(repair -> writing.casebook().repair(repair).stream())
            .toList();
    answers.addAll(tried(kind, id, repairs, result));
    for (Answer found : kind.answers(work)) {
      Optional<Check> check = writing.casebook().check(found.check());
      check.ifPresent(c -> answers.add(NewLine.reading(c, found.outcome()).ofSheet(id)));
    }
    Facts left = kind.leaves(work).beyond(writing.log().facts());
    if (!left.isEmpty()) {
      String words =
          left.kept().entrySet().stream()
              .map(fact -> fact.getKey().replace('-', ' ') + " " + fact.getValue())
              .collect(Collectors.joining(", "));
      writing.append(NewLine.known("As the run sheet left it: " + words, left));
    }
    writing.record(writing.log().last(), answers);
    over(work, result.words());
  }

  private List<NewLine> tried(
      SheetKind kind, String id, List<Repair> repairs, Event.Result result) {
    boolean changed = result == Event.Result.WORKS || result == Event.Result.ELSEWHERE;
    if (changed && !kind.eachWasInTheWay()) {
      Assessment before = writing.assess();
      return repairs.stream()
          .max(Comparator.comparingDouble(before::chanceOf))
          .map(repair -> List.of(NewLine.tried(repair, result).ofSheet(id)))
          .orElse(List.of());
    }
    List<NewLine> lines = new ArrayList<>();
    for (Repair repair : repairs) {
      boolean last = repair.equals(repairs.get(repairs.size() - 1));
      // What was lifted before the last was in the way too, or the sheet would not have it.
      Event.Result came = last || result != Event.Result.WORKS ? result : Event.Result.ELSEWHERE;
      lines.add(NewLine.tried(repair, came).ofSheet(id));
    }
    return lines;
  }

  /** Says in words what came of a run sheet; it is over then. */
  public void over(SheetWork work, String words) {
    append(work.id(), Entry.Sheet.Turn.CONCLUDED, work.sheet().title() + ": " + words);
  }

  /** Sets a run sheet aside: it stays to be read, nothing more is ticked. */
  public void setAside(String id, String reason) {
    SheetWork work = sheet(id);
    if (reason.isBlank()) {
      throw new Refused("A run sheet is set aside with a reason.");
    }
    if (work.open()) {
      String text = "Run sheet set aside: " + work.sheet().title() + " (" + reason.strip() + ")";
      append(id, Entry.Sheet.Turn.ASIDE, text);
    }
  }
}
