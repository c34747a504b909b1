package dottore.app.desk;

import dottore.app.desk.Desks.Standing;
import dottore.app.frame.TicketPage;
import dottore.app.record.PhotoBook;
import dottore.app.record.Record;
import dottore.app.record.TicketFile;
import dottore.app.record.Writing;
import dottore.app.record.Writing.NotTaken;
import dottore.app.said.Refused;
import dottore.app.shop.Shop;
import dottore.core.casebook.Mark;
import dottore.core.facts.Facts;
import dottore.core.ticket.Entry;
import dottore.core.ticket.Line;
import dottore.core.ticket.SheetKind;
import dottore.core.ticket.SheetWork;
import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.springframework.stereotype.Component;
import org.springframework.ui.Model;

/** Fills what every page under Fix shows. */
@Component
class DeskPage {
  /** A place under Fix. */
  record Place(String id, String name, boolean here) {}

  /** A page of the place. */
  record Tab(String address, String name, boolean here, String mark) {}

  /**
   * A run sheet that is open.
   *
   * @param page where one says what came of it
   * @param here whether that is this page's desk
   * @param asksResult whether one may say it now
   */
  record Sheet(
      String id,
      String title,
      String page,
      int done,
      int steps,
      boolean finished,
      boolean here,
      boolean asksResult) {}

  /** A run sheet that is over. */
  record Past(String id, String title, String when) {}

  /** A picture. */
  record Photo(long id, String note, String when) {}

  private static final Duration UNDONE_FOR = Duration.ofHours(1);

  private final Record record;
  private final PhotoBook photos;
  private final Desks desks;
  private final TicketPage page;
  private final Shop shop;

  DeskPage(Record record, PhotoBook photos, Desks desks, TicketPage page, Shop shop) {
    this.record = record;
    this.photos = photos;
    this.desks = desks;
    this.page = page;
    this.shop = shop;
  }

  /**
   * Fills the model with a page.
   *
   * @param not what was not taken of what was just posted
   * @return the template
   */
  String show(Standing at, TicketFile file, NotTaken not, Model model) {
    page.fill(model, file, "fix");
    Facts known = at.desk().known(file.job());
    List<String> faults = new ArrayList<>(not.words());
    known
        .unreadable(at.desk().facts().toList())
        .forEach(fault -> faults.add("Kept, but not readable: " + fault + ". Write it anew."));
    model.addAttribute("faults", faults);
    Map<String, String> facts = shown(known, not.typed(), model);
    model.addAttribute("facts", facts);
    model.addAttribute("open", file.open());
    model.addAttribute(
        "fixPlaces",
        desks.places().entrySet().stream()
            .map(p -> new Place(p.getKey(), p.getValue(), p.getKey().equals(at.page().place())))
            .toList());
    model.addAttribute("fixPages", tabs(at, file));
    model.addAttribute("place", at.page().place());
    model.addAttribute("deskPage", at.page().id());
    List<String> stops = record.stops(file).stream().map(Mark::words).sorted().toList();
    model.addAttribute("stops", stops);
    model.addAttribute("sheets", sheets(at, file, known));
    model.addAttribute(
        "past",
        file.sheets().stream()
            .filter(sheet -> !sheet.open())
            .map(s -> new Past(s.id(), s.sheet().title(), shop.times().brief(s.startedAt())))
            .toList());
    model.addAttribute("mayBegin", file.open() && file.openSheets().isEmpty() && stops.isEmpty());
    model.addAttribute("last", last(file, at.page().place()).orElse(null));
    model.addAttribute(
        "photos",
        photos.of(file).stream()
            .map(p -> new Photo(p.id(), p.note(), p.who() + ", " + shop.times().brief(p.at())))
            .toList());
    return at.desk().fill(at.page(), file, facts, model);
  }

  /** Facts as they are kept, with what was typed and not taken in its place. */
  private static Map<String, String> shown(Facts known, Map<String, String> typed, Model model) {
    Map<String, String> shown = new HashMap<>(known.kept());
    shown.putAll(typed);
    if (model.getAttribute("typed") == null) {
      model.addAttribute("typed", Map.of());
    }
    return shown;
  }

  private List<Tab> tabs(Standing at, TicketFile file) {
    List<Standing> pages = desks.pages(at.page().place());
    return pages.size() < 2
        ? List.of()
        : pages.stream()
            .map(
                s ->
                    new Tab(
                        s.page().address(),
                        s.page().name(),
                        s.page().equals(at.page()),
                        s.desk().mark(s.page(), file)))
            .toList();
  }

  private List<Sheet> sheets(Standing at, TicketFile file, Facts known) {
    List<Sheet> sheets = new ArrayList<>();
    for (SheetWork work : file.openSheets()) {
      Optional<Standing> home = desks.kind(work).map(SheetKind::page).flatMap(desks::at);
      boolean here = home.filter(s -> s.desk().equals(at.desk())).isPresent();
      boolean ready = here && work.finished() && at.desk().ready(work, known);
      sheets.add(
          new Sheet(
              work.id(),
              work.sheet().title(),
              home.map(s -> s.page().address()).orElse(at.page().address()),
              work.marks().size(),
              work.sheet().steps().size(),
              work.finished(),
              here,
              ready));
    }
    return sheets;
  }

  /** What was written last at a place, if it was not long ago. */
  private Optional<Line> last(TicketFile file, String place) {
    return last(file, place, shop.now());
  }

  private Optional<Line> last(TicketFile file, String place, Instant now) {
    return file.log()
        .last(line -> line.entry() instanceof Entry.Known)
        .filter(line -> line.at().isAfter(now.minus(UNDONE_FOR)))
        .filter(line -> line.entry() instanceof Entry.Known k && of(place, k.facts()));
  }

  private boolean of(String place, Facts facts) {
    return facts.kept().keySet().stream()
        .anyMatch(name -> desks.in(place).stream().anyMatch(desk -> desk.fact(name).isPresent()));
  }

  /**
   * Takes back what was written last at a place, and the answers that came of it.
   *
   * @throws Refused if somebody wrote meanwhile
   */
  void undo(Writing writing, String place, int number) {
    Line line =
        last(writing.file(), place, writing.at())
            .filter(l -> l.number() == number)
            .orElseThrow(() -> new Refused("Somebody wrote meanwhile; nothing was undone."));
    writing.takeBack(line);
    writing.log().answers().stream()
        .filter(
            given ->
                given.answer().origin().together().filter(Desk.cameOf(line)::equals).isPresent())
        .forEach(given -> writing.takeBack(given.line()));
  }
}
