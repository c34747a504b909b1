package dottore.app.firmware;

import dottore.app.drive.Drives;
import dottore.app.firmware.Rows.Choice;
import dottore.app.firmware.Rows.Past;
import dottore.app.firmware.Rows.PhotoRow;
import dottore.app.firmware.Rows.Place;
import dottore.app.firmware.Rows.Sheet;
import dottore.app.firmware.Rows.Wall;
import dottore.app.shop.Shop;
import dottore.app.ticket.FactBook;
import dottore.app.ticket.Line;
import dottore.app.ticket.NewLine;
import dottore.app.ticket.OpenSheet;
import dottore.app.ticket.PhotoBook;
import dottore.app.ticket.TicketBook;
import dottore.app.ticket.TicketFile;
import dottore.app.ticket.TicketPage;
import dottore.core.casebook.Mark;
import dottore.core.casebook.Stage.Reach;
import dottore.core.diagnosis.Assessment;
import dottore.core.drive.Conversion;
import dottore.core.firmware.BoardFamily;
import dottore.core.firmware.BoardRecord;
import dottore.core.firmware.Encryption;
import dottore.core.firmware.FailureRoad;
import dottore.core.firmware.FailureRoad.Symptom;
import dottore.core.firmware.FirmwareSheets;
import dottore.core.firmware.Gate;
import dottore.core.firmware.MakersCatalog;
import dottore.core.firmware.PasswordRoad;
import dottore.core.firmware.ReEntry;
import dottore.core.firmware.Release;
import dottore.core.firmware.Rescue;
import dottore.core.firmware.ResetWay;
import dottore.core.firmware.Setting;
import dottore.core.firmware.UpdatePlan;
import dottore.core.firmware.UpgradeBlockers;
import dottore.core.firmware.UpgradeBlockers.Machine;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeSet;
import org.springframework.stereotype.Component;
import org.springframework.ui.Model;

/** Fills the pages of the firmware desk. */
@Component
class DeskPage {
  private static final Map<String, String> PAGES = pages();

  private final TicketBook book;
  private final TicketPage page;
  private final PhotoBook photos;
  private final FirmwareWork work;
  private final FirmwareRuns runs;
  private final MakersCatalog catalog;
  private final Drives drives;
  private final Shop shop;

  DeskPage(
      TicketBook book,
      TicketPage page,
      PhotoBook photos,
      FirmwareWork work,
      FirmwareRuns runs,
      MakersCatalog catalog,
      Drives drives,
      Shop shop) {
    this.book = book;
    this.page = page;
    this.photos = photos;
    this.work = work;
    this.runs = runs;
    this.catalog = catalog;
    this.drives = drives;
    this.shop = shop;
  }

  private static Map<String, String> pages() {
    Map<String, String> pages = new LinkedHashMap<>();
    pages.put("update", "Update");
    pages.put("settings", "Settings sheet");
    pages.put("reset", "Reset");
    pages.put("password", "Password");
    pages.put("upgrade", "Upgrade blockers");
    return pages;
  }

  static boolean has(String place) {
    return PAGES.containsKey(place);
  }

  /** The page again, with what was not taken. */
  String again(String claim, String place, List<String> faults, Model model) {
    return show(book.open(claim), has(place) ? place : "update", faults, model);
  }

  /** The same after a form: what was typed and not taken stands in its field. */
  String again(String claim, String place, FactBook.NotTaken not, Model model) {
    model.addAttribute("typed", not.typed());
    return again(claim, place, not.words(), model);
  }

  /** The page that a ticket needs first. */
  String first(TicketFile file) {
    Optional<OpenSheet> open = runs.open(file).stream().findFirst();
    if (open.isPresent()) {
      return switch (open.get().sheet().kind()) {
        case FirmwareSheets.PASSWORD -> "password";
        case FirmwareSheets.RESET -> "reset";
        case FirmwareSheets.BLOCKERS -> "upgrade";
        default -> "update";
      };
    }
    Desk desk = work.desk(file);
    if (!desk.reEntry().culprits().isEmpty() || owesSettings(file)) {
      return "settings";
    }
    Assessment assessment = book.assess(file);
    Map<String, Double> weight = new LinkedHashMap<>();
    weight.put("update", 0.02);
    weight.put("password", assessment.oddsOf("firmware-password").value());
    weight.put("reset", sum(assessment, "settings-bad", "memory-profile-too-fast"));
    weight.put("upgrade", sum(assessment, "tpm-off", "secure-boot-off", "legacy-boot"));
    weight.merge(
        "update",
        sum(
            assessment,
            "cpu-firmware-too-old",
            "firmware-bug",
            "firmware-corrupt",
            "memory-incompatible"),
        Double::sum);
    return weight.entrySet().stream()
        .max(Map.Entry.comparingByValue())
        .map(Map.Entry::getKey)
        .orElse("update");
  }

  private static double sum(Assessment assessment, String... causes) {
    return Arrays.stream(causes).mapToDouble(c -> assessment.oddsOf(c).value()).sum();
  }

  private static boolean owesSettings(TicketFile file) {
    return file.owed().stream().anyMatch(o -> o.what().equals(FirmwareSheets.SETTINGS_OWED));
  }

  /**
   * Fills the model with a page.
   *
   * @param faults what was not taken of what was just posted
   * @return the template
   */
  String show(TicketFile file, String place, List<String> faults, Model model) {
    page.fill(model, file, "fix");
    Desk desk = work.desk(file);
    BoardFamily family = desk.family(catalog);
    List<OpenSheet> all = runs.all(file);
    List<OpenSheet> open = all.stream().filter(OpenSheet::open).toList();
    model.addAttribute("faults", faults);
    model.addAttribute("deskPage", place);
    model.addAttribute("deskPages", places(place, desk, file));
    Map<String, String> facts = desk.shown();
    if (model.getAttribute("typed") instanceof Map<?, ?> typed) {
      typed.forEach((field, value) -> facts.put(String.valueOf(field), String.valueOf(value)));
    }
    model.addAttribute("facts", facts);
    model.addAttribute("open", file.open());
    model.addAttribute("sheets", open.stream().map(s -> sheet(desk, s)).toList());
    model.addAttribute(
        "past",
        all.stream()
            .filter(sheet -> !sheet.open())
            .map(s -> new Past(s.id(), s.sheet().title(), shop.times().brief(s.startedAt())))
            .toList());
    List<String> stops = book.assess(file).stops().stream().map(Mark::words).sorted().toList();
    model.addAttribute("stops", stops);
    model.addAttribute("mayBegin", file.open() && open.isEmpty() && stops.isEmpty());
    switch (place) {
      case "settings" -> settings(desk, family, file, FirmwareRuns.cleared(all), model);
      case "reset" -> reset(desk, family, file, model);
      case "password" -> password(desk, model);
      case "upgrade" -> upgrade(desk, model);
      default -> update(desk, model);
    }
    return "firmware/desk";
  }

  private static List<Place> places(String here, Desk desk, TicketFile file) {
    List<Place> places = new ArrayList<>();
    PAGES.forEach(
        (id, name) -> {
          String mark =
              switch (id) {
                case "settings" -> owesSettings(file) ? "▲ owed" : count(desk.noted().size());
                case "password" -> desk.proof().isPresent() ? "✓ proved" : "";
                default -> "";
              };
          places.add(new Place(id, name, id.equals(here), mark));
        });
    return places;
  }

  private static String count(int noted) {
    return noted == 0 ? "" : noted + " noted";
  }

  private Sheet sheet(Desk desk, OpenSheet s) {
    String kind = s.sheet().kind();
    boolean writes = kind.equals(FirmwareSheets.UPDATE) || kind.equals(FirmwareSheets.RECOVERY);
    String readBack = desk.get("read-back-" + s.id());
    boolean dead = readBack.equals(Symptom.DEAD.name());
    List<Choice> rescues = new ArrayList<>();
    if (dead) {
      Set<Rescue> has = desk.board(catalog).map(BoardRecord::rescues).orElse(Set.of());
      FailureRoad.of(has, Symptom.DEAD).stream()
          .filter(r -> desk.file().mayOpen() || !r.opensTheCase())
          .forEach(r -> rescues.add(new Choice(r.id(), r.words(), rescues.isEmpty())));
    }
    boolean toMaker = s.about().getOrDefault("rescue", "").equals(Rescue.MAKER.id());
    return new Sheet(
        s.id(),
        s.sheet().title(),
        s.marks().size(),
        s.sheet().steps().size(),
        s.finished(),
        writes && !toMaker && !readBack.equals("took"),
        s.about().getOrDefault("version", ""),
        readBack,
        s.finished() && (!writes || toMaker || readBack.equals("took")),
        rescues);
  }

  private void update(Desk desk, Model model) {
    List<BoardRecord> revisions = catalog.revisions(desk.maker(), desk.model());
    Optional<BoardRecord> board = desk.board(catalog);
    model.addAttribute("models", catalog.models());
    model.addAttribute("revisions", revisions.stream().map(BoardRecord::revision).toList());
    model.addAttribute(
        "processors", new TreeSet<>(board.map(b -> b.processors().keySet()).orElse(Set.of())));
    model.addAttribute(
        "versions",
        board.map(b -> b.releases().stream().map(Release::version).toList()).orElse(List.of()));
    model.addAttribute("encryptions", encryptions(desk.encryption()));
    Optional<UpdatePlan> plan = work.plan(desk);
    model.addAttribute(
        "plan",
        plan.map(p -> DeskView.plan(board.orElseThrow(), p, desk, work.way(desk, p))).orElse(null));
    model.addAttribute(
        "says", plan.flatMap(p -> work.versionReading(desk, p)).map(NewLine::text).orElse(""));
    Optional<Gate.Facts> facts = plan.flatMap(p -> work.gate(desk, p));
    model.addAttribute("howFar", desk.howFarKnown());
    model.addAttribute("gate", facts.map(DeskView::gate).orElse(null));
  }

  private static List<Choice> encryptions(Encryption chosen) {
    return Arrays.stream(Encryption.values())
        .map(e -> new Choice(e.id(), e.words(), e == chosen))
        .toList();
  }

  private void settings(
      Desk desk, BoardFamily family, TicketFile file, boolean cleared, Model model) {
    model.addAttribute("settings", DeskView.settings(desk, family));
    ReEntry entry = desk.reEntry();
    model.addAttribute("turns", DeskView.turns(entry));
    model.addAttribute("cleared", owesSettings(file) || cleared);
    model.addAttribute("culprits", entry.culprits().stream().map(Setting::words).toList());
    model.addAttribute("unstable", desk.unstable());
    model.addAttribute(
        "photos",
        photos.of(file).stream()
            .map(p -> new PhotoRow(p.id(), p.note(), p.who() + ", " + shop.times().brief(p.at())))
            .toList());
  }

  private void reset(Desk desk, BoardFamily family, TicketFile file, Model model) {
    boolean screen = desk.reach().compareTo(Reach.FIRMWARE) >= 0;
    model.addAttribute(
        "resets",
        ResetWay.of(family, screen, file.mayOpen()).stream().map(DeskView::reset).toList());
    model.addAttribute("families", DeskView.families(family));
    model.addAttribute(
        "lost",
        desk.noted().entrySet().stream()
            .map(e -> e.getKey().words() + ": " + e.getValue())
            .toList());
  }

  private void password(Desk desk, Model model) {
    PasswordRoad road = work.road(desk);
    model.addAttribute("families", DeskView.families(desk.family(catalog)));
    model.addAttribute("road", road);
    model.addAttribute(
        "proofs",
        Arrays.stream(PasswordRoad.Proof.values())
            .map(p -> new Choice(p.id(), p.words(), false))
            .toList());
    model.addAttribute("proofEntry", desk.proof().map(Line::seq).orElse(0));
    model.addAttribute(
        "proof", desk.proof().map(l -> l.text() + ", " + shop.times().moment(l.at())).orElse(""));
    model.addAttribute("cell", desk.coinCell());
  }

  private void upgrade(Desk desk, Model model) {
    Optional<Machine> machine = DeskView.machine(desk);
    Optional<Conversion> conversion = drives.conversion(desk.file());
    boolean old = machine.filter(Machine::oldScheme).isPresent();
    model.addAttribute("encryptions", encryptions(desk.encryption()));
    model.addAttribute("driveFirst", old && conversion.filter(Conversion::go).isEmpty());
    model.addAttribute("known", machine.isPresent());
    model.addAttribute(
        "walls",
        machine
            .map(m -> UpgradeBlockers.walls(m).stream().map(w -> new Wall(w.words(), w.todo())))
            .map(java.util.stream.Stream::toList)
            .orElse(List.of()));
    model.addAttribute("moves", machine.map(m -> DeskView.moves(m, conversion)).orElse(List.of()));
  }
}
