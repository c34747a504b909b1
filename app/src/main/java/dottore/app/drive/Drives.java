package dottore.app.drive;

import dottore.app.shop.NotThere;
import dottore.app.shop.Shop;
import dottore.app.ticket.FactBook;
import dottore.app.ticket.FactBook.NotTaken;
import dottore.app.ticket.FactSheet;
import dottore.app.ticket.Line;
import dottore.app.ticket.NewLine;
import dottore.app.ticket.TicketBook;
import dottore.app.ticket.TicketFile;
import dottore.app.ticket.TicketSide;
import dottore.core.drive.Conversion;
import dottore.core.drive.DriveSheets;
import dottore.core.machine.DiskLayout;
import dottore.core.machine.Drive;
import dottore.core.reading.DiskReading;
import dottore.core.runsheet.SheetStep.Making;
import java.time.Duration;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** The drives of a ticket's machine: what follows from its record, and what is written. */
@Service
public class Drives {
  /** Joins answers to the line that they came of. */
  private static final String DISK = "disk-";

  private static final Duration UNDONE_FOR = Duration.ofHours(1);

  private final TicketBook book;
  private final TicketSide side;
  private final FactBook facts;
  private final LayoutNote notes;
  private final Shop shop;

  Drives(TicketBook book, TicketSide side, FactBook facts, LayoutNote notes, Shop shop) {
    this.book = book;
    this.side = side;
    this.facts = facts;
    this.notes = notes;
    this.shop = shop;
  }

  DriveDesk desk(TicketFile file) {
    return DriveDesk.of(file, notes);
  }

  // --- for whom plans with the drive -------------------------------------------------------------

  /** Whether the system disk can be converted in place; empty while nobody said which it is. */
  public Optional<Conversion> conversion(TicketFile file) {
    return desk(file).conversion();
  }

  /**
   * The steps of saving the system disk before it is converted.
   *
   * @throws IllegalStateException if nobody said which it is
   */
  public List<Making> saving(TicketFile file) {
    DriveDesk desk = desk(file);
    return DriveSheets.save(known(desk), desk.saved(), desk.wanted(), desk.copyTime());
  }

  /**
   * The steps of converting it.
   *
   * @throws IllegalStateException if nobody said which it is
   */
  public List<Making> converting(TicketFile file) {
    DriveDesk desk = desk(file);
    known(desk);
    return DriveSheets.convert(desk.which().orElseThrow());
  }

  private static Drive known(DriveDesk desk) {
    return desk.target().orElseThrow(() -> new IllegalStateException("no system disk is named"));
  }

  // --- what is written ---------------------------------------------------------------------------

  NotTaken write(String claim, FactSheet form, Map<String, String> posted, int seen, String who) {
    return facts.write(claim, "Drive", form, posted, TicketFile::facts, seen, who);
  }

  /** Keeps how a drive is divided; that of the system disk answers checks. */
  @Transactional
  void keep(String claim, int number, DiskLayout layout, String who) {
    Map<String, String> known = new LinkedHashMap<>();
    known.put(DriveForm.fact(number, "layout"), notes.of(layout));
    DriveDesk before = desk(book.open(claim));
    boolean system =
        before.target().map(t -> t.number() == number).orElse(before.drives().isEmpty());
    if (system) {
      known.putAll(scheme(layout));
    }
    book.log(claim, who, FactBook.line("Disk " + number + " read: " + notes.words(layout), known));
    if (system) {
      answer(claim, layout, who);
    }
  }

  private static Map<String, String> scheme(DiskLayout layout) {
    return switch (layout.scheme()) {
      case MBR -> Map.of("scheme", "old");
      case GPT -> Map.of("scheme", "new");
      case NONE -> Map.of();
    };
  }

  /** What the table says becomes answers in Find, unless they stand already. */
  private void answer(String claim, DiskLayout layout, String who) {
    TicketFile file = book.open(claim);
    List<NewLine> lines = new ArrayList<>();
    DiskReading.of(layout, desk(file).newMode())
        .forEach(
            answer ->
                book.casebook()
                    .check(answer.check())
                    .filter(
                        check ->
                            file.answers().stream()
                                .noneMatch(
                                    line ->
                                        line.get("check").equals(answer.check())
                                            && line.get("outcome").equals(answer.outcome())))
                    .ifPresent(
                        check ->
                            lines.add(
                                NewLine.read(check, answer)
                                    .with("together", DISK + file.lastSeq()))));
    book.record(claim, file.lastSeq(), lines, who);
  }

  /** Another disk is the system disk now; what was read of it counts from here on. */
  @Transactional
  NotTaken aim(String claim, Map<String, String> posted, int seen, String who) {
    Optional<Integer> before = desk(book.open(claim)).target().map(Drive::number);
    NotTaken not = write(claim, DriveForm.TARGET.sheet(), posted, seen, who);
    DriveDesk desk = desk(book.open(claim));
    Optional<Integer> after = desk.target().map(Drive::number);
    if (after.isEmpty() || after.equals(before)) {
      return not;
    }
    Map<String, String> known = new LinkedHashMap<>();
    if (before.isPresent()) {
      // What somebody saw on the other disk says nothing of this one.
      List.of("scheme", "primaries", "logical", "system-64", "serial-read")
          .forEach(fact -> known.put(fact, ""));
    }
    Optional<DiskLayout> layout = desk.read(after.get());
    layout.map(Drives::scheme).ifPresent(known::putAll);
    if (!known.isEmpty()) {
      String words = layout.map(l -> l.scheme().words()).orElse("to be looked at anew");
      book.log(claim, who, FactBook.line("System disk: " + words, known));
    }
    layout.ifPresent(l -> answer(claim, l, who));
    return not;
  }

  /** Takes a drive off the list, with all that was written about it. */
  void forget(String claim, int number, String who) {
    book.log(
        claim,
        who,
        file -> {
          Map<String, String> gone = new LinkedHashMap<>();
          for (String what : List.of("model", "serial", "gb", "holds", "layout")) {
            gone.put(DriveForm.fact(number, what), "");
          }
          if (desk(file).get("target").equals(String.valueOf(number))) {
            gone.put("target", "");
          }
          return List.of(FactBook.line("Disk " + number + " taken off the list", gone));
        });
  }

  /** What was written last at this desk, if it was not long ago. */
  Optional<Line> last(TicketFile file) {
    Set<Integer> gone = file.takenBack();
    return file.log().stream()
        .filter(line -> line.kind() == Line.Kind.FACT && !gone.contains(line.seq()))
        .reduce((a, b) -> b)
        .filter(line -> line.at().isAfter(shop.now().minus(UNDONE_FOR)))
        .filter(line -> line.data().keySet().stream().anyMatch(DriveForm::knows));
  }

  /**
   * Takes back what was written last, and the answers that came of it.
   *
   * @return whether it was; somebody may have written meanwhile
   */
  @Transactional
  boolean undo(String claim, int entry, String who) {
    if (last(book.open(claim)).filter(line -> line.seq() == entry).isEmpty()) {
      return false;
    }
    book.withdraw(claim, entry, Line.Kind.FACT, who);
    TicketFile file = book.open(claim);
    file.answers().stream()
        .filter(line -> line.get("together").equals(DISK + entry))
        .forEach(line -> book.withdraw(claim, line.seq(), line.kind(), who));
    return true;
  }

  /** A drive that could be taken for another is unplugged; it goes on the put-back list. */
  @Transactional
  void unplug(String claim, int number, String place, String who) {
    Drive drive =
        desk(book.open(claim))
            .drive(number)
            .orElseThrow(() -> new NotThere("There is no disk " + number + " on this ticket."));
    if (drive.connected()) {
      side.borrow(claim, DriveDesk.unplugged(number), "connected", place, who);
      // A serial that was read while it was connected says nothing any more.
      book.log(
          claim,
          who,
          file ->
              desk(file).get("serial-read").isEmpty()
                  ? List.of()
                  : List.of(
                      FactBook.line("The serial is to be read again", Map.of("serial-read", ""))));
    }
  }
}
