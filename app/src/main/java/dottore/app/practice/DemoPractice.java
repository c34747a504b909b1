package dottore.app.practice;

import dottore.app.shop.Shop;
import dottore.core.casebook.Casebook;
import dottore.core.machine.MachineKind;
import dottore.core.practice.Fault;
import dottore.core.practice.Scenario;
import dottore.core.rehearsal.Guide;
import dottore.core.rehearsal.Move;
import dottore.core.rehearsal.Rehearsal;
import java.time.Duration;
import java.util.EnumSet;
import java.util.List;
import java.util.Set;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.boot.context.event.ApplicationReadyEvent;
import org.springframework.context.annotation.Profile;
import org.springframework.context.event.EventListener;
import org.springframework.dao.DataAccessException;
import org.springframework.stereotype.Component;
import org.springframework.transaction.TransactionException;

/**
 * What the apprentice of the demo shop practiced in the weeks before: some went well, some not; one
 * stands on the bench as a ticket, so that its devices answer in Find, Measure and Fix.
 */
@Component
@Profile("demo")
class DemoPractice {
  private static final Logger LOG = LoggerFactory.getLogger(DemoPractice.class);
  private static final String APPRENTICE = "ivo";

  /** The case that is open is the first from this number on. */
  private static final int OPEN_FROM = 4_200;

  private record Past(Fault fault, MachineKind kind, int daysAgo, boolean well) {}

  private static final List<Past> PAST =
      List.of(
          new Past(Fault.SWITCHED_OFF, MachineKind.TOWER, 13, true),
          new Past(Fault.MODULE_LOOSE, MachineKind.TOWER, 12, true),
          new Past(Fault.BOOT_ORDER, MachineKind.LAPTOP, 9, true),
          new Past(Fault.NETWORK_OFF, MachineKind.LAPTOP, 8, true),
          new Past(Fault.MODULE_FAULTY, MachineKind.TOWER, 6, true),
          new Past(Fault.DRIVE_DEAD, MachineKind.LAPTOP, 5, true),
          new Past(Fault.CLUTTER, MachineKind.ALL_IN_ONE, 3, true),
          new Past(Fault.PANEL, MachineKind.LAPTOP, 1, false));

  private final PracticeBook book;
  private final Shop shop;

  DemoPractice(PracticeBook book, Shop shop) {
    this.book = book;
    this.shop = shop;
  }

  /**
   * A database that goes away meanwhile is no reason not to run; the next start writes the rest.
   */
  @EventListener(ApplicationReadyEvent.class)
  void fill() {
    try {
      if (book.unused()) {
        write();
      }
    } catch (DataAccessException | TransactionException away) {
      LOG.warn("What the apprentice practiced is not written: {}", away.getMessage());
    }
  }

  private void write() {
    for (Past past : PAST) {
      Scenario scenario =
          Scenario.among(past.daysAgo() * 100, 2, EnumSet.of(past.fault()), Set.of(past.kind()));
      Rehearsal end = past.well() ? Guide.lead(scenario, book.diagnosis()) : guessed(scenario);
      book.remember(end, APPRENTICE, shop.now().minus(Duration.ofDays(past.daysAgo())));
    }
    Scenario open =
        Scenario.among(
            OPEN_FROM, 2, EnumSet.of(Fault.DRIVE_FAILING), EnumSet.of(MachineKind.TOWER));
    book.toFind(book.begin(open, APPRENTICE), APPRENTICE);
  }

  /** Cover off with the plug in, and a guess. */
  private static Rehearsal guessed(Scenario scenario) {
    Casebook casebook = Casebook.shipped();
    return Rehearsal.replay(
        scenario,
        casebook,
        List.of(
            Move.of(Move.Kind.POWER),
            Move.of(Move.Kind.COVER),
            Move.step("keyboard-lights"),
            Move.close("graphics-dead")));
  }
}
