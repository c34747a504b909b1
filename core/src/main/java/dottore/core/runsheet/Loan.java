package dottore.core.runsheet;

import dottore.core.casebook.Touched;
import java.util.Set;

/**
 * Something that a step changes only for the work and that must go back.
 *
 * @param what what is owed to the machine
 * @param before the question about the state it was in before, asked when the step is ticked
 * @param guess the state it was in as a rule, offered as the answer
 * @param touches what putting it back touches: readings that depend on it are read again. Empty if
 *     putting it back is neutral to the evidence.
 */
public record Loan(String what, String before, String guess, Set<Touched> touches) {
  public Loan {
    touches = Set.copyOf(touches);
  }
}
