package dottore.app.record;

import dottore.core.casebook.Context;
import dottore.core.casebook.Mark;
import dottore.core.casebook.Stage;
import dottore.core.machine.MachineKind;
import dottore.core.ticket.Backup;
import dottore.core.ticket.Person;
import java.math.BigDecimal;
import java.time.Instant;
import java.time.LocalDate;
import java.util.Map;
import java.util.Optional;
import java.util.Set;

/**
 * What is written down when a machine comes in.
 *
 * @param contexts what changed last and what the machine is like, without its kind
 * @param told how far it gets, in the customer's words
 */
public record Arrival(
    Person customer,
    String maker,
    String model,
    String serial,
    MachineKind kind,
    String complaint,
    Optional<Stage> told,
    Set<Context> contexts,
    Set<Mark> marks,
    String belongings,
    Backup backup,
    boolean mayErase,
    boolean mayOpen,
    Optional<BigDecimal> limit,
    Optional<LocalDate> warrantyUntil,
    Optional<Instant> promised) {
  /** The longest texts that are written down, by the names of the form, in letters. */
  public static final Map<String, Integer> LONGEST =
      Map.of(
          "customer", 120,
          "phone", 40,
          "email", 120,
          "maker", 60,
          "model", 80,
          "serial", 80,
          "complaint", 2000,
          "belongings", 300);

  public Arrival {
    contexts = Set.copyOf(contexts);
    marks = Set.copyOf(marks);
  }
}
