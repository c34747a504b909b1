package dottore.app.firmware;

import dottore.app.shop.NotThere;
import dottore.app.shop.PlainText;
import dottore.app.shop.Uploads;
import dottore.app.ticket.FactBook;
import dottore.app.ticket.Line;
import dottore.app.ticket.PhotoBook;
import dottore.app.ticket.TicketBook;
import dottore.app.ticket.TicketFile;
import dottore.core.firmware.PasswordRoad;
import dottore.core.firmware.ReEntry;
import dottore.core.firmware.Setting;
import dottore.core.format.FormatFault;
import dottore.core.format.StickSectors;
import java.io.IOException;
import java.security.Principal;
import java.util.Arrays;
import java.util.EnumMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Objects;
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

/** Fix, Firmware: the pages of the desk, and what is known and noted there. */
@Controller
@RequestMapping("/tickets/{claim}/fix/firmware")
class FirmwareController {
  private static final long LARGEST_FILE = 64L << 20;
  private static final int LONGEST = 120;

  private final TicketBook book;
  private final PhotoBook photos;
  private final FirmwareWork work;
  private final DeskPage desk;

  FirmwareController(TicketBook book, PhotoBook photos, FirmwareWork work, DeskPage desk) {
    this.book = book;
    this.photos = photos;
    this.work = work;
    this.desk = desk;
  }

  /** The page that this ticket needs first. */
  @GetMapping
  String desk(@PathVariable String claim, Model model) {
    TicketFile file = book.open(claim);
    return desk.show(file, desk.first(file), List.of(), model);
  }

  @GetMapping("/{place}")
  String desk(@PathVariable String claim, @PathVariable String place, Model model) {
    if (!DeskPage.has(place)) {
      throw new NotThere("The firmware desk has no such page.");
    }
    return desk.show(book.open(claim), place, List.of(), model);
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
    FactBook.NotTaken not = work.write(claim, fields, posted, seen, who.getName());
    return not.words().isEmpty()
        ? to(claim, DeskPage.has(place) ? place : "update")
        : desk.again(claim, place, not, model);
  }

  /** What the plan says about the version becomes an answer in Find. */
  @PostMapping("/version")
  String version(@PathVariable String claim, Principal who) {
    work.recordVersion(claim, who.getName());
    return to(claim, "update");
  }

  @PostMapping("/file")
  String file(
      @PathVariable String claim, @RequestParam MultipartFile file, Principal who, Model model)
      throws IOException {
    try {
      String name =
          shortened(
              PlainText.plain(Objects.requireNonNullElse(file.getOriginalFilename(), "file")));
      work.keepFile(claim, name, Uploads.sha256(file, LARGEST_FILE), file.getSize(), who.getName());
      return to(claim, "update");
    } catch (Uploads.Unfit unfit) {
      return desk.again(claim, "update", List.of(String.valueOf(unfit.getMessage())), model);
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
      return desk.again(claim, "update", List.of(String.valueOf(unfit.getMessage())), model);
    } catch (FormatFault fault) {
      String words = "These sectors were not taken: " + fault.getMessage() + ".";
      return desk.again(claim, "update", List.of(words + " Nothing was changed."), model);
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
    model.addAttribute("photoNote", note);
    try {
      byte[] bytes = Uploads.bytes(picture, PhotoBook.LARGEST);
      photos.keep(claim, bytes, shortened(note), who.getName());
      return to(claim, "settings");
    } catch (Uploads.Unfit unfit) {
      return desk.again(claim, "settings", List.of(String.valueOf(unfit.getMessage())), model);
    } catch (IllegalArgumentException other) {
      String words = "This picture was not taken: " + other.getMessage() + ".";
      return desk.again(claim, "settings", List.of(words), model);
    }
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
    } catch (NotYet changed) {
      return desk.again(claim, "settings", List.of(String.valueOf(changed.getMessage())), model);
    } catch (IllegalArgumentException unknown) {
      throw new NotThere("There is no such setting.");
    }
  }

  @PostMapping("/again")
  String again(@PathVariable String claim, @RequestParam String setting, Principal who) {
    try {
      work.again(claim, Setting.of(setting), who.getName());
    } catch (IllegalArgumentException unknown) {
      throw new NotThere("There is no such setting.");
    }
    return to(claim, "settings");
  }

  /** A proof that was recorded by mistake closes the road again. */
  @PostMapping("/proof/withdraw")
  String withdraw(@PathVariable String claim, @RequestParam int entry, Principal who) {
    book.withdraw(claim, entry, Line.Kind.PROOF, who.getName());
    return to(claim, "password");
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
      return desk.again(claim, "password", List.of(words), model);
    }
    try {
      work.prove(claim, PasswordRoad.Proof.of(kind), shortened(shown), who.getName());
    } catch (IllegalArgumentException unknown) {
      throw new NotThere("That is no kind of proof.");
    }
    return to(claim, "password");
  }
}
