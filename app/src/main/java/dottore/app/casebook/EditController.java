package dottore.app.casebook;

import com.github.difflib.text.DiffRow;
import com.github.difflib.text.DiffRowGenerator;
import dottore.app.knowledge.Knowledge;
import dottore.app.knowledge.OwnEntries;
import dottore.app.shop.NotThere;
import dottore.app.shop.Shop;
import dottore.core.casebook.CasebookFault;
import dottore.core.casebook.Overlay;
import dottore.core.casebook.Overlay.Part;
import java.io.IOException;
import java.nio.ByteBuffer;
import java.nio.charset.CharacterCodingException;
import java.nio.charset.StandardCharsets;
import java.security.Principal;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import org.jspecify.annotations.Nullable;
import org.springframework.http.MediaType;
import org.springframework.http.ResponseEntity;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.multipart.MultipartFile;

/** The owner's own entries: written here, looked at while they are written, kept as versions. */
@Controller
class EditController {
  private static final Pattern ID = Pattern.compile("[a-z0-9][a-z0-9-]{1,59}");
  private static final Pattern LINE = Pattern.compile("^shop\\.yaml:(\\d+): (.*)$");
  private static final int LONGEST = 20_000;
  private static final Map<Part, String> STARTS =
      Map.of(
          Part.CAUSES,
          """
          name: What is wrong, in a few words
          sign: what a technician would notice
          station: board
          weight: 0.5
          stages: {dead: 1}
          shows:
            smell-and-look: {burnt: 0.1}
          cured-by: {replace-board: 0.9}\
          """,
          Part.CHECKS,
          """
          name: Do this, imperative
          ask: What is asked?
          how: Where and how, in a sentence.
          hands: 2
          depth: look
          outcomes:
            good: {words: As it should be, good: true}
            bad: Not as it should be
          otherwise: {bad: 0.05}
          causes:
            board-dead: {bad: 0.6}\
          """,
          Part.REPAIRS,
          """
          name: Do this, imperative
          how: Where and how, in a sentence.
          hands: 10
          depth: cover-off
          cures: {board-dead: 0.5}
          recheck: [how-far]\
          """);

  /**
   * An entry on the desk.
   *
   * @param after the version that the writer had seen
   * @param own whether the shop has an entry of its own now
   * @param known whether the shipped casebook has one
   */
  record Desk(
      Part part,
      String id,
      boolean fresh,
      String yaml,
      String note,
      int after,
      boolean own,
      boolean known) {}

  /**
   * @param line within the entry, 0 if the fault lies elsewhere
   */
  record Fault(int line, String what) {}

  record DiffLine(String mark, String text) {}

  record Change(String part, String id, String name, String kind, List<DiffLine> lines) {}

  record VersionRow(int number, String at, String who, String note) {}

  private final Knowledge knowledge;
  private final OwnEntries own;
  private final Shop shop;

  EditController(Knowledge knowledge, OwnEntries own, Shop shop) {
    this.knowledge = knowledge;
    this.own = own;
    this.shop = shop;
  }

  private static Part part(String id) {
    try {
      return Part.of(id);
    } catch (IllegalArgumentException unknown) {
      throw new NotThere("The casebook has no such part.");
    }
  }

  // --- one entry -------------------------------------------------------------------------------

  @GetMapping("/casebook/new/{part}")
  String blank(@PathVariable String part, Model model) {
    Part of = part(part);
    return desk(
        model,
        new Desk(of, "", true, STARTS.get(of), "", own.now().number(), false, false),
        List.of());
  }

  @GetMapping("/casebook/{part}/{id}/edit")
  String edit(@PathVariable String part, @PathVariable String id, Model model) {
    Part of = part(part);
    String source = knowledge.casebook().source(id);
    if (source.isEmpty()) {
      throw new NotThere("The casebook has no such entry.");
    }
    boolean mine = own.entries().entry(of, id).isPresent();
    return desk(
        model,
        new Desk(of, id, false, source, "", own.now().number(), mine, shipped(id)),
        List.of());
  }

  private static boolean shipped(String id) {
    return !dottore.core.casebook.Casebook.shipped().source(id).isEmpty();
  }

  private String desk(Model model, Desk desk, List<Fault> faults) {
    model.addAttribute("desk", desk);
    model.addAttribute("faults", faults);
    model.addAttribute("changes", List.of());
    model.addAttribute("looked", !faults.isEmpty());
    return "casebook/edit";
  }

  /** Looks at an entry while it is written. */
  @PostMapping("/casebook/{part}/look")
  String look(
      @PathVariable String part, @RequestParam String id, @RequestParam String yaml, Model model) {
    Part of = part(part);
    List<Fault> faults = faults(of, id, yaml);
    model.addAttribute("faults", faults);
    model.addAttribute(
        "changes", faults.isEmpty() ? diff(knowledge.casebook().source(id), yaml) : List.of());
    model.addAttribute("looked", true);
    return "casebook/edit :: looked";
  }

  private List<Fault> faults(Part part, String id, String yaml) {
    if (!ID.matcher(id).matches()) {
      return List.of(
          new Fault(0, "The id takes small letters, digits and dashes, two to sixty of them."));
    }
    if (yaml.length() > LONGEST) {
      return List.of(new Fault(0, "More than " + LONGEST + " characters."));
    }
    Overlay overlay = own.entries().with(part, id, yaml.replace("\r", ""));
    return OwnEntries.faults(overlay).stream()
        .map(fault -> fault(overlay, part, id, fault))
        .toList();
  }

  private static Fault fault(Overlay overlay, Part part, String id, String fault) {
    Matcher place = LINE.matcher(fault);
    if (!place.matches()) {
      return new Fault(0, fault);
    }
    Optional<Integer> line = overlay.lineWithin(part, id, Integer.parseInt(place.group(1)));
    return new Fault(line.orElse(0), place.group(2));
  }

  private static List<DiffLine> diff(String before, String after) {
    List<DiffRow> rows =
        DiffRowGenerator.create()
            .build()
            .generateDiffRows(before.lines().toList(), after.strip().lines().toList());
    List<DiffLine> lines = new ArrayList<>();
    for (DiffRow row : rows) {
      switch (row.getTag()) {
        case EQUAL -> {}
        case DELETE -> lines.add(new DiffLine("−", row.getOldLine()));
        case INSERT -> lines.add(new DiffLine("+", row.getNewLine()));
        case CHANGE -> {
          lines.add(new DiffLine("−", row.getOldLine()));
          lines.add(new DiffLine("+", row.getNewLine()));
        }
      }
    }
    return lines;
  }

  @PostMapping("/casebook/{part}/keep")
  String keep(
      @PathVariable String part,
      @RequestParam String id,
      @RequestParam String yaml,
      @RequestParam(defaultValue = "") String note,
      @RequestParam int after,
      @RequestParam(defaultValue = "false") boolean fresh,
      Principal who,
      Model model) {
    Part of = part(part);
    String text = yaml.replace("\r", "");
    Overlay before = own.entries();
    boolean mine = before.entry(of, id).isPresent();
    Desk desk = new Desk(of, id, fresh, text, note, after, mine, shipped(id));
    List<Fault> faults = new ArrayList<>(faults(of, id, text));
    if (fresh && !knowledge.casebook().source(id).isEmpty()) {
      faults.add(new Fault(0, "The id '" + id + "' is taken; open that entry to change it."));
    }
    if (!faults.isEmpty()) {
      return desk(model, desk, faults);
    }
    try {
      knowledge.keep(
          before.with(of, id, text),
          after,
          note.isBlank() ? (fresh ? "Added " : "Changed ") + id : note.strip(),
          who.getName());
    } catch (OwnEntries.Overtaken overtaken) {
      model.addAttribute("overtaken", said(overtaken));
      return desk(
          model,
          new Desk(of, id, fresh, text, note, own.now().number(), mine, shipped(id)),
          List.of());
    }
    return "redirect:/casebook/" + of.id() + "/" + id;
  }

  private static String said(OwnEntries.Overtaken overtaken) {
    return overtaken.theirs().who()
        + " kept version "
        + overtaken.theirs().number()
        + " meanwhile ("
        + overtaken.theirs().note()
        + "). Yours is not kept yet and stands below; keep it again to lay it over theirs.";
  }

  /** Back to the shipped entry, or none. */
  @PostMapping("/casebook/{part}/{id}/remove")
  String remove(
      @PathVariable String part,
      @PathVariable String id,
      @RequestParam int after,
      Principal who,
      Model model) {
    Part of = part(part);
    Overlay without = own.entries().without(of, id);
    List<String> faults = OwnEntries.faults(without);
    if (!faults.isEmpty()) {
      model.addAttribute("trouble", "Not removed, since something else needs it: " + faults.get(0));
      return entries(model);
    }
    try {
      knowledge.keep(without, after, "Removed " + id, who.getName());
    } catch (OwnEntries.Overtaken overtaken) {
      model.addAttribute("trouble", said(overtaken));
      return entries(model);
    }
    return "redirect:/casebook/own";
  }

  // --- all of the shop's own -------------------------------------------------------------------

  @GetMapping("/casebook/own")
  String entries(Model model) {
    OwnEntries.Version now = own.now();
    model.addAttribute("entries", changes(Overlay.empty(), Overlay.parse(now.yaml())));
    model.addAttribute("now", now.number());
    model.addAttribute("unfit", knowledge.ownFaults());
    model.addAttribute(
        "versions",
        own.history().stream()
            .map(v -> new VersionRow(v.number(), shop.times().moment(v.at()), v.who(), v.note()))
            .toList());
    return "casebook/own";
  }

  private static List<Change> changes(Overlay before, Overlay after) {
    dottore.core.casebook.Casebook shipped = dottore.core.casebook.Casebook.shipped();
    List<Change> changes = new ArrayList<>();
    after
        .entries()
        .forEach(
            (part, texts) ->
                texts.forEach(
                    (id, yaml) -> {
                      String old = before.entry(part, id).orElse(shipped.source(id));
                      String kind =
                          old.isEmpty() ? "added" : old.equals(yaml) ? "the same" : "changed";
                      changes.add(new Change(part.id(), id, name(yaml), kind, diff(old, yaml)));
                    }));
    return changes;
  }

  private static String name(String yaml) {
    return yaml.lines()
        .filter(line -> line.startsWith("name:"))
        .map(line -> line.substring("name:".length()).strip())
        .findFirst()
        .orElse("");
  }

  @GetMapping("/casebook/own/shop.yaml")
  ResponseEntity<byte[]> export() {
    String text = "# The shop's own casebook entries, version " + own.now().number() + "\n";
    return ResponseEntity.ok()
        .contentType(MediaType.APPLICATION_YAML)
        .header("Content-Disposition", "attachment; filename=\"shop-casebook.yaml\"")
        .body((text + own.now().yaml()).getBytes(StandardCharsets.UTF_8));
  }

  /** Shows what a file would change; nothing is kept yet. */
  @PostMapping("/casebook/own/preview")
  String preview(
      @RequestParam(required = false) @Nullable MultipartFile file,
      @RequestParam(defaultValue = "") String yaml,
      Model model)
      throws IOException {
    String text = yaml.replace("\r", "");
    if (file != null && !file.isEmpty()) {
      try {
        text =
            StandardCharsets.UTF_8
                .newDecoder()
                .decode(ByteBuffer.wrap(file.getBytes()))
                .toString()
                .replace("\r", "");
      } catch (CharacterCodingException binary) {
        model.addAttribute("trouble", "This file is no text. Choose a YAML file of a casebook.");
        return entries(model);
      }
    }
    model.addAttribute("yaml", text);
    model.addAttribute("after", own.now().number());
    try {
      Overlay incoming = Overlay.parse(text);
      Overlay before = own.entries();
      model.addAttribute("changes", changes(before, incoming));
      model.addAttribute("faults", OwnEntries.faults(before.under(incoming)));
    } catch (CasebookFault fault) {
      model.addAttribute("changes", List.of());
      model.addAttribute("faults", fault.faults());
    }
    return "casebook/preview";
  }

  @PostMapping("/casebook/own/import")
  String take(@RequestParam String yaml, @RequestParam int after, Principal who, Model model)
      throws IOException {
    try {
      Overlay incoming = Overlay.parse(yaml.replace("\r", ""));
      knowledge.keep(own.entries().under(incoming), after, "Imported from a file", who.getName());
    } catch (CasebookFault fault) {
      return preview(null, yaml, model);
    } catch (OwnEntries.Overtaken overtaken) {
      model.addAttribute("trouble", said(overtaken));
      return preview(null, yaml, model);
    }
    return "redirect:/casebook/own";
  }

  /** An earlier version becomes the newest again; none in between is lost. */
  @PostMapping("/casebook/own/back")
  String back(@RequestParam int number, @RequestParam int after, Principal who, Model model) {
    OwnEntries.Version version =
        own.history().stream()
            .filter(v -> v.number() == number)
            .findFirst()
            .orElseThrow(() -> new NotThere("There is no such version."));
    try {
      knowledge.keep(
          Overlay.parse(version.yaml()), after, "Back to version " + number, who.getName());
    } catch (CasebookFault fault) {
      model.addAttribute(
          "trouble",
          "Version " + number + " no longer fits the shipped casebook: " + fault.faults().get(0));
      return entries(model);
    } catch (OwnEntries.Overtaken overtaken) {
      model.addAttribute("trouble", said(overtaken));
      return entries(model);
    }
    return "redirect:/casebook/own";
  }
}
