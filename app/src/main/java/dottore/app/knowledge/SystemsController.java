package dottore.app.knowledge;

import dottore.app.knowledge.Systems.Version;
import dottore.app.shop.Shop;
import dottore.core.format.PlainBytes;
import dottore.core.system.ProfileFault;
import dottore.core.system.SystemProfile;
import dottore.core.system.SystemProfiles;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.security.Principal;
import java.util.List;
import org.springframework.http.MediaType;
import org.springframework.http.ResponseEntity;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.multipart.MultipartFile;

/** Settings, Systems: the profiles, and the shop's own over them. */
@Controller
@RequestMapping("/settings/systems")
class SystemsController {
  private static final int LONGEST = 100_000;

  record Row(String id, String name, String from, String wants, boolean own) {}

  record Past(int number, String when, String who) {}

  private final Systems systems;
  private final Shop shop;

  SystemsController(Systems systems, Shop shop) {
    this.systems = systems;
    this.shop = shop;
  }

  @GetMapping
  String page(Model model) {
    Version newest = systems.newest();
    return show(newest.yaml(), newest.number(), List.of(), model);
  }

  private String show(String yaml, int after, List<String> faults, Model model) {
    model.addAttribute("yaml", yaml);
    model.addAttribute("after", after);
    model.addAttribute("faults", faults);
    model.addAttribute("looked", !faults.isEmpty());
    model.addAttribute("old", systems.faults());
    model.addAttribute("rows", systems.now().all().stream().map(SystemsController::row).toList());
    model.addAttribute(
        "past",
        systems.history().stream()
            .map(v -> new Past(v.number(), shop.times().moment(v.at()), v.who()))
            .toList());
    return "knowledge/systems";
  }

  private static Row row(SystemProfile p) {
    boolean same = SystemProfiles.shipped().named(p.id()).filter(p::equals).isPresent();
    return new Row(
        p.id(),
        p.name(),
        p.from().words(),
        p.needs().memory().asMemory()
            + ", "
            + p.needs().disk().inBothCounts()
            + ", "
            + switch (p.needs().boot()) {
              case NEW -> "the new way";
              case OLD -> "the old way";
              case EITHER -> "either way";
            },
        !same);
  }

  /** What is wrong with a text, while it is written. */
  @PostMapping("/look")
  String look(@RequestParam String yaml, Model model) {
    model.addAttribute("looked", true);
    model.addAttribute("faults", faults(yaml));
    return "knowledge/systems :: looked";
  }

  private static List<String> faults(String yaml) {
    if (yaml.length() > LONGEST) {
      return List.of("own.yaml:1: longer than " + LONGEST + " characters");
    }
    try {
      SystemProfiles.under(yaml);
      return List.of();
    } catch (ProfileFault fault) {
      return fault.faults();
    }
  }

  /** Profiles of a file beside what stands there; nothing is kept before somebody looked. */
  @PostMapping("/file")
  String file(@RequestParam MultipartFile file, Model model) throws IOException {
    Version newest = systems.newest();
    if (file.isEmpty() || file.getSize() > LONGEST) {
      String why =
          file.isEmpty()
              ? "Choose a file first."
              : "This file was not taken: it is longer than " + LONGEST + " bytes.";
      return show(newest.yaml(), newest.number(), List.of(why), model);
    }
    String text = PlainBytes.text(file.getBytes());
    model.addAttribute("fromFile", true);
    String shown = show(text, newest.number(), faults(text), model);
    model.addAttribute("looked", true);
    return shown;
  }

  @PostMapping
  String keep(@RequestParam String yaml, @RequestParam int after, Principal who, Model model) {
    List<String> faults = faults(yaml);
    if (!faults.isEmpty()) {
      return show(yaml, after, faults, model);
    }
    String other = systems.keep(yaml, after, who.getName());
    if (!other.isEmpty()) {
      return show(
          yaml,
          systems.newest().number(),
          List.of(
              other
                  + " kept another version meanwhile. Yours stands here; keep it again to lay it"
                  + " over theirs."),
          model);
    }
    return "redirect:/settings/systems";
  }

  /** The shipped ones, or the shop's own, as a file. */
  @GetMapping("/{which:own|shipped}.yaml")
  ResponseEntity<byte[]> file(@org.springframework.web.bind.annotation.PathVariable String which) {
    String text = which.equals("own") ? systems.newest().yaml() : SystemProfiles.shippedText();
    return ResponseEntity.ok()
        .contentType(MediaType.parseMediaType("application/yaml"))
        .header("Content-Disposition", "attachment; filename=\"systems-" + which + ".yaml\"")
        .body(text.getBytes(StandardCharsets.UTF_8));
  }
}
