package dottore.core.casebook;

import dottore.core.machine.MachineKind;
import java.util.Collections;
import java.util.EnumMap;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.Map;
import java.util.Optional;
import java.util.Set;

/**
 * Something that can be wrong.
 *
 * @param weight how often among all machines that come in, relative to the other causes
 * @param stages where the machine stops, with the chance of each; sums to 1
 * @param contexts multipliers of the weight when the context holds
 * @param otherChange multiplier, once, where something changed lately and no change that it names;
 *     1 where it does not depend on what changed
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
    double otherChange,
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

  /**
   * What shifts its odds where these contexts hold: the multiplier of each that it names. Where
   * only other things changed, the first of those bears the multiplier of them all.
   */
  public Map<Context, Double> shifts(Set<Context> holding) {
    Map<Context, Double> shifts = new EnumMap<>(Context.class);
    Optional<Context> other = Optional.empty();
    boolean named = false;
    for (Context context : holding) {
      Double factor = contexts.get(context);
      if (factor != null) {
        shifts.put(context, factor);
        named |= context.change();
      } else if (context.change()
          && context != Context.NOTHING
          && other.filter(o -> o.compareTo(context) < 0).isEmpty()) {
        other = Optional.of(context);
      }
    }
    if (!named && otherChange != 1) {
      other.ifPresent(change -> shifts.put(change, otherChange));
    }
    return shifts;
  }

  /** Its multiplier of a context that holds alone; 1 where it says nothing of it. */
  public double shift(Context context) {
    return shifts(Set.of(context)).getOrDefault(context, 1.0);
  }

  /** The same cause at other odds. */
  public Cause at(double newWeight, Map<Context, Double> newContexts) {
    return new Cause(
        id,
        name,
        sign,
        advice,
        station,
        newWeight,
        stages,
        newContexts,
        otherChange,
        kinds,
        endangersData);
  }
}
