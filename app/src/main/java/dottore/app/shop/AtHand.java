package dottore.app.shop;

import dottore.core.casebook.Need;
import java.util.Set;

/** Whoever knows what of the shelf is out. */
public interface AtHand {
  /** What belongs to the shop and is not to be had now. */
  Set<Need> out();
}
