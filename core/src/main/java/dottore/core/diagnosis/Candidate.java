package dottore.core.diagnosis;

import dottore.core.casebook.Step;
import dottore.core.units.Minutes;
import java.util.Optional;

/**
 * A step that may be taken now.
 *
 * @param step empty for "refer or advise replacement"
 * @param own what the step itself costs in bench minutes
 * @param toTheEnd what the whole job is expected to cost when it is taken now
 */
public record Candidate(Optional<Step> step, Minutes own, Minutes toTheEnd) {
  /** The id under which referring is recorded. */
  public static final String REFER = "refer";

  public String id() {
    return step.map(Step::id).orElse(REFER);
  }

  public String name() {
    return step.map(Step::name).orElse("Refer it, or advise replacement");
  }
}
