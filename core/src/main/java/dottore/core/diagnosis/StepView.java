package dottore.core.diagnosis;

import dottore.core.casebook.Cause;
import dottore.core.units.Odds;
import java.util.List;

/**
 * A step looked at closely.
 *
 * @param why the reason in one or two sentences
 * @param leading the leading suspects that the branches speak of
 * @param branches what each answer would do, in the order of the answers
 */
public record StepView(
    Candidate candidate, String why, List<Cause> leading, List<Branch> branches) {

  /**
   * One possible answer.
   *
   * @param odds how likely the answer is
   * @param after the odds of the leading suspects after it
   */
  public record Branch(String outcome, String words, Odds odds, List<Odds> after) {}
}
