package dottore.app.find;

import dottore.app.find.FindPage.Answer;
import dottore.app.find.FindPage.Banner;
import dottore.app.find.FindPage.Call;
import dottore.app.find.FindPage.Choice;
import dottore.app.find.FindPage.Danger;
import dottore.app.find.FindPage.Given;
import dottore.app.find.FindPage.Gone;
import dottore.app.find.FindPage.Reason;
import dottore.app.find.FindPage.Road;
import dottore.app.find.FindPage.StepCard;
import dottore.app.find.FindPage.SuspectRow;
import dottore.app.find.FindPage.Unfitting;
import dottore.app.record.TicketFile;
import dottore.core.casebook.Casebook;
import dottore.core.casebook.Check;
import dottore.core.casebook.Drawing;
import dottore.core.casebook.Mark;
import dottore.core.casebook.Repair;
import dottore.core.casebook.Station;
import dottore.core.casebook.Step;
import dottore.core.casebook.Vocabulary.Meaning;
import dottore.core.diagnosis.Assessment;
import dottore.core.diagnosis.Candidate;
import dottore.core.diagnosis.CloseLook;
import dottore.core.diagnosis.Event;
import dottore.core.diagnosis.Permission;
import dottore.core.diagnosis.Schools;
import dottore.core.diagnosis.StepView;
import dottore.core.diagnosis.Suspect;
import dottore.core.diagnosis.Verdict;
import dottore.core.isolation.ModuleTrials;
import dottore.core.learning.StepTime;
import dottore.core.machine.MachineKind;
import dottore.core.ticket.Entry;
import dottore.core.ticket.Log;
import dottore.core.units.Minutes;
import dottore.core.words.Code;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Stream;
import org.jspecify.annotations.Nullable;

/** Lays an assessment out for the Find tab. */
final class FindView {
  private static final int SUSPECTS = 6;
  private static final int ROADS = 5;
  private static final int KEYS = 9;
  private static final int CURES = 3;
  private static final double WORTH_NAMING = 0.01;

  /** A number typed for a step, and the device that carries it. */
  record Typed(String code, String device) {
    static final Typed NOTHING = new Typed("", "");
  }

  private final Casebook casebook;
  private final TicketFile file;
  private static final String KEY_FIRST =
      "Recovery key of an encrypted drive at hand; never agree to reset the security chip unasked.";

  private final Assessment assessment;
  private final Schools schools;
  private final Map<String, StepTime> times;
  private final Map<String, String> places;
  private final Map<String, Long> here;

  /**
   * @param times what steps took in this shop, by id
   * @param places the places under Fix, by their address
   * @param here how often each cause was confirmed in this shop
   */
  FindView(
      Casebook casebook,
      TicketFile file,
      Assessment assessment,
      Schools schools,
      Map<String, StepTime> times,
      Map<String, String> places,
      Map<String, Long> here) {
    this.here = here;
    this.times = times;
    this.places = places;
    this.casebook = casebook;
    this.file = file;
    this.assessment = assessment;
    this.schools = schools;
  }

  /**
   * @param wanted another step to look at, or empty for the proposed one
   * @param at a station whose suspects are wanted, or empty for the likeliest
   */
  FindPage page(String wanted, String at, Typed typed) {
    Optional<Permission> permission = assessment.permission();
    boolean callAlone = permission.filter(Permission::alone).isPresent();
    Optional<String> proposed = callAlone ? Optional.empty() : proposed();
    String shown = wanted.isEmpty() ? proposed.orElse("") : wanted;
    List<Suspect> suspects = assessment.suspects();
    Optional<Station> station =
        List.of(Station.values()).stream().filter(s -> s.name().equalsIgnoreCase(at)).findFirst();
    List<Suspect> listed =
        suspects.stream()
            .filter(s -> station.isEmpty() || s.cause().station() == station.get())
            .toList();
    List<Suspect> top = listed.subList(0, Math.min(SUSPECTS, listed.size()));
    return new FindPage(
        BootLinePicture.of(assessment.bootLine()),
        banner(),
        unfitting(),
        call(permission),
        step(shown, proposed, typed),
        roads(shown),
        top.stream().map(this::row).toList(),
        listed.size() - top.size(),
        station.map(s -> "at " + s.words()).orElse(suspects.size() + " causes"),
        dangers(),
        assessment.unavailable().stream()
            .map(u -> new Gone(u.step().name(), u.reason()))
            .sorted(Comparator.comparing(Gone::name))
            .toList(),
        given(),
        assessment.readings().size(),
        assessment.round(),
        !file.log().lastAnswers().isEmpty());
  }

  private Optional<String> proposed() {
    if (assessment.verdict() instanceof Verdict.Works works) {
      return works.owed().stream().findFirst();
    }
    return assessment.next().map(Candidate::id);
  }

  private @Nullable Banner banner() {
    Verdict verdict = assessment.verdict();
    if (verdict instanceof Verdict.Found found) {
      return found.byOdds()
          ? new Banner(
              "◉",
              "Cause found: " + found.cause().name(),
              "At " + found.odds().percent() + ". Cure it, then check again what failed.")
          : new Banner(
              "◎",
              "Best next cure, not proved: " + found.cause().name(),
              "At "
                  + found.odds().percent()
                  + ". Curing it costs less than any further check would save.");
    }
    if (verdict instanceof Verdict.Works works) {
      if (!works.confirmed()) {
        return new Banner(
            "◉",
            "It works after: " + works.repair().name(),
            "The cause counts as confirmed once what failed was checked again.");
      }
      String owed =
          file.owed().isEmpty()
              ? "Nothing is owed. Hand it back."
              : "Still owed: " + file.owed().get(0).what() + ".";
      return new Banner("✓", "Confirmed: " + works.cause().name(), owed);
    }
    if (assessment.round() > 1 && !assessment.curedCauses().isEmpty()) {
      return new Banner(
          "②",
          "Second round",
          "Cured on the way: "
              + assessment.curedCauses().get(0).name()
              + ". It still stops; what still holds is kept, the rest starts anew.");
    }
    return null;
  }

  private @Nullable Call call(Optional<Permission> permission) {
    return permission
        .map(
            asked ->
                new Call(
                    file.toAsk(asked),
                    asked.opens().name(),
                    asked.cures().percent(),
                    asked.alone()))
        .orElse(null);
  }

  private @Nullable Unfitting unfitting() {
    return assessment
        .contradiction()
        .map(
            pair ->
                new Unfitting(
                    say(pair.first()), say(pair.second()), pair.again().id(), pair.again().name()))
        .orElse(null);
  }

  private String say(Event.Reading reading) {
    Check check = casebook.check(reading.check()).orElseThrow();
    return check.name() + ": " + check.outcome(reading.outcome()).words();
  }

  private FindPage.Beside beside(Step step, Typed typed) {
    boolean takesCode = Code.answers(step.id());
    FindPage.Decoded decoded = null;
    if (takesCode && !typed.code().isBlank()) {
      decoded =
          Code.read(step.id(), typed.code(), typed.device())
              .map(
                  code ->
                      new FindPage.Decoded(
                          typed.code(),
                          code.number(),
                          code.words(),
                          code.meaning().map(Meaning.Answer::outcome).orElse(""),
                          code.meaning()
                              .map(a -> ((Check) step).outcome(a.outcome()).words())
                              .orElse(""),
                          Code.SOURCE))
              .orElse(
                  new FindPage.Decoded(
                      typed.code(), typed.code(), "is no such number; read it again", "", "", ""));
    }
    return new FindPage.Beside(
        step.effort().drawing().map(Drawing::id).orElse(""),
        step.effort().drawing().map(Drawing::words).orElse(""),
        schools.decisions(step, assessment).stream().map(FindView::note).toList(),
        takesCode,
        step.id().equals(Code.DEVICE_MARKS),
        decoded,
        step.id().equals(ModuleTrials.CHECK),
        step.effort().plannedAt().orElse(""),
        step.effort().plannedAt().map(this::place).orElse(""),
        step.effort().doNotTouch());
  }

  private String place(String address) {
    return places.getOrDefault(address.split("/", 2)[0], "");
  }

  private static FindPage.SchoolNote note(Schools.Decision decision) {
    return new FindPage.SchoolNote(
        decision.school().id(),
        decision.school().question(),
        decision.taken().words(),
        decision.because(),
        decision.school().choice(),
        decision.others().stream()
            .map(o -> new FindPage.Other(o.id(), o.words(), o.argument()))
            .toList());
  }

  private @Nullable StepCard step(String id, Optional<String> proposed, Typed typed) {
    if (!file.open() || id.isEmpty()) {
      return null;
    }
    Optional<StepView> looked = assessment.look(id);
    if (looked.isEmpty()) {
      return null;
    }
    StepView view = looked.get();
    boolean recheck = assessment.verdict() instanceof Verdict.Works;
    Step step = view.candidate().step().orElse(null);
    if (step == null) {
      return new StepCard(
          Candidate.REFER,
          view.candidate().name(),
          "Write down what was proved, agree on the estimate, and hand it over with the sheet.",
          "refer",
          proposed.filter(id::equals).isPresent(),
          false,
          "",
          "",
          "",
          0,
          "",
          List.of(),
          "",
          view.why(),
          "",
          List.of(),
          List.of(),
          FindPage.Beside.NOTHING);
    }
    Step.Effort effort = step.effort();
    Minutes waiting = assessment.waiting(step);
    return new StepCard(
        step.id(),
        step.name(),
        step.how(),
        step instanceof Check ? "check" : "repair",
        proposed.filter(id::equals).isPresent(),
        recheck,
        step instanceof Check check ? check.question() : "What did it do?",
        hands(step),
        waiting.value() > 0 ? waiting.lasting() + " wait" : "no wait",
        effort.clock() ? (int) Math.ceil(waiting.value()) : 0,
        effort.depth().words(),
        cautions(step),
        grounding(effort, file.machine().kind()),
        recheck
            ? "What failed before must be seen to work before the ticket can be closed."
            : view.why(),
        String.join(", ", effort.borrows()),
        view.leading().stream().map(cause -> cause.name()).toList(),
        step instanceof Check check ? answers(check, view, recheck) : results(),
        beside(step, typed));
  }

  /** The attended minutes; where they were measured here, also what four of five keep to. */
  private String hands(Step step) {
    boolean quicker = assessment.caseOpen() && step.effort().opensTheCase();
    Minutes hands = assessment.hands(step);
    String text = hands.text() + " hands" + (quicker ? ", the case is open" : "");
    StepTime time = times.get(step.id());
    return time == null ? text : text + ", 4 of 5 within " + time.mostWhere(hands).text();
  }

  /** The step's own caution, after the one that keeps an encrypted drive from locking itself. */
  private static List<String> cautions(Step step) {
    return Stream.concat(
            step.effort().care().keyFirst() ? Stream.of(KEY_FIRST) : Stream.empty(),
            step.caution().stream())
        .toList();
  }

  /** The caution of every step that opens the case: with mains off, or live, and never both. */
  private static String grounding(Step.Effort effort, MachineKind kind) {
    if (!effort.opensTheCase()) {
      return "";
    }
    if (effort.care().live()) {
      return "Mains on: one hand, no strap, no metal";
    }
    return kind.hasBattery()
        ? "Charger out, battery off, strap on"
        : "Mains off, hold the button, strap on";
  }

  private static List<Answer> answers(Check check, StepView view, boolean recheck) {
    List<StepView.Branch> branches = new ArrayList<>(view.branches());
    if (recheck) {
      branches.sort(Comparator.comparing(b -> !check.outcome(b.outcome()).good()));
    } else if (branches.size() > KEYS) {
      branches.sort(Comparator.comparing((StepView.Branch b) -> b.odds()).reversed());
    }
    List<Answer> answers = new ArrayList<>();
    for (int i = 0; i < branches.size(); i++) {
      StepView.Branch branch = branches.get(i);
      answers.add(
          new Answer(
              branch.outcome(),
              branch.words(),
              i < KEYS ? String.valueOf(i + 1) : "",
              recheck ? "" : branch.odds().percent(),
              recheck ? List.of() : branch.after().stream().map(o -> o.value()).toList(),
              check.outcome(branch.outcome()).mark().map(m -> "⊘").orElse("")));
    }
    return answers;
  }

  private static List<Answer> results() {
    return List.of(
        new Answer(Event.Result.WORKS.id(), "It works now", "1", "", List.of(), ""),
        new Answer(Event.Result.SAME.id(), "No change", "2", "", List.of(), ""),
        new Answer(Event.Result.ELSEWHERE.id(), "It stops elsewhere now", "3", "", List.of(), ""));
  }

  private List<Road> roads(String shown) {
    return assessment.roads().stream()
        .filter(candidate -> !candidate.id().equals(shown))
        .limit(ROADS)
        .map(
            candidate ->
                new Road(
                    candidate.id(),
                    candidate.name(),
                    candidate.step().map(this::effort).orElse(""),
                    String.format(Locale.ROOT, "%.1f", candidate.toTheEnd().value())))
        .toList();
  }

  private String effort(Step step) {
    return String.format(
        Locale.ROOT,
        "%s + %s min",
        plain(assessment.hands(step).value()),
        plain(assessment.waiting(step).value()));
  }

  private static String plain(double minutes) {
    return String.format(Locale.ROOT, minutes == Math.rint(minutes) ? "%.0f" : "%.1f", minutes);
  }

  private SuspectRow row(Suspect suspect) {
    long times = here.getOrDefault(suspect.cause().id(), 0L);
    Optional<CloseLook> look =
        file.open() ? Optional.of(assessment.closely(suspect)) : Optional.empty();
    return new SuspectRow(
        suspect.cause().id(),
        suspect.cause().name(),
        suspect.odds().percent(),
        suspect.odds().value(),
        suspect.reason(),
        suspect.evidence().stream()
            .filter(a -> Math.abs(a.weight()) >= WORTH_NAMING)
            .map(a -> new Reason(a.push(), a.words(), a.what(), a.stale()))
            .toList(),
        look.flatMap(CloseLook::cheapest).map(this::cheapest).orElse(null),
        look.map(CloseLook::cures).orElse(List.of()).stream()
            .limit(CURES)
            .map(
                c ->
                    new FindPage.Cure(
                        c.repair().id(),
                        c.repair().name(),
                        c.works().percent(),
                        effort(c.repair())))
            .toList(),
        times == 0 ? "never confirmed here" : times == 1 ? "once here" : times + " times here");
  }

  private FindPage.Cheapest cheapest(CloseLook.Confirmation found) {
    return new FindPage.Cheapest(
        found.check().id(),
        String.format(
            Locale.ROOT,
            "%s: “%s” would put it at %s, and comes in %s of such cases",
            found.check().name(),
            found.outcome().words(),
            found.after().percent(),
            found.often().percent()),
        effort(found.check()));
  }

  private List<Danger> dangers() {
    List<Danger> dangers = new ArrayList<>();
    for (Mark mark : assessment.stops()) {
      Optional<Repair> road = casebook.repair(mark.road());
      dangers.add(
          new Danger(
              mark.id(),
              mark.words(),
              mark.caution(),
              road.map(Repair::id).orElse(""),
              road.map(Repair::name).orElse(""),
              road.map(Repair::how).orElse("")));
    }
    return dangers;
  }

  private List<Given> given() {
    List<Integer> counting = assessment.readings().stream().map(r -> (int) r.ref()).toList();
    List<Given> given = new ArrayList<>();
    for (Log.Given one : file.log().answers()) {
      if (!(one.answer() instanceof Entry.Reading reading)) {
        continue;
      }
      Optional<Check> check = casebook.check(reading.check());
      if (check.isPresent()) {
        given.add(
            new Given(
                one.number(),
                one.line().text(),
                !counting.contains(one.number()),
                check.get().outcomes().stream()
                    .filter(
                        o ->
                            o.id().equals(reading.outcome())
                                || check.get().canAnswer(o.id(), file.machine().kind()))
                    .map(o -> new Choice(o.id(), o.words(), o.id().equals(reading.outcome())))
                    .toList()));
      }
    }
    return given;
  }
}
