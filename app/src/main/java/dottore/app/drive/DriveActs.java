package dottore.app.drive;

import dottore.app.desk.Act;
import dottore.app.desk.Act.Decision;
import dottore.app.desk.Desk;
import dottore.app.desk.Posted;
import dottore.app.frame.Uploads;
import dottore.app.record.Writing;
import dottore.app.record.Writing.NotTaken;
import dottore.app.said.NotThere;
import dottore.app.said.Refused;
import dottore.core.drive.Compared;
import dottore.core.drive.CopyProof;
import dottore.core.drive.DriveDesk;
import dottore.core.drive.DriveFacts;
import dottore.core.drive.DriveKind;
import dottore.core.drive.Kept;
import dottore.core.drive.OverAdapter;
import dottore.core.drive.ShownList;
import dottore.core.facts.Fact;
import dottore.core.facts.Facts;
import dottore.core.format.DiskSectors;
import dottore.core.format.FormatFault;
import dottore.core.format.SumList;
import dottore.core.machine.DiskLayout;
import dottore.core.machine.Drive;
import dottore.core.runsheet.Loan;
import dottore.core.ticket.Line;
import dottore.core.ticket.NewLine;
import dottore.core.ticket.SheetWork;
import java.io.IOException;
import java.math.BigDecimal;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.OptionalLong;
import java.util.Set;
import java.util.stream.Stream;
import org.springframework.web.multipart.support.MissingServletRequestPartException;

/** What can be done at the drive desk beside its forms. */
final class DriveActs {
  private static final int LONGEST_PLACE = 60;
  private static final String HERE = "disk";

  /** A list of four hundred thousand files fits. */
  private static final long LIST = 60L << 20;

  private DriveActs() {}

  static List<Act> all() {
    return List.of(
        Act.of("facts/target", HERE, DriveActs::aim),
        Act.of("disks/{number}", HERE, DriveActs::describe),
        Act.of("disks/{number}/forget", HERE, DriveActs::forget),
        Act.of("disks/{number}/unplugged", HERE, DriveActs::unplug),
        Act.of("disks/{number}/sectors", HERE, DriveActs::sectors),
        Act.of("adapter/{sheet}", HERE, DriveActs::overAdapter),
        Act.of("compare", "save", DriveActs::compare),
        Act.of("count", "save", DriveActs::count),
        Act.of("last-time", "save", DriveActs::asLastTime),
        Act.of("list", HERE, posted -> list(posted, "")),
        Act.of("list/new", "replace", posted -> list(posted, "new ")));
  }

  private static int disk(Posted posted) {
    return posted.number("number", DriveFacts.MOST_DRIVES);
  }

  private static DriveDesk desk(Writing writing) {
    return DriveDesk.of(writing.job());
  }

  private static NotTaken form(Writing writing, String id, Posted posted, int number) {
    return writing.facts(
        "Drive",
        number < 0 ? DriveFacts.AIM : DriveFacts.disk(number, id),
        posted.fields(),
        job -> job.log().facts(),
        posted.seen());
  }

  private static Decision describe(Posted posted) {
    int number = disk(posted);
    return writing -> form(writing, "disk", posted, number);
  }

  /** Another disk is the system disk now; what was read of it counts from here on. */
  private static Decision aim(Posted posted) {
    return writing -> {
      Optional<Integer> before = desk(writing).target().map(Drive::number);
      NotTaken not = form(writing, "target", posted, -1);
      DriveDesk desk = desk(writing);
      Optional<Integer> after = desk.target().map(Drive::number);
      if (after.isEmpty() || after.equals(before)) {
        return not;
      }
      Optional<DiskLayout> layout = desk.read(after.get());
      Facts known = before.isPresent() ? desk.aimedAnew() : Facts.none();
      known = known.with(layout.map(DriveDesk::scheme).orElse(Facts.none()));
      if (!known.isEmpty()) {
        String words = layout.map(l -> l.scheme().words()).orElse("to be looked at anew");
        answer(writing, writing.append(NewLine.known("System disk: " + words, known)));
      }
      return not;
    };
  }

  /** Takes a drive off the list, with all that was written about it. */
  private static Decision forget(Posted posted) {
    int number = disk(posted);
    return Decision.of(
        writing ->
            writing.append(
                NewLine.known(
                    "Disk " + number + " taken off the list", desk(writing).forgotten(number))));
  }

  /** A drive that could be taken for another is unplugged; it goes on the put-back list. */
  private static Decision unplug(Posted posted) {
    int number = disk(posted);
    String place = posted.fields().getOrDefault("place", "").strip();
    String where = place.length() > LONGEST_PLACE ? place.substring(0, LONGEST_PLACE) : place;
    return Decision.of(
        writing -> {
          Drive drive =
              desk(writing)
                  .drive(number)
                  .orElseThrow(
                      () -> new NotThere("There is no disk " + number + " on this ticket."));
          if (!drive.connected()) {
            return;
          }
          Loan loan =
              new Loan("disk " + number + " unplugged", "", "", Set.of())
                  .known(DriveDesk.unplugged(number));
          writing.borrow(loan, "connected", where);
          if (desk(writing).facts().has(DriveFacts.SERIAL_READ)) {
            // A serial that was read while it was connected says nothing any more.
            writing.append(
                NewLine.known(
                    "The serial is to be read again",
                    Facts.none().without(DriveFacts.SERIAL_READ)));
          }
        });
  }

  /** Keeps how a drive is divided; that of the system disk answers checks. */
  private static Decision sectors(Posted posted)
      throws IOException, FormatFault, MissingServletRequestPartException {
    int number = disk(posted);
    String typed = posted.fields().getOrDefault("sectors", "");
    String plain = typed.replaceAll("[\\s,.’']", "");
    OptionalLong count = OptionalLong.empty();
    byte[] head = Uploads.bytes(posted.file("head"), DiskSectors.LARGEST);
    if (!plain.isEmpty()) {
      if (!plain.matches("[1-9]\\d{0,12}")) {
        throw new Refused("Sectors is a whole number, such as 976773168. Nothing was changed.");
      }
      count = OptionalLong.of(Long.parseLong(plain));
    }
    Optional<byte[]> tail = posted.bytes("tail", DiskSectors.LARGEST);
    DiskLayout layout = DriveFacts.brief(DiskSectors.read(head, tail, count, posted.yes("large")));
    return Decision.of(writing -> keep(writing, number, layout));
  }

  private static void keep(Writing writing, int number, DiskLayout layout) {
    DriveDesk before = desk(writing);
    boolean system =
        before.target().map(t -> t.number() == number).orElse(before.drives().isEmpty());
    Facts known = Facts.none().with(DriveFacts.layout(number), layout);
    if (system) {
      known = known.with(DriveDesk.scheme(layout));
    }
    Line line = writing.append(NewLine.known("Disk " + number + " read: " + layout.words(), known));
    if (system) {
      answer(writing, line);
    }
  }

  /** What the table says becomes answers in Find, unless they stand already. */
  private static void answer(Writing writing, Line cause) {
    List<NewLine> lines =
        desk(writing).answers().stream()
            .filter(answer -> !writing.log().answered(answer.check(), answer.outcome()))
            .flatMap(
                answer ->
                    Stream.ofNullable(writing.casebook().check(answer.check()).orElse(null))
                        .map(check -> NewLine.read(check, answer).together(Desk.cameOf(cause))))
            .toList();
    writing.record(writing.log().last(), lines);
  }

  /** What another machine saw of the drive; the sheet of the test is over with it. */
  private static Decision overAdapter(Posted posted) {
    OverAdapter seen = posted.chosen("seen-as", OverAdapter::valueOf);
    String id = posted.text("sheet");
    return Decision.of(
        writing -> {
          SheetWork work = writing.sheets().sheet(id);
          if (!work.kind().equals(DriveKind.TEST.id()) || !work.open()) {
            throw new Refused("This test is over: it was said what the other machine saw.");
          }
          if (!work.did(DriveKind.LOOKED)) {
            throw new Refused("Look first whether it appears; the sheet says how.");
          }
          Line line =
              writing.append(
                  NewLine.known("On another machine: " + seen.words(), DriveDesk.seen(seen)));
          writing
              .casebook()
              .check(seen.answer().check())
              .ifPresent(
                  check ->
                      writing.record(
                          writing.log().last(),
                          List.of(
                              NewLine.reading(check, seen.answer().outcome())
                                  .ofSheet(id)
                                  .together(Desk.cameOf(line)))));
          writing.sheets().over(work, seen.words());
        });
  }

  /** What this customer wanted kept the last time is asked about first. */
  private static Decision asLastTime(Posted posted) {
    Facts taken = Facts.none();
    for (Kept kind : Kept.values()) {
      String gb = posted.text(DriveFacts.kept(kind).name());
      if (gb.matches("\\d{1,6}(\\.\\d{1,3})?")) {
        taken = taken.with(DriveFacts.kept(kind), new BigDecimal(gb));
      }
    }
    Facts known = taken;
    return Decision.of(
        writing -> {
          if (!known.isEmpty()) {
            writing.append(NewLine.known("Kept as the last time, to be measured anew", known));
          }
        });
  }

  /** The list of disks that the screen shows which is about to write. */
  private static Decision list(Posted posted, String which) {
    String text = posted.fields().getOrDefault("list", "");
    ShownList list;
    try {
      list = ShownList.read(text);
    } catch (IllegalArgumentException none) {
      return writing ->
          new NotTaken(
              List.of("This list was not taken: " + none.getMessage() + ". It stands here still."),
              Map.of("list", text));
    }
    return Decision.of(
        writing ->
            writing.append(
                NewLine.known(
                    "The " + which + "drive looked for: " + list.words(),
                    Facts.none().with(DriveFacts.SHOWN, list))));
  }

  /** Two lists of check sums: what was to be copied, and what is there now. */
  private static Decision compare(Posted posted)
      throws IOException, FormatFault, MissingServletRequestPartException {
    boolean back = posted.text("which").equals("back");
    SumList source = SumList.read(Uploads.bytes(posted.file("source"), LIST));
    SumList there = SumList.read(Uploads.bytes(posted.file("copy"), LIST));
    CopyProof proof;
    try {
      proof = CopyProof.of(source, there);
    } catch (IllegalArgumentException unlike) {
      throw new Refused("These lists cannot be compared: " + unlike.getMessage() + ".");
    }
    return proved(Compared.of(proof, back), posted);
  }

  /** Files and bytes, counted in both places. */
  private static Decision count(Posted posted) {
    boolean back = posted.text("which").equals("back");
    Compared compared;
    try {
      compared =
          Compared.counted(
              new Compared.Count((int) whole(posted, "files"), whole(posted, "bytes")),
              new Compared.Count((int) whole(posted, "files-there"), whole(posted, "bytes-there")),
              back);
    } catch (IllegalArgumentException none) {
      return writing ->
          new NotTaken(
              List.of(
                  "Files and bytes are whole numbers, of what was copied and of what is there."
                      + " Nothing was changed."),
              Map.of());
    }
    return proved(compared, posted);
  }

  private static long whole(Posted posted, String name) {
    String plain = posted.text(name).replaceAll("[\\s,.’']", "");
    long most = name.startsWith("files") ? Integer.MAX_VALUE : Long.MAX_VALUE / 2;
    if (!plain.matches("\\d{1,18}") || Long.parseLong(plain) > most) {
      throw new IllegalArgumentException(name);
    }
    return Long.parseLong(plain);
  }

  /** Keeps what was compared; of the copy, it opens what erases. */
  private static Decision proved(Compared compared, Posted posted) {
    String where = posted.text("where", Fact.LONGEST);
    boolean back = compared.back();
    return Decision.of(
        writing -> {
          Facts known = Facts.none().with(DriveFacts.COMPARED, compared);
          if (back) {
            known = known.with(DriveFacts.RESTORED, compared.whole());
          } else {
            known = known.with(DriveFacts.SAVED_COMPARED, compared.whole());
            String now =
                where.isEmpty() ? writing.log().facts().get(DriveFacts.SAVED_WHERE) : where;
            if (compared.whole() && now.isEmpty()) {
              throw new Refused("Say where the copy lies, then compare again. Nothing was kept.");
            }
            known = known.with(DriveFacts.SAVED_WHERE, now);
          }
          writing.append(NewLine.known((back ? "Put back: " : "Copy: ") + compared.words(), known));
        });
  }
}
