package dottore.app.firmware;

import dottore.app.ticket.Line;
import dottore.app.ticket.TicketFile;
import dottore.core.casebook.Check;
import dottore.core.casebook.Context;
import dottore.core.casebook.Stage;
import dottore.core.casebook.Stage.Reach;
import dottore.core.firmware.BoardFamily;
import dottore.core.firmware.BoardRecord;
import dottore.core.firmware.CoinCell;
import dottore.core.firmware.Encryption;
import dottore.core.firmware.MakersCatalog;
import dottore.core.firmware.Power;
import dottore.core.firmware.ReEntry;
import dottore.core.firmware.ReEntry.Result;
import dottore.core.firmware.Setting;
import dottore.core.machine.Passport;
import java.util.Arrays;
import java.util.EnumMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.OptionalDouble;
import java.util.OptionalInt;

/**
 * What is known on a ticket for work on its firmware, read from the log: the last word on each fact
 * counts.
 */
final class Desk {
  private final TicketFile file;
  private final Map<String, String> facts = new LinkedHashMap<>();
  private final Map<Setting, String> noted = new EnumMap<>(Setting.class);
  private final Map<Setting, Result> reentered = new EnumMap<>(Setting.class);
  private Optional<Line> proof = Optional.empty();

  private Desk(TicketFile file, Optional<Passport> passport, int upTo) {
    this.file = file;
    passport.ifPresent(this::offer);
    facts.putAll(file.facts(upTo));
    for (Line line : file.log()) {
      if (line.seq() > upTo || file.takenBack().contains(line.seq())) {
        continue;
      }
      switch (line.kind()) {
        case SETTING -> setting(line);
        case PROOF -> proof = Optional.of(line);
        default -> {}
      }
    }
  }

  static Desk of(TicketFile file, Optional<Passport> passport) {
    return new Desk(file, passport, Integer.MAX_VALUE);
  }

  /** As it was known when a page was shown. */
  static Desk of(TicketFile file, Optional<Passport> passport, int seen) {
    return new Desk(file, passport, seen);
  }

  /** What the machine says about itself holds until somebody writes something else. */
  private void offer(Passport passport) {
    offer("maker", passport.boardMaker());
    offer("model", passport.boardModel());
    offer("revision", passport.boardVersion());
    offer("now", passport.firmwareVersion());
    passport.processors().stream()
        .filter(Passport.Processor::populated)
        .findFirst()
        .ifPresent(p -> offer("processor", p.version()));
  }

  private void offer(String fact, String value) {
    if (!value.isBlank()) {
      facts.put(fact, value.strip());
    }
  }

  private void setting(Line line) {
    Optional<Setting> known =
        Arrays.stream(Setting.values()).filter(s -> s.id().equals(line.get("setting"))).findFirst();
    if (known.isEmpty()) {
      return; // a setting of another version
    }
    Setting setting = known.get();
    if (!line.get("result").isEmpty()) {
      reentered.put(setting, Result.valueOf(line.get("result")));
    } else if (line.get("value").isEmpty()) {
      noted.remove(setting);
    } else {
      noted.put(setting, line.get("value"));
      reentered.remove(setting);
    }
  }

  /** All facts by name, as they are known. */
  Map<String, String> facts() {
    return facts;
  }

  TicketFile file() {
    return file;
  }

  /** A fact as it was typed or ticked; empty if nobody did. */
  String get(String fact) {
    return facts.getOrDefault(fact, "");
  }

  /**
   * All facts by name, with maker and model as the machine came in unless they were written anew.
   */
  Map<String, String> shown() {
    Map<String, String> shown = new LinkedHashMap<>(facts);
    shown.put("maker", maker());
    shown.put("model", model());
    return shown;
  }

  Optional<String> find(String fact) {
    return Optional.of(get(fact)).filter(text -> !text.isBlank());
  }

  boolean yes(String fact) {
    return get(fact).equals("yes");
  }

  // --- the board -------------------------------------------------------------------------------

  String maker() {
    return find("maker").orElse(file.machine().maker());
  }

  String model() {
    return find("model").orElse(file.machine().model());
  }

  /** The board in the makers' catalog; empty if maker, model or revision are not in it. */
  Optional<BoardRecord> board(MakersCatalog catalog) {
    return find("revision").flatMap(revision -> catalog.board(maker(), model(), revision));
  }

  /** The board's family: as the catalog has it, as it was chosen, or as such machines have. */
  BoardFamily family(MakersCatalog catalog) {
    return find("family")
        .map(BoardFamily::of)
        .or(() -> board(catalog).map(BoardRecord::family))
        .or(() -> catalog.revisions(maker(), model()).stream().findFirst().map(b -> b.family()))
        .orElse(BoardFamily.usual(file.machine().kind(), file.contexts()));
  }

  // --- how far it gets -------------------------------------------------------------------------

  /** How far it gets, by the last answer; nothing if nobody answered. */
  Reach reach() {
    return howFar()
        .map(outcome -> outcome.equals(Check.WORKS) ? Reach.DESKTOP : Stage.of(outcome).reach())
        .orElse(Reach.NOTHING);
  }

  private Optional<String> howFar() {
    return file.answers().stream()
        .filter(l -> l.kind() == Line.Kind.READING && l.get("check").equals(Check.HOW_FAR))
        .reduce((a, b) -> b)
        .map(l -> l.get("outcome"));
  }

  boolean howFarKnown() {
    return howFar().isPresent();
  }

  /** Whether a system was on it and started; a machine that never got that far has none to harm. */
  boolean installed() {
    return reach() == Reach.DESKTOP
        || howFar().filter(o -> o.equals("stop") || o.equals("loader")).isPresent();
  }

  boolean newBuild() {
    return file.contexts().contains(Context.NEW_BUILD);
  }

  /** Whether it did not start or ran unstably when it came, or stops somewhere now. */
  boolean unstable() {
    return file.answers().stream()
        .filter(l -> l.kind() == Line.Kind.READING && l.get("check").equals(Check.HOW_FAR))
        .map(l -> l.get("outcome"))
        .anyMatch(o -> !List.of(Check.WORKS, "degraded", "blocked", "locked").contains(o));
  }

  // --- the gate --------------------------------------------------------------------------------

  Power power() {
    OptionalInt battery = OptionalInt.empty();
    if (file.machine().kind().hasBattery()) {
      battery = OptionalInt.of(find("battery").map(Integer::parseInt).orElse(0));
    }
    return new Power(yes("mains"), battery, yes("cuts"), yes("ups"));
  }

  Encryption encryption() {
    return find("encryption").map(Encryption::of).orElse(Encryption.UNKNOWN);
  }

  /** Noted on the sheet, or said that nothing shows and nothing is known. */
  boolean settingsNoted() {
    return !noted.isEmpty() || yes("settings-unseen");
  }

  // --- settings, password, coin cell -----------------------------------------------------------

  Map<Setting, String> noted() {
    return noted;
  }

  ReEntry reEntry() {
    ReEntry.Pace pace = unstable() ? ReEntry.Pace.UNSTABLE : ReEntry.Pace.STABLE;
    return new ReEntry(noted, reentered, yes("one-by-one") ? ReEntry.Pace.ONE_BY_ONE : pace);
  }

  Optional<Result> result(Setting setting) {
    return Optional.ofNullable(reentered.get(setting));
  }

  Optional<Line> proof() {
    return proof;
  }

  CoinCell coinCell() {
    return CoinCell.of(
        find("cell-volts")
            .map(v -> OptionalDouble.of(Double.parseDouble(v)))
            .orElse(OptionalDouble.empty()),
        yes("cell-message"),
        yes("cell-clock"));
  }
}
