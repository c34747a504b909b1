package dottore.app.upgrade;

import dottore.app.desk.Desk;
import dottore.app.desk.Field;
import dottore.app.record.TicketFile;
import dottore.app.record.Writing;
import dottore.core.casebook.Reliance;
import dottore.core.diagnosis.Assessment;
import dottore.core.drive.Conversion;
import dottore.core.facts.Fact;
import dottore.core.facts.FactForm;
import dottore.core.ticket.SheetKind;
import dottore.core.ticket.Start;
import dottore.core.upgrade.UpgradeBlockers;
import dottore.core.upgrade.UpgradeBlockers.Machine;
import dottore.core.upgrade.UpgradeBlockers.Move;
import dottore.core.upgrade.UpgradeBlockers.Wall;
import dottore.core.upgrade.UpgradeCasebook;
import dottore.core.upgrade.UpgradeDesk;
import dottore.core.upgrade.UpgradeFacts;
import dottore.core.upgrade.UpgradeKind;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Stream;
import org.springframework.core.annotation.Order;
import org.springframework.stereotype.Component;
import org.springframework.ui.Model;

/** Fix, Firmware, Upgrade blockers. */
@Component
@Order(2)
class UpgradePage implements Desk {
  private static final Page PAGE = new Page("firmware", "Firmware", "upgrade", "Upgrade blockers");

  /**
   * A move of the upgrade.
   *
   * @param drive what Drive says of it; empty for a move that is not Drive's
   * @param ready whether Drive lets it
   */
  record MoveRow(String words, String how, boolean starts, String drive, boolean ready) {}

  @Override
  public List<Page> pages() {
    return List.of(PAGE);
  }

  @Override
  public double need(Page page, TicketFile file, Assessment assessment) {
    return assessment.oddsOf(UpgradeCasebook.CAUSES);
  }

  @Override
  public String name() {
    return "Firmware";
  }

  @Override
  public Optional<FactForm> form(String id) {
    return Optional.of(UpgradeFacts.BLOCKERS).filter(form -> form.id().equals(id));
  }

  @Override
  public Optional<Fact<?>> fact(String name) {
    return UpgradeFacts.named(name);
  }

  @Override
  public Stream<Fact<?>> facts() {
    return UpgradeFacts.all();
  }

  @Override
  public List<UpgradeKind> kinds() {
    return List.of(UpgradeKind.BLOCKERS);
  }

  @Override
  public List<Reliance> reliesOn() {
    return UpgradeCasebook.ALL;
  }

  @Override
  public Start start(SheetKind kind, Map<String, String> asked, Writing writing) {
    return UpgradeDesk.of(writing.job()).start();
  }

  @Override
  public String fill(Page page, TicketFile file, Map<String, String> facts, Model model) {
    UpgradeDesk desk = UpgradeDesk.of(file.job());
    Optional<Machine> machine = desk.machine();
    Optional<Conversion> conversion = desk.conversion();
    model.addAttribute(
        "asked",
        UpgradeFacts.BLOCKERS.facts().stream()
            .map(fact -> Field.of(fact, desk.facts(), facts))
            .toList());
    model.addAttribute("driveFirst", desk.driveFirst());
    model.addAttribute("known", machine.isPresent());
    model.addAttribute("walls", machine.map(UpgradeBlockers::walls).orElse(List.<Wall>of()));
    model.addAttribute(
        "moves",
        machine.map(UpgradeBlockers::moves).orElse(List.of()).stream()
            .map(move -> row(move, conversion))
            .toList());
    return "upgrade/upgrade";
  }

  private static MoveRow row(Move move, Optional<Conversion> conversion) {
    return new MoveRow(
        move.words(),
        move.how(),
        move.startsAfter(),
        move == Move.CONVERT ? drive(conversion) : "",
        conversion.filter(Conversion::go).isPresent());
  }

  private static String drive(Optional<Conversion> conversion) {
    if (conversion.isEmpty()) {
      return "Drive decides: which disk, and whether it can";
    }
    if (conversion.get().done()) {
      return "Drive: it has the new scheme already; write that down here";
    }
    return conversion.get().open().stream()
        .findFirst()
        .map(
            point ->
                point.topic().words()
                    + ": "
                    + point.words()
                    + (point.todo().isEmpty() ? "" : ". " + point.todo()))
        .orElse("Drive: it can, and its steps are on the sheet");
  }
}
