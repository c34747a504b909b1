package dottore.app.firmware;

import dottore.app.firmware.Rows.Choice;
import dottore.app.firmware.Rows.PhotoRow;
import dottore.app.firmware.Rows.Place;
import dottore.app.firmware.Rows.Sheet;
import dottore.app.firmware.Rows.Wall;
import dottore.app.shop.NotThere;
import dottore.app.shop.Shop;
import dottore.app.shop.Uploads;
import dottore.app.ticket.OpenSheet;
import dottore.app.ticket.PhotoBook;
import dottore.app.ticket.TicketBook;
import dottore.app.ticket.TicketFile;
import dottore.app.ticket.TicketPage;
import dottore.core.casebook.Stage.Reach;
import dottore.core.diagnosis.Assessment;
import dottore.core.diagnosis.Event;
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
import dottore.core.format.FormatFault;
import dottore.core.format.StickSectors;
import java.io.IOException;
import java.security.Principal;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.EnumMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.Set;
import java.util.TreeSet;
import org.springframework.http.CacheControl;
import org.springframework.http.MediaType;
import org.springframework.http.ResponseEntity;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.multipart.MultipartFile;

/** Fix, Firmware: the five pages of the desk. */
@Controller
@RequestMapping("/tickets/{claim}/fix/firmware")
class FirmwareController {
  private static final long LARGEST_FILE = 64L << 20;
  private static final int LONGEST = 120;
  private static final Map<String, String> PAGES = pages();

  private final TicketBook book;
  private final TicketPage page;
  private final PhotoBook photos;
  private final FirmwareWork work;
  private final MakersCatalog catalog;
  private final Shop shop;

  FirmwareController(
      TicketBook book,
      TicketPage page,
      PhotoBook photos,
      FirmwareWork work,
      MakersCatalog catalog,
      Shop shop) {
    this.book = book;
    this.page = page;
    this.photos = photos;
    this.work = work;
    this.catalog = catalog;
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

  // --- pages -------------------------------------------------------------------------------------

  /** The page that this ticket needs first. */
  @GetMapping
  String desk(@PathVariable String claim, Model model) {
    TicketFile file = book.open(claim);
    return show(file, first(file), List.of(), model);
  }

  @GetMapping("/{place}")
  String desk(@PathVariable String claim, @PathVariable String place, Model model) {
    if (!PAGES.containsKey(place)) {
      throw new NotThere("The firmware desk has no such page.");
    }
    return show(book.open(claim), place, List.of(), model);
  }

  private String first(TicketFile file) {
    Optional<OpenSheet> open = work.open(file).stream().findFirst();
    if (open.isPresent()) {
      return switch (open.get().sheet().kind()) {
        case FirmwareSheets.PASSWORD -> "password";
        case FirmwareSheets.RESET -> "reset";
        case FirmwareSheets.BLOCKERS -> "upgrade";
        default -> "update";
      };
    }
    Desk desk = Desk.of(file);
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

  private String show(TicketFile file, String place, List<String> faults, Model model) {
    page.fill(model, file, "fix");
    Desk desk = Desk.of(file);
    BoardFamily family = desk.family(catalog);
    List<OpenSheet> open = work.open(file);
    model.addAttribute("faults", faults);
    model.addAttribute("deskPage", place);
    model.addAttribute("deskPages", places(place, desk, file));
    model.addAttribute("facts", desk.shown());
    model.addAttribute("family", family.words());
    model.addAttribute("open", file.open());
    model.addAttribute("sheets", open.stream().map(s -> sheet(desk, s)).toList());
    model.addAttribute("mayBegin", file.open() && open.isEmpty());
    switch (place) {
      case "settings" -> settings(desk, family, file, model);
      case "reset" -> reset(desk, family, file, model);
      case "password" -> password(desk, model);
      case "upgrade" -> upgrade(desk, model);
      default -> update(desk, family, model);
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
      FailureRoad.of(has, Symptom.DEAD)
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

  private void update(Desk desk, BoardFamily family, Model model) {
    List<BoardRecord> revisions = catalog.revisions(desk.maker(), desk.model());
    Optional<BoardRecord> board = desk.board(catalog);
    model.addAttribute("models", catalog.models());
    model.addAttribute("revisions", revisions.stream().map(BoardRecord::revision).toList());
    model.addAttribute("families", DeskView.families(family));
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
    Optional<Gate.Facts> facts = plan.flatMap(p -> work.gate(desk, p));
    model.addAttribute("gate", facts.map(DeskView::gate).orElse(null));
  }

  private static List<Choice> encryptions(Encryption chosen) {
    return Arrays.stream(Encryption.values())
        .map(e -> new Choice(e.id(), e.words(), e == chosen))
        .toList();
  }

  private void settings(Desk desk, BoardFamily family, TicketFile file, Model model) {
    model.addAttribute("settings", DeskView.settings(desk, family));
    ReEntry entry = desk.reEntry();
    model.addAttribute("turns", DeskView.turns(entry));
    model.addAttribute("cleared", owesSettings(file) || work.cleared(file));
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
    model.addAttribute(
        "proof", desk.proof().map(l -> l.text() + ", " + shop.times().moment(l.at())).orElse(""));
    model.addAttribute("cell", desk.coinCell());
  }

  private void upgrade(Desk desk, Model model) {
    Optional<Machine> machine = DeskView.machine(desk);
    model.addAttribute("known", machine.isPresent());
    model.addAttribute(
        "walls",
        machine
            .map(m -> UpgradeBlockers.walls(m).stream().map(w -> new Wall(w.words(), w.todo())))
            .map(java.util.stream.Stream::toList)
            .orElse(List.of()));
    model.addAttribute("moves", machine.map(DeskView::moves).orElse(List.of()));
  }

  // --- what is posted ----------------------------------------------------------------------------

  private static String to(String claim, String place) {
    return "redirect:/tickets/" + claim + "/fix/firmware/" + place;
  }

  private static String shortened(String text) {
    String line = text.strip();
    return line.length() > LONGEST ? line.substring(0, LONGEST) : line;
  }

  @PostMapping("/facts/{form}")
  String facts(
      @PathVariable String claim,
      @PathVariable String form,
      @RequestParam Map<String, String> posted,
      @RequestParam int seen,
      @RequestParam(defaultValue = "update") String place,
      Principal who,
      Model model) {
    FactForm fields =
        Arrays.stream(FactForm.values())
            .filter(f -> f.name().toLowerCase(Locale.ROOT).equals(form))
            .findFirst()
            .orElseThrow(() -> new NotThere("The firmware desk has no such form."));
    List<String> refused = work.write(claim, fields, posted, seen, who.getName());
    return refused.isEmpty() ? to(claim, known(place)) : again(claim, place, refused, model);
  }

  private static String known(String place) {
    return PAGES.containsKey(place) ? place : "update";
  }

  private String again(String claim, String place, List<String> faults, Model model) {
    return show(book.open(claim), known(place), faults, model);
  }

  @PostMapping("/file")
  String file(
      @PathVariable String claim, @RequestParam MultipartFile file, Principal who, Model model)
      throws IOException {
    try {
      String name = shortened(Objects.requireNonNullElse(file.getOriginalFilename(), "file"));
      work.keepFile(claim, name, Uploads.sha256(file, LARGEST_FILE), file.getSize(), who.getName());
      return to(claim, "update");
    } catch (Uploads.Unfit unfit) {
      return again(claim, "update", List.of(String.valueOf(unfit.getMessage())), model);
    }
  }

  @PostMapping("/stick")
  String stick(
      @PathVariable String claim, @RequestParam MultipartFile head, Principal who, Model model)
      throws IOException {
    try {
      byte[] bytes = Uploads.bytes(head, StickSectors.LARGEST);
      work.keepStick(claim, StickSectors.read(bytes), who.getName());
      return to(claim, "update");
    } catch (Uploads.Unfit unfit) {
      return again(claim, "update", List.of(String.valueOf(unfit.getMessage())), model);
    } catch (FormatFault fault) {
      String words = "These sectors were not taken: " + fault.getMessage() + ".";
      return again(claim, "update", List.of(words + " Nothing was changed."), model);
    }
  }

  @PostMapping("/photo")
  String photo(
      @PathVariable String claim,
      @RequestParam MultipartFile picture,
      @RequestParam(defaultValue = "") String note,
      Principal who,
      Model model)
      throws IOException {
    try {
      byte[] bytes = Uploads.bytes(picture, PhotoBook.LARGEST);
      photos.keep(claim, bytes, shortened(note), who.getName());
      return to(claim, "settings");
    } catch (Uploads.Unfit unfit) {
      return again(claim, "settings", List.of(String.valueOf(unfit.getMessage())), model);
    } catch (IllegalArgumentException other) {
      String words = "This picture was not taken: " + other.getMessage() + ".";
      return again(claim, "settings", List.of(words), model);
    }
  }

  @GetMapping("/photo/{id}")
  ResponseEntity<byte[]> photo(@PathVariable String claim, @PathVariable long id) {
    PhotoBook.Shown shown = photos.show(book.open(claim), id);
    return ResponseEntity.ok()
        .contentType(MediaType.parseMediaType(shown.type()))
        .cacheControl(CacheControl.noStore())
        .header("Content-Disposition", "inline")
        .body(shown.bytes());
  }

  @PostMapping("/settings")
  String note(@PathVariable String claim, @RequestParam Map<String, String> posted, Principal who) {
    Map<Setting, String> values = new EnumMap<>(Setting.class);
    for (Setting setting : Setting.values()) {
      String typed = posted.getOrDefault("other." + setting.id(), "").strip();
      String ticked = posted.get("setting." + setting.id());
      if (ticked != null || posted.containsKey("other." + setting.id())) {
        values.put(
            setting, shortened(typed.isEmpty() ? Objects.requireNonNullElse(ticked, "") : typed));
      }
    }
    work.note(claim, values, who.getName());
    return to(claim, "settings");
  }

  @PostMapping("/back")
  String back(
      @PathVariable String claim,
      @RequestParam String settings,
      @RequestParam boolean holds,
      Principal who,
      Model model) {
    try {
      List<Setting> together = Arrays.stream(settings.split(",")).map(Setting::of).toList();
      ReEntry.Result result = holds ? ReEntry.Result.HOLDS : ReEntry.Result.FAILS;
      work.putBack(claim, together, result, who.getName());
      return to(claim, "settings");
    } catch (FirmwareWork.NotYet changed) {
      return again(claim, "settings", List.of(String.valueOf(changed.getMessage())), model);
    } catch (IllegalArgumentException unknown) {
      throw new NotThere("There is no such setting.");
    }
  }

  @PostMapping("/proof")
  String proof(
      @PathVariable String claim,
      @RequestParam String kind,
      @RequestParam(defaultValue = "") String shown,
      Principal who,
      Model model) {
    if (shown.isBlank()) {
      String words = "Write down what was shown: number, date, name on it.";
      return again(claim, "password", List.of(words), model);
    }
    try {
      work.prove(claim, PasswordRoad.Proof.of(kind), shortened(shown), who.getName());
    } catch (IllegalArgumentException unknown) {
      throw new NotThere("That is no kind of proof.");
    }
    return to(claim, "password");
  }

  // --- run sheets ---

  private interface Begun {
    String begin();
  }

  private String begin(String claim, String place, Model model, Begun sheet) {
    try {
      return "redirect:/tickets/" + claim + "/run-sheets/" + sheet.begin();
    } catch (FirmwareWork.NotYet notYet) {
      return again(claim, place, List.of(String.valueOf(notYet.getMessage())), model);
    }
  }

  @PostMapping("/begin/update")
  String beginUpdate(@PathVariable String claim, Principal who, Model model) {
    return begin(claim, "update", model, () -> work.beginUpdate(claim, who.getName()));
  }

  @PostMapping("/begin/reset")
  String beginReset(
      @PathVariable String claim, @RequestParam String way, Principal who, Model model) {
    ResetWay chosen = chosen(ResetWay.values(), way);
    return begin(claim, "reset", model, () -> work.beginReset(claim, chosen, who.getName()));
  }

  @PostMapping("/begin/password")
  String beginPassword(@PathVariable String claim, Principal who, Model model) {
    return begin(claim, "password", model, () -> work.beginPassword(claim, who.getName()));
  }

  @PostMapping("/begin/recovery")
  String beginRecovery(
      @PathVariable String claim, @RequestParam String rescue, Principal who, Model model) {
    Rescue chosen = chosen(Rescue.values(), rescue);
    return begin(claim, "update", model, () -> work.beginRecovery(claim, chosen, who.getName()));
  }

  @PostMapping("/begin/blockers")
  String beginBlockers(@PathVariable String claim, Principal who, Model model) {
    Machine machine =
        DeskView.machine(Desk.of(book.open(claim)))
            .orElseThrow(() -> new NotThere("Look at the machine first."));
    return begin(claim, "upgrade", model, () -> work.beginBlockers(claim, machine, who.getName()));
  }

  private static <E extends Enum<E>> E chosen(E[] values, String id) {
    return Arrays.stream(values)
        .filter(v -> DeskView.id(v).equals(id))
        .findFirst()
        .orElseThrow(() -> new NotThere("There is no such way."));
  }

  @PostMapping("/read-back")
  String readBack(
      @PathVariable String claim,
      @RequestParam String sheet,
      @RequestParam(defaultValue = "") String version,
      @RequestParam(defaultValue = "false") boolean dead,
      Principal who,
      Model model) {
    if (version.isBlank() && !dead) {
      String words = "Type the version that it shows, or say that it does not start any more.";
      return again(claim, "update", List.of(words), model);
    }
    work.readBack(claim, sheet, dead ? "" : shortened(version), who.getName());
    return to(claim, "update");
  }

  @PostMapping("/conclude")
  String conclude(
      @PathVariable String claim,
      @RequestParam String sheet,
      @RequestParam String result,
      Principal who) {
    work.conclude(claim, sheet, chosen(Event.Result.values(), result), who.getName());
    return "redirect:/tickets/" + claim + "/find";
  }
}
