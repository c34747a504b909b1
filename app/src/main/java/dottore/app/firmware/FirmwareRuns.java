package dottore.app.firmware;

import dottore.app.drive.Drives;
import dottore.app.shop.NotThere;
import dottore.app.shop.Shop;
import dottore.app.ticket.FactBook;
import dottore.app.ticket.NewLine;
import dottore.app.ticket.OpenSheet;
import dottore.app.ticket.SheetBook;
import dottore.app.ticket.TicketBook;
import dottore.app.ticket.TicketFile;
import dottore.core.casebook.Mark;
import dottore.core.casebook.Need;
import dottore.core.casebook.Repair;
import dottore.core.diagnosis.Event;
import dottore.core.drive.Conversion;
import dottore.core.firmware.BoardRecord;
import dottore.core.firmware.Encryption;
import dottore.core.firmware.FailureRoad.Symptom;
import dottore.core.firmware.FirmwareSheets;
import dottore.core.firmware.Gate;
import dottore.core.firmware.MakersCatalog;
import dottore.core.firmware.PasswordRoad;
import dottore.core.firmware.RecoverySheets;
import dottore.core.firmware.Release;
import dottore.core.firmware.Rescue;
import dottore.core.firmware.ResetWay;
import dottore.core.firmware.UpdatePlan;
import dottore.core.firmware.UpgradeBlockers;
import dottore.core.firmware.UpgradeBlockers.Move;
import dottore.core.firmware.VersionScheme.Order;
import dottore.core.firmware.Way;
import dottore.core.runsheet.RunSheet;
import dottore.core.runsheet.SheetStep.Making;
import java.time.Instant;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.EnumMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** Run sheets of firmware work on a ticket: when one may begin, and what came of it. */
@Service
public class FirmwareRuns {
  private final TicketBook book;
  private final SheetBook sheets;
  private final FirmwareWork work;
  private final MakersCatalog catalog;
  private final Drives drives;
  private final Shop shop;

  FirmwareRuns(
      TicketBook book,
      SheetBook sheets,
      FirmwareWork work,
      MakersCatalog catalog,
      Drives drives,
      Shop shop) {
    this.book = book;
    this.drives = drives;
    this.sheets = sheets;
    this.work = work;
    this.catalog = catalog;
    this.shop = shop;
  }

  /** The run sheets of firmware work on which something is left to do or to say. */
  List<OpenSheet> open(TicketFile file) {
    return sheets.of(file).stream().filter(OpenSheet::open).toList();
  }

  /** All run sheets of a ticket. */
  List<OpenSheet> all(TicketFile file) {
    return sheets.of(file);
  }

  /** Whether one of them put the settings back to factory values. */
  static boolean cleared(List<OpenSheet> sheets) {
    return sheets.stream()
        .anyMatch(
            sheet -> sheet.lines().keySet().stream().anyMatch(Set.of("write", "clear")::contains));
  }

  // --- run sheets ---

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
    Desk desk = work.desk(file);
    UpdatePlan plan = work.plan(desk).orElseThrow(() -> new NotYet("The board is not known yet."));
    Gate.Facts facts =
        work.gate(desk, plan).orElseThrow(() -> new NotYet("There is nothing to write."));
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
    for (Mark stop : book.assess(file).stops()) {
      throw new NotYet(stop.words() + ": the normal road stops here. Find says what to do.");
    }
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
    Desk desk = work.desk(free(claim));
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
    Desk desk = work.desk(free(claim));
    PasswordRoad road = work.road(desk);
    if (!road.open()) {
      throw new NotYet(road.words() + ". " + road.todo());
    }
    if (!desk.file().mayOpen()) {
      throw new NotYet("The jumper lies inside, and " + Need.COVER.missing() + ".");
    }
    RunSheet sheet = FirmwareSheets.password(desk.file().machine().kind(), desk.coinCell());
    String cell = desk.coinCell().verdict().replace() ? "yes" : "no";
    return sheets.begin(claim, sheet, about("cell", cell), who);
  }

  /** Begins a road back from an update that broke off; the sheet of the update is over then. */
  @Transactional
  String beginRecovery(String claim, Rescue rescue, String who) {
    TicketFile file = book.open(claim);
    Desk desk = work.desk(file);
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
        RecoverySheets.by(rescue, board, release),
        about("version", release.version(), "rescue", rescue.id()),
        who);
  }

  /**
   * Begins lifting what an upgrade refuses.
   *
   * @throws NotYet if something stands in the way that no setting lifts, or a disk of the old
   *     scheme cannot be converted as it stands
   */
  @Transactional
  String beginBlockers(String claim, UpgradeBlockers.Machine machine, String who) {
    TicketFile file = free(claim);
    for (UpgradeBlockers.Wall wall : UpgradeBlockers.walls(machine)) {
      throw new NotYet(wall.words() + ". " + wall.todo() + ".");
    }
    Map<Move, List<Making>> onDrive = new EnumMap<>(Move.class);
    if (machine.oldScheme()) {
      Conversion conversion =
          drives
              .conversion(file)
              .orElseThrow(() -> new NotYet("Drive decides first: say which disk it is."));
      for (Conversion.Point point : conversion.open()) {
        throw new NotYet(
            "Drive says not yet. " + point.topic().words() + ": " + point.words() + ".");
      }
      if (conversion.done()) {
        throw new NotYet("The disk has the new scheme already: write that down first.");
      }
      onDrive.put(Move.BACK_UP, drives.saving(file));
      onDrive.put(Move.CONVERT, drives.converting(file));
    }
    return sheets.begin(claim, FirmwareSheets.blockers(machine, onDrive), Map.of(), who);
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
    Desk desk = work.desk(file);
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
    book.log(claim, who, FactBook.line("Version read back. " + read.words(), facts));
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

  private List<Repair> repairs(OpenSheet sheet, Set<String> done) {
    Optional<Way> way =
        Arrays.stream(Way.values())
            .filter(w -> w.id().equals(sheet.about().get("way")))
            .findFirst();
    return FirmwareSheets.repairs(sheet.sheet().kind(), way, done).stream()
        .flatMap(id -> book.casebook().repair(id).stream())
        .toList();
  }

  private static Set<String> done(OpenSheet sheet) {
    return sheet.marks().entrySet().stream()
        .filter(mark -> mark.getValue() == RunSheet.Mark.DONE)
        .map(Map.Entry::getKey)
        .collect(Collectors.toSet());
  }

  /** What is true of the machine after its blockers were lifted. */
  private static Map<String, String> leftBy(Set<String> done) {
    Map<String, String> facts = new LinkedHashMap<>();
    for (Move move : Move.of(done)) {
      switch (move) {
        case OLD_MODE -> facts.put("boot-mode", "old");
        case SUSPEND -> facts.put("encryption", Encryption.SUSPENDED.id());
        case CONVERT -> facts.put("scheme", "new");
        case NEW_MODE -> facts.put("boot-mode", "new");
        case SECURE_BOOT_ON -> facts.put("secure-boot", "on");
        case CHIP_ON -> facts.put("chip", "on");
        case BACK_UP -> {} // where the copy lies is for the drive desk to say
      }
    }
    if (done.contains(FirmwareSheets.RESUME)) {
      facts.put("encryption", Encryption.ACTIVE.id());
    }
    return facts;
  }

  /** Says what the machine does after the work; that is a repair tried, and the sheet is over. */
  @Transactional
  void conclude(String claim, String sheetId, Event.Result result, String who) {
    TicketFile file = book.open(claim);
    OpenSheet sheet = sheets.open(file, sheetId);
    if (!sheet.open()) {
      return;
    }
    Set<String> done = done(sheet);
    List<NewLine> lines = new ArrayList<>();
    List<Repair> repairs = repairs(sheet, done);
    for (Repair repair : repairs) {
      boolean last = repair.equals(repairs.get(repairs.size() - 1));
      // What was lifted before the last was in the way too, or the sheet would not have it.
      Event.Result came = last || result != Event.Result.WORKS ? result : Event.Result.ELSEWHERE;
      lines.add(NewLine.tried(repair, came).with("sheet", sheetId));
    }
    if (sheet.sheet().kind().equals(FirmwareSheets.BLOCKERS) && !leftBy(done).isEmpty()) {
      Map<String, String> left = leftBy(done);
      String words =
          left.entrySet().stream()
              .map(fact -> fact.getKey().replace('-', ' ') + " " + fact.getValue())
              .collect(Collectors.joining(", "));
      book.log(claim, who, FactBook.line("As the run sheet left it: " + words, left));
      file = book.open(claim);
    }
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
