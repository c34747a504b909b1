package dottore.app.firmware;

import dottore.app.desk.Act;
import dottore.app.desk.Act.Decision;
import dottore.app.desk.Posted;
import dottore.app.frame.Uploads;
import dottore.app.record.Writing;
import dottore.app.said.NotThere;
import dottore.app.said.Refused;
import dottore.core.casebook.Check;
import dottore.core.casebook.Touched;
import dottore.core.facts.Fact;
import dottore.core.facts.Facts;
import dottore.core.firmware.BoardRecord;
import dottore.core.firmware.FailureRoad.Symptom;
import dottore.core.firmware.FirmwareCasebook;
import dottore.core.firmware.FirmwareDesk;
import dottore.core.firmware.FirmwareFacts;
import dottore.core.firmware.FirmwareFacts.ReadBack;
import dottore.core.firmware.FirmwareSheets;
import dottore.core.firmware.PasswordRoad;
import dottore.core.firmware.ReEntry;
import dottore.core.firmware.ReEntry.Result;
import dottore.core.firmware.Setting;
import dottore.core.firmware.VersionScheme.Order;
import dottore.core.format.FormatFault;
import dottore.core.format.StickSectors;
import dottore.core.machine.Stick;
import dottore.core.reading.Answer;
import dottore.core.ticket.Entry;
import dottore.core.ticket.NewLine;
import dottore.core.ticket.SheetWork;
import java.io.IOException;
import java.util.Arrays;
import java.util.EnumMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;
import org.springframework.stereotype.Component;
import org.springframework.web.multipart.MultipartFile;
import org.springframework.web.multipart.support.MissingServletRequestPartException;

/** What can be done at the firmware desk beside its forms and its run sheets. */
@Component
class FirmwareActs {
  private static final long LARGEST_FILE = 64L << 20;
  private static final int LONGEST_VERSION = 40;
  private static final String UPDATE = "update";
  private static final String SETTINGS = "settings";
  private static final String PASSWORD = "password";

  private final Board board;

  FirmwareActs(Board board) {
    this.board = board;
  }

  List<Act> all() {
    return List.of(
        Act.of("version", UPDATE, posted -> Decision.of(this::recordVersion)),
        Act.of("file", UPDATE, FirmwareActs::file),
        Act.of("stick", UPDATE, FirmwareActs::stick),
        Act.of("read-back", UPDATE, this::readBack),
        Act.of("settings", SETTINGS, this::note),
        Act.of("back", SETTINGS, this::putBack),
        Act.of("again", SETTINGS, this::again),
        Act.of("proof", PASSWORD, FirmwareActs::prove),
        Act.of("proof/confirm", PASSWORD, FirmwareActs::confirm),
        Act.of("proof/withdraw", PASSWORD, FirmwareActs::withdraw));
  }

  // --- the update --------------------------------------------------------------------------------

  /** What the plan says about the version becomes an answer in Find. */
  private void recordVersion(Writing writing) {
    FirmwareDesk desk = board.desk(writing.job());
    board
        .plan(writing.file(), desk)
        .flatMap(plan -> board.versionReading(writing.file(), desk, plan))
        .ifPresent(line -> writing.record(writing.log().last(), List.of(line)));
  }

  /** What an uploaded firmware file is; the file itself is not kept. */
  private static Decision file(Posted posted)
      throws IOException, MissingServletRequestPartException {
    MultipartFile file = posted.file("file");
    String sum = Uploads.sha256(file, LARGEST_FILE);
    String name = Posted.name(file);
    String words =
        "Firmware file "
            + name
            + ", "
            + file.getSize()
            + " bytes, SHA-256 "
            + sum.substring(0, 12)
            + "…";
    Facts facts =
        Facts.none().with(FirmwareFacts.FILE_NAME, name).with(FirmwareFacts.FILE_SUM, sum);
    return Decision.of(writing -> writing.append(NewLine.known(words, facts)));
  }

  /** What the first sectors of a stick show. */
  private static Decision stick(Posted posted)
      throws IOException, FormatFault, MissingServletRequestPartException {
    Stick stick =
        FirmwareFacts.brief(
            StickSectors.read(Uploads.bytes(posted.file("head"), StickSectors.LARGEST)));
    Facts facts = Facts.none().with(FirmwareFacts.STICK, stick);
    return Decision.of(
        writing ->
            writing.append(NewLine.known("Stick read: " + FirmwareFacts.words(stick), facts)));
  }

  /** Reads the version back after a write; without one, it does not start any more. */
  private Decision readBack(Posted posted) {
    String sheet = posted.text("sheet");
    boolean dead = posted.yes("dead");
    String version = dead ? "" : posted.text("version", LONGEST_VERSION);
    if (version.isEmpty() && !dead) {
      throw new Refused("Type the version that it shows, or say that it does not start any more.");
    }
    return Decision.of(writing -> readBack(writing, sheet, version));
  }

  private void readBack(Writing writing, String sheet, String version) {
    SheetWork work = writing.sheets().sheet(sheet);
    if (!work.open()) {
      throw new Refused("This run sheet is over: it was said what came of it.");
    }
    if (!work.did("write") && !work.did("copy")) {
      throw new Refused("Nothing was written yet; it shows what it showed before.");
    }
    BoardRecord record =
        board
            .desk(writing.job())
            .board()
            .orElseThrow(() -> new NotThere("The board is not known."));
    String wanted = work.about("version");
    ReadBack said = compared(record, work, version);
    Facts facts = Facts.none().with(FirmwareFacts.readBack(sheet), said);
    String words;
    if (said == ReadBack.DEAD) {
      words = Symptom.DEAD.words();
      facts = facts.with(FirmwareFacts.FAILED_VERSION, wanted);
      brokenOff(writing);
    } else {
      facts = facts.with(FirmwareFacts.NOW, version).without(FirmwareFacts.FAILED_VERSION);
      if (said == ReadBack.TOOK) {
        words = "It shows " + version + ", as meant";
        // The next one has a file and a stick of its own.
        for (Fact<?> fact : FirmwareFacts.ofOneWrite()) {
          facts = facts.without(fact);
        }
      } else {
        words = Symptom.valueOf(said.name()).words() + ": " + version;
      }
    }
    writing.append(NewLine.known("Version read back. " + words, facts));
    String end = work.about("end").isEmpty() ? wanted : work.about("end");
    if (said == ReadBack.TOOK && !end.equals(wanted)) {
      writing.sheets().over(work, "stepping stone reached, " + end + " is next");
    } else if (said != ReadBack.TOOK && said != ReadBack.DEAD) {
      writing.sheets().over(work, words);
    }
  }

  private static ReadBack compared(BoardRecord board, SheetWork work, String version) {
    if (version.isEmpty()) {
      return ReadBack.DEAD;
    }
    if (board.scheme().compare(version, work.about("version")) == Order.SAME) {
      return ReadBack.TOOK;
    }
    return board.scheme().compare(version, work.about("before")) == Order.SAME
        ? ReadBack.OLD_VERSION
        : ReadBack.OTHER_VERSION;
  }

  /** A machine that a write left dead is evidence of what is wrong with it. */
  private static void brokenOff(Writing writing) {
    String outcome = FirmwareCasebook.BROKEN_OFF.outcomes().get(0);
    writing
        .casebook()
        .check(FirmwareCasebook.BROKEN_OFF.step())
        .ifPresent(
            check ->
                writing.record(writing.log().last(), List.of(NewLine.reading(check, outcome))));
  }

  // --- settings ----------------------------------------------------------------------------------

  /** Notes settings; an empty value forgets one. */
  private Decision note(Posted posted) {
    Map<Setting, String> values = new EnumMap<>(Setting.class);
    for (Setting setting : Setting.values()) {
      String typed = posted.text("other." + setting.id());
      boolean asked =
          posted.fields().containsKey("setting." + setting.id())
              || posted.fields().containsKey("other." + setting.id());
      if (asked) {
        values.put(setting, typed.isEmpty() ? posted.text("setting." + setting.id()) : typed);
      }
    }
    return Decision.of(
        writing -> {
          Map<Setting, String> noted = board.desk(writing.job()).noted();
          values.forEach(
              (setting, value) -> {
                if (!value.equals(noted.getOrDefault(setting, ""))) {
                  String words = value.isEmpty() ? "not noted any more" : value;
                  writing.append(
                      new NewLine(
                          "Setting: " + setting.words() + ": " + words,
                          new Entry.SettingNoted(setting.id(), value)));
                }
              });
        });
  }

  /** Says what happened after the settings of a turn went back. What went in alone is evidence. */
  private Decision putBack(Posted posted) {
    List<Setting> together =
        posted.chosen("settings", ids -> Arrays.stream(ids.split(",")).map(Setting::of).toList());
    Result result = posted.yes("holds") ? Result.HOLDS : Result.FAILS;
    return Decision.of(writing -> putBack(writing, together, result));
  }

  private void putBack(Writing writing, List<Setting> together, Result result) {
    FirmwareDesk desk = board.desk(writing.job());
    Optional<ReEntry.Turn> turn = desk.reEntry().next();
    if (turn.filter(t -> t.settings().equals(together)).isEmpty()) {
      throw new Refused("Somebody put settings back meanwhile; this is the next one now.");
    }
    if (result == Result.FAILS && !turn.get().alone()) {
      writing.append(
          NewLine.known(
              "It fails with these together: "
                  + together.stream().map(Setting::words).collect(Collectors.joining(", "))
                  + ". Back to factory values, then one by one",
              Facts.none().with(FirmwareFacts.ONE_BY_ONE, true)));
      return;
    }
    boolean done = desk.reEntry().turns().size() == 1;
    writing.append(together.stream().map(setting -> backLine(desk, setting, result)).toList());
    if (turn.get().alone()) {
      ReEntry.evidence(together.get(0), result)
          .flatMap(answer -> reading(writing, answer))
          .ifPresent(line -> writing.record(writing.log().last(), List.of(line)));
    }
    if (done) {
      writing.file().owed().stream()
          .filter(owed -> owed.is(FirmwareSheets.SETTINGS_KEY))
          .forEach(owed -> writing.putBack(owed.id()));
    }
  }

  private static NewLine backLine(FirmwareDesk desk, Setting setting, Result result) {
    boolean holds = result == Result.HOLDS;
    return new NewLine(
        setting.words()
            + ", "
            + desk.noted().get(setting)
            + (holds ? ": back, and it still starts" : ": fails with it, left at factory"),
        new Entry.SettingBack(setting.id(), holds, Set.of(Touched.SETTINGS)));
  }

  private static Optional<NewLine> reading(Writing writing, Answer answer) {
    Optional<Check> check = writing.casebook().check(answer.check());
    return check.map(
        c -> {
          NewLine line = NewLine.reading(c, answer.outcome());
          Entry.Origin origin = Entry.Origin.SEEN.ofSheet(SETTINGS).reading(answer.because());
          return new NewLine(
              line.text() + " (" + answer.because() + ")",
              ((Entry.Answer) line.entry()).from(origin));
        });
  }

  /** A setting goes back once more, as if nothing had been said of it yet. */
  private Decision again(Posted posted) {
    Setting setting = posted.chosen("setting", Setting::of);
    return Decision.of(
        writing ->
            Optional.ofNullable(board.desk(writing.job()).noted().get(setting))
                .ifPresent(
                    value ->
                        writing.append(
                            new NewLine(
                                "Once more: " + setting.words() + ", " + value,
                                new Entry.SettingNoted(setting.id(), value)))));
  }

  // --- ownership ---------------------------------------------------------------------------------

  /** Ownership was proved; what an apprentice looked at counts once somebody confirmed it. */
  private static Decision prove(Posted posted) {
    String shown = posted.text("shown");
    if (shown.isEmpty()) {
      throw new Refused("Write down what was shown: number, date, name on it.");
    }
    PasswordRoad.Proof proof = posted.chosen("kind", PasswordRoad.Proof::of);
    return Decision.of(
        writing ->
            writing.append(
                new NewLine(
                    (posted.decides() ? "Ownership proved: " : "Proof shown, to be confirmed: ")
                        + proof.words()
                        + ", "
                        + shown
                        + ", looked at by "
                        + writing.who(),
                    new Entry.Proof(proof.id(), shown, posted.decides()))));
  }

  private static Decision confirm(Posted posted) {
    if (!posted.decides()) {
      throw new Refused("An apprentice's proof is confirmed by somebody who is none.");
    }
    int number = posted.number("entry", Integer.MAX_VALUE);
    return Decision.of(
        writing -> {
          if (writing.log().proofToConfirm().filter(l -> l.number() == number).isEmpty()) {
            throw new Refused("There is no such proof to confirm any more.");
          }
          writing.append(
              new NewLine(
                  "Proof of ownership looked at once more by " + writing.who() + ", confirmed",
                  new Entry.ProofConfirmed(number)));
        });
  }

  /** A proof that was recorded by mistake closes the road again. */
  private static Decision withdraw(Posted posted) {
    int number = posted.number("entry", Integer.MAX_VALUE);
    return Decision.of(writing -> writing.withdraw(number, Entry.Proof.class));
  }
}
