package dottore.core.diagnosis;

import dottore.core.casebook.Casebook;
import dottore.core.casebook.Check;
import dottore.core.casebook.Mark;
import dottore.core.casebook.Repair;
import dottore.core.casebook.Stage;
import dottore.core.casebook.Touched;
import java.util.ArrayList;
import java.util.Collection;
import java.util.Comparator;
import java.util.EnumSet;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.function.Predicate;

/**
 * The events of a case folded into what counts now: which readings are in force, which are stale or
 * retired, which repairs failed, which round this is.
 */
final class Timeline {
  /** How often a machine stops before what was seen on it all the same. */
  private static final double NOT_AS_SHOWN = 0.03;

  /** A reading in force. */
  record InForce(Event.Reading reading, boolean stale) {}

  private final Casebook casebook;
  private final Map<String, Event.Reading> readings = new LinkedHashMap<>();
  private final Set<String> stale = new LinkedHashSet<>();
  private final List<Event.Reading> retired = new ArrayList<>();
  private final Map<String, String> setAside = new LinkedHashMap<>();
  private final List<Event.Tried> failed = new ArrayList<>();
  private final List<Event.Tried> cured = new ArrayList<>();
  private final Map<String, Event.Reading> sinceCure = new LinkedHashMap<>();
  private final Set<Mark> marks;

  /** Every mark that was ever met, those that were dealt with too. */
  private final Set<Mark> met;

  /** How far the machine gets by what was seen on it. */
  private Stage.Reach shown = Stage.Reach.NOTHING;

  /** Whether a step inside was done since it last worked: nobody shuts a case between two steps. */
  private boolean caseOpen;

  private Optional<Event.Tried> works = Optional.empty();
  private int round = 1;

  private Timeline(Casebook casebook, Case about) {
    this.casebook = casebook;
    this.marks = EnumSet.noneOf(Mark.class);
    marks.addAll(about.marks());
    met = EnumSet.noneOf(Mark.class);
    met.addAll(marks);
  }

  /** Events that name a check, outcome or repair unknown to the casebook are passed over. */
  static Timeline of(Casebook casebook, Case about) {
    Timeline timeline = new Timeline(casebook, about);
    about.events().forEach(timeline::add);
    timeline.shown = timeline.shownReach();
    return timeline;
  }

  private void add(Event event) {
    if (event instanceof Event.Reading reading) {
      casebook
          .check(reading.check())
          .filter(c -> c.outcomes().stream().anyMatch(o -> o.id().equals(reading.outcome())))
          .ifPresent(check -> read(check, reading));
    } else if (event instanceof Event.Tried tried) {
      casebook.repair(tried.repair()).ifPresent(repair -> tried(repair, tried));
    } else if (event instanceof Event.SetAside aside) {
      setAside.put(aside.step(), aside.reason());
    } else if (event instanceof Event.Lifted lifted) {
      marks.remove(lifted.mark());
    } else if (event instanceof Event.Changed changed) {
      changed(changed.touched());
    }
  }

  /** What went back may be what made it work without: what was proved is read again. */
  private void changed(Set<Touched> touched) {
    touch("", touched);
    sinceCure
        .keySet()
        .removeIf(
            id -> {
              Check check = casebook.check(id).orElseThrow();
              return !touched.isEmpty()
                  && (id.equals(Check.HOW_FAR)
                      || check.depends().stream().anyMatch(touched::contains));
            });
  }

  private void meet(Mark mark) {
    marks.add(mark);
    met.add(mark);
  }

  private void read(Check check, Event.Reading reading) {
    setAside.remove(check.id());
    caseOpen |= reading.weight() >= Event.SEEN && check.effort().opensTheCase();
    check.outcome(reading.outcome()).mark().ifPresent(this::meet);
    if (works.isPresent()) {
      if (check.id().equals(Check.HOW_FAR) && !reading.outcome().equals(Check.WORKS)) {
        reopen(reading);
      } else {
        sinceCure.put(check.id(), reading);
        return;
      }
    } else if (check.id().equals(Check.HOW_FAR)) {
      stageMoved(reading);
    }
    readings.remove(check.id());
    readings.put(check.id(), reading);
    stale.remove(check.id());
    touch(check.id(), check.effort().changes());
  }

  /** It looked cured and was not: the same stop means that the cure failed, another a new fault. */
  private void reopen(Event.Reading reading) {
    Event.Tried last = works.orElseThrow();
    works = Optional.empty();
    sinceCure.clear();
    Event.Reading before = readings.get(Check.HOW_FAR);
    if (before == null || before.outcome().equals(reading.outcome())) {
      failed.add(last);
    } else {
      nextRound(last);
    }
  }

  /** Seen elsewhere than before: what the lights said before says nothing about now. */
  private void stageMoved(Event.Reading reading) {
    Event.Reading before = readings.get(Check.HOW_FAR);
    if (before != null
        && before.weight() >= Event.SEEN
        && !before.outcome().equals(reading.outcome())) {
      retireIf(check -> check.showsStage());
    }
  }

  private void tried(Repair repair, Event.Tried tried) {
    setAside.remove(repair.id());
    caseOpen = tried.result() != Event.Result.WORKS && (caseOpen || repair.effort().opensTheCase());
    failed.removeIf(earlier -> earlier.repair().equals(repair.id()));
    switch (tried.result()) {
      case SAME -> failed.add(tried);
      case WORKS -> {
        works = Optional.of(tried);
        sinceCure.clear();
      }
      case ELSEWHERE -> nextRound(tried);
    }
    touch(repair.id(), repair.effort().changes());
  }

  private void nextRound(Event.Tried cure) {
    cured.add(cure);
    round++;
    Set<Touched> changed =
        casebook.repair(cure.repair()).map(r -> r.effort().changes()).orElse(Set.of());
    retireIf(check -> check.showsStage() || check.depends().stream().anyMatch(changed::contains));
  }

  private void retireIf(Predicate<Check> which) {
    readings
        .values()
        .removeIf(
            reading -> {
              boolean goes = casebook.check(reading.check()).filter(which).isPresent();
              if (goes) {
                retired.add(reading);
                stale.remove(reading.check());
              }
              return goes;
            });
  }

  private void touch(String step, Set<Touched> changes) {
    if (changes.isEmpty()) {
      return;
    }
    for (String id : readings.keySet()) {
      Check check = casebook.check(id).orElseThrow();
      if (!id.equals(step) && check.depends().stream().anyMatch(changes::contains)) {
        stale.add(id);
      }
    }
  }

  Collection<InForce> inForce() {
    return readings.values().stream()
        .map(reading -> new InForce(reading, stale.contains(reading.check())))
        .toList();
  }

  /**
   * Whether the check may be offered: never seen for oneself. What was seen stays seen after a
   * repair that did not help, though it is shown as stale: where nothing else moved, a second look
   * says the same. What another stage or round makes new is retired, and so open again.
   */
  boolean open(String check) {
    Event.Reading reading = readings.get(check);
    if (reading != null && check.equals(Check.HOW_FAR)) {
      return reading.weight() < Event.SEEN && seenBest(reading);
    }
    return reading == null || reading.weight() < Event.SEEN;
  }

  /** Whether the case is open still from a step that was done inside. */
  boolean caseOpen() {
    return caseOpen;
  }

  /** Whether somebody saw for himself that the machine gets so far. */
  boolean seenToReach(Stage.Reach reach) {
    return seenReach().filter(seen -> seen.compareTo(reach) >= 0).isPresent();
  }

  /** How far somebody saw for himself that it gets; empty also where it was seen to work. */
  Optional<Stage.Reach> seenReach() {
    return Optional.ofNullable(readings.get(Check.HOW_FAR))
        .filter(seen -> seen.weight() >= Event.SEEN && !seen.outcome().equals(Check.WORKS))
        .map(seen -> Stage.of(seen.outcome()).reach());
  }

  /**
   * How well a stage goes with what was seen on the machine while nobody looked how far it gets:
   * what a firmware screen says is read on no machine without a picture.
   */
  double fit(Stage stage) {
    return stage.reach().compareTo(shown) < 0 ? NOT_AS_SHOWN : 1;
  }

  /** What {@link #fit} is multiplied by once a check is answered as well. */
  double fitOnceSeen(Check check, Stage stage) {
    boolean counted = lookedHowFar() || stage.reach().compareTo(shown) < 0;
    return !counted && stage.reach().compareTo(check.effort().reach()) < 0 ? NOT_AS_SHOWN : 1;
  }

  private boolean lookedHowFar() {
    Event.Reading howFar = readings.get(Check.HOW_FAR);
    return howFar != null && howFar.weight() >= Event.SEEN;
  }

  private Stage.Reach shownReach() {
    return lookedHowFar()
        ? Stage.Reach.NOTHING
        : readings.values().stream()
            .filter(reading -> reading.weight() >= Event.SEEN)
            .map(reading -> casebook.check(reading.check()).orElseThrow().effort().reach())
            .max(Comparator.naturalOrder())
            .orElse(Stage.Reach.NOTHING);
  }

  /** A machine told to be dead was dead at another socket: it is seen once at the shop's own. */
  static boolean seenBest(Event.Reading told) {
    return told.outcome().equals(Stage.DEAD.id());
  }

  /** Steps that need no asking since an answer in force, or a step that was done, says the same. */
  Set<String> settled() {
    Set<String> settled = new LinkedHashSet<>();
    for (Event.Reading reading : readings.values()) {
      if (reading.weight() >= Event.SEEN || reading.check().equals(Check.HOW_FAR)) {
        Check check = casebook.check(reading.check()).orElseThrow();
        settled.addAll(check.outcome(reading.outcome()).settles());
        settled.addAll(check.effort().turn().settles());
      }
    }
    for (Event.Tried tried : failed) {
      casebook.repair(tried.repair()).ifPresent(r -> settled.addAll(r.effort().turn().settles()));
    }
    return settled;
  }

  /** Whether an answer in force is that of a drive that may be losing its data. */
  boolean driveSuspect() {
    return readings.values().stream()
        .anyMatch(
            reading ->
                casebook
                    .check(reading.check())
                    .orElseThrow()
                    .outcome(reading.outcome())
                    .suspectsDrive());
  }

  /** Whether a check that would show such a drive has its answer, whatever it is. */
  boolean driveHealthRead() {
    return readings.values().stream()
        .anyMatch(reading -> casebook.check(reading.check()).orElseThrow().showsDriveHealth());
  }

  /** Whether a check that one of some answers is wanted of has another, and none has it. */
  boolean answeredOtherwise(Map<String, Set<String>> answers) {
    return answers.keySet().stream().anyMatch(readings::containsKey) && !answered(answers);
  }

  /** Whether one of some answers is in force, by check. */
  boolean answered(Map<String, Set<String>> answers) {
    return answers.entrySet().stream()
        .anyMatch(
            one -> {
              Event.Reading reading = readings.get(one.getKey());
              return reading != null && one.getValue().contains(reading.outcome());
            });
  }

  List<Event.Reading> retired() {
    return retired;
  }

  Map<String, String> setAside() {
    return setAside;
  }

  /** Repairs that did not help, in this round or an earlier one. */
  List<Event.Tried> failed() {
    return failed;
  }

  /** Repairs after which the machine went on to stop elsewhere. */
  List<Event.Tried> cured() {
    return cured;
  }

  /** The repair after which the machine works, if it does. */
  Optional<Event.Tried> works() {
    return works;
  }

  /** Readings taken after the machine worked: the proof. */
  Map<String, Event.Reading> sinceCure() {
    return sinceCure;
  }

  /** Whether a mark stood on this machine once, dealt with or not. */
  boolean met(Mark mark) {
    return met.contains(mark);
  }

  Set<Mark> marks() {
    return marks;
  }

  int round() {
    return round;
  }
}
