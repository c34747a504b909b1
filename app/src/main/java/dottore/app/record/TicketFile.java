package dottore.app.record;

import dottore.core.casebook.Context;
import dottore.core.casebook.Mark;
import dottore.core.casebook.Need;
import dottore.core.casebook.School;
import dottore.core.diagnosis.Case;
import dottore.core.diagnosis.Permission;
import dottore.core.machine.MachineKind;
import dottore.core.machine.Passport;
import dottore.core.ticket.Backup;
import dottore.core.ticket.Ending;
import dottore.core.ticket.Job;
import dottore.core.ticket.Log;
import dottore.core.ticket.Owed;
import dottore.core.ticket.Person;
import dottore.core.ticket.SheetWork;
import dottore.core.ticket.WaitsFor;
import java.math.BigDecimal;
import java.time.Duration;
import java.time.Instant;
import java.time.LocalDate;
import java.util.EnumSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;

/**
 * A ticket with everything that belongs to it, at one moment. Immutable.
 *
 * @param identity by which it is the same ticket wherever its bundle is read
 */
public record TicketFile(
    long id,
    String claim,
    String identity,
    int version,
    long customerId,
    Person customer,
    Thing machine,
    String complaint,
    Set<Context> contexts,
    Set<Mark> marks,
    String belongings,
    Backup backup,
    boolean mayErase,
    boolean mayOpen,
    Optional<BigDecimal> limit,
    Optional<LocalDate> warrantyUntil,
    WaitsFor waitsFor,
    String waitsWhy,
    Optional<Ending> ending,
    Optional<Instant> promised,
    Instant received,
    Optional<Instant> closed,
    List<String> confirmedCauses,
    Map<String, String> sheet,
    Map<School, String> schools,
    Log log,
    List<Owed> putBack,
    List<RunningTime> clocks,
    List<SheetWork> sheets) {

  public TicketFile {
    contexts = Set.copyOf(contexts);
    marks = Set.copyOf(marks);
    confirmedCauses = List.copyOf(confirmedCauses);
    sheet = Map.copyOf(sheet);
    schools = Map.copyOf(schools);
    putBack = List.copyOf(putBack);
    clocks = List.copyOf(clocks);
    sheets = List.copyOf(sheets);
  }

  /** Which machine it is. */
  public record Thing(
      long id,
      String maker,
      String model,
      String serial,
      MachineKind kind,
      Optional<Long> fittedMebibytes,
      Optional<Integer> fittedModules,
      Optional<Passport> passport) {

    public String title() {
      String name = (maker + " " + model).strip();
      return (name.isEmpty() ? "Unnamed machine" : name) + ", " + kind.id();
    }
  }

  public boolean open() {
    return ending.isEmpty();
  }

  /** The ticket as work on the machine sees it. */
  public Job job() {
    return new Job(
        machine.maker(),
        machine.model(),
        machine.kind(),
        machine.passport(),
        contexts,
        backup,
        mayErase,
        mayOpen,
        log,
        owed());
  }

  /**
   * The ticket as the diagnosis sees it.
   *
   * @param shelf what the shop's shelf does not have
   */
  public Case asCase(Set<Need> shelf) {
    Set<Context> all = EnumSet.of(Context.of(machine.kind()));
    all.addAll(contexts);
    Set<Need> missing = EnumSet.noneOf(Need.class);
    missing.addAll(shelf);
    if (!mayOpen) {
      missing.add(Need.COVER);
    }
    if (!mayErase) {
      missing.add(Need.ERASE_CONSENT);
    }
    if (backup == Backup.NO || (backup == Backup.UNKNOWN && !mayErase)) {
      missing.add(Need.DATA_SAFE);
    }
    return log.asCase(all, marks, missing);
  }

  /**
   * What to ask the customer for a permission, or to copy: where there is no copy of what is
   * wanted, no yes opens what wants one.
   */
  public String toAsk(Permission permission) {
    String question = permission.need().question().orElseThrow();
    boolean copyFirst =
        backup == Backup.NO && permission.opens().effort().needs().contains(Need.DATA_SAFE);
    if (!copyFirst) {
      return "Ask the customer: " + question;
    }
    return "Copy first what is wanted from it"
        + (permission.need() == Need.DATA_SAFE ? "." : ", and ask the customer: " + question);
  }

  public List<Owed> owed() {
    return putBack.stream().filter(item -> !item.returned()).toList();
  }

  public List<RunningTime> runningClocks() {
    return clocks.stream().filter(RunningTime::running).toList();
  }

  /** Hands-on time measured by the clock. */
  public Duration handsOn(Instant now) {
    return clocks.stream()
        .filter(RunningTime::hands)
        .map(clock -> clock.length(now))
        .reduce(Duration.ZERO, Duration::plus);
  }

  /** What runs on this machine and must not be disturbed. */
  public Optional<RunningTime> guarded() {
    return runningClocks().stream().filter(clock -> clock.guard().isPresent()).findFirst();
  }

  public Optional<RunningTime> handsClock() {
    return runningClocks().stream().filter(RunningTime::hands).findFirst();
  }

  /** The run sheets on which work is left, in the order of their beginning. */
  public List<SheetWork> openSheets() {
    return sheets.stream().filter(SheetWork::open).toList();
  }

  /** One of its run sheets. */
  public Optional<SheetWork> sheet(String id) {
    return sheets.stream().filter(sheet -> sheet.id().equals(id)).findFirst();
  }
}
