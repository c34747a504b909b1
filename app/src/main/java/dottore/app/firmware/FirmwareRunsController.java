package dottore.app.firmware;

import dottore.app.shop.NotThere;
import dottore.app.ticket.SheetBook;
import dottore.app.ticket.TicketBook;
import dottore.core.diagnosis.Event;
import dottore.core.firmware.Rescue;
import dottore.core.firmware.ResetWay;
import dottore.core.firmware.UpgradeBlockers.Machine;
import java.security.Principal;
import java.util.Arrays;
import java.util.List;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;

/** Fix, Firmware: run sheets that are begun there, and what came of them. */
@Controller
@RequestMapping("/tickets/{claim}/fix/firmware")
class FirmwareRunsController {
  private static final int LONGEST = 40;

  private final TicketBook book;
  private final FirmwareWork work;
  private final FirmwareRuns runs;
  private final DeskPage desk;

  FirmwareRunsController(TicketBook book, FirmwareWork work, FirmwareRuns runs, DeskPage desk) {
    this.book = book;
    this.work = work;
    this.runs = runs;
    this.desk = desk;
  }

  // --- run sheets ---

  private static String shortened(String version) {
    String text = version.strip();
    return text.length() > LONGEST ? text.substring(0, LONGEST) : text;
  }

  private interface Begun {
    String begin();
  }

  private String begin(String claim, String place, Model model, Begun sheet) {
    try {
      return "redirect:/tickets/" + claim + "/run-sheets/" + sheet.begin();
    } catch (NotYet | SheetBook.Refused notYet) {
      return desk.again(claim, place, List.of(String.valueOf(notYet.getMessage())), model);
    }
  }

  @PostMapping("/begin/update")
  String beginUpdate(@PathVariable String claim, Principal who, Model model) {
    return begin(claim, "update", model, () -> runs.beginUpdate(claim, who.getName()));
  }

  @PostMapping("/begin/reset")
  String beginReset(
      @PathVariable String claim, @RequestParam String way, Principal who, Model model) {
    ResetWay chosen = chosen(ResetWay.values(), way);
    return begin(claim, "reset", model, () -> runs.beginReset(claim, chosen, who.getName()));
  }

  @PostMapping("/begin/password")
  String beginPassword(@PathVariable String claim, Principal who, Model model) {
    return begin(claim, "password", model, () -> runs.beginPassword(claim, who.getName()));
  }

  @PostMapping("/begin/recovery")
  String beginRecovery(
      @PathVariable String claim, @RequestParam String rescue, Principal who, Model model) {
    Rescue chosen = chosen(Rescue.values(), rescue);
    return begin(claim, "update", model, () -> runs.beginRecovery(claim, chosen, who.getName()));
  }

  @PostMapping("/begin/blockers")
  String beginBlockers(@PathVariable String claim, Principal who, Model model) {
    Machine machine =
        DeskView.machine(work.desk(book.open(claim)))
            .orElseThrow(() -> new NotThere("Look at the machine first."));
    return begin(claim, "upgrade", model, () -> runs.beginBlockers(claim, machine, who.getName()));
  }

  private static <E extends Enum<E>> E chosen(E[] values, String id) {
    return Arrays.stream(values)
        .filter(v -> DeskView.id(v).equals(id))
        .findFirst()
        .orElseThrow(() -> new NotThere("There is no such way."));
  }

  @PostMapping("/read-back")
  String readBack(
      @PathVariable String claim,
      @RequestParam String sheet,
      @RequestParam(defaultValue = "") String version,
      @RequestParam(defaultValue = "false") boolean dead,
      Principal who,
      Model model) {
    if (version.isBlank() && !dead) {
      String words = "Type the version that it shows, or say that it does not start any more.";
      return desk.again(claim, "update", List.of(words), model);
    }
    runs.readBack(claim, sheet, dead ? "" : shortened(version), who.getName());
    return "redirect:/tickets/" + claim + "/fix/firmware/update";
  }

  @PostMapping("/conclude")
  String conclude(
      @PathVariable String claim,
      @RequestParam String sheet,
      @RequestParam String result,
      Principal who) {
    runs.conclude(claim, sheet, chosen(Event.Result.values(), result), who.getName());
    return "redirect:/tickets/" + claim + "/find";
  }
}
