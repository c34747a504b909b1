package dottore.app.shelf;

import dottore.app.paper.QrPicture;
import dottore.app.said.NotThere;
import dottore.app.said.Refused;
import dottore.app.shop.Shop;
import dottore.app.shop.Times;
import dottore.core.shelf.StickPlan;
import java.security.Principal;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.function.Supplier;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;

/** The shelf. */
@Controller
@RequestMapping("/shelf")
class ShelfController {
  private final ShelfBook book;
  private final Packing packing;
  private final StickWriter writer;
  private final ServerImages server;
  private final Shop shop;

  ShelfController(
      ShelfBook book, Packing packing, StickWriter writer, ServerImages server, Shop shop) {
    this.book = book;
    this.packing = packing;
    this.writer = writer;
    this.server = server;
    this.shop = shop;
  }

  @GetMapping
  String shelf(Model model) {
    return show(model, "", Map.of(), Map.of());
  }

  /**
   * @param form that was posted and not taken, such as "stick" or "stick-7"
   */
  private String show(
      Model model, String form, Map<String, String> typed, Map<String, String> faults) {
    ShelfBook.Contents all = book.contents();
    Times times = shop.times();
    Map<Long, WritingRow> last = writer.last();
    List<ShelfView.Tile> tiles =
        all.sticks().entrySet().stream()
            .map(e -> ShelfView.tile(e.getKey(), e.getValue(), all, shop.today(), times, last))
            .toList();
    StickPlan plan = packing.of(all);
    List<ShelfView.PartLine> parts =
        all.parts().stream().map(row -> ShelfView.part(row, shop.money())).toList();
    model.addAttribute("form", form);
    model.addAttribute("typed", typed);
    model.addAttribute("faults", faults);
    model.addAttribute("blank", Map.of("new-way", "on", "signed", "on"));
    model.addAttribute("tiles", tiles);
    model.addAttribute("images", all.images().stream().map(r -> ShelfView.image(r, all)).toList());
    model.addAttribute("parts", parts);
    model.addAttribute("loads", plan.loads().stream().map(ShelfView::load).toList());
    model.addAttribute("toWrite", plan.loads().stream().anyMatch(load -> !load.write().isEmpty()));
    model.addAttribute("leftOut", ShelfView.out(plan));
    model.addAttribute("exact", plan.exact());
    model.addAttribute("bench", all.bench());
    model.addAttribute("serverFolder", server.folder());
    model.addAttribute("serverImages", server.names());
    model.addAttribute("money", shop.money());
    model.addAttribute("out", tiles.stream().filter(t -> !t.claim().isEmpty()).toList());
    model.addAttribute("stale", tiles.stream().filter(ShelfView.Tile::stale).toList());
    model.addAttribute("low", parts.stream().filter(ShelfView.PartLine::low).toList());
    return "shelf/shelf";
  }

  private String kept(
      Model model, String form, Map<String, String> posted, Supplier<Map<String, String>> keep) {
    Map<String, String> faults = keep.get();
    return faults.isEmpty() ? "redirect:/shelf" : show(model, form, posted, faults);
  }

  private String done(Model model, Runnable work) {
    try {
      work.run();
      return "redirect:/shelf";
    } catch (Refused refused) {
      return show(model, "", Map.of(), Map.of("", refused.why()));
    }
  }

  // --- sticks ------------------------------------------------------------------------------------

  @PostMapping("/sticks")
  String newStick(@RequestParam Map<String, String> posted, Model model) {
    return kept(model, "stick", posted, () -> book.stick(Optional.empty(), posted));
  }

  @PostMapping("/sticks/{id}")
  String stick(@PathVariable long id, @RequestParam Map<String, String> posted, Model model) {
    return kept(model, "stick-" + id, posted, () -> book.stick(Optional.of(id), posted));
  }

  @PostMapping("/sticks/{id}/gone")
  String stickGone(@PathVariable long id, Model model) {
    return done(model, () -> book.stickGone(id));
  }

  @PostMapping("/sticks/{id}/written")
  String written(
      @PathVariable long id,
      @RequestParam(name = "image", required = false) @org.jspecify.annotations.Nullable
          List<Long> images,
      Principal who,
      Model model) {
    Set<Long> what = images == null ? Set.of() : images.stream().collect(Collectors.toSet());
    return done(model, () -> book.written(id, what, shop.now(), who.getName()));
  }

  /** Writes images to a stick, in the background. */
  @PostMapping("/sticks/{id}/write")
  String write(
      @PathVariable long id,
      @RequestParam(name = "image", required = false) @Nullable List<Long> images,
      @RequestParam(defaultValue = "") String read,
      Principal who,
      Model model) {
    List<Long> what = images == null ? List.of() : images;
    return done(model, () -> writer.begin(id, read, what, who.getName()));
  }

  @PostMapping("/sticks/{id}/stop")
  String stop(@PathVariable long id, Model model) {
    return done(model, () -> writer.stop(id));
  }

  @PostMapping("/sticks/{id}/out")
  String out(@PathVariable long id, @RequestParam String claim, Principal who, Model model) {
    return done(model, () -> book.lend(id, claim, who.getName()));
  }

  @PostMapping("/sticks/{id}/back")
  String back(@PathVariable long id, Principal who, Model model) {
    return done(model, () -> book.back(id, who.getName()));
  }

  /** The label to print; its code leads to the stick. */
  @GetMapping("/sticks/{id}/label")
  String label(@PathVariable long id, Model model) {
    ShelfBook.Contents all = book.contents();
    ShelfView.Tile tile =
        all.sticks().entrySet().stream()
            .filter(e -> e.getValue().id() == id)
            .map(
                e ->
                    ShelfView.tile(
                        e.getKey(), e.getValue(), all, shop.today(), shop.times(), Map.of()))
            .findFirst()
            .orElseThrow(() -> new NotThere("There is no such stick on the shelf."));
    model.addAttribute("stick", tile);
    model.addAttribute("qr", QrPicture.of("STICK " + tile.label()));
    return "shelf/label";
  }

  // --- images ------------------------------------------------------------------------------------

  @PostMapping("/images")
  String newImage(@RequestParam Map<String, String> posted, Model model) {
    return kept(model, "image", posted, () -> book.image(Optional.empty(), posted));
  }

  @PostMapping("/images/{id}")
  String image(@PathVariable long id, @RequestParam Map<String, String> posted, Model model) {
    return kept(model, "image-" + id, posted, () -> book.image(Optional.of(id), posted));
  }

  @PostMapping("/images/{id}/gone")
  String imageGone(@PathVariable long id, Model model) {
    return done(model, () -> book.imageGone(id));
  }

  @PostMapping("/images/{id}/wanted")
  String wanted(@PathVariable long id, @RequestParam String claim, Model model) {
    return done(model, () -> book.want(id, claim, true));
  }

  @PostMapping("/images/{id}/wanted/{claim}/over")
  String notWanted(@PathVariable long id, @PathVariable String claim, Model model) {
    return done(model, () -> book.want(id, claim, false));
  }

  // --- parts -------------------------------------------------------------------------------------

  @PostMapping("/parts")
  String newPart(@RequestParam Map<String, String> posted, Model model) {
    return kept(model, "part", posted, () -> book.part(Optional.empty(), posted));
  }

  @PostMapping("/parts/{id}")
  String part(@PathVariable long id, @RequestParam Map<String, String> posted, Model model) {
    return kept(model, "part-" + id, posted, () -> book.part(Optional.of(id), posted));
  }

  @PostMapping("/parts/{id}/gone")
  String partGone(@PathVariable long id, Model model) {
    return done(model, () -> book.partGone(id));
  }

  @PostMapping("/parts/{id}/take")
  String take(@PathVariable long id, @RequestParam String claim, Principal who, Model model) {
    return done(model, () -> book.take(id, claim, who.getName()));
  }
}
