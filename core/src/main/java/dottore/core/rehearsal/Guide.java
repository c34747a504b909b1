package dottore.core.rehearsal;

import dottore.core.casebook.Casebook;
import dottore.core.casebook.Depth;
import dottore.core.casebook.Mark;
import dottore.core.casebook.Stage;
import dottore.core.casebook.Step;
import dottore.core.diagnosis.Assessment;
import dottore.core.diagnosis.Candidate;
import dottore.core.diagnosis.Case;
import dottore.core.diagnosis.Diagnosis;
import dottore.core.diagnosis.Event;
import dottore.core.practice.Scenario;
import dottore.core.rehearsal.Move.Kind;
import java.util.List;
import java.util.Optional;

/** Works at a practice machine by the shop's own advice, under the same rules as everybody. */
public final class Guide {
  private static final int LONGEST = 40;

  private Guide() {}

  /** The advised road from the beginning to the end of a case. */
  public static Rehearsal lead(Scenario scenario, Diagnosis diagnosis) {
    Rehearsal now = Rehearsal.of(scenario).after(Move.step("how-far"), diagnosis.casebook());
    for (int i = 0; i < LONGEST && !now.over(); i++) {
      if (now.sound()) {
        break;
      }
      Optional<Step> next = next(now.about(), diagnosis);
      if (next.isEmpty()) {
        break;
      }
      now = prepared(now, next.get(), diagnosis.casebook());
      if (now.obstacle(next.get()).isPresent()) {
        break;
      }
      now = now.after(Move.step(next.get().id()), diagnosis.casebook());
      now = now.writing().isPresent() ? now.after(Move.of(Kind.WAIT), diagnosis.casebook()) : now;
    }
    return ended(now, diagnosis);
  }

  /** What is advised now; dangers count as dealt with, as nobody is hurt here. */
  public static Optional<Step> next(Case about, Diagnosis diagnosis) {
    return assessed(about, diagnosis).next().flatMap(Candidate::step);
  }

  static Assessment assessed(Case about, Diagnosis diagnosis) {
    Case lifted = about;
    Assessment assessment = diagnosis.assess(lifted);
    while (!assessment.stops().isEmpty()) {
      for (Mark mark : assessment.stops()) {
        lifted = lifted.with(new Event.Lifted(lifted.events().size(), mark, "dealt with"));
      }
      assessment = diagnosis.assess(lifted);
    }
    return assessment;
  }

  /**
   * The machine made ready for a step: mains out before hands go inside, in before it has to run,
   * data copied before it is erased.
   */
  public static Rehearsal prepared(Rehearsal now, Step step, Casebook casebook) {
    Rehearsal ready = now;
    boolean live = step.effort().care().live();
    boolean inside = step.effort().opensTheCase();
    boolean powered = live || step.effort().reach() != Stage.Reach.NOTHING;
    if (inside && !live && ready.mainsIn()) {
      ready = ready.after(Move.of(Kind.MAINS), casebook);
    }
    if (inside && !ready.coverOff()) {
      if (ready.mainsIn()) {
        ready = ready.after(Move.of(Kind.MAINS), casebook);
      }
      ready = ready.after(Move.of(Kind.COVER), casebook);
    }
    if (powered && !inside && !ready.mainsIn() || live && !ready.mainsIn()) {
      ready = ready.after(Move.of(Kind.MAINS), casebook);
    }
    boolean erases = step.effort().depth() == Depth.WRITES_DRIVE && !ready.copied();
    return erases ? ready.after(Move.of(Kind.COPY), casebook) : ready;
  }

  /** Everything back in its place, and the cause named. */
  private static Rehearsal ended(Rehearsal now, Diagnosis diagnosis) {
    Rehearsal end = now;
    if (end.over()) {
      return end;
    }
    if (!end.owed().isEmpty()) {
      end = end.after(Move.of(Kind.PUT_BACK), diagnosis.casebook());
    }
    if (end.coverOff()) {
      end = end.after(Move.of(Kind.COVER), diagnosis.casebook());
    }
    if (!end.mainsIn()) {
      end = end.after(Move.of(Kind.MAINS), diagnosis.casebook());
    }
    List<dottore.core.casebook.Cause> cured = diagnosis.assess(end.about()).curedCauses();
    String named =
        cured.isEmpty()
            ? assessed(end.about(), diagnosis).suspects().get(0).cause().id()
            : cured.get(cured.size() - 1).id();
    return end.after(Move.close(named), diagnosis.casebook());
  }
}
