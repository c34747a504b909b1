package dottore.app.journey;

import dottore.core.casebook.Casebook;
import dottore.core.casebook.Check;
import dottore.core.casebook.Repair;
import dottore.core.casebook.Stage;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;

/** A machine with faults that nobody sees; it answers every check with its likeliest outcome. */
final class HiddenFault {
  private final Casebook casebook = Casebook.shipped();
  private final List<Map.Entry<String, Stage>> left = new ArrayList<>();
  private final Map<String, String> always = new LinkedHashMap<>();

  /** The first fault stops the machine first; once it is cured the next one shows. */
  HiddenFault with(String cause, Stage stage) {
    left.add(Map.entry(casebook.cause(cause).orElseThrow().id(), stage));
    return this;
  }

  /** What this machine answers where the likeliest outcome would not fit. */
  HiddenFault saying(String check, String outcome) {
    always.put(check, outcome);
    return this;
  }

  boolean works() {
    return left.isEmpty();
  }

  String answer(String checkId) {
    Check check = casebook.check(checkId).orElseThrow();
    if (always.containsKey(checkId)) {
      return always.get(checkId);
    }
    if (works()) {
      return check.outcomes().stream().filter(o -> o.good()).findFirst().orElseThrow().id();
    }
    double[] row = check.likelihoods().row(left.get(0).getKey(), left.get(0).getValue());
    int best = 0;
    for (int o = 1; o < row.length; o++) {
      best = row[o] > row[best] ? o : best;
    }
    return check.outcomes().get(best).id();
  }

  /** Does a repair; says how it went: works, elsewhere, same. */
  String repair(String repairId) {
    Repair repair = casebook.repair(repairId).orElseThrow();
    if (left.stream().noneMatch(fault -> repair.cures().containsKey(fault.getKey()))) {
      return "same";
    }
    boolean first = repair.cures().containsKey(left.get(0).getKey());
    left.removeIf(fault -> repair.cures().containsKey(fault.getKey()));
    if (works()) {
      return "works";
    }
    return first ? "elsewhere" : "same";
  }
}
