package dottore.core.diagnosis;

import dottore.core.casebook.Check;
import dottore.core.casebook.Context;
import dottore.core.casebook.Depth;
import dottore.core.casebook.Need;
import dottore.core.casebook.Repair;
import dottore.core.casebook.School;
import dottore.core.casebook.Step;
import dottore.core.machine.MachineKind;
import dottore.core.units.Minutes;
import java.util.Collections;
import java.util.EnumMap;
import java.util.LinkedHashMap;
import java.util.Map;
import java.util.Set;

/**
 * How a shop prices its work.
 *
 * @param waiting bench minutes that a minute of waiting costs; other machines can be worked on
 * @param perMinute the shop's money for one bench minute, so that parts can be counted in minutes
 * @param depth minutes of reluctance for going deep
 * @param referMinutes what referring or advising replacement costs, in bench minutes
 * @param foundAt the odds at which a cause counts as found
 * @param favored positions in which the shop's habit differs from the usual; steps of that school
 *     cost {@value #HABIT} minutes less
 * @param slip the chance of a wrong look or a wrong feel, so that no answer rules out for good
 */
public record ShopRules(
    double waiting,
    double perMinute,
    Map<Depth, Double> depth,
    double referMinutes,
    double foundAt,
    double slip,
    Map<School, String> favored) {
  public ShopRules {
    depth = Collections.unmodifiableMap(new LinkedHashMap<>(depth));
    favored = Collections.unmodifiableMap(new LinkedHashMap<>(favored));
  }

  /** What a shop's habit is worth, in bench minutes. */
  static final double HABIT = 6;

  private static final double SMALLEST_STEP = 0.25;

  /**
   * Minutes that every step takes beside its own: to read what is asked, to turn to the machine, to
   * note the answer. Without them many small looks seem to cost nothing.
   */
  public static final double HANDLING = 2;

  /**
   * What giving up costs, in bench minutes. Whoever is sent away has a machine that still does not
   * work; and at less than this the advice gives up on machines that would have been done sooner,
   * as what is left to do is taken for longer than it is (tried from 240 to 600 on sampled
   * machines).
   */
  private static final double REFER = 400;

  /** What a wait can cost at most, in bench minutes: a shop goes on with other machines. */
  private static final double DEAREST_WAIT = 20;

  /** Bench minutes for reaching a customer and noting the answer. */
  private static final double CALL = 5;

  /** The same for copying what is wanted off a drive that reads well, waiting with it. */
  private static final double COPY = 30;

  /** What is plain to see is taken wrong this much less often than a feel. */
  private static final double PLAIN_SLIP = 0.25;

  /** The rules a shop starts with. */
  public static ShopRules usual() {
    Map<Depth, Double> depth = new EnumMap<>(Depth.class);
    depth.put(Depth.LOOK, 0.0);
    depth.put(Depth.OUTSIDE, 0.0);
    depth.put(Depth.COVER_OFF, 2.0);
    depth.put(Depth.PARTS_OUT, 5.0);
    depth.put(Depth.WRITES_FIRMWARE, 10.0);
    depth.put(Depth.WRITES_DRIVE, 15.0);
    return new ShopRules(0.25, 1.2, depth, REFER, 0.95, 0.02, Map.of());
  }

  /** The same rules with another price of a bench minute. */
  public ShopRules with(double perMinuteNow) {
    return new ShopRules(waiting, perMinuteNow, depth, referMinutes, foundAt, slip, favored);
  }

  /** The same rules as they are under the schools, for a machine in these contexts. */
  public ShopRules under(Schools schools, Set<Context> contexts) {
    return new ShopRules(
        waiting, perMinute, depth, referMinutes, foundAt, slip, schools.pricing(contexts));
  }

  /** What it costs to get what a repair waits for, in bench minutes. */
  static double getting(Need need) {
    return need == Need.DATA_SAFE ? COPY : CALL;
  }

  /** The chance of a wrong answer to a check. */
  double slip(Check check) {
    return check.plain() ? slip * PLAIN_SLIP : slip;
  }

  /** What a step costs in bench minutes: handling, hands, weighted waiting, depth and parts. */
  double cost(Step step) {
    return cost(step, step.effort().hands(), false);
  }

  /** The same on a machine of this kind, whose case may be open already. */
  double cost(Step step, MachineKind kind, boolean caseOpen) {
    return cost(step, step.effort().hands(kind, caseOpen), caseOpen);
  }

  private double cost(Step step, Minutes hands, boolean caseOpen) {
    Step.Effort effort = step.effort();
    double minutes =
        HANDLING
            + hands.value()
            + Math.min(DEAREST_WAIT, waiting * effort.waiting().value())
            + reluctance(effort.depth())
            - (caseOpen && effort.depth().opensTheCase() ? reluctance(Depth.COVER_OFF) : 0);
    if (step instanceof Repair repair) {
      minutes += repair.parts() / perMinute;
    }
    for (School.Stand stand : effort.stands()) {
      if (stand.position().isPresent()
          && stand.position().get().equals(favored.get(stand.school()))) {
        minutes -= HABIT;
      }
    }
    return Math.max(SMALLEST_STEP, minutes);
  }

  private double reluctance(Depth to) {
    return depth.getOrDefault(to, 0.0);
  }
}
