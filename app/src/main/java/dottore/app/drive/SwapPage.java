package dottore.app.drive;

import dottore.app.desk.Act;
import dottore.app.desk.Desk;
import dottore.app.desk.Field;
import dottore.app.desk.PointRow;
import dottore.app.drive.SwapRows.Buy;
import dottore.app.drive.SwapRows.FitRow;
import dottore.app.drive.SwapRows.Lead;
import dottore.app.drive.SwapRows.RoadRow;
import dottore.app.drive.SwapRows.ScrewRow;
import dottore.app.record.TicketFile;
import dottore.app.record.Writing;
import dottore.app.shelf.ShelfBook;
import dottore.core.casebook.Reliance;
import dottore.core.diagnosis.Assessment;
import dottore.core.drive.DriveCasebook;
import dottore.core.drive.DriveFacts;
import dottore.core.facts.Fact;
import dottore.core.facts.FactForm;
import dottore.core.gate.Gate;
import dottore.core.gate.Point;
import dottore.core.swap.DriveForm;
import dottore.core.swap.Fit;
import dottore.core.swap.Road;
import dottore.core.swap.Roads;
import dottore.core.swap.ScrewMap;
import dottore.core.swap.SizeToBuy;
import dottore.core.swap.Slot;
import dottore.core.swap.SwapCasebook;
import dottore.core.swap.SwapDesk;
import dottore.core.swap.SwapDesk.Topic;
import dottore.core.swap.SwapFacts;
import dottore.core.swap.SwapKind;
import dottore.core.ticket.Job;
import dottore.core.ticket.SheetKind;
import dottore.core.ticket.Start;
import dottore.core.units.Capacity;
import dottore.core.weigh.Choice;
import java.util.Comparator;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import org.springframework.core.annotation.Order;
import org.springframework.stereotype.Component;
import org.springframework.ui.Model;

/** Fix, Drive, Replace. */
@Component
@Order(4)
class SwapPage implements Desk {
  private static final Page PAGE = new Page("drive", "Drive", "replace", "Replace");

  /** Width of the roads' scale and of the map of screws, in units of their drawings. */
  private static final double SCALE = 300;

  private static final double MAP = 360;

  @Override
  public List<Page> pages() {
    return List.of(PAGE);
  }

  /** Replacing is what cures a bad drive; which one it is was said before. */
  @Override
  public double need(Page page, TicketFile file, Assessment assessment) {
    return assessment.oddsOf(SwapCasebook.CAUSES) + assessment.oddsOf(DriveCasebook.CAUSES) / WHOLE;
  }

  private static final double WHOLE = 1000;

  private final ShelfBook shelf;

  SwapPage(ShelfBook shelf) {
    this.shelf = shelf;
  }

  @Override
  public String name() {
    return "Drive";
  }

  @Override
  public Optional<FactForm> form(String id) {
    return SwapFacts.FORMS.stream().filter(form -> form.id().equals(id)).findFirst();
  }

  @Override
  public Optional<Fact<?>> fact(String name) {
    return SwapFacts.named(name);
  }

  @Override
  public Stream<Fact<?>> facts() {
    return SwapFacts.all();
  }

  @Override
  public List<Act> acts() {
    return SwapActs.all();
  }

  @Override
  public List<SwapKind> kinds() {
    return List.of(SwapKind.SWAP);
  }

  @Override
  public List<Reliance> reliesOn() {
    return SwapCasebook.ALL;
  }

  @Override
  public Start start(SheetKind kind, Map<String, String> asked, Writing writing) {
    return SwapDesk.of(writing.job()).start();
  }

  @Override
  public String fill(Page page, TicketFile file, Map<String, String> facts, Model model) {
    SwapDesk desk = SwapDesk.of(file.job());
    Optional<Slot> slot = desk.slot();
    List<Fit> fits = desk.fits();
    Roads roads = desk.roads();
    boolean system = desk.use() == SwapFacts.Use.SYSTEM;
    model.addAttribute("system", system);
    model.addAttribute("uses", SwapFacts.USE.choices());
    model.addAttribute("forms", SwapFacts.OUT.choices());
    model.addAttribute("slotFields", fields(slotFacts(desk), desk, facts));
    List<ShelfBook.Stock> stock = shelf.stock();
    model.addAttribute("fits", fits.stream().map(fit -> row(fit, desk, stock)).toList());
    model.addAttribute("bay", slot.flatMap(s -> BayPicture.of(s, fits)).orElse(null));
    model.addAttribute("edge", slot.flatMap(s -> EdgePicture.of(s, fits)).orElse(null));
    model.addAttribute("buy", desk.size().map(size -> buy(size, desk, fits, stock)).orElse(null));
    model.addAttribute(
        "decides",
        fields(
            SwapFacts.DECIDES.facts().stream()
                .filter(fact -> !fact.equals(DriveFacts.SPECIALIST) || lost(desk))
                .toList(),
            desk,
            facts));
    model.addAttribute("roads", system ? roads(roads, desk) : List.of());
    model.addAttribute(
        "school", roads.best().map(best -> Roads.otherSchool(best.road())).orElse(""));
    Gate<Topic> gate = desk.gate();
    model.addAttribute(
        "points", gate.points().stream().map(p -> PointRow.of(p, Topic::words)).toList());
    model.addAttribute("ready", gate.go());
    model.addAttribute("lead", lead(gate, desk));
    model.addAttribute(
        "shown",
        desk.facts()
            .find(DriveFacts.SHOWN)
            .flatMap(list -> desk.fresh().map(t -> ShownView.of(list, t, desk.expected())))
            .orElse(null));
    model.addAttribute("card", desk.card().orElse(null));
    model.addAttribute("fourKnown", true);
    model.addAttribute("oldOnes", SwapFacts.OLD_ONE.choices());
    model.addAttribute("map", map(desk.screws(), file.job()));
    model.addAttribute("heads", ScrewMap.Head.values());
    List<ScrewMap.Screw> screws = desk.screws().screws();
    Optional<ScrewMap.Screw> last =
        screws.isEmpty() ? Optional.empty() : Optional.of(screws.get(screws.size() - 1));
    model.addAttribute("lastHead", last.map(s -> head(s)).orElse(""));
    model.addAttribute(
        "lastLength",
        last.filter(s -> s.millimeters() > 0).map(s -> String.valueOf(s.millimeters())).orElse(""));
    return "drive/replace";
  }

  private static boolean lost(SwapDesk desk) {
    return desk.facts().find(DriveFacts.STATE).filter(state -> !state.readable()).isPresent();
  }

  /** Only what the place has: a bay has a height, a slot a key. */
  private static List<Fact<?>> slotFacts(SwapDesk desk) {
    Optional<Slot.Place> place = desk.facts().find(SwapFacts.PLACE);
    Stream<Fact<?>> more =
        switch (place.orElse(Slot.Place.LARGE_BAY)) {
          case SMALL_BAY -> Stream.of(SwapFacts.HEIGHT);
          case CARD -> Stream.of(SwapFacts.KEY, SwapFacts.LENGTH, SwapFacts.SPEAKS);
          case LARGE_BAY, SOLDERED -> Stream.empty();
        };
    return Stream.of(
            Stream.<Fact<?>>of(SwapFacts.PLACE), more, Stream.<Fact<?>>of(SwapFacts.STARTS_NVME))
        .<Fact<?>>flatMap(facts -> facts)
        .toList();
  }

  private static List<Field> fields(
      List<? extends Fact<?>> asked, SwapDesk desk, Map<String, String> facts) {
    return asked.stream().map(fact -> Field.of(fact, desk.facts(), facts)).toList();
  }

  /** Which of what a form needs lies on the shelf. */
  private static String needs(Fit fit, List<ShelfBook.Stock> stock) {
    return fit.needs().stream()
        .map(
            need -> {
              String bare = need.replaceFirst("^an? ", "").toLowerCase(Locale.ROOT);
              int there =
                  stock.stream()
                      .filter(part -> part.name().toLowerCase(Locale.ROOT).startsWith(bare))
                      .mapToInt(ShelfBook.Stock::stock)
                      .sum();
              return need + (there > 0 ? " (" + there + " on the shelf)" : " (to order)");
            })
        .collect(Collectors.joining(" and ", "with ", ""));
  }

  private static FitRow row(Fit fit, SwapDesk desk, List<ShelfBook.Stock> stock) {
    boolean chosen = desk.facts().find(SwapFacts.NEW).filter(f -> f == fit.form()).isPresent();
    String mark =
        switch (fit.verdict()) {
          case FITS -> "✓";
          case WITH -> "+";
          case ASK -> "?";
          case NO_START -> "▲";
          case NO -> "✕";
        };
    String state =
        switch (fit.verdict()) {
          case FITS -> "good";
          case WITH -> "sheet";
          case ASK -> "ask";
          case NO_START, NO -> "bad";
        };
    return new FitRow(
        fit.form().name().toLowerCase(Locale.ROOT).replace('_', '-'),
        fit.form().words(),
        mark,
        state,
        fit.verdict().words(),
        fit.needs().isEmpty() ? fit.why() : needs(fit, stock),
        chosen,
        fit.verdict().takes());
  }

  private static Buy buy(
      SizeToBuy size, SwapDesk desk, List<Fit> fits, List<ShelfBook.Stock> stock) {
    Optional<DriveForm> form =
        desk.facts()
            .find(SwapFacts.NEW)
            .or(() -> fits.stream().filter(f -> f.verdict().takes()).map(Fit::form).findFirst());
    return new Buy(
        Capacity.ofGigabytes(size.gigabytes()).inBothCounts(),
        size.alike().stream().map(gb -> gb + " GB").collect(Collectors.joining(" or ")),
        size.because() + ": at least " + size.wanted().inBothCounts(),
        Math.round(100 * size.freeAfter()) + " % free once the data is back",
        form.map(f -> f.order() + ", " + size.gigabytes() + " GB").orElse(""),
        form.flatMap(f -> here(f, size, stock)).orElse(""));
  }

  /** The smallest of the shelf that is large enough. */
  private static Optional<String> here(
      DriveForm form, SizeToBuy size, List<ShelfBook.Stock> stock) {
    return stock.stream()
        .filter(part -> form.sizeOf(part.name()).orElse(0) >= size.wanted().bytes() / 1e9)
        .min(Comparator.comparingInt(part -> form.sizeOf(part.name()).orElse(0)))
        .map(
            part ->
                part.stock()
                    + " × "
                    + part.name()
                    + Stream.of(part.place(), part.price())
                        .filter(word -> !word.isEmpty())
                        .map(word -> ", " + word)
                        .collect(Collectors.joining()));
  }

  private static List<RoadRow> roads(Roads roads, SwapDesk desk) {
    double longest =
        roads.choices().stream()
            .filter(Choice::open)
            .mapToDouble(c -> Math.max(c.hands().value() + c.waiting().value(), c.price()))
            .max()
            .orElse(1);
    double unit = SCALE / longest;
    Optional<Road> chosen = desk.road();
    Optional<Road> best = roads.best().map(Choice::road);
    return roads.choices().stream()
        .map(
            c -> {
              return new RoadRow(
                  c.road().id(),
                  c.road().words(),
                  c.road().brings(),
                  c.wall().orElse(""),
                  unit * c.hands().value(),
                  unit * c.waiting().value(),
                  unit * c.later(),
                  String.format(
                      Locale.ROOT,
                      "%.0f hands, %.0f waiting",
                      c.hands().value(),
                      c.waiting().value()),
                  String.join("; ", c.because()),
                  best.filter(c.road()::equals).isPresent(),
                  chosen.filter(c.road()::equals).isPresent());
            })
        .toList();
  }

  private static Lead lead(Gate<Topic> gate, SwapDesk desk) {
    if (gate.go()) {
      return new Lead(
          "Ready",
          desk.fresh().map(d -> "Put in " + d.described()).orElse(""),
          "The sheet holds the order: battery first, old and new told apart by serial.",
          "",
          false);
    }
    Point<Topic> first = gate.open().get(0);
    String anchor =
        switch (first.topic()) {
          case OPEN -> "";
          case FIT -> "#place";
          case SERIAL, OLD_ONE -> "#new-drive";
          case ROAD, DATA -> "#roads";
        };
    return new Lead(
        "Before the case is opened",
        first.topic().words() + ": " + first.words(),
        first.todo() + ".",
        anchor,
        first.state() == dottore.core.gate.State.BAD);
  }

  private static String head(ScrewMap.Screw screw) {
    return screw.head().name().toLowerCase(Locale.ROOT);
  }

  private static SwapRows.Map map(ScrewMap map, Job job) {
    double height = MAP / ScrewMap.proportion(job.kind());
    List<ScrewRow> rows =
        map.on(MAP, job.kind()).stream()
            .map(
                spot ->
                    new ScrewRow(
                        spot.number(),
                        spot.x(),
                        spot.y(),
                        spot.screw().words(),
                        head(spot.screw())))
            .toList();
    return new SwapRows.Map(
        MAP,
        height,
        rows,
        map.back(MAP, job.kind()).stream()
            .map(spot -> String.valueOf(spot.number()))
            .collect(Collectors.joining(", ")),
        map.mixed());
  }
}
