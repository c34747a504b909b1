package dottore.core.runsheet;

import dottore.core.casebook.Touched;
import java.util.Optional;
import java.util.Set;

/**
 * Something that a step changes only for the work and that must go back.
 *
 * @param what what is owed to the machine
 * @param before the question about the state it was in before, asked when the step is ticked
 * @param guess the state it was in as a rule, offered as the answer
 * @param touches what putting it back touches: readings that depend on it are read again. Empty if
 *     putting it back is neutral to the evidence.
 * @param key by which other work finds it on the put-back list; empty if none needs to
 */
public record Loan(
    String what, String before, String guess, Set<Touched> touches, Optional<String> key) {
  public Loan {
    touches = Set.copyOf(touches);
  }

  public Loan(String what, String before, String guess, Set<Touched> touches) {
    this(what, before, guess, touches, Optional.empty());
  }

  /** The same, to be found again by a key. */
  public Loan known(String as) {
    return new Loan(what, before, guess, touches, Optional.of(as));
  }
}
