package dottore.app.record;

import jakarta.persistence.Entity;
import jakarta.persistence.Id;

/** How often a cause was confirmed on closed tickets, counted as they close. */
@Entity
class ConfirmedCause {
  @Id String cause = "";
  long times;
}
