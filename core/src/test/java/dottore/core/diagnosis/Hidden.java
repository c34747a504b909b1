package dottore.core.diagnosis;

import dottore.core.casebook.Check;
import dottore.core.casebook.Repair;
import dottore.core.casebook.Stage;

/** A machine with something hidden in it, that can be asked and mended. */
interface Hidden {
  /** What the counter noted. */
  Case arrived();

  /** Where it stops. */
  Stage stage();

  /** Whether this is what is wrong with it. */
  boolean isCause(String cause);

  /** The outcome of a check. */
  Event.Reading answer(Check check, long at);

  /** What a repair leads to. */
  Event.Result after(Repair repair);
}
