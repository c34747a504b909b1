package dottore.app.firmware;

import dottore.app.record.Record;
import dottore.app.record.TicketFile;
import dottore.core.casebook.School;
import dottore.core.diagnosis.Assessment;
import dottore.core.firmware.FirmwareDesk;
import dottore.core.firmware.FirmwareFacts;
import dottore.core.firmware.MakersCatalog;
import dottore.core.firmware.UpdatePlan;
import dottore.core.reading.Answer;
import dottore.core.ticket.Job;
import dottore.core.ticket.NewLine;
import java.util.List;
import java.util.Optional;
import org.springframework.stereotype.Component;

/** The board of a ticket's machine, with what its maker publishes and what the ticket suspects. */
@Component
class Board {
  private final Record record;
  private final MakersCatalog catalog;

  Board(Record record, MakersCatalog catalog) {
    this.record = record;
    this.catalog = catalog;
  }

  FirmwareDesk desk(Job job) {
    return FirmwareDesk.of(job, catalog);
  }

  /** All models of the makers' catalog. */
  List<String> models() {
    return catalog.models();
  }

  /** The plan for it; empty while it is not known. */
  Optional<UpdatePlan> plan(TicketFile file, FirmwareDesk desk) {
    Assessment assessment = record.assess(file);
    School.Position school =
        record.schools(file).decide(School.FIRMWARE_UPDATE, assessment).taken();
    return desk.plan(assessment, school);
  }

  /**
   * What the plan says about the version, as an answer of the check that asks for it; empty while
   * it is not known, or if the answer stands already.
   */
  Optional<NewLine> versionReading(TicketFile file, FirmwareDesk desk, UpdatePlan plan) {
    Answer says = plan.evidence();
    boolean open =
        desk.facts().has(FirmwareFacts.NOW) && !file.log().answered(says.check(), says.outcome());
    return open
        ? record.casebook().check(says.check()).map(c -> NewLine.reading(c, says.outcome()))
        : Optional.empty();
  }
}
