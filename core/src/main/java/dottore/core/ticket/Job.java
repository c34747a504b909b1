package dottore.core.ticket;

import dottore.core.casebook.Context;
import dottore.core.machine.MachineKind;
import dottore.core.machine.Passport;
import java.util.List;
import java.util.Optional;
import java.util.Set;

/**
 * A machine on the bench, as far as work on it needs to know: what it is, what was agreed, and what
 * the log says.
 *
 * @param maker and model: as they were written down at arrival
 * @param contexts what changed last and what the machine is like, without its kind
 * @param owed what was borrowed from it and is not back
 */
public record Job(
    String maker,
    String model,
    MachineKind kind,
    Optional<Passport> passport,
    Set<Context> contexts,
    Backup backup,
    boolean mayErase,
    boolean mayOpen,
    Log log,
    List<Owed> owed) {
  public Job {
    contexts = Set.copyOf(contexts);
    owed = List.copyOf(owed);
  }

  /** The same job as it was known when a line was the last one. */
  public Job upTo(int line) {
    return new Job(
        maker,
        model,
        kind,
        passport,
        contexts,
        backup,
        mayErase,
        mayOpen,
        Log.of(log.lines().stream().filter(l -> l.number() <= line).toList()),
        owed);
  }
}
