package dottore.app.drive;

import dottore.app.desk.Act;
import dottore.app.desk.Desk;
import dottore.app.desk.DiskMap;
import dottore.app.desk.Field;
import dottore.app.desk.PointRow;
import dottore.app.drive.Rows.Alike;
import dottore.app.drive.Rows.Copy;
import dottore.app.drive.Rows.DiskRow;
import dottore.app.drive.Rows.Lead;
import dottore.app.drive.Rows.Test;
import dottore.app.record.Record;
import dottore.app.record.TicketFile;
import dottore.app.record.Writing;
import dottore.core.casebook.Reliance;
import dottore.core.diagnosis.Assessment;
import dottore.core.drive.Conversion;
import dottore.core.drive.Conversion.Topic;
import dottore.core.drive.DriveCasebook;
import dottore.core.drive.DriveDesk;
import dottore.core.drive.DriveFacts;
import dottore.core.drive.DriveKind;
import dottore.core.drive.Kept;
import dottore.core.drive.OverAdapter;
import dottore.core.drive.TransferTime;
import dottore.core.drive.WrongDisk;
import dottore.core.facts.Fact;
import dottore.core.facts.FactForm;
import dottore.core.facts.Facts;
import dottore.core.gate.Point;
import dottore.core.machine.DiskLayout;
import dottore.core.machine.Drive;
import dottore.core.ticket.SheetKind;
import dottore.core.ticket.SheetWork;
import dottore.core.ticket.Start;
import dottore.core.units.Capacity;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import org.springframework.core.annotation.Order;
import org.springframework.stereotype.Component;
import org.springframework.ui.Model;

/** Fix, Drive. */
@Component
@Order(3)
class DrivePage implements Desk {
  private static final Page PAGE = new Page("drive", "Drive", "disk", "Which disk");

  private static final Page SAVE = new Page("drive", "Drive", "save", "Save");

  private final Record record;

  DrivePage(Record record) {
    this.record = record;
  }

  @Override
  public List<Page> pages() {
    return List.of(PAGE, SAVE);
  }

  @Override
  public String mark(Page page, TicketFile file) {
    DriveDesk desk = DriveDesk.of(file.job());
    return page == SAVE && desk.saved().isPresent() ? "✓" : "";
  }

  @Override
  public double need(Page page, TicketFile file, Assessment assessment) {
    return page == SAVE ? 0 : assessment.oddsOf(DriveCasebook.CAUSES);
  }

  @Override
  public String name() {
    return "Drive";
  }

  @Override
  public Optional<FactForm> form(String id) {
    return DriveFacts.FORMS.stream()
        .filter(form -> form.id().equals(id) && form != DriveFacts.AIM)
        .findFirst();
  }

  @Override
  public Optional<Fact<?>> fact(String name) {
    return DriveFacts.named(name);
  }

  @Override
  public Stream<Fact<?>> facts() {
    return DriveFacts.all();
  }

  @Override
  public List<Reliance> reliesOn() {
    return DriveCasebook.ALL;
  }

  @Override
  public List<Act> acts() {
    return DriveActs.all();
  }

  @Override
  public List<DriveKind> kinds() {
    return List.of(DriveKind.TEST);
  }

  @Override
  public Start start(SheetKind kind, Map<String, String> asked, Writing writing) {
    return DriveDesk.of(writing.job()).test();
  }

  /** A test is over when it was said what the other machine saw. */
  @Override
  public boolean ready(SheetWork work, Facts known) {
    return false;
  }

  @Override
  public String fill(Page page, TicketFile file, Map<String, String> facts, Model model) {
    DriveDesk desk = DriveDesk.of(file.job());
    if (page == SAVE) {
      boolean asked = desk.savePlan().unasked().size() < Kept.values().length;
      model.addAttribute(
          "lastTime",
          asked ? null : SaveView.lastTime(record.earlierOfCustomer(file)).orElse(null));
      return SaveView.fill(desk, facts, model);
    }
    Optional<Drive> target = desk.target();
    Optional<Conversion> conversion = desk.conversion();
    model.addAttribute(
        "asked",
        DriveFacts.SYSTEM.facts().stream()
            .map(fact -> Field.of(fact, desk.facts(), facts))
            .toList());
    model.addAttribute("map", desk.drives().isEmpty() ? null : DiskMap.of(desk.drives(), target));
    model.addAttribute("disks", desk.drives().stream().map(d -> row(d, target, facts)).toList());
    model.addAttribute("sectorsRead", target.flatMap(Drive::layout).isPresent());
    model.addAttribute("free", desk.free().orElse(-1));
    model.addAttribute("lead", lead(desk, conversion));
    model.addAttribute("card", desk.card().orElse(null));
    model.addAttribute("fourKnown", target.flatMap(Drive::lastFour).isPresent());
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
        conversion
            .map(c -> c.points().stream().map(p -> PointRow.of(p, Topic::words)).toList())
            .orElse(List.of()));
    model.addAttribute("copy", desk.copyTime().map(time -> copy(desk, time)).orElse(null));
    model.addAttribute("links", DriveFacts.COPY_FROM.choices());
    model.addAttribute("test", test(desk, file));
    model.addAttribute("overAdapter", OverAdapter.values());
    model.addAttribute(
        "shown",
        desk.facts()
            .find(DriveFacts.SHOWN)
            .flatMap(list -> target.map(t -> ShownView.of(list, t, desk.drives())))
            .orElse(null));
    return "drive/drive";
  }

  private static Test test(DriveDesk desk, TicketFile file) {
    Optional<SheetWork> open =
        file.openSheets().stream().filter(w -> w.kind().equals(DriveKind.TEST.id())).findFirst();
    Optional<OverAdapter> seen = desk.facts().find(DriveFacts.OVER_ADAPTER);
    return new Test(
        open.filter(work -> work.did(DriveKind.LOOKED)).map(SheetWork::id).orElse(""),
        open.filter(SheetWork::finished).isPresent(),
        seen.map(OverAdapter::words).orElse(""),
        seen.map(OverAdapter::then).orElse(""),
        desk.test() instanceof Start.NotYet not ? not.why() : "");
  }

  private static DiskRow row(Drive drive, Optional<Drive> target, Map<String, String> facts) {
    int n = drive.number();
    return new DiskRow(
        n,
        drive.name(),
        drive.described(),
        facts.getOrDefault(DriveFacts.model(n).name(), ""),
        facts.getOrDefault(DriveFacts.serial(n).name(), ""),
        facts.getOrDefault(DriveFacts.size(n).name(), ""),
        facts.getOrDefault(DriveFacts.holds(n).name(), ""),
        drive.connected(),
        target.filter(t -> t.number() == n).isPresent(),
        drive.layout().map(DiskLayout::words).orElse(""));
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
      return other(which, desk.facts().get(DriveFacts.SERIAL_READ).toUpperCase(Locale.ROOT));
    }
    Conversion c = conversion.get();
    if (c.done()) {
      Point<Topic> scheme = c.point(Topic.SCHEME).orElseThrow();
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

  private static Copy copy(DriveDesk desk, TransferTime time) {
    String pace =
        desk.facts().has(DriveFacts.COPY_SPEED)
            ? desk.facts().text(DriveFacts.COPY_SPEED) + " MB/s measured"
            : "slowest link: " + time.slowest().words();
    return new Copy(
        "Copying " + desk.facts().text(DriveFacts.USED) + " GB",
        String.format(Locale.ROOT, "%.0f to %.0f min", time.least().value(), time.most().value()),
        pace + "; many small files take twice as long");
  }
}
