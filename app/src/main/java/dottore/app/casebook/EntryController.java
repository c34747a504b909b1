package dottore.app.casebook;

import dottore.app.knowledge.Knowledge;
import dottore.app.knowledge.OwnEntries;
import dottore.app.said.NotThere;
import dottore.core.casebook.CasebookFault;
import dottore.core.casebook.Overlay;
import dottore.core.casebook.Overlay.Part;
import java.security.Principal;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.servlet.mvc.support.RedirectAttributes;

/** One entry of the owner's own: written here, looked at while it is written. */
@Controller
class EntryController {
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

  private final Knowledge knowledge;
  private final OwnEntries own;

  EntryController(Knowledge knowledge, OwnEntries own) {
    this.knowledge = knowledge;
    this.own = own;
  }

  private static Part part(String id) {
    try {
      return Part.of(id);
    } catch (IllegalArgumentException unknown) {
      throw new NotThere("The casebook has no such part.");
    }
  }

  @GetMapping("/casebook/new/{part}")
  String blank(@PathVariable String part, Model model) {
    Part of = part(part);
    return desk(
        model,
        new Desk(
            of,
            "",
            true,
            Objects.requireNonNull(STARTS.get(of)),
            "",
            own.now().number(),
            false,
            false),
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
        "changes",
        faults.isEmpty() ? Difference.between(knowledge.casebook().source(id), yaml) : List.of());
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
      model.addAttribute("overtaken", overtaken.words());
      return desk(
          model,
          new Desk(of, id, fresh, text, note, own.now().number(), mine, shipped(id)),
          List.of());
    }
    return "redirect:/casebook/" + of.id() + "/" + id;
  }

  /** Back to the shipped entry, or none. */
  @PostMapping("/casebook/{part}/{id}/remove")
  String remove(
      @PathVariable String part,
      @PathVariable String id,
      @RequestParam int after,
      Principal who,
      RedirectAttributes redirect) {
    Part of = part(part);
    Overlay without = own.entries().without(of, id);
    try {
      knowledge.keep(without, after, "Removed " + id, who.getName());
    } catch (CasebookFault needed) {
      redirect.addFlashAttribute(
          "trouble", "Not removed, since something else needs it: " + needed.faults().get(0));
    } catch (OwnEntries.Overtaken overtaken) {
      redirect.addFlashAttribute("trouble", overtaken.words());
    }
    return "redirect:/casebook/own";
  }
}
