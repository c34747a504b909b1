package dottore.app.casebook;

import dottore.app.frame.Uploads;
import dottore.app.knowledge.Knowledge;
import dottore.app.knowledge.OwnEntries;
import dottore.app.said.NotThere;
import dottore.app.shop.Shop;
import dottore.core.casebook.Casebook;
import dottore.core.casebook.CasebookFault;
import dottore.core.casebook.Overlay;
import java.io.IOException;
import java.nio.ByteBuffer;
import java.nio.charset.CharacterCodingException;
import java.nio.charset.StandardCharsets;
import java.security.Principal;
import java.util.ArrayList;
import java.util.List;
import org.jspecify.annotations.Nullable;
import org.springframework.http.MediaType;
import org.springframework.http.ResponseEntity;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.multipart.MultipartFile;

/** All of the shop's own entries: their versions, export, and import with a preview. */
@Controller
class OwnEntriesController {
  record Change(String part, String id, String name, String kind, List<Difference.Line> lines) {}

  record VersionRow(int number, String at, String who, String note) {}

  private final Knowledge knowledge;
  private final OwnEntries own;
  private final Shop shop;

  OwnEntriesController(Knowledge knowledge, OwnEntries own, Shop shop) {
    this.knowledge = knowledge;
    this.own = own;
    this.shop = shop;
  }

  @GetMapping("/casebook/own")
  String entries(Model model) {
    OwnEntries.Version now = own.now();
    model.addAttribute("entries", changes(Overlay.empty(), own.entries()));
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
    Casebook shipped = Casebook.shipped();
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
                      changes.add(
                          new Change(
                              part.id(), id, name(yaml), kind, Difference.between(old, yaml)));
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
                .decode(ByteBuffer.wrap(Uploads.bytes(file, Uploads.SMALL)))
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
      model.addAttribute("trouble", overtaken.words());
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
      model.addAttribute("trouble", overtaken.words());
      return entries(model);
    }
    return "redirect:/casebook/own";
  }
}
