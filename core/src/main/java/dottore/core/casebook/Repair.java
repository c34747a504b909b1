package dottore.core.casebook;

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
    implements Step {}
