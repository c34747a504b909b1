package dottore.core.casebook;

import dottore.core.machine.MachineKind;
import java.util.Collections;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.Map;
import java.util.Set;

/**
 * Something that can be wrong.
 *
 * @param weight how often among all machines that come in, relative to the other causes
 * @param stages where the machine stops, with the chance of each; sums to 1
 * @param contexts multipliers of the weight when the context holds
 * @param kinds the kinds of machine that can have it
 * @param endangersData whether every further hour of work can cost data
 */
public record Cause(
    String id,
    String name,
    String sign,
    String advice,
    Station station,
    double weight,
    Map<Stage, Double> stages,
    Map<Context, Double> contexts,
    Set<MachineKind> kinds,
    boolean endangersData) {
  public Cause {
    stages = Collections.unmodifiableMap(new LinkedHashMap<>(stages));
    contexts = Collections.unmodifiableMap(new LinkedHashMap<>(contexts));
    kinds = Collections.unmodifiableSet(new LinkedHashSet<>(kinds));
  }

  /** The chance that the machine stops at this stage, if it is this; 0 where it never does. */
  public double share(Stage stage) {
    return stages.getOrDefault(stage, 0.0);
  }

  /** The same cause at other odds. */
  public Cause at(double newWeight, Map<Context, Double> newContexts) {
    return new Cause(
        id, name, sign, advice, station, newWeight, stages, newContexts, kinds, endangersData);
  }
}
