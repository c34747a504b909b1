package dottore.app.practice;

import com.github.benmanes.caffeine.cache.Cache;
import com.github.benmanes.caffeine.cache.Caffeine;
import dottore.app.knowledge.Knowledge;
import dottore.app.record.Arrival;
import dottore.app.record.Counter;
import dottore.app.record.Record;
import dottore.app.record.TicketFile;
import dottore.app.said.NotThere;
import dottore.app.said.Refused;
import dottore.app.shop.Shop;
import dottore.core.bridge.Names;
import dottore.core.bridge.Printout;
import dottore.core.casebook.Casebook;
import dottore.core.casebook.Context;
import dottore.core.casebook.Station;
import dottore.core.casebook.Step;
import dottore.core.diagnosis.Diagnosis;
import dottore.core.diagnosis.ShopRules;
import dottore.core.machine.MachineKind;
import dottore.core.practice.Fault;
import dottore.core.practice.Scenario;
import dottore.core.rehearsal.Debrief;
import dottore.core.rehearsal.Done;
import dottore.core.rehearsal.Guide;
import dottore.core.rehearsal.Leitner;
import dottore.core.rehearsal.Move;
import dottore.core.rehearsal.Rehearsal;
import dottore.core.rehearsal.Words;
import dottore.core.ticket.Backup;
import dottore.core.ticket.Person;
import java.time.Instant;
import java.time.LocalDate;
import java.time.LocalDateTime;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.Collections;
import java.util.EnumSet;
import java.util.List;
import java.util.Objects;
import java.util.Optional;
import java.util.Set;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;
import tools.jackson.core.type.TypeReference;
import tools.jackson.databind.json.JsonMapper;

/** Attempts at practice cases: begun, moved on, closed, looked back on. */
@Service
class PracticeBook {
  /**
   * An attempt with its machine.
   *
   * @param own whether it is that of whoever looks
   * @param claim the ticket under which it stands in Find; empty if under none
   */
  record Attempt(
      long id, String who, Rehearsal rehearsal, boolean own, boolean closed, String claim) {}

  /** What is kept of a debrief, so that looking at it again costs nothing. */
  record Kept(List<Move> advised, List<KeptStep> steps, int points) {}

  record KeptStep(double odds, String first, boolean told, String better) {}

  /** An attempt that is closed, as a list shows it. */
  record Past(
      long id,
      String who,
      String code,
      Station area,
      LocalDate on,
      int points,
      boolean solved,
      double minutes) {}

  /** How many advised roads are kept at hand. */
  private static final int PREPARED = 200;

  private final Attempts attempts;
  private final Moves moves;
  private final Counter counter;
  private final Record record;
  private final Knowledge knowledge;
  private final Shop shop;
  private final JsonMapper json;
  private final Casebook casebook = Casebook.shipped();
  private final Cache<String, Rehearsal> advised =
      Caffeine.newBuilder().maximumSize(PREPARED).build();

  private final Cache<ShopRules, Diagnosis> diagnoses =
      Caffeine.newBuilder().maximumSize(2).build();

  PracticeBook(
      Attempts attempts,
      Moves moves,
      Counter counter,
      Record record,
      Knowledge knowledge,
      Shop shop,
      JsonMapper json) {
    this.attempts = attempts;
    this.moves = moves;
    this.counter = counter;
    this.record = record;
    this.knowledge = knowledge;
    this.shop = shop;
    this.json = json;
  }

  /** The casebook that practice machines know: the shipped one. */
  Casebook casebook() {
    return casebook;
  }

  Diagnosis diagnosis() {
    return diagnoses.get(knowledge.diagnosis().rules(), rules -> new Diagnosis(casebook, rules));
  }

  LocalDate today() {
    return shop.times().today();
  }

  /** The station of what is hidden, by which progress is counted. */
  Station area(Scenario scenario) {
    return casebook.cause(Names.cause(scenario.faults().get(0))).orElseThrow().station();
  }

  /** All areas in which something can be hidden. */
  List<Station> areas() {
    return Arrays.stream(Fault.values())
        .filter(fault -> fault != Fault.NOTHING_WRONG)
        .map(fault -> casebook.cause(Names.cause(fault)).orElseThrow().station())
        .distinct()
        .sorted()
        .toList();
  }

  /** Cases with something hidden in an area, or with one cause. */
  Scenario among(int from, int level, Set<Fault> faults, Set<MachineKind> kinds) {
    try {
      return Scenario.among(from, level, faults, kinds);
    } catch (IllegalArgumentException none) {
      throw new Refused("There is no such case on this level. Take the next level.");
    }
  }

  /** A case like one that this shop has closed: the same cause on the same kind of machine. */
  @Transactional(readOnly = true)
  Scenario like(String claim) {
    TicketFile file = record.open(claim);
    if (file.confirmedCauses().isEmpty()) {
      throw new Refused("That ticket has no confirmed cause, so that nothing can be hidden.");
    }
    Set<Fault> faults = EnumSet.noneOf(Fault.class);
    for (Fault fault : Fault.values()) {
      if (file.confirmedCauses().contains(Names.cause(fault))) {
        faults.add(fault);
      }
    }
    int from = Math.floorMod(claim.hashCode(), Scenario.SEEDS);
    try {
      return Scenario.among(from, 2, faults, Set.of(file.machine().kind()));
    } catch (IllegalArgumentException none) {
      throw new Refused("No machine of this kind with that cause is among the practice cases.");
    }
  }

  Set<Fault> in(Station area) {
    Set<Fault> faults = EnumSet.noneOf(Fault.class);
    for (Fault fault : Fault.values()) {
      if (casebook.cause(Names.cause(fault)).orElseThrow().station() == area) {
        faults.add(fault);
      }
    }
    return faults;
  }

  /** Begins a case, or goes on with the open attempt at it. */
  @Transactional
  long begin(Scenario scenario, String who) {
    for (AttemptRow open : attempts.findByAccountLoginAndClosedAtIsNullOrderByBegunAtDesc(who)) {
      if (open.caseCode.equals(scenario.code())) {
        return Objects.requireNonNull(open.id);
      }
    }
    AttemptRow row = new AttemptRow();
    row.accountLogin = who;
    row.caseCode = scenario.code();
    row.area = area(scenario).name();
    row.begunAt = shop.now();
    return Objects.requireNonNull(attempts.save(row).id);
  }

  @Transactional(readOnly = true)
  Attempt open(long id, String who) {
    AttemptRow row = row(id);
    return new Attempt(
        id,
        row.accountLogin,
        rehearsal(row),
        row.accountLogin.equals(who),
        row.closedAt != null,
        row.claim);
  }

  private AttemptRow row(long id) {
    return attempts
        .findById(id)
        .orElseThrow(() -> new NotThere("There is no such case on the practice bench."));
  }

  private Rehearsal rehearsal(AttemptRow row) {
    Rehearsal now = Rehearsal.of(Scenario.of(row.caseCode));
    for (MoveRow move : moves.of(Objects.requireNonNull(row.id))) {
      now = now.after(new Move(Move.Kind.valueOf(move.kind), move.of), casebook);
    }
    return now;
  }

  /**
   * One more move.
   *
   * @param seen how many moves the page knew of
   */
  @Transactional
  Rehearsal move(long id, Move move, int seen, String who) {
    AttemptRow row = row(id);
    if (!row.accountLogin.equals(who)) {
      throw new Refused("This is the case of somebody else. Take it by its code.");
    }
    Rehearsal before = rehearsal(row);
    if (before.done().size() != seen) {
      throw new Refused("Something was done here in the meantime. Look again and choose.");
    }
    Rehearsal after;
    try {
      after = before.after(move, casebook);
    } catch (IllegalArgumentException cannot) {
      throw new Refused("It cannot be done: " + cannot.getMessage() + ".");
    }
    keep(id, seen, move);
    if (after.over()) {
      close(row, after);
    }
    return after;
  }

  /** An attempt of some time ago, with the moves that were made. */
  @Transactional
  void remember(Rehearsal end, String who, Instant closed) {
    AttemptRow row = new AttemptRow();
    row.accountLogin = who;
    row.caseCode = end.scenario().code();
    row.area = area(end.scenario()).name();
    row.begunAt = closed.minusSeconds((long) (60 * end.minutes()));
    attempts.saveAndFlush(row);
    for (int number = 0; number < end.done().size(); number++) {
      keep(Objects.requireNonNull(row.id), number, end.done().get(number).move());
    }
    close(row, end);
    row.closedAt = closed;
  }

  /** Whether anybody has practiced here. */
  boolean unused() {
    return attempts.count() == 0;
  }

  private void close(AttemptRow row, Rehearsal end) {
    Debrief debrief = Debrief.of(end, advised(end.scenario()), diagnosis());
    Kept kept =
        new Kept(
            debrief.advised().done().stream().map(one -> one.move()).toList(),
            debrief.steps().stream()
                .map(s -> new KeptStep(s.odds(), s.first(), s.told(), s.better().orElse("")))
                .toList(),
            debrief.points());
    row.closedAt = shop.now();
    row.minutes = end.minutes();
    row.points = debrief.points();
    row.solved = end.solved();
    row.debrief = json.writeValueAsString(kept);
    attempts.save(row);
  }

  private Rehearsal advised(Scenario scenario) {
    return advised.get(scenario.code(), code -> Guide.lead(scenario, diagnosis()));
  }

  /** Puts the machine on the bench as a ticket that teaches nothing, so that Find leads the way. */
  @Transactional
  String toFind(long id, String who) {
    AttemptRow row = row(id);
    if (!row.accountLogin.equals(who) || row.closedAt != null) {
      throw new Refused("Only an open case of your own goes to Find.");
    }
    if (row.claim.isEmpty()) {
      row.claim = counter.receiveToPractice(arrival(Scenario.of(row.caseCode), who), who);
      attempts.save(row);
    }
    return row.claim;
  }

  private static Arrival arrival(Scenario scenario, String who) {
    MachineKind kind = scenario.machine().kind();
    Set<Context> contexts = Names.contexts(scenario);
    contexts.remove(Context.of(kind));
    return new Arrival(
        new Person("Practice bench, " + who, "", ""),
        "Practice",
        kind.id() + " " + scenario.code(),
        "",
        kind,
        "Practice case " + scenario.code() + ": " + Words.complaint(scenario.complaint()),
        Optional.empty(),
        contexts,
        Set.of(),
        "",
        Backup.YES,
        true,
        true,
        Optional.empty(),
        Optional.empty(),
        Optional.empty());
  }

  /** Those of some tickets under which attempts stand or stood. */
  @Transactional(readOnly = true)
  Set<String> among(Set<String> claims) {
    return attempts.among(claims);
  }

  /** The open attempt under a ticket. */
  @Transactional(readOnly = true)
  Optional<AttemptRow> under(String claim) {
    return attempts.findByClaim(claim).filter(row -> row.closedAt == null);
  }

  /**
   * Has a step done on the machine under a ticket, made ready for it first.
   *
   * @return the outcome of a check, the result of a repair
   */
  @Transactional
  String does(String claim, Step step) {
    AttemptRow row =
        under(claim).orElseThrow(() -> new Refused("This practice case is closed already."));
    Rehearsal before = rehearsal(row);
    Rehearsal after;
    try {
      after = Guide.prepared(before, step, casebook).after(Move.step(step.id()), casebook);
      after = after.writing().isPresent() ? after.after(Move.of(Move.Kind.WAIT), casebook) : after;
    } catch (IllegalArgumentException cannot) {
      throw new Refused("It cannot be done: " + cannot.getMessage() + ".");
    }
    List<Done> made = after.done();
    for (int number = before.done().size(); number < made.size(); number++) {
      keep(Objects.requireNonNull(row.id), number, made.get(number).move());
    }
    return made.get(made.size() - 1).outcome().orElseThrow();
  }

  /** Has a check done on the machine under a ticket; what its device hands out. */
  @Transactional
  Printout handout(String claim, Step check) {
    does(claim, check);
    AttemptRow row = under(claim).orElseThrow();
    return Printout.of(check.id(), rehearsal(row).machine(), clock())
        .orElseThrow(() -> new NotThere("The device of that check hands out no file."));
  }

  private void keep(long attempt, int number, Move move) {
    MoveRow made = new MoveRow();
    made.id = new MoveRow.Key(attempt, number);
    made.kind = move.kind().name();
    made.of = move.of();
    made.madeAt = shop.now();
    moves.save(made);
  }

  /** What the device handed out that read the machine at one of the moves. */
  @Transactional(readOnly = true)
  Printout printout(long id, int number) {
    AttemptRow row = row(id);
    List<Move> made =
        moves.of(id).stream()
            .limit(number + 1L)
            .map(move -> new Move(Move.Kind.valueOf(move.kind), move.of))
            .toList();
    Rehearsal then = Rehearsal.replay(Scenario.of(row.caseCode), casebook, made);
    return Optional.of(made)
        .filter(all -> number >= 0 && number < all.size())
        .flatMap(all -> Printout.of(all.get(number).of(), then.machine(), clock()))
        .orElseThrow(() -> new NotThere("Nothing was handed out there."));
  }

  private LocalDateTime clock() {
    return LocalDateTime.ofInstant(shop.now(), shop.times().zone());
  }

  /** What would be advised now, if a hint was the last thing asked for. */
  Optional<Step> hint(Rehearsal rehearsal) {
    int moves = rehearsal.done().size();
    boolean asked = moves > 0 && rehearsal.done().get(moves - 1).move().kind() == Move.Kind.HINT;
    return asked ? Guide.next(rehearsal.about(), diagnosis()) : Optional.empty();
  }

  /** The debrief of an attempt that is over. */
  @Transactional(readOnly = true)
  Optional<Debrief> debrief(long id) {
    AttemptRow row = row(id);
    if (row.debrief == null) {
      return Optional.empty();
    }
    Kept kept = json.readValue(row.debrief, new TypeReference<Kept>() {});
    Rehearsal own = rehearsal(row);
    Rehearsal advisedRoad = Rehearsal.replay(own.scenario(), casebook, kept.advised());
    List<Debrief.Judged> steps = new ArrayList<>();
    for (int i = 0; i < own.done().size() && i < kept.steps().size(); i++) {
      KeptStep step = kept.steps().get(i);
      steps.add(
          new Debrief.Judged(
              own.done().get(i),
              step.odds(),
              step.first(),
              step.told(),
              step.better().isEmpty() ? Optional.empty() : Optional.of(step.better())));
    }
    return Optional.of(new Debrief(own, advisedRoad, steps, kept.points()));
  }

  /** The quickest solved attempt of anybody at a case, in bench minutes. */
  @Transactional(readOnly = true)
  Optional<Double> quickest(Scenario scenario) {
    return attempts.findTop1ByCaseCodeAndSolvedIsTrueOrderByMinutes(scenario.code()).stream()
        .map(row -> row.minutes)
        .findFirst();
  }

  @Transactional(readOnly = true)
  List<Attempt> openOf(String who) {
    return attempts.findByAccountLoginAndClosedAtIsNullOrderByBegunAtDesc(who).stream()
        .limit(8)
        .map(
            row ->
                new Attempt(
                    Objects.requireNonNull(row.id), who, rehearsal(row), true, false, row.claim))
        .toList();
  }

  @Transactional(readOnly = true)
  List<Past> pastOf(String who) {
    return attempts.findByAccountLoginAndClosedAtIsNotNullOrderByClosedAt(who).stream()
        .map(this::past)
        .toList();
  }

  /** The last of the whole shop, in the order in which they were closed. */
  @Transactional(readOnly = true)
  List<Past> pastOfAll() {
    List<Past> newestFirst =
        new ArrayList<>(
            attempts.findTop500ByClosedAtIsNotNullOrderByClosedAtDesc().stream()
                .map(this::past)
                .toList());
    Collections.reverse(newestFirst);
    return newestFirst;
  }

  private Past past(AttemptRow row) {
    return new Past(
        Objects.requireNonNull(row.id),
        row.accountLogin,
        row.caseCode,
        Station.valueOf(row.area),
        LocalDate.ofInstant(Objects.requireNonNull(row.closedAt), shop.times().zone()),
        row.points,
        row.solved,
        row.minutes);
  }

  /** Where somebody stands in each area, weakest first. */
  List<Leitner.Area> progress(List<Past> past) {
    List<Leitner.Result> results =
        past.stream().map(p -> new Leitner.Result(p.area(), p.on(), p.points())).toList();
    return Leitner.areas(areas(), results, today());
  }
}
