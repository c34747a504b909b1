package dottore.core.rehearsal;

import dottore.core.bridge.Hands;
import dottore.core.bridge.Names;
import dottore.core.bridge.Observer;
import dottore.core.casebook.Casebook;
import dottore.core.casebook.Check;
import dottore.core.casebook.Depth;
import dottore.core.casebook.Need;
import dottore.core.casebook.Repair;
import dottore.core.casebook.Stage;
import dottore.core.casebook.Step;
import dottore.core.diagnosis.Case;
import dottore.core.diagnosis.Event;
import dottore.core.diagnosis.ShopRules;
import dottore.core.practice.Fault;
import dottore.core.practice.Flaw;
import dottore.core.practice.Machine;
import dottore.core.practice.Scenario;
import dottore.core.practice.Sights;
import dottore.core.practice.Sights.HowFar;
import dottore.core.practice.Start;
import dottore.core.rehearsal.Move.Kind;
import java.util.ArrayList;
import java.util.Collections;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.Set;
import java.util.SplittableRandom;
import java.util.function.Consumer;

/**
 * A practice case as far as somebody got with it. The same case and the same moves lead to the same
 * state, so that nothing else has to be kept.
 *
 * @param scenario the case
 * @param machine the machine as it stands now
 * @param running what its last start did, while it is on
 * @param coverOff whether its cover is off
 * @param writing what is being written into its firmware just now
 * @param done what was done, in order
 * @param minutes bench minutes that have gone
 * @param owed what was taken from the machine and is not back
 * @param money the shop's money spent on parts
 * @param copied whether what the owner wants to keep was copied
 * @param about what is known, as the diagnosis takes it
 * @param named the cause that was named when it was closed
 */
public record Rehearsal(
    Scenario scenario,
    Machine machine,
    Optional<Start> running,
    boolean coverOff,
    Optional<Repair> writing,
    List<Done> done,
    double minutes,
    Set<String> owed,
    double money,
    boolean copied,
    Case about,
    Optional<String> named) {

  /** Minutes that a wait takes. */
  public static final double WAIT = 5;

  private static final double HINT = 3;
  private static final double COPY = 15;
  private static final double PUT_BACK = 3;

  public Rehearsal {
    done = List.copyOf(done);
    owed = Collections.unmodifiableSet(new LinkedHashSet<>(owed));
  }

  /** At its beginning. */
  public static Rehearsal of(Scenario scenario) {
    return new Rehearsal(
        scenario,
        scenario.machine(),
        Optional.empty(),
        false,
        Optional.empty(),
        List.of(),
        0,
        Set.of(),
        0,
        false,
        new Case(Names.contexts(scenario), Set.of(), Set.of(), List.of()),
        Optional.empty());
  }

  /**
   * A case with moves that were made at it.
   *
   * @throws IllegalArgumentException if one of them could not be made
   */
  public static Rehearsal replay(Scenario scenario, Casebook casebook, List<Move> moves) {
    Rehearsal now = of(scenario);
    for (Move move : moves) {
      now = now.after(move, casebook);
    }
    return now;
  }

  /** Whether it was closed, or ended by a mishap. */
  public boolean over() {
    return named.isPresent() || mishaps().stream().anyMatch(Mishap::ends);
  }

  /** Whether it stayed on when it was started last. */
  public boolean on() {
    return running.map(Start::staysOn).orElse(false);
  }

  public boolean mainsIn() {
    return !machine.has(Flaw.MAINS_PULLED);
  }

  public List<Mishap> mishaps() {
    return done.stream().flatMap(one -> one.mishap().stream()).toList();
  }

  /** Parts that were bought and changed nothing. */
  public long vain() {
    return done.stream().filter(Done::vain).count();
  }

  /** Whether nothing is amiss with the machine, whatever lies beside it. */
  public boolean sound() {
    return Sights.sound(machine.without(Flaw.MAINS_PULLED));
  }

  /** Whether the right cause was named and the machine works. */
  public boolean solved() {
    return sound() && named.map(this::hidden).orElse(false);
  }

  /** Whether a cause is one of those hidden in it. */
  public boolean hidden(String cause) {
    return scenario.faults().stream().map(Names::cause).anyMatch(cause::equals);
  }

  /** Why a step cannot be done as the machine stands; empty when it can. */
  public Optional<String> obstacle(Step step) {
    Machine m = machine;
    if (writing.isPresent()) {
      return Optional.of("the firmware is being written: wait");
    }
    if (!step.effort().kinds().contains(m.kind())) {
      return Optional.of("this machine has no such thing");
    }
    boolean inside = step.effort().opensTheCase();
    if (inside && !coverOff) {
      return Optional.of("the cover is on");
    }
    boolean live = step.effort().care().live();
    boolean powered = step.effort().reach().compareTo(Stage.Reach.NOTHING) > 0;
    // What is done inside with the mains out is begun without them, however far it has to get.
    if ((live || powered && !inside) && !mainsIn()) {
      return Optional.of("the mains are out");
    }
    if (step.effort().reach().compareTo(reach()) > 0) {
      return Optional.of(reach().shortfall());
    }
    boolean again =
        step instanceof Repair
            && done.stream()
                .skip(Math.max(0, done.size() - 1))
                .anyMatch(one -> one.move().equals(Move.step(step.id())));
    return again ? Optional.of("just done") : Optional.empty();
  }

  /** How far this machine lets somebody get at it. */
  private Stage.Reach reach() {
    Start start = Sights.start(fed(), new SplittableRandom(luck()));
    return Names.reach(fed(), Sights.of(fed(), start));
  }

  private Machine fed() {
    return machine.without(Flaw.MAINS_PULLED);
  }

  /** The luck of the moment, the same for the same moves. */
  private long luck() {
    return scenario.seed() * 1009L + scenario.level() * 17L + done.size();
  }

  /**
   * After one more move.
   *
   * @throws IllegalArgumentException if it cannot be made, with the reason
   */
  public Rehearsal after(Move move, Casebook casebook) {
    if (over()) {
      throw new IllegalArgumentException("this case is closed");
    }
    return switch (move.kind()) {
      case STEP ->
          stepped(
              casebook
                  .step(move.of())
                  .orElseThrow(() -> new IllegalArgumentException("there is no such step")));
      case POWER -> power();
      case MAINS -> mains();
      case COVER -> cover();
      case WAIT -> waited();
      case COPY -> copy();
      case PUT_BACK -> putBack();
      case HINT -> noted(Move.of(Kind.HINT), HINT, "Asked for a hint", "");
      case CLOSE -> closed(move.of(), casebook);
    };
  }

  // --- what hands do to the machine as a whole
  // -------------------------------------------------------

  private Rehearsal power() {
    Move move = Move.of(Kind.POWER);
    if (writing.isPresent()) {
      return cut(move, "Pressed the button while the firmware was written");
    }
    if (on()) {
      return noted(move, 0.2, "Switched off", "It is off.").with(Optional.empty());
    }
    SplittableRandom random = new SplittableRandom(luck());
    Start start = Sights.start(machine, random);
    Optional<Mishap> mishap =
        smelled("burnt") ? Optional.of(Mishap.POWERED_WHEN_BURNT) : Optional.empty();
    Optional<String> far =
        mainsIn()
            ? Observer.ofStart(machine, start, random).filter(this::isNews)
            : Optional.empty();
    Rehearsal next =
        noted(move, start.minutes(), "Pressed the button", Words.of(start), far, mishap)
            .with(Optional.of(start));
    return far.map(
            outcome ->
                next.knowing(new Event.Reading(done.size(), Check.HOW_FAR, outcome, Event.SEEN)))
        .orElse(next);
  }

  /** Whether nobody has seen yet that it gets this far and no further. */
  private boolean isNews(String howFar) {
    return about.events().stream()
        .noneMatch(
            event ->
                event instanceof Event.Reading reading
                    && reading.check().equals(Check.HOW_FAR)
                    && reading.outcome().equals(howFar));
  }

  private boolean smelled(String what) {
    return done.stream()
        .anyMatch(
            one ->
                one.move().of().equals("smell-and-look")
                    && one.outcome().equals(Optional.of(what)));
  }

  private Rehearsal mains() {
    Move move = Move.of(Kind.MAINS);
    String plug = machine.portable() ? "charger" : "mains";
    if (writing.isPresent()) {
      return cut(move, "Pulled the " + plug + " while the firmware was written");
    }
    if (!mainsIn()) {
      return noted(move, 0.3, "Plugged the " + plug + " in", "")
          .with(machine.without(Flaw.MAINS_PULLED));
    }
    return noted(move, 0.3, "Pulled the " + plug + ", held the button", "Nothing is left on it.")
        .with(Sights.afterTheNight(machine).with(Flaw.MAINS_PULLED))
        .with(Optional.empty());
  }

  private Rehearsal cut(Move move, String title) {
    Machine dead = machine.with(Flaw.FIRMWARE_CORRUPT, 1).with(Flaw.UPDATE_BROKEN_OFF);
    Rehearsal next =
        noted(
            move,
            0.2,
            title,
            "Nothing lights any more.",
            Optional.empty(),
            Optional.of(Mishap.CUT_WHILE_WRITING));
    return next.with(dead).with(Optional.empty()).writing(Optional.empty());
  }

  private Rehearsal cover() {
    Move move = Move.of(Kind.COVER);
    boolean open = !coverOff;
    Optional<Mishap> mishap =
        open && mainsIn() ? Optional.of(Mishap.OPENED_UNDER_MAINS) : Optional.empty();
    Rehearsal next =
        noted(
            move,
            machine.kind().coverMinutes() / 2,
            open ? "Took the cover off" : "Put the cover on",
            "",
            Optional.empty(),
            mishap);
    return next.changed(draft -> draft.coverOff = open);
  }

  private Rehearsal waited() {
    Move move = Move.of(Kind.WAIT);
    if (writing.isPresent()) {
      Repair repair = writing.get();
      Machine then = Hands.after(repair, machine, new SplittableRandom(luck()));
      Rehearsal next =
          noted(
              move,
              repair.effort().waiting().value(),
              "Waited until it was written",
              "The firmware is written and it starts again.");
      return next.with(then).writing(Optional.empty()).tried(repair, machine, then);
    }
    boolean trained = running.isPresent() && machine.memory().training() > 0;
    Machine then = trained ? machine.memory(memory -> memory.training(0)) : machine;
    Start start = Sights.start(then, new SplittableRandom(luck()));
    Rehearsal next =
        noted(
            move, WAIT, "Waited five minutes", running.isEmpty() ? "It is off." : Words.of(start));
    return running.isEmpty() ? next : next.with(then).with(Optional.of(start));
  }

  private Rehearsal copy() {
    Rehearsal next =
        noted(
            Move.of(Kind.COPY),
            COPY,
            "Copied what the owner wants to keep",
            Sights.driveSeen(machine)
                ? "It is on the shop's drive."
                : "The drive is not to be read here; a specialist keeps its image.");
    return next.changed(draft -> draft.copied = true);
  }

  private Rehearsal putBack() {
    Rehearsal next =
        noted(
            Move.of(Kind.PUT_BACK),
            PUT_BACK,
            "Put back what was taken out",
            String.join(", ", owed));
    return next.changed(draft -> draft.owed = Set.of());
  }

  private Rehearsal closed(String cause, Casebook casebook) {
    String name =
        casebook
            .cause(cause)
            .orElseThrow(() -> new IllegalArgumentException("there is no such cause"))
            .name();
    if (writing.isPresent()) {
      throw new IllegalArgumentException("the firmware is being written: wait");
    }
    Rehearsal next = noted(Move.close(cause), 0, "Closed it", name);
    return next.changed(draft -> draft.named = Optional.of(cause));
  }

  // --- steps of the casebook
  // ----------------------------------------------------------------------

  private Rehearsal stepped(Step step) {
    obstacle(step)
        .ifPresent(
            why -> {
              throw new IllegalArgumentException(why);
            });
    Optional<Mishap> mishap = mishap(step);
    if (mishap.filter(Mishap::ends).isPresent()) {
      return noted(Move.step(step.id()), minutes(step), step.name(), "", Optional.empty(), mishap);
    }
    return step instanceof Check check ? checked(check, mishap) : repaired((Repair) step, mishap);
  }

  /** Bench minutes that a step takes here, a quarter of its waiting with it. */
  public double minutes(Step step) {
    return ShopRules.HANDLING
        + step.effort().hands(machine.kind(), coverOff).value()
        + Math.min(20, step.effort().waiting().value() / 4);
  }

  private Optional<Mishap> mishap(Step step) {
    boolean inside = step.effort().opensTheCase();
    boolean live = step.effort().care().live();
    if (live && machine.has(Flaw.WET)) {
      return Optional.of(Mishap.MEASURED_WITHOUT_LEAVE);
    }
    if (inside && !live && mainsIn()) {
      return Optional.of(Mishap.HANDS_INSIDE_UNDER_MAINS);
    }
    boolean erases =
        step.effort().depth() == Depth.WRITES_DRIVE
            && step.effort().needs().contains(Need.DATA_SAFE);
    return erases && !copied ? Optional.of(Mishap.DATA_LOST) : Optional.empty();
  }

  private Rehearsal checked(Check check, Optional<Mishap> mishap) {
    SplittableRandom random = new SplittableRandom(luck());
    String outcome = Observer.answer(check, fed(), scenario.story(), random);
    String words =
        check.outcomes().stream()
            .filter(one -> one.id().equals(outcome))
            .map(Check.Outcome::words)
            .findFirst()
            .orElse(outcome);
    Rehearsal next =
        noted(
            Move.step(check.id()),
            minutes(check),
            check.name(),
            words,
            Optional.of(outcome),
            mishap);
    Event reading = new Event.Reading(done.size(), check.id(), outcome, Event.SEEN);
    return next.borrowing(check).knowing(reading).startedFor(check);
  }

  /** A step that wants it running leaves it on, one inside leaves it off. */
  private Rehearsal startedFor(Step step) {
    if (step.effort().opensTheCase()) {
      return with(Optional.empty());
    }
    boolean powered = step.effort().reach().compareTo(Stage.Reach.NOTHING) > 0;
    return powered || step.id().equals(Check.HOW_FAR)
        ? with(Optional.of(Sights.start(machine, new SplittableRandom(luck()))))
        : this;
  }

  private Rehearsal repaired(Repair repair, Optional<Mishap> mishap) {
    if (repair.effort().depth() == Depth.WRITES_FIRMWARE) {
      Rehearsal next =
          noted(
              Move.step(repair.id()),
              ShopRules.HANDLING + repair.effort().hands(machine.kind(), coverOff).value(),
              repair.name(),
              "It is writing. Do not touch it until it is done.",
              Optional.empty(),
              mishap);
      // What has to be done inside is done; from here on it has to have power.
      return next.with(fed()).writing(Optional.of(repair));
    }
    Machine then = Hands.after(repair, fed(), new SplittableRandom(luck()));
    then = mainsIn() ? then : then.with(Flaw.MAINS_PULLED);
    Rehearsal next =
        noted(Move.step(repair.id()), minutes(repair), repair.name(), "", Optional.empty(), mishap);
    return next.with(then).borrowing(repair).tried(repair, machine, then).startedFor(repair);
  }

  /** Notes what a repair led to, in the last line and for the diagnosis. */
  private Rehearsal tried(Repair repair, Machine before, Machine after) {
    HowFar was = Sights.howFar(before.without(Flaw.MAINS_PULLED), new SplittableRandom(luck()));
    HowFar is = Sights.howFar(after.without(Flaw.MAINS_PULLED), new SplittableRandom(luck()));
    Event.Result result =
        Sights.sound(after.without(Flaw.MAINS_PULLED))
            ? Event.Result.WORKS
            : is.compareTo(was) > 0 ? Event.Result.ELSEWHERE : Event.Result.SAME;
    String words =
        result.words().substring(0, 1).toUpperCase(Locale.ROOT) + result.words().substring(1) + ".";
    return changed(
            draft -> {
              Done last = draft.done.remove(draft.done.size() - 1);
              draft.done.add(
                  new Done(
                      last.move(),
                      last.at(),
                      last.minutes(),
                      last.title(),
                      last.seen().isEmpty() ? words : last.seen() + " " + words,
                      Optional.of(result.id()),
                      last.mishap(),
                      repair.parts() > 0 && result == Event.Result.SAME));
              draft.money += repair.parts();
            })
        .knowing(new Event.Tried(done.size(), repair.id(), result));
  }

  // --- the same with something changed
  // ------------------------------------------------------------

  /** What changes between one move and the next. */
  private static final class Draft {
    private Machine machine;
    private Optional<Start> running;
    private boolean coverOff;
    private Optional<Repair> writing;
    private List<Done> done;
    private double minutes;
    private Set<String> owed;
    private double money;
    private boolean copied;
    private Case about;
    private Optional<String> named;

    private Draft(Rehearsal of) {
      machine = of.machine;
      running = of.running;
      coverOff = of.coverOff;
      writing = of.writing;
      done = new ArrayList<>(of.done);
      minutes = of.minutes;
      owed = new LinkedHashSet<>(of.owed);
      money = of.money;
      copied = of.copied;
      about = of.about;
      named = of.named;
    }
  }

  private Rehearsal changed(Consumer<Draft> how) {
    Draft draft = new Draft(this);
    how.accept(draft);
    return new Rehearsal(
        scenario,
        draft.machine,
        draft.running,
        draft.coverOff,
        draft.writing,
        draft.done,
        draft.minutes,
        draft.owed,
        draft.money,
        draft.copied,
        draft.about,
        draft.named);
  }

  private Rehearsal noted(Move move, double takes, String title, String seen) {
    return noted(move, takes, title, seen, Optional.empty(), Optional.empty());
  }

  private Rehearsal noted(
      Move move,
      double takes,
      String title,
      String seen,
      Optional<String> outcome,
      Optional<Mishap> mishap) {
    return changed(
        draft -> {
          draft.done.add(new Done(move, minutes, takes, title, seen, outcome, mishap, false));
          draft.minutes += takes;
        });
  }

  private Rehearsal with(Machine now) {
    return changed(draft -> draft.machine = now);
  }

  private Rehearsal with(Optional<Start> start) {
    return changed(draft -> draft.running = start);
  }

  private Rehearsal writing(Optional<Repair> what) {
    return changed(draft -> draft.writing = what);
  }

  private Rehearsal borrowing(Step step) {
    return changed(draft -> draft.owed.addAll(step.effort().borrows()));
  }

  private Rehearsal knowing(Event event) {
    return changed(draft -> draft.about = about.with(event));
  }

  /** The faults in it, for whoever has closed it. */
  public List<Fault> faults() {
    return scenario.faults();
  }
}
