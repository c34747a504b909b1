package dottore.core.diagnosis;

import dottore.core.bridge.Hands;
import dottore.core.bridge.Names;
import dottore.core.bridge.Observer;
import dottore.core.casebook.Check;
import dottore.core.casebook.Repair;
import dottore.core.casebook.Stage;
import dottore.core.casebook.Step;
import dottore.core.practice.Flaw;
import dottore.core.practice.Machine;
import dottore.core.practice.Scenario;
import dottore.core.practice.Sights;
import dottore.core.practice.Sights.HowFar;
import java.util.ArrayList;
import java.util.List;
import java.util.Set;
import java.util.SplittableRandom;

/** A practice machine that answers the casebook's steps and remembers what was done to it. */
final class SimulatedMachine implements Hidden {
  private static final double DEAR = 30;

  /** Starts that somebody gives a machine which fails at times before it counts as unreachable. */
  private static final int STARTS = 20;

  private final Scenario scenario;
  private final SplittableRandom random;
  private Machine now;
  private HowFar stage;
  final List<String> log = new ArrayList<>();
  final List<String> impossible = new ArrayList<>();
  final List<String> dangerous = new ArrayList<>();
  int partsInVain;
  boolean erasedInVain;

  SimulatedMachine(Scenario scenario) {
    this.scenario = scenario;
    random = new SplittableRandom(scenario.seed() * 13L + scenario.level());
    now = scenario.machine();
    stage = Sights.howFar(now, random);
  }

  Scenario scenario() {
    return scenario;
  }

  @Override
  public Case arrived() {
    return new Case(Names.contexts(scenario), Set.of(), Set.of(), List.of());
  }

  /** Where it stops; one that works is taken to run with something amiss. */
  @Override
  public Stage stage() {
    return switch (scenario.complaint()) {
      case DEAD -> Stage.DEAD;
      case TWITCH -> Stage.TWITCH;
      case PROCESSOR -> Stage.CPU;
      case MEMORY -> Stage.MEMORY;
      case GRAPHICS -> Stage.GRAPHICS;
      case DEVICES -> Stage.BOOT;
      case DARK -> Stage.DARK;
      case LOCKED -> Stage.LOCKED;
      case NO_DEVICE -> Stage.NO_DEVICE;
      case LOADER -> Stage.LOADER;
      case STOP -> Stage.STOP;
      case SETUP_FAILS -> Stage.INSTALL_FAILS;
      case UNSTABLE -> Stage.UNSTABLE;
      case REFUSED -> Stage.BLOCKED;
      case DEGRADED, WORKS -> Stage.DEGRADED;
    };
  }

  @Override
  public boolean isCause(String cause) {
    return scenario.faults().stream().anyMatch(fault -> Names.cause(fault).equals(cause));
  }

  @Override
  public Event.Reading answer(Check check, long at) {
    judge(check);
    String outcome = Observer.answer(check, now, scenario.story(), random);
    log.add(check.id() + " = " + outcome);
    return new Event.Reading(at, check.id(), outcome, Event.SEEN);
  }

  @Override
  public Event.Result after(Repair repair) {
    judge(repair);
    Machine was = now;
    now = Hands.after(repair, now, random);
    HowFar before = stage;
    stage = Sights.howFar(now, random);
    if (stage.compareTo(before) < 0 && !Sights.sound(now)) {
      // Nobody leaves it worse than it was: the last change is undone.
      now = was;
      stage = before;
    }
    boolean works = Sights.sound(now);
    Event.Result result =
        works
            ? Event.Result.WORKS
            : stage.compareTo(before) > 0 ? Event.Result.ELSEWHERE : Event.Result.SAME;
    if (repair.parts() > DEAR && result == Event.Result.SAME) {
      partsInVain++;
    }
    erasedInVain |= result == Event.Result.SAME && erases(repair) && Sights.driveSeen(was);
    log.add(repair.id() + ": " + result.words());
    return result;
  }

  /** Whether what was on a drive that still works is gone; a drive that is replaced is kept. */
  private static boolean erases(Repair repair) {
    return Road.wipes(repair.id()) && !repair.id().equals("replace-drive-restore");
  }

  private void judge(Step step) {
    Stage.Reach reach = reach();
    if (step.effort().reach().compareTo(reach) > 0 && !step.id().equals(Check.HOW_FAR)) {
      impossible.add(step.id() + " at " + stage);
    }
    boolean writes = step.effort().depth() == dottore.core.casebook.Depth.WRITES_DRIVE;
    if (now.has(Flaw.DRIVE_FAILING)
        && writes
        && !step.effort().care().savesData()
        && !step.effort().needs().contains(dottore.core.casebook.Need.DATA_SAFE)
        && step instanceof Repair repair
        && !repair.cures().containsKey("drive-failing")) {
      dangerous.add(step.id() + " on a failing drive");
    }
    if (now.has(Flaw.WET) && step.effort().care().live()) {
      dangerous.add(step.id() + " under mains on a wet machine");
    }
  }

  /** How far it gets at its best: what fails at times can be worked at in between. */
  private Stage.Reach reach() {
    HowFar best = stage;
    for (int i = 0; i < STARTS; i++) {
      HowFar one = Sights.of(now, Sights.start(now, random));
      best = one.compareTo(best) > 0 ? one : best;
    }
    return Names.reach(now, best);
  }
}
