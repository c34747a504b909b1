package dottore.core.firmware;

import dottore.core.casebook.Need;
import dottore.core.firmware.WriteGate.Topic;
import dottore.core.gate.Gate;
import dottore.core.ticket.Start;
import java.util.LinkedHashMap;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Collectors;

/** Whether work on firmware may begin, and the sheet that it begins with. */
public final class FirmwareStarts {
  private FirmwareStarts() {}

  /** Writing the next version of a plan; its gate decides. */
  public static Start update(FirmwareDesk desk, Optional<UpdatePlan> planned) {
    if (planned.isEmpty()) {
      return Start.notYet("The board is not known yet.");
    }
    UpdatePlan plan = planned.get();
    Optional<WriteGate.Facts> facts = desk.gate(plan);
    if (facts.isEmpty()) {
      return Start.notYet("There is nothing to write.");
    }
    Gate<Topic> gate = WriteGate.of(facts.get());
    if (!gate.go()) {
      return Start.notYet(
          "No-go: "
              + gate.open().stream()
                  .map(p -> p.topic().words().toLowerCase(Locale.ROOT))
                  .collect(Collectors.joining(", "))
              + ".");
    }
    WriteGate.Facts go = facts.get();
    Map<String, String> about = new LinkedHashMap<>();
    about.put("version", go.target().version());
    about.put("end", plan.hops().get(plan.hops().size() - 1).version());
    about.put("way", go.way().id());
    about.put("before", desk.facts().get(FirmwareFacts.NOW));
    return Start.go(
        FirmwareSheets.update(
            go.board(), go.target(), go.way(), go.encryption(), !desk.noted().isEmpty()),
        about);
  }

  /** Putting the settings back to factory values. */
  public static Start reset(FirmwareDesk desk, ResetWay way) {
    if (!desk.settingsNoted()) {
      return Start.notYet(
          "Note the settings first, or say that they cannot be seen and nothing is known of them.");
    }
    if (way.depth().opensTheCase() && !desk.job().mayOpen()) {
      return Start.notYet("It lies inside, and " + Need.COVER.missing() + ".");
    }
    return Start.go(
        FirmwareSheets.reset(way, desk.job().kind(), !desk.noted().isEmpty()),
        Map.of("way", way.id()));
  }

  /** Lifting a forgotten password by its jumper. */
  public static Start password(FirmwareDesk desk) {
    PasswordRoad road = desk.road();
    if (!road.open()) {
      return Start.notYet(road.words() + ". " + road.todo());
    }
    if (!desk.job().mayOpen()) {
      return Start.notYet("The jumper lies inside, and " + Need.COVER.missing() + ".");
    }
    boolean cell = desk.coinCell().verdict().replace();
    return Start.go(
        FirmwareSheets.password(desk.job().kind(), desk.coinCell()),
        Map.of("cell", cell ? "yes" : "no"));
  }

  /** A road back from an update that broke off; the sheet of the update is over with it. */
  public static Start recovery(FirmwareDesk desk, Rescue rescue) {
    Optional<BoardRecord> board = desk.board();
    if (board.isEmpty()) {
      return Start.notYet("The board is not known yet.");
    }
    Optional<Release> release =
        desk.facts()
            .find(FirmwareFacts.FAILED_VERSION)
            .flatMap(board.get()::release)
            .or(board.get()::newest);
    if (release.isEmpty()) {
      return Start.notYet("The maker has no version for it.");
    }
    if (rescue.opensTheCase() && !desk.job().mayOpen()) {
      return Start.notYet("It lies inside, and " + Need.COVER.missing() + ".");
    }
    return new Start.Go(
        RecoverySheets.by(rescue, board.get(), release.get()),
        Map.of("version", release.get().version(), "rescue", rescue.id()),
        Optional.of("goes on by " + rescue.words()));
  }
}
