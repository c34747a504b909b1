package dottore.app.firmware;

import dottore.app.desk.Act;
import dottore.app.desk.Desk;
import dottore.app.firmware.Rows.Choice;
import dottore.app.record.TicketFile;
import dottore.app.record.Writing;
import dottore.app.said.NotThere;
import dottore.app.shop.Shop;
import dottore.core.casebook.Reliance;
import dottore.core.casebook.Stage.Reach;
import dottore.core.diagnosis.Assessment;
import dottore.core.facts.Fact;
import dottore.core.facts.FactForm;
import dottore.core.facts.Facts;
import dottore.core.facts.MachineFacts;
import dottore.core.firmware.BoardFamily;
import dottore.core.firmware.BoardRecord;
import dottore.core.firmware.FailureRoad;
import dottore.core.firmware.FirmwareCasebook;
import dottore.core.firmware.FirmwareDesk;
import dottore.core.firmware.FirmwareFacts;
import dottore.core.firmware.FirmwareFacts.ReadBack;
import dottore.core.firmware.FirmwareKind;
import dottore.core.firmware.FirmwareStarts;
import dottore.core.firmware.PasswordRoad;
import dottore.core.firmware.ReEntry;
import dottore.core.firmware.Release;
import dottore.core.firmware.Rescue;
import dottore.core.firmware.ResetWay;
import dottore.core.firmware.Setting;
import dottore.core.firmware.UpdatePlan;
import dottore.core.firmware.WriteGate;
import dottore.core.ticket.Job;
import dottore.core.ticket.Line;
import dottore.core.ticket.SheetKind;
import dottore.core.ticket.SheetWork;
import dottore.core.ticket.Start;
import java.util.Arrays;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeSet;
import java.util.function.Function;
import java.util.stream.Stream;
import org.springframework.core.annotation.Order;
import org.springframework.stereotype.Component;
import org.springframework.ui.Model;

/** Fix, Firmware: the update and its gate, the settings sheet, resets, forgotten passwords. */
@Component
@Order(1)
class FirmwarePages implements Desk {
  private static final String PLACE = "firmware";
  private static final String NAME = "Firmware";
  private static final Page UPDATE = page("update", "Update");
  private static final Page SETTINGS = page("settings", "Settings sheet");
  private static final Page RESET = page("reset", "Reset");
  private static final Page PASSWORD = page("password", "Password");

  /** A little, so that it is the page where nothing points anywhere. */
  private static final double USUAL = 0.02;

  private final Board board;
  private final FirmwareActs acts;
  private final Shop shop;

  FirmwarePages(Board board, FirmwareActs acts, Shop shop) {
    this.board = board;
    this.acts = acts;
    this.shop = shop;
  }

  private static Page page(String id, String name) {
    return new Page(PLACE, NAME, id, name);
  }

  @Override
  public List<Page> pages() {
    return List.of(UPDATE, SETTINGS, RESET, PASSWORD);
  }

  @Override
  public String mark(Page page, TicketFile file) {
    FirmwareDesk desk = board.desk(file.job());
    if (page.equals(SETTINGS)) {
      int noted = desk.noted().size();
      return desk.owesSettings() ? "▲ owed" : noted == 0 ? "" : noted + " noted";
    }
    return page.equals(PASSWORD) && file.log().proof().isPresent() ? "✓ proved" : "";
  }

  @Override
  public double need(Page page, TicketFile file, Assessment assessment) {
    if (page.equals(SETTINGS)) {
      FirmwareDesk desk = board.desk(file.job());
      return desk.owesSettings() || !desk.reEntry().culprits().isEmpty() ? 1 : 0;
    }
    if (page.equals(PASSWORD)) {
      return assessment.oddsOf(FirmwareCasebook.PASSWORD_CAUSES);
    }
    return page.equals(RESET)
        ? assessment.oddsOf(FirmwareCasebook.RESET_CAUSES)
        : USUAL + assessment.oddsOf(FirmwareCasebook.UPDATE_CAUSES);
  }

  @Override
  public Facts known(Job job) {
    return FirmwareDesk.facts(job);
  }

  @Override
  public String name() {
    return NAME;
  }

  @Override
  public Optional<FactForm> form(String id) {
    return FirmwareFacts.FORMS.stream().filter(form -> form.id().equals(id)).findFirst();
  }

  @Override
  public Optional<Fact<?>> fact(String name) {
    return FirmwareFacts.named(name);
  }

  @Override
  public Stream<Fact<?>> facts() {
    return FirmwareFacts.all();
  }

  @Override
  public List<Act> acts() {
    return acts.all();
  }

  @Override
  public List<FirmwareKind> kinds() {
    return List.of(FirmwareKind.values());
  }

  @Override
  public List<Reliance> reliesOn() {
    return FirmwareCasebook.ALL;
  }

  @Override
  public Start start(SheetKind kind, Map<String, String> asked, Writing writing) {
    FirmwareDesk desk = board.desk(writing.job());
    return switch ((FirmwareKind) kind) {
      case UPDATE -> FirmwareStarts.update(desk, board.plan(writing.file(), desk));
      case RESET -> FirmwareStarts.reset(desk, chosen(ResetWay::of, asked.get("way")));
      case PASSWORD -> FirmwareStarts.password(desk);
      case RECOVERY -> FirmwareStarts.recovery(desk, chosen(Rescue::of, asked.get("rescue")));
    };
  }

  private static <T> T chosen(
      Function<String, T> of, @org.jspecify.annotations.Nullable String id) {
    try {
      return of.apply(id == null ? "" : id);
    } catch (IllegalArgumentException unknown) {
      throw new NotThere("There is no such way.");
    }
  }

  /** After a write the version is read back first. */
  @Override
  public boolean ready(SheetWork work, Facts known) {
    return !readsBack(work)
        || known
            .find(FirmwareFacts.readBack(work.id()))
            .filter(said -> said == ReadBack.TOOK)
            .isPresent();
  }

  private static boolean readsBack(SheetWork work) {
    return FirmwareKind.of(work).filter(FirmwareKind::writes).isPresent()
        && !work.about("rescue").equals(Rescue.MAKER.id());
  }

  // --- what is shown -----------------------------------------------------------------------------

  @Override
  public String fill(Page page, TicketFile file, Map<String, String> facts, Model model) {
    FirmwareDesk desk = board.desk(file.job());
    Facts shown = desk.shown();
    Map<String, String> asked = new HashMap<>(shown.kept());
    asked.putAll(facts);
    asked.putIfAbsent(FirmwareFacts.MAKER.name(), desk.maker());
    asked.putIfAbsent(FirmwareFacts.MODEL.name(), desk.model());
    model.addAttribute("facts", asked);
    Map<String, Rows.AfterWrite> after = new HashMap<>();
    for (SheetWork work : file.openSheets()) {
      after.put(work.id(), afterWrite(desk, work));
    }
    model.addAttribute("afterWrite", after);
    switch (page.id()) {
      case "settings" -> settings(desk, file, model);
      case "reset" -> reset(desk, model);
      case "password" -> password(desk, file, model);
      default -> update(desk, file, model);
    }
    return "firmware/desk";
  }

  private static Rows.AfterWrite afterWrite(FirmwareDesk desk, SheetWork work) {
    Optional<ReadBack> said = desk.facts().find(FirmwareFacts.readBack(work.id()));
    boolean dead = said.filter(s -> s == ReadBack.DEAD).isPresent();
    List<Choice> rescues = List.of();
    if (dead) {
      Set<Rescue> has = desk.board().map(BoardRecord::rescues).orElse(Set.of());
      List<Rescue> roads =
          FailureRoad.of(has, FailureRoad.Symptom.DEAD).stream()
              .filter(r -> desk.job().mayOpen() || !r.opensTheCase())
              .toList();
      rescues =
          roads.stream().map(r -> new Choice(r.id(), r.words(), r.equals(roads.get(0)))).toList();
    }
    boolean asks = readsBack(work) && said.filter(s -> s == ReadBack.TOOK).isEmpty();
    return new Rows.AfterWrite(asks, work.about("version"), rescues);
  }

  private void update(FirmwareDesk desk, TicketFile file, Model model) {
    Optional<BoardRecord> known = desk.board();
    model.addAttribute("models", board.models());
    model.addAttribute("revisions", desk.revisions().stream().map(BoardRecord::revision).toList());
    model.addAttribute(
        "processors", new TreeSet<>(known.map(b -> b.processors().keySet()).orElse(Set.of())));
    model.addAttribute(
        "versions",
        known.map(b -> b.releases().stream().map(Release::version).toList()).orElse(List.of()));
    model.addAttribute("encryptions", MachineFacts.ENCRYPTION.choices());
    Optional<UpdatePlan> plan = board.plan(file, desk);
    model.addAttribute(
        "plan",
        plan.map(p -> FirmwareView.plan(known.orElseThrow(), p, desk, desk.way(p))).orElse(null));
    model.addAttribute(
        "says",
        plan.flatMap(p -> board.versionReading(file, desk, p)).map(line -> line.text()).orElse(""));
    Optional<WriteGate.Facts> facts = plan.flatMap(desk::gate);
    model.addAttribute("howFar", desk.howFarKnown());
    model.addAttribute("gate", facts.map(FirmwareView::gate).orElse(null));
  }

  /** Whether a sheet of this ticket put the settings back to factory values. */
  private static boolean cleared(TicketFile file) {
    return file.sheets().stream()
        .anyMatch(
            work -> work.marks().keySet().stream().anyMatch(Set.of("write", "clear")::contains));
  }

  private static void settings(FirmwareDesk desk, TicketFile file, Model model) {
    model.addAttribute("settings", FirmwareView.settings(desk, desk.family()));
    ReEntry entry = desk.reEntry();
    model.addAttribute("turns", FirmwareView.turns(entry));
    model.addAttribute("cleared", desk.owesSettings() || cleared(file));
    model.addAttribute("culprits", entry.culprits().stream().map(Setting::words).toList());
    model.addAttribute("unstable", desk.unstable());
  }

  private static void reset(FirmwareDesk desk, Model model) {
    BoardFamily family = desk.family();
    boolean screen = desk.reach().compareTo(Reach.FIRMWARE) >= 0;
    model.addAttribute(
        "resets",
        ResetWay.of(family, screen, desk.job().mayOpen()).stream()
            .map(FirmwareView::reset)
            .toList());
    model.addAttribute("families", FirmwareView.families(family));
    model.addAttribute(
        "lost",
        desk.noted().entrySet().stream()
            .map(e -> e.getKey().words() + ": " + e.getValue())
            .toList());
  }

  private void password(FirmwareDesk desk, TicketFile file, Model model) {
    Optional<Line> proof = file.log().proof();
    Optional<Line> open = file.log().proofToConfirm();
    model.addAttribute("families", FirmwareView.families(desk.family()));
    model.addAttribute("road", desk.road());
    model.addAttribute(
        "proofs",
        Arrays.stream(PasswordRoad.Proof.values())
            .map(p -> new Choice(p.id(), p.words(), false))
            .toList());
    model.addAttribute("proofEntry", proof.or(() -> open).map(Line::number).orElse(0));
    model.addAttribute("proof", proof.map(this::words).orElse(""));
    model.addAttribute("unconfirmed", open.map(this::words).orElse(""));
    model.addAttribute("cell", desk.coinCell());
  }

  private String words(Line line) {
    return line.text() + ", " + shop.times().moment(line.at());
  }
}
