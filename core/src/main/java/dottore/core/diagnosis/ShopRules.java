package dottore.core.diagnosis;

import dottore.core.casebook.Depth;
import dottore.core.casebook.Repair;
import dottore.core.casebook.Step;
import java.util.EnumMap;
import java.util.Map;

/**
 * How a shop prices its work.
 *
 * @param waiting bench minutes that a minute of waiting costs; other machines can be worked on
 * @param perMinute the shop's money for one bench minute, so that parts can be counted in minutes
 * @param depth minutes of reluctance for going deep
 * @param referMinutes what referring or advising replacement costs, in bench minutes
 * @param foundAt the odds at which a cause counts as found
 * @param slip the chance of a wrong look or a wrong word, so that no answer rules out for good
 */
public record ShopRules(
    double waiting,
    double perMinute,
    Map<Depth, Double> depth,
    double referMinutes,
    double foundAt,
    double slip) {

  private static final double SMALLEST_STEP = 0.25;

  /** The rules a shop starts with. */
  public static ShopRules usual() {
    Map<Depth, Double> depth = new EnumMap<>(Depth.class);
    depth.put(Depth.LOOK, 0.0);
    depth.put(Depth.OUTSIDE, 0.0);
    depth.put(Depth.COVER_OFF, 2.0);
    depth.put(Depth.PARTS_OUT, 5.0);
    depth.put(Depth.WRITES_FIRMWARE, 10.0);
    depth.put(Depth.WRITES_DRIVE, 15.0);
    return new ShopRules(0.25, 1.2, depth, 240, 0.95, 0.02);
  }

  /** What a step costs in bench minutes: hands, weighted waiting, depth and parts. */
  double cost(Step step) {
    Step.Effort effort = step.effort();
    double minutes =
        effort.hands().value()
            + waiting * effort.waiting().value()
            + depth.getOrDefault(effort.depth(), 0.0);
    if (step instanceof Repair repair) {
      minutes += repair.parts() / perMinute;
    }
    return Math.max(SMALLEST_STEP, minutes);
  }
}
