package dottore.core.diagnosis;

import dottore.core.casebook.Need;
import dottore.core.casebook.Repair;
import dottore.core.units.Odds;

/**
 * What is worth asking the customer, since a repair waits for it.
 *
 * @param need what the customer alone can give
 * @param opens the repair that it would open
 * @param cures how likely that repair cures
 * @param alone whether nothing else is worth doing until the answer comes
 */
public record Permission(Need need, Repair opens, Odds cures, boolean alone) {}
