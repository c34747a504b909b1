package dottore.app.drive;

import dottore.app.shop.NotThere;
import dottore.app.shop.Uploads;
import dottore.app.ticket.FactBook;
import dottore.app.ticket.FactSheet;
import dottore.app.ticket.TicketBook;
import dottore.core.format.DiskSectors;
import dottore.core.format.FormatFault;
import java.io.IOException;
import java.security.Principal;
import java.util.Arrays;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.OptionalLong;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.multipart.MultipartFile;

/** Fix, Drive. */
@Controller
@RequestMapping("/tickets/{claim}/fix/drive")
class DriveController {
  private static final int LONGEST_PLACE = 60;

  private final TicketBook book;
  private final Drives drives;
  private final DrivePage page;

  DriveController(TicketBook book, Drives drives, DrivePage page) {
    this.book = book;
    this.drives = drives;
    this.page = page;
  }

  @GetMapping
  String drive(@PathVariable String claim, Model model) {
    return page.show(book.open(claim), List.of(), Map.of(), model);
  }

  private static String here(String claim) {
    return "redirect:/tickets/" + claim + "/fix/drive";
  }

  private static int number(int number) {
    if (number < 0 || number >= DriveForm.MOST_DRIVES) {
      throw new NotThere("There is no disk " + number + ".");
    }
    return number;
  }

  private String after(String claim, FactBook.NotTaken not, Model model) {
    return not.words().isEmpty() ? here(claim) : page.again(claim, not, model);
  }

  @PostMapping("/facts/{form}")
  String facts(
      @PathVariable String claim,
      @PathVariable String form,
      @RequestParam Map<String, String> posted,
      @RequestParam int seen,
      Principal who,
      Model model) {
    DriveForm fields =
        Arrays.stream(DriveForm.values())
            .filter(f -> f.name().toLowerCase(Locale.ROOT).equals(form))
            .findFirst()
            .orElseThrow(() -> new NotThere("The drive desk has no such form."));
    FactBook.NotTaken not =
        fields == DriveForm.TARGET
            ? drives.aim(claim, posted, seen, who.getName())
            : drives.write(claim, fields.sheet(), posted, seen, who.getName());
    return after(claim, not, model);
  }

  @PostMapping("/disks/{number}")
  String disk(
      @PathVariable String claim,
      @PathVariable int number,
      @RequestParam Map<String, String> posted,
      @RequestParam int seen,
      Principal who,
      Model model) {
    FactSheet form = DriveForm.disk(number(number));
    return after(claim, drives.write(claim, form, posted, seen, who.getName()), model);
  }

  @PostMapping("/undo")
  String undo(@PathVariable String claim, @RequestParam int entry, Principal who, Model model) {
    return drives.undo(claim, entry, who.getName())
        ? here(claim)
        : page.again(claim, "Somebody wrote meanwhile; nothing was undone.", model);
  }

  @PostMapping("/disks/{number}/forget")
  String forget(@PathVariable String claim, @PathVariable int number, Principal who) {
    drives.forget(claim, number(number), who.getName());
    return here(claim);
  }

  @PostMapping("/disks/{number}/unplugged")
  String unplugged(
      @PathVariable String claim,
      @PathVariable int number,
      @RequestParam(defaultValue = "") String place,
      Principal who) {
    String where = place.strip();
    drives.unplug(
        claim,
        number(number),
        where.length() > LONGEST_PLACE ? where.substring(0, LONGEST_PLACE) : where,
        who.getName());
    return here(claim);
  }

  @PostMapping("/disks/{number}/sectors")
  String sectors(
      @PathVariable String claim,
      @PathVariable int number,
      @RequestParam MultipartFile head,
      @RequestParam(required = false) MultipartFile tail,
      @RequestParam(defaultValue = "") String sectors,
      @RequestParam(defaultValue = "false") boolean large,
      Principal who,
      Model model)
      throws IOException {
    OptionalLong count = OptionalLong.empty();
    String plain = sectors.replaceAll("[\\s,.’']", "");
    if (!plain.isEmpty()) {
      if (!plain.matches("[1-9]\\d{0,12}")) {
        model.addAttribute("typedSectors", sectors);
        return page.again(
            claim, "Sectors is a whole number, such as 976773168. Nothing was changed.", model);
      }
      count = OptionalLong.of(Long.parseLong(plain));
    }
    try {
      Optional<byte[]> end =
          tail == null || tail.isEmpty()
              ? Optional.empty()
              : Optional.of(Uploads.bytes(tail, DiskSectors.LARGEST));
      drives.keep(
          claim,
          number(number),
          DiskSectors.read(Uploads.bytes(head, DiskSectors.LARGEST), end, count, large),
          who.getName());
      return here(claim);
    } catch (Uploads.Unfit unfit) {
      model.addAttribute("typedSectors", sectors);
      return page.again(claim, String.valueOf(unfit.getMessage()), model);
    } catch (FormatFault fault) {
      model.addAttribute("typedSectors", sectors);
      return page.again(
          claim,
          "These sectors were not taken: " + fault.getMessage() + ". Nothing was changed.",
          model);
    }
  }
}
