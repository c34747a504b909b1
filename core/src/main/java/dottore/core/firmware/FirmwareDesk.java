package dottore.core.firmware;

import dottore.core.casebook.Check;
import dottore.core.casebook.Context;
import dottore.core.casebook.School;
import dottore.core.casebook.Stage;
import dottore.core.casebook.Stage.Reach;
import dottore.core.diagnosis.Assessment;
import dottore.core.facts.Fact;
import dottore.core.facts.Facts;
import dottore.core.facts.MachineFacts;
import dottore.core.firmware.ReEntry.Result;
import dottore.core.firmware.UpdatePlanner.Situation;
import dottore.core.firmware.UpdatePlanner.Suspicion;
import dottore.core.machine.Encryption;
import dottore.core.machine.Passport;
import dottore.core.ticket.Entry;
import dottore.core.ticket.Job;
import dottore.core.ticket.Line;
import java.util.Arrays;
import java.util.Collections;
import java.util.EnumMap;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.OptionalDouble;
import java.util.OptionalInt;

/** What is known of a machine for work on its firmware, and what follows from it. */
public final class FirmwareDesk {
  private final Job job;
  private final MakersCatalog catalog;
  private final Facts facts;
  private final Map<Setting, String> noted = new EnumMap<>(Setting.class);
  private final Map<Setting, Result> reentered = new EnumMap<>(Setting.class);

  private FirmwareDesk(Job job, MakersCatalog catalog) {
    this.job = job;
    this.catalog = catalog;
    this.facts = facts(job);
    for (Line line : job.log().lines()) {
      if (job.log().counts(line)) {
        setting(line.entry());
      }
    }
  }

  public static FirmwareDesk of(Job job, MakersCatalog catalog) {
    return new FirmwareDesk(job, catalog);
  }

  /** What the machine says about itself holds until somebody writes something else. */
  public static Facts facts(Job job) {
    Map<String, String> offered = new HashMap<>();
    job.passport()
        .ifPresent(
            passport -> {
              offer(offered, FirmwareFacts.MAKER, passport.boardMaker());
              offer(offered, FirmwareFacts.MODEL, passport.boardModel());
              offer(offered, FirmwareFacts.REVISION, passport.boardVersion());
              offer(offered, FirmwareFacts.NOW, passport.firmwareVersion());
              passport.processors().stream()
                  .filter(Passport.Processor::populated)
                  .findFirst()
                  .ifPresent(p -> offer(offered, FirmwareFacts.PROCESSOR, p.version()));
            });
    return Facts.of(offered).with(job.log().facts());
  }

  private static void offer(Map<String, String> offered, Fact<String> fact, String value) {
    String text = value.strip();
    if (!text.isEmpty()) {
      offered.put(
          fact.name(), text.length() > Fact.LONGEST ? text.substring(0, Fact.LONGEST) : text);
    }
  }

  private void setting(Entry entry) {
    if (entry instanceof Entry.SettingBack back) {
      known(back.setting())
          .ifPresent(s -> reentered.put(s, back.holds() ? Result.HOLDS : Result.FAILS));
    } else if (entry instanceof Entry.SettingNoted note) {
      known(note.setting())
          .ifPresent(
              s -> {
                if (note.value().isEmpty()) {
                  noted.remove(s);
                } else {
                  noted.put(s, note.value());
                  reentered.remove(s);
                }
              });
    }
  }

  /** Empty for a setting of another version. */
  private static Optional<Setting> known(String id) {
    return Arrays.stream(Setting.values()).filter(s -> s.id().equals(id)).findFirst();
  }

  public Job job() {
    return job;
  }

  public Facts facts() {
    return facts;
  }

  /** With maker and model as the machine came in, unless they were written anew. */
  public Facts shown() {
    return facts.with(FirmwareFacts.MAKER, maker()).with(FirmwareFacts.MODEL, model());
  }

  private Optional<String> find(Fact<String> fact) {
    return facts.find(fact).filter(text -> !text.isBlank());
  }

  // --- the board -------------------------------------------------------------------------------

  public String maker() {
    return find(FirmwareFacts.MAKER).orElse(job.maker());
  }

  public String model() {
    return find(FirmwareFacts.MODEL).orElse(job.model());
  }

  /** Every revision that the catalog has of it. */
  public List<BoardRecord> revisions() {
    return catalog.revisions(maker(), model());
  }

  /** The board in the makers' catalog; empty if maker, model or revision are not in it. */
  public Optional<BoardRecord> board() {
    return find(FirmwareFacts.REVISION)
        .flatMap(revision -> catalog.board(maker(), model(), revision));
  }

  /** The board's family: as it was chosen, as the catalog has it, or as such machines have. */
  public BoardFamily family() {
    return facts
        .find(FirmwareFacts.FAMILY)
        .or(() -> board().map(BoardRecord::family))
        .or(() -> revisions().stream().findFirst().map(BoardRecord::family))
        .orElse(BoardFamily.usual(job.kind(), job.contexts()));
  }

  // --- how far it gets -------------------------------------------------------------------------

  /** How far it gets, by the last answer; nothing if nobody answered. */
  public Reach reach() {
    return howFar()
        .map(outcome -> outcome.equals(Check.WORKS) ? Reach.DESKTOP : Stage.of(outcome).reach())
        .orElse(Reach.NOTHING);
  }

  private Optional<String> howFar() {
    return job.log().reading(Check.HOW_FAR).map(Entry.Reading::outcome);
  }

  public boolean howFarKnown() {
    return howFar().isPresent();
  }

  /** Whether a system was on it and started; a machine that never got that far has none to harm. */
  boolean installed() {
    return reach() == Reach.DESKTOP
        || howFar()
            .filter(o -> o.equals(Stage.STOP.id()) || o.equals(Stage.LOADER.id()))
            .isPresent();
  }

  /** Whether it did not start or ran unstably when it came, or stops somewhere now. */
  public boolean unstable() {
    return job.log().answers().stream()
        .anyMatch(
            given ->
                given.answer() instanceof Entry.Reading reading
                    && reading.check().equals(Check.HOW_FAR)
                    && !steady(reading.outcome()));
  }

  private static boolean steady(String outcome) {
    return outcome.equals(Check.WORKS)
        || List.of(Stage.DEGRADED, Stage.BLOCKED, Stage.LOCKED).stream()
            .anyMatch(stage -> stage.id().equals(outcome));
  }

  // --- the plan and its gate ---------------------------------------------------------------------

  /**
   * The plan for the board; empty while the board is not known.
   *
   * @param school the position that the ticket follows
   */
  public Optional<UpdatePlan> plan(Assessment assessment, School.Position school) {
    Map<String, Suspicion> suspects = new HashMap<>();
    assessment
        .suspects()
        .forEach(s -> suspects.put(s.cause().id(), new Suspicion(s.cause().name(), s.odds())));
    Situation at =
        new Situation(
            find(FirmwareFacts.NOW),
            find(FirmwareFacts.WANTED),
            find(FirmwareFacts.PROCESSOR),
            job.contexts().contains(Context.NEW_BUILD),
            installed(),
            reach(),
            suspects);
    return board().map(board -> UpdatePlanner.plan(board, at, school));
  }

  /** The way that was chosen, or the first that is open. */
  public Optional<Way> way(UpdatePlan plan) {
    return facts
        .find(FirmwareFacts.WAY)
        .filter(w -> plan.ways().stream().anyMatch(v -> v.way() == w && v.usable()))
        .or(plan::way);
  }

  /** What the gate looks at for the next version to write; empty if there is none. */
  public Optional<WriteGate.Facts> gate(UpdatePlan plan) {
    if (!plan.decision().go() || plan.hops().isEmpty()) {
      return Optional.empty();
    }
    return board().flatMap(board -> way(plan).map(way -> gate(board, plan.hops().get(0), way)));
  }

  private WriteGate.Facts gate(BoardRecord board, Release target, Way way) {
    boolean byEye = facts.get(FirmwareFacts.FILE_BY_EYE);
    Optional<String> sum = facts.find(FirmwareFacts.FILE_SUM);
    Optional<WriteGate.FileSeen> seen =
        sum.isPresent() || byEye
            ? Optional.of(new WriteGate.FileSeen(facts.get(FirmwareFacts.FILE_NAME), sum, byEye))
            : Optional.empty();
    return new WriteGate.Facts(
        board,
        facts.get(FirmwareFacts.PRINTED),
        find(FirmwareFacts.REVISION),
        find(FirmwareFacts.NOW),
        target,
        way,
        seen,
        new WriteGate.StickSeen(
            facts.find(FirmwareFacts.STICK),
            facts.get(FirmwareFacts.STICK_FAT32),
            facts.get(FirmwareFacts.STICK_NAME)),
        power(),
        encryption(),
        settingsNoted(),
        facts.get(FirmwareFacts.NOTHING_ELSE));
  }

  Power power() {
    OptionalInt battery = OptionalInt.empty();
    if (job.kind().hasBattery()) {
      battery = OptionalInt.of(facts.find(FirmwareFacts.BATTERY).orElse(0));
    }
    return new Power(
        facts.get(FirmwareFacts.MAINS),
        battery,
        facts.get(FirmwareFacts.CUTS),
        facts.get(FirmwareFacts.UPS));
  }

  public Encryption encryption() {
    return facts.get(MachineFacts.ENCRYPTION);
  }

  /** Noted on the sheet, or said that nothing shows and nothing is known. */
  public boolean settingsNoted() {
    return !noted.isEmpty() || facts.get(FirmwareFacts.SETTINGS_UNSEEN);
  }

  // --- settings, password, coin cell -----------------------------------------------------------

  public Map<Setting, String> noted() {
    return Collections.unmodifiableMap(noted);
  }

  public ReEntry reEntry() {
    ReEntry.Pace pace = unstable() ? ReEntry.Pace.UNSTABLE : ReEntry.Pace.STABLE;
    boolean oneByOne = facts.get(FirmwareFacts.ONE_BY_ONE);
    return new ReEntry(noted, reentered, oneByOne ? ReEntry.Pace.ONE_BY_ONE : pace);
  }

  public Optional<Result> result(Setting setting) {
    return Optional.ofNullable(reentered.get(setting));
  }

  public PasswordRoad road() {
    return PasswordRoad.of(
        family(), job.log().proof().isPresent(), facts.get(FirmwareFacts.ORGANIZATION));
  }

  public CoinCell coinCell() {
    return CoinCell.of(
        facts
            .find(FirmwareFacts.CELL_VOLTS)
            .map(v -> OptionalDouble.of(v.doubleValue()))
            .orElse(OptionalDouble.empty()),
        facts.get(FirmwareFacts.CELL_MESSAGE),
        facts.get(FirmwareFacts.CELL_CLOCK));
  }

  /** Settings that are noted and owed to the machine. */
  public boolean owesSettings() {
    return job.owed().stream().anyMatch(o -> o.is(FirmwareSheets.SETTINGS_KEY));
  }
}
