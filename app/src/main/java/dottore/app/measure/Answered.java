package dottore.app.measure;

import dottore.core.casebook.Casebook;
import dottore.core.casebook.Check;
import dottore.core.reading.Answer;

/**
 * What a reading answered.
 *
 * @param outcome the answer in words
 * @param because what was read
 */
record Answered(String check, String outcome, String because, boolean good) {
  static Answered of(Answer answer, Casebook casebook) {
    Check check = casebook.check(answer.check()).orElseThrow();
    Check.Outcome outcome = check.outcome(answer.outcome());
    return new Answered(check.question(), outcome.words(), answer.because(), outcome.good());
  }
}
