package dottore.app.firmware;

import dottore.app.ticket.FactBook;
import dottore.app.ticket.FactBook.NotTaken;
import dottore.app.ticket.Line;
import dottore.app.ticket.NewLine;
import dottore.app.ticket.Passports;
import dottore.app.ticket.TicketBook;
import dottore.app.ticket.TicketFile;
import dottore.app.ticket.TicketSide;
import dottore.core.casebook.School;
import dottore.core.casebook.Touched;
import dottore.core.diagnosis.Assessment;
import dottore.core.firmware.BoardRecord;
import dottore.core.firmware.FirmwareSheets;
import dottore.core.firmware.Gate;
import dottore.core.firmware.MakersCatalog;
import dottore.core.firmware.PasswordRoad;
import dottore.core.firmware.ReEntry;
import dottore.core.firmware.ReEntry.Result;
import dottore.core.firmware.Release;
import dottore.core.firmware.Setting;
import dottore.core.firmware.UpdatePlan;
import dottore.core.firmware.UpdatePlanner;
import dottore.core.firmware.UpdatePlanner.Situation;
import dottore.core.firmware.UpdatePlanner.Suspicion;
import dottore.core.firmware.Way;
import dottore.core.machine.Stick;
import dottore.core.reading.Answer;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Collectors;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/**
 * Work on the firmware of a ticket's machine: what follows from its record, and what is written.
 */
@Service
class FirmwareWork {
  private final TicketBook book;
  private final TicketSide side;
  private final FactBook facts;
  private final MakersCatalog catalog;
  private final StickNote stickNote;
  private final Passports passports;

  FirmwareWork(
      TicketBook book,
      TicketSide side,
      FactBook facts,
      MakersCatalog catalog,
      StickNote stickNote,
      Passports passports) {
    this.book = book;
    this.side = side;
    this.facts = facts;
    this.catalog = catalog;
    this.stickNote = stickNote;
    this.passports = passports;
  }

  // --- what follows from the record --------------------------------------------------------------

  /** What is known on a ticket for work on its firmware. */
  Desk desk(TicketFile file) {
    return Desk.of(file, passports.of(file));
  }

  /** The plan for the board; empty while the board is not known. */
  Optional<UpdatePlan> plan(Desk desk) {
    return desk.board(catalog).map(board -> plan(desk, board));
  }

  private UpdatePlan plan(Desk desk, BoardRecord board) {
    Assessment assessment = book.assess(desk.file());
    Map<String, Suspicion> suspects = new HashMap<>();
    assessment
        .suspects()
        .forEach(s -> suspects.put(s.cause().id(), new Suspicion(s.cause().name(), s.odds())));
    Situation at =
        new Situation(
            desk.find("now"),
            desk.find("wanted"),
            desk.find("processor"),
            desk.newBuild(),
            desk.installed(),
            desk.reach(),
            suspects);
    School.Position school =
        book.schools(desk.file()).decide(School.FIRMWARE_UPDATE, assessment).taken();
    return UpdatePlanner.plan(board, at, school);
  }

  /**
   * What the plan says about the version, as an answer of the check that asks for it; empty while
   * it is not known, or if the answer stands already.
   */
  Optional<NewLine> versionReading(Desk desk, UpdatePlan plan) {
    if (desk.find("now").isEmpty()) {
      return Optional.empty();
    }
    Answer says = plan.evidence();
    boolean stands =
        desk.file().answers().stream()
            .anyMatch(
                l ->
                    l.get("check").equals(says.check()) && l.get("outcome").equals(says.outcome()));
    return stands
        ? Optional.empty()
        : book.casebook().check(says.check()).map(check -> NewLine.reading(check, says.outcome()));
  }

  /** Records what the plan says about the version as evidence. */
  @Transactional
  void recordVersion(String claim, String who) {
    TicketFile file = book.open(claim);
    Desk desk = desk(file);
    plan(desk)
        .flatMap(plan -> versionReading(desk, plan))
        .ifPresent(line -> book.record(claim, file.lastSeq(), List.of(line), who));
  }

  /** The way that was chosen, or the first that is open. */
  Optional<Way> way(Desk desk, UpdatePlan plan) {
    return desk.find("way")
        .map(Way::of)
        .filter(w -> plan.ways().stream().anyMatch(v -> v.way() == w && v.usable()))
        .or(plan::way);
  }

  /** What the gate looks at for the next version to write; empty if there is none. */
  Optional<Gate.Facts> gate(Desk desk, UpdatePlan plan) {
    if (!plan.decision().go() || plan.hops().isEmpty()) {
      return Optional.empty();
    }
    return way(desk, plan).map(way -> facts(desk, plan.hops().get(0), way));
  }

  private Gate.Facts facts(Desk desk, Release target, Way way) {
    Optional<Gate.FileSeen> seen = Optional.empty();
    if (desk.find("file-sha256").isPresent() || desk.yes("file-eye")) {
      seen =
          Optional.of(
              new Gate.FileSeen(
                  desk.get("file-name"), desk.find("file-sha256"), desk.yes("file-eye")));
    }
    return new Gate.Facts(
        desk.board(catalog).orElseThrow(),
        desk.yes("printed"),
        desk.find("revision"),
        desk.find("now"),
        target,
        way,
        seen,
        new Gate.StickSeen(
            desk.find("stick").map(stickNote::read),
            desk.yes("stick-fat32"),
            desk.yes("stick-name")),
        desk.power(),
        desk.encryption(),
        desk.settingsNoted(),
        desk.yes("nothing-else"));
  }

  PasswordRoad road(Desk desk) {
    return PasswordRoad.of(
        desk.family(catalog), desk.proof().isPresent(), desk.yes("organization"));
  }

  // --- what is written ---

  /** Writes what a form of the desk changes. */
  NotTaken write(String claim, FactForm form, Map<String, String> posted, int seen, String who) {
    return facts.write(
        claim,
        "Firmware",
        form.sheet(),
        posted,
        (file, upTo) -> Desk.of(file, passports.of(file), upTo).facts(),
        seen,
        who);
  }

  /** Keeps what an uploaded firmware file is. */
  void keepFile(String claim, String name, String sha256, long size, String who) {
    book.log(
        claim,
        who,
        FactBook.line(
            "Firmware file "
                + name
                + ", "
                + size
                + " bytes, SHA-256 "
                + sha256.substring(0, 12)
                + "…",
            Map.of("file-name", name, "file-sha256", sha256)));
  }

  /** Keeps what the first sectors of a stick show. */
  void keepStick(String claim, Stick stick, String who) {
    book.log(
        claim,
        who,
        FactBook.line(
            "Stick read: " + stickNote.words(stick), Map.of("stick", stickNote.of(stick))));
  }

  /** Notes settings; an empty value forgets one. */
  void note(String claim, Map<Setting, String> values, String who) {
    book.log(
        claim,
        who,
        file -> {
          Desk desk = desk(file);
          List<NewLine> lines = new ArrayList<>();
          values.forEach(
              (setting, value) -> {
                String before = desk.noted().getOrDefault(setting, "");
                if (!value.strip().equals(before)) {
                  String words = value.isBlank() ? "not noted any more" : value.strip();
                  lines.add(
                      new NewLine(
                          Line.Kind.SETTING,
                          "Setting: " + setting.words() + ": " + words,
                          Map.of("setting", setting.id(), "value", value.strip())));
                }
              });
          return lines;
        });
  }

  /**
   * Says what happened after the settings of a turn went back. What went in alone is evidence.
   *
   * @param together the settings of the turn as it was shown
   */
  @Transactional
  void putBack(String claim, List<Setting> together, Result result, String who) {
    List<NewLine> readings = new ArrayList<>();
    List<Boolean> done = new ArrayList<>();
    book.log(
        claim,
        who,
        file -> {
          Desk desk = desk(file);
          Optional<ReEntry.Turn> turn = desk.reEntry().next();
          if (turn.filter(t -> t.settings().equals(together)).isEmpty()) {
            throw new NotYet("Somebody put settings back meanwhile; this is the next one now.");
          }
          if (result == Result.FAILS && !turn.get().alone()) {
            return List.of(
                FactBook.line(
                    "It fails with these together: "
                        + words(together)
                        + ". Back to factory values, then one by one",
                    Map.of("one-by-one", "yes")));
          }
          if (turn.get().alone()) {
            ReEntry.evidence(together.get(0), result)
                .flatMap(this::reading)
                .ifPresent(readings::add);
          }
          done.add(desk.reEntry().turns().size() == 1);
          return together.stream().map(setting -> backLine(desk, setting, result)).toList();
        });
    TicketFile file = book.open(claim);
    book.record(claim, file.lastSeq(), readings, who);
    if (done.contains(true)) {
      file.owed().stream()
          .filter(owed -> owed.what().equals(FirmwareSheets.SETTINGS_OWED))
          .forEach(owed -> side.putBack(claim, owed.id(), who));
    }
  }

  private static String words(List<Setting> settings) {
    return settings.stream().map(Setting::words).collect(Collectors.joining(", "));
  }

  private static NewLine backLine(Desk desk, Setting setting, Result result) {
    String end =
        result == Result.HOLDS ? ": back, and it still starts" : ": fails with it, left at factory";
    return new NewLine(
        Line.Kind.SETTING,
        setting.words() + ", " + desk.noted().get(setting) + end,
        Map.of("setting", setting.id(), "result", result.name(), "touches", Touched.SETTINGS.id()));
  }

  private Optional<NewLine> reading(Answer answer) {
    return book.casebook()
        .check(answer.check())
        .map(check -> NewLine.reading(check, answer.outcome()))
        .map(
            line ->
                line.with("sheet", "settings")
                    .with("read", answer.because())
                    .saying(line.text() + " (" + answer.because() + ")"));
  }

  /** A setting goes back once more, as if nothing had been said of it yet. */
  void again(String claim, Setting setting, String who) {
    book.log(
        claim,
        who,
        file ->
            Optional.ofNullable(desk(file).noted().get(setting))
                .map(
                    value ->
                        new NewLine(
                            Line.Kind.SETTING,
                            "Once more: " + setting.words() + ", " + value,
                            Map.of("setting", setting.id(), "value", value)))
                .stream()
                .toList());
  }

  /** Records that ownership was proved. */
  void prove(String claim, PasswordRoad.Proof proof, String shown, String who) {
    book.log(
        claim,
        who,
        new NewLine(
            Line.Kind.PROOF,
            "Ownership proved: " + proof.words() + ", " + shown + ", looked at by " + who,
            Map.of("proof", proof.id(), "shown", shown)));
  }
}
