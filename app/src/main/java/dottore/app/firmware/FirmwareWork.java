package dottore.app.firmware;

import dottore.app.shop.NotThere;
import dottore.app.shop.Shop;
import dottore.app.ticket.Line;
import dottore.app.ticket.NewLine;
import dottore.app.ticket.OpenSheet;
import dottore.app.ticket.SheetBook;
import dottore.app.ticket.TicketBook;
import dottore.app.ticket.TicketFile;
import dottore.app.ticket.TicketSide;
import dottore.core.casebook.Check;
import dottore.core.casebook.Repair;
import dottore.core.casebook.School;
import dottore.core.casebook.Touched;
import dottore.core.diagnosis.Assessment;
import dottore.core.diagnosis.Event;
import dottore.core.firmware.BoardRecord;
import dottore.core.firmware.FailureRoad.Symptom;
import dottore.core.firmware.FirmwareSheets;
import dottore.core.firmware.Gate;
import dottore.core.firmware.MakersCatalog;
import dottore.core.firmware.PasswordRoad;
import dottore.core.firmware.ReEntry;
import dottore.core.firmware.ReEntry.Result;
import dottore.core.firmware.Release;
import dottore.core.firmware.Rescue;
import dottore.core.firmware.ResetWay;
import dottore.core.firmware.Setting;
import dottore.core.firmware.UpdatePlan;
import dottore.core.firmware.UpdatePlanner;
import dottore.core.firmware.UpdatePlanner.Situation;
import dottore.core.firmware.UpdatePlanner.Suspicion;
import dottore.core.firmware.UpgradeBlockers;
import dottore.core.firmware.VersionScheme.Order;
import dottore.core.firmware.Way;
import dottore.core.machine.Stick;
import dottore.core.runsheet.RunSheet;
import java.time.Instant;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/**
 * Work on the firmware of a ticket's machine: what follows from its record, and what is written.
 */
@Service
public class FirmwareWork {
  /** Work cannot begin; the message says what is open. */
  public static final class NotYet extends RuntimeException {
    private static final long serialVersionUID = 1L;

    NotYet(String why) {
      super(why);
    }
  }

  private final TicketBook book;
  private final SheetBook sheets;
  private final TicketSide side;
  private final MakersCatalog catalog;
  private final StickNote stickNote;
  private final Shop shop;

  FirmwareWork(
      TicketBook book,
      SheetBook sheets,
      TicketSide side,
      MakersCatalog catalog,
      StickNote stickNote,
      Shop shop) {
    this.book = book;
    this.sheets = sheets;
    this.side = side;
    this.catalog = catalog;
    this.stickNote = stickNote;
    this.shop = shop;
  }

  // --- what follows from the record --------------------------------------------------------------

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

  /** The run sheets of firmware work on which something is left to do or to say. */
  List<OpenSheet> open(TicketFile file) {
    return sheets.of(file).stream().filter(OpenSheet::open).toList();
  }

  /** Whether something on this ticket put the settings back to factory values. */
  boolean cleared(TicketFile file) {
    return sheets.of(file).stream()
        .anyMatch(
            sheet -> sheet.lines().keySet().stream().anyMatch(Set.of("write", "clear")::contains));
  }

  // --- what is written ---

  /**
   * Writes what a form of the desk changes.
   *
   * @return what was not taken: faults, and clashes with what others wrote meanwhile
   */
  @Transactional
  List<String> write(
      String claim, FactForm form, Map<String, String> posted, int seen, String who) {
    List<String> refused = new ArrayList<>();
    book.log(
        claim,
        who,
        file -> {
          FactForm.Change change = form.change(posted, Desk.of(file, seen), Desk.of(file));
          change.faults().forEach(fault -> refused.add("Not kept: " + fault + "."));
          change
              .clashes()
              .forEach(clash -> refused.add("Somebody wrote meanwhile: " + clash + "."));
          return change.facts().isEmpty()
              ? List.of()
              : List.of(fact("Firmware: " + change.words(), change.facts()));
        });
    return refused;
  }

  private static NewLine fact(String words, Map<String, String> facts) {
    return new NewLine(Line.Kind.FIRMWARE, words, facts);
  }

  /** Keeps what an uploaded firmware file is. */
  void keepFile(String claim, String name, String sha256, long size, String who) {
    book.log(
        claim,
        who,
        fact(
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
        fact("Stick read: " + stickNote.words(stick), Map.of("stick", stickNote.of(stick))));
  }

  /** Notes settings; an empty value forgets one. */
  void note(String claim, Map<Setting, String> values, String who) {
    book.log(
        claim,
        who,
        file -> {
          Desk desk = Desk.of(file);
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
          Desk desk = Desk.of(file);
          Optional<ReEntry.Turn> turn = desk.reEntry().next();
          if (turn.filter(t -> t.settings().equals(together)).isEmpty()) {
            throw new NotYet("Somebody put settings back meanwhile; this is the next one now.");
          }
          if (result == Result.FAILS && !turn.get().alone()) {
            return List.of(
                fact(
                    "It fails with these together: "
                        + words(together)
                        + ". Back to factory values, then one by one",
                    Map.of("one-by-one", "yes")));
          }
          if (turn.get().alone()) {
            evidence(together.get(0), result).ifPresent(readings::add);
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

  /** What one setting that went in alone says about the suspects. */
  private Optional<NewLine> evidence(Setting setting, Result result) {
    boolean fails = result == Result.FAILS;
    return switch (setting) {
      case MEMORY_PROFILE -> reading("profile-off-run", fails ? "steady" : "same");
      case OVERCLOCK -> reading("stock-settings-run", fails ? "steady" : "same");
      case DRIVE_MODE -> fails ? reading("settings-look", "drive-mode") : Optional.empty();
      case BOOT_MODE -> fails ? reading("settings-look", "boot-mode") : Optional.empty();
      case BOOT_ORDER -> fails ? reading("settings-look", "order") : Optional.empty();
      default -> fails ? reading("settings-look", "several") : Optional.empty();
    };
  }

  private Optional<NewLine> reading(String check, String outcome) {
    Optional<Check> known = book.casebook().check(check);
    return known.map(
        c -> {
          NewLine line = NewLine.reading(c, outcome);
          return line.with("sheet", "settings").saying(line.text() + " (from putting back)");
        });
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

  // --- run sheets ------------------------------------------------------------------------------

  /**
   * Begins the update that is planned.
   *
   * @throws NotYet if the gate is not green or another sheet is open
   */
  @Transactional
  String beginUpdate(String claim, String who) {
    return beginUpdate(claim, who, shop.now());
  }

  /** The same at a moment of the past, for records that come from elsewhere. */
  @Transactional
  public String beginUpdate(String claim, String who, Instant at) {
    TicketFile file = free(claim);
    Desk desk = Desk.of(file);
    UpdatePlan plan = plan(desk).orElseThrow(() -> new NotYet("The board is not known yet."));
    Gate.Facts facts = gate(desk, plan).orElseThrow(() -> new NotYet("There is nothing to write."));
    Gate gate = Gate.of(facts);
    if (!gate.go()) {
      throw new NotYet(
          "No-go: "
              + gate.points().stream()
                  .filter(p -> !p.green())
                  .map(p -> p.topic().words().toLowerCase(Locale.ROOT))
                  .collect(Collectors.joining(", "))
              + ".");
    }
    RunSheet sheet =
        FirmwareSheets.update(
            facts.board(),
            facts.target(),
            facts.way(),
            facts.encryption(),
            !desk.noted().isEmpty());
    String end = plan.hops().get(plan.hops().size() - 1).version();
    Map<String, String> about =
        about(
            "version",
            facts.target().version(),
            "end",
            end,
            "way",
            facts.way().id(),
            "before",
            desk.get("now"));
    return sheets.begin(claim, sheet, about, who, at);
  }

  private static Map<String, String> about(String... pairs) {
    Map<String, String> about = new LinkedHashMap<>();
    for (int i = 0; i < pairs.length; i += 2) {
      about.put(pairs[i], pairs[i + 1]);
    }
    return about;
  }

  private TicketFile free(String claim) {
    TicketFile file = book.open(claim);
    List<OpenSheet> open = open(file);
    if (!open.isEmpty()) {
      throw new NotYet(
          "Another run sheet is open: " + open.get(0).sheet().title() + ". End it first.");
    }
    return file;
  }

  /**
   * Begins a reset.
   *
   * @throws NotYet if settings are not noted while they could be, or another sheet is open
   */
  @Transactional
  String beginReset(String claim, ResetWay way, String who) {
    Desk desk = Desk.of(free(claim));
    if (!desk.settingsNoted()) {
      throw new NotYet(
          "Note the settings first, or say that they cannot be seen and nothing is known of them.");
    }
    RunSheet sheet =
        FirmwareSheets.reset(way, desk.file().machine().kind(), !desk.noted().isEmpty());
    return sheets.begin(claim, sheet, about("way", way.id()), who);
  }

  /**
   * Begins the jumper road of a forgotten password.
   *
   * @throws NotYet if the road is closed or leads elsewhere
   */
  @Transactional
  String beginPassword(String claim, String who) {
    Desk desk = Desk.of(free(claim));
    PasswordRoad road = road(desk);
    if (!road.open()) {
      throw new NotYet(road.words() + ". " + road.todo());
    }
    RunSheet sheet = FirmwareSheets.password(desk.file().machine().kind(), desk.coinCell());
    String cell = desk.coinCell().verdict().replace() ? "yes" : "no";
    return sheets.begin(claim, sheet, about("cell", cell), who);
  }

  /** Begins a road back from an update that broke off; the sheet of the update is over then. */
  @Transactional
  String beginRecovery(String claim, Rescue rescue, String who) {
    TicketFile file = book.open(claim);
    Desk desk = Desk.of(file);
    BoardRecord board =
        desk.board(catalog).orElseThrow(() -> new NotYet("The board is not known yet."));
    Release release =
        desk.find("failed-version")
            .flatMap(board::release)
            .or(board::newest)
            .orElseThrow(() -> new NotYet("The maker has no version for it."));
    open(file).forEach(s -> sheets.conclude(claim, s.id(), "goes on by " + rescue.words(), who));
    return sheets.begin(
        claim,
        FirmwareSheets.recovery(rescue, board, release),
        about("version", release.version(), "rescue", rescue.id()),
        who);
  }

  /** Begins lifting what an upgrade refuses. */
  @Transactional
  String beginBlockers(String claim, UpgradeBlockers.Machine machine, String who) {
    free(claim);
    return sheets.begin(claim, FirmwareSheets.blockers(machine), Map.of(), who);
  }

  // --- what came of it ---

  /** What the version that was read back says. */
  record ReadBack(boolean took, Symptom symptom, String words) {}

  /**
   * Reads the version back after a write.
   *
   * @param version as it shows now; empty if it does not start any more
   */
  @Transactional
  ReadBack readBack(String claim, String sheetId, String version, String who) {
    TicketFile file = book.open(claim);
    OpenSheet sheet = sheets.open(file, sheetId);
    Desk desk = Desk.of(file);
    BoardRecord board =
        desk.board(catalog).orElseThrow(() -> new NotThere("The board is not known."));
    String wanted = sheet.about().getOrDefault("version", "");
    Map<String, String> facts = new LinkedHashMap<>();
    ReadBack read;
    if (version.isBlank()) {
      read = new ReadBack(false, Symptom.DEAD, Symptom.DEAD.words());
      facts.put("failed-version", wanted);
      brokenOff(claim, file, who);
    } else {
      Order order = board.scheme().compare(version, wanted);
      boolean took = order == Order.SAME;
      boolean old =
          board.scheme().compare(version, sheet.about().getOrDefault("before", "")) == Order.SAME;
      Symptom symptom = old ? Symptom.OLD_VERSION : Symptom.OTHER_VERSION;
      read =
          new ReadBack(
              took,
              symptom,
              took ? "It shows " + version + ", as meant" : symptom.words() + ": " + version);
      facts.put("now", version);
      facts.put("failed-version", "");
      if (took) {
        // The next one has a file and a stick of its own.
        List.of("file-name", "file-sha256", "file-eye", "stick", "stick-name")
            .forEach(fact -> facts.put(fact, ""));
      }
    }
    facts.put("read-back-" + sheetId, read.took() ? "took" : read.symptom().name());
    book.log(claim, who, fact("Version read back. " + read.words(), facts));
    String end = sheet.about().getOrDefault("end", wanted);
    if (read.took() && !end.equals(wanted)) {
      sheets.conclude(claim, sheetId, "stepping stone reached, " + end + " is next", who);
    } else if (!read.took() && read.symptom() != Symptom.DEAD) {
      sheets.conclude(claim, sheetId, read.words(), who);
    }
    return read;
  }

  /** A machine that a write left dead is evidence of what is wrong with it. */
  private void brokenOff(String claim, TicketFile file, String who) {
    book.casebook()
        .check("flash-port-update")
        .ifPresent(
            check ->
                book.record(
                    claim, file.lastSeq(), List.of(NewLine.reading(check, "broken-off")), who));
  }

  /** The repair that a sheet carried out, by its kind and way. */
  Optional<Repair> repair(OpenSheet sheet) {
    String id =
        switch (sheet.sheet().kind()) {
          case FirmwareSheets.UPDATE ->
              sheet.about().getOrDefault("way", "").equals(Way.FLASH_PORT.id())
                  ? "flash-without-cpu"
                  : "other-firmware-version";
          case FirmwareSheets.RESET -> "clear-and-reenter";
          case FirmwareSheets.PASSWORD -> "clear-password-by-owner";
          case FirmwareSheets.RECOVERY -> "recover-firmware";
          default -> "";
        };
    return book.casebook().repair(id);
  }

  /** Says what the machine does after the work; that is a repair tried, and the sheet is over. */
  @Transactional
  void conclude(String claim, String sheetId, Event.Result result, String who) {
    TicketFile file = book.open(claim);
    OpenSheet sheet = sheets.open(file, sheetId);
    if (!sheet.open()) {
      return;
    }
    List<NewLine> lines = new ArrayList<>();
    repair(sheet)
        .ifPresent(repair -> lines.add(NewLine.tried(repair, result).with("sheet", sheetId)));
    if (sheet.about().getOrDefault("cell", "").equals("yes")) {
      cell(sheet).ifPresent(lines::add);
    }
    book.record(claim, file.lastSeq(), lines, who);
    String words =
        switch (result) {
          case WORKS -> "works now";
          case SAME -> "no change";
          case ELSEWHERE -> "stops elsewhere now";
        };
    sheets.conclude(claim, sheetId, words, who);
  }

  /** The cell that was found flat is a reading, if nobody wrote it down yet. */
  private Optional<NewLine> cell(OpenSheet sheet) {
    return sheet.marks().get("cell") == RunSheet.Mark.DONE
        ? book.casebook()
            .check("coin-cell-volts")
            .map(check -> NewLine.reading(check, "flat").with("sheet", sheet.id()))
        : Optional.empty();
  }
}
