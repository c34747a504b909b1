package dottore.app.drive;

import dottore.app.drive.DriveRows.Alike;
import dottore.app.drive.DriveRows.Choice;
import dottore.app.drive.DriveRows.Copy;
import dottore.app.drive.DriveRows.DiskRow;
import dottore.app.drive.DriveRows.Known;
import dottore.app.drive.DriveRows.Lead;
import dottore.app.drive.DriveRows.PointRow;
import dottore.app.ticket.FactBook;
import dottore.app.ticket.TicketBook;
import dottore.app.ticket.TicketFile;
import dottore.app.ticket.TicketPage;
import dottore.core.casebook.Mark;
import dottore.core.drive.Conversion;
import dottore.core.drive.Conversion.Point;
import dottore.core.drive.Conversion.State;
import dottore.core.drive.Conversion.Topic;
import dottore.core.drive.TransferTime;
import dottore.core.drive.TransferTime.Link;
import dottore.core.drive.WrongDisk;
import dottore.core.firmware.Encryption;
import dottore.core.machine.Drive;
import dottore.core.units.Capacity;
import java.util.Arrays;
import java.util.HashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Collectors;
import org.springframework.stereotype.Component;
import org.springframework.ui.Model;

/** Fills the page of the drive desk. */
@Component
class DrivePage {
  private final TicketBook book;
  private final TicketPage page;
  private final Drives drives;
  private final LayoutNote notes;

  DrivePage(TicketBook book, TicketPage page, Drives drives, LayoutNote notes) {
    this.book = book;
    this.page = page;
    this.drives = drives;
    this.notes = notes;
  }

  /** The page again after a form: what was typed and not taken stands in its field. */
  String again(String claim, FactBook.NotTaken not, Model model) {
    return show(book.open(claim), not.words(), not.typed(), model);
  }

  String again(String claim, String fault, Model model) {
    return show(book.open(claim), List.of(fault), Map.of(), model);
  }

  /**
   * Fills the model with the page.
   *
   * @param faults what was not taken of what was just posted
   * @param typed what stands in the fields at fault
   * @return the template
   */
  String show(TicketFile file, List<String> faults, Map<String, String> typed, Model model) {
    page.fill(model, file, "fix");
    DriveDesk desk = drives.desk(file);
    Map<String, String> facts = new HashMap<>(desk.facts());
    facts.putAll(typed);
    Optional<Drive> target = desk.target();
    Optional<Conversion> conversion = desk.conversion();
    model.addAttribute("faults", faults);
    model.addAttribute("facts", facts);
    model.addAttribute("open", file.open());
    model.addAttribute(
        "stops", book.assess(file).stops().stream().map(Mark::words).sorted().toList());
    model.addAttribute("map", desk.drives().isEmpty() ? null : DiskMap.of(desk.drives(), target));
    model.addAttribute("disks", desk.drives().stream().map(d -> row(d, target, facts)).toList());
    model.addAttribute("sectorsRead", target.flatMap(Drive::layout).isPresent());
    model.addAttribute("free", desk.free().orElse(-1));
    model.addAttribute("lead", lead(desk, conversion));
    model.addAttribute("known", target.map(t -> known(desk, t)).orElse(null));
    model.addAttribute(
        "alike",
        desk.which()
            .filter(
                w ->
                    w.verdict() == WrongDisk.Verdict.ALIKE
                        || w.verdict() == WrongDisk.Verdict.OTHER)
            .map(
                w ->
                    new Alike(
                        w.alike().stream().map(d -> row(d, target, facts)).toList(),
                        w.target().lastFour().isPresent()))
            .orElse(null));
    model.addAttribute(
        "points",
        conversion.map(c -> c.points().stream().map(DrivePage::point).toList()).orElse(List.of()));
    model.addAttribute("copy", desk.copyTime().map(time -> copy(desk, time)).orElse(null));
    model.addAttribute("last", drives.last(file).orElse(null));
    model.addAttribute("links", links());
    model.addAttribute("encryptions", encryptions(desk.encryption()));
    return "drive/drive";
  }

  private DiskRow row(Drive drive, Optional<Drive> target, Map<String, String> facts) {
    int n = drive.number();
    return new DiskRow(
        n,
        drive.name(),
        drive.described(),
        facts.getOrDefault(DriveForm.fact(n, "model"), ""),
        facts.getOrDefault(DriveForm.fact(n, "serial"), ""),
        facts.getOrDefault(DriveForm.fact(n, "gb"), ""),
        facts.getOrDefault(DriveForm.fact(n, "holds"), ""),
        drive.connected(),
        target.filter(t -> t.number() == n).isPresent(),
        drive.layout().map(notes::words).orElse(""));
  }

  private static Lead lead(DriveDesk desk, Optional<Conversion> conversion) {
    if (desk.drives().isEmpty()) {
      return new Lead(
          "drives",
          "First",
          "Which drives are in it?",
          "Model, serial and size as printed on each, the system disk first.",
          false);
    }
    if (conversion.isEmpty()) {
      return new Lead(
          "target",
          "Before anything is written",
          "Which one is the system disk?",
          "Sizes alone do not tell: go by what is on it.",
          false);
    }
    WrongDisk which = desk.which().orElseThrow();
    if (which.verdict() == WrongDisk.Verdict.ALIKE) {
      return alike(which);
    }
    if (which.verdict() == WrongDisk.Verdict.OTHER) {
      return other(which, desk.get("serial-read").toUpperCase(Locale.ROOT));
    }
    Conversion c = conversion.get();
    if (c.done()) {
      Point scheme = c.point(Topic.SCHEME).orElseThrow();
      return new Lead(
          "none", "", which.target().name() + ": " + scheme.words(), scheme.todo(), false);
    }
    if (!c.walls().isEmpty()) {
      return new Lead(
          "none",
          "",
          which.target().name() + " cannot be converted in place",
          c.walls().stream()
              .map(p -> p.topic().words() + ": " + p.words() + ". " + p.todo() + ".")
              .collect(Collectors.joining(" ")),
          true);
    }
    if (!c.go()) {
      return new Lead(
          "ask",
          "Before anything is written",
          "Look at these first",
          c.open().stream()
              .map(p -> p.topic().words().toLowerCase(Locale.ROOT) + ": " + p.words())
              .collect(Collectors.joining(", ", "", ".")),
          false);
    }
    return new Lead(
        "go",
        "Ready",
        which.target().name() + " can be converted in place",
        "No way back in place, and it does not start until the boot mode is changed: the firmware's"
            + " steps go with it, on one run sheet.",
        false);
  }

  private static Lead alike(WrongDisk which) {
    String sizes =
        which.alike().stream()
            .map(d -> d.size().map(DrivePage::gib).orElse("size not known"))
            .collect(Collectors.joining(", "));
    String title =
        which.target().size().map(DrivePage::gib).orElse("size not known") + " and " + sizes;
    return new Lead(
        "alike",
        "Before anything is written",
        "These drives look alike: " + title,
        "Installers and converters show sizes, and these are within 3 %. Unplug what is not meant,"
            + " or read the serial off the screen that writes.",
        false);
  }

  private static Lead other(WrongDisk which, String read) {
    String target = which.target().name().toLowerCase(Locale.ROOT);
    String title =
        which.alike().isEmpty()
            ? "That serial is not the one of " + target
            : "Stop: that screen shows "
                + which.alike().get(0).name().toLowerCase(Locale.ROOT)
                + ", not "
                + target;
    return new Lead(
        "alike",
        "Before anything is written",
        title,
        "It ends in "
            + read
            + which.target().lastFour().map(own -> "; " + target + " ends in " + own).orElse("")
            + ". Choose the right one there, then read its serial again.",
        false);
  }

  private static String gib(Capacity size) {
    return String.format(Locale.ROOT, "%.1f GiB", size.gibibytes());
  }

  private static Known known(DriveDesk desk, Drive target) {
    WrongDisk which = desk.which().orElseThrow();
    String look =
        switch (which.verdict()) {
          case ONLY -> "no other is written down as connected; look into the case";
          case SERIAL -> "told apart by serial";
          case SIZE -> "none within 3 % of its size";
          case GONE -> "it is unplugged itself";
          case OTHER -> "the serial that was read is not its own";
          case ALIKE ->
              which.alike().stream()
                      .map(d -> d.name().toLowerCase(Locale.ROOT))
                      .collect(Collectors.joining(", "))
                  + " still connected";
        };
    String saved =
        desk.saved()
            .map(where -> where + ", compared")
            .orElse(
                desk.wanted()
                    ? desk.find("saved-where")
                        .map(where -> where + ", not compared yet")
                        .orElse("not yet" + told(desk.file().backup()))
                    : "the customer wants nothing kept");
    return new Known(
        (target.described() + (target.model().isEmpty() ? "" : ", " + target.model())),
        target.holds().isEmpty() ? "nobody wrote it down" : target.holds(),
        desk.saved().isPresent() || !desk.wanted(),
        saved,
        desk.file().mayErase(),
        which.verdict().sure(),
        look);
  }

  private static String told(String backup) {
    return switch (backup) {
      case "yes" -> "; the customer says there is a copy";
      case "no" -> "; the customer has no copy";
      default -> "";
    };
  }

  private static PointRow point(Point p) {
    String mark =
        switch (p.state()) {
          case GOOD, DONE -> "✓";
          case SHEET -> "○";
          case ASK -> "?";
          case BAD -> "✕";
        };
    return new PointRow(
        p.topic().id(),
        p.topic().words(),
        mark,
        p.state() == State.DONE ? "good" : p.state().name().toLowerCase(Locale.ROOT),
        p.words(),
        p.todo());
  }

  private static Copy copy(DriveDesk desk, TransferTime time) {
    String pace =
        desk.find("copy-speed").isPresent()
            ? desk.get("copy-speed") + " MB/s measured"
            : "slowest link: " + time.slowest().words();
    return new Copy(
        "Copying " + desk.get("used-gb") + " GB",
        String.format(Locale.ROOT, "%.0f to %.0f min", time.least().value(), time.most().value()),
        pace + "; many small files take twice as long");
  }

  private static List<Choice> links() {
    return Arrays.stream(Link.values())
        .map(link -> new Choice(DriveForm.id(link), link.words(), false))
        .toList();
  }

  private static List<Choice> encryptions(Encryption known) {
    return Arrays.stream(Encryption.values())
        .map(e -> new Choice(e.id(), e.words(), e == known))
        .toList();
  }
}
