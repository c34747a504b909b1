package dottore.core.casebook;

import dottore.core.units.Minutes;
import java.util.Collections;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;

/**
 * A repair: what it cures and with what chance.
 *
 * @param cures cause id to the chance that it cures that cause
 * @param parts cost of parts in the shop's money
 * @param recheck checks that must read good afterwards
 */
public record Repair(
    String id,
    String name,
    String how,
    Effort effort,
    Optional<String> caution,
    Map<String, Double> cures,
    double parts,
    List<String> recheck)
    implements Step {
  public Repair {
    cures = Collections.unmodifiableMap(new LinkedHashMap<>(cures));
    recheck = List.copyOf(recheck);
  }

  Repair curing(String cause, double chance) {
    Map<String, Double> more = new LinkedHashMap<>(cures);
    more.put(cause, chance);
    return new Repair(id, name, how, effort, caution, more, parts, recheck);
  }

  @Override
  public Repair taking(Minutes hands) {
    return new Repair(id, name, how, effort.taking(hands), caution, cures, parts, recheck);
  }
}
