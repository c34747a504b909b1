package dottore.app.practice;

import dottore.core.bridge.Names;
import dottore.core.casebook.Casebook;
import dottore.core.casebook.Cause;
import dottore.core.rehearsal.Debrief;
import dottore.core.rehearsal.Done;
import dottore.core.rehearsal.Mishap;
import dottore.core.rehearsal.Move.Kind;
import dottore.core.rehearsal.Rehearsal;
import dottore.core.units.Odds;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Optional;

/** A rehearsal looked back on, with the advised road beside it. */
final class DebriefView {
  /** A step of the own road. */
  record Step(
      String at,
      String title,
      String seen,
      String odds,
      double bar,
      String first,
      boolean told,
      String better,
      String mishap,
      boolean vain) {}

  /** A step on one of the two time lines. */
  record Mark(double x, double w, String words, String state) {}

  /** A point of the curve of odds. */
  record Point(double x, double y) {}

  private static final double WIDTH = 760;

  private final Debrief debrief;
  private final Casebook casebook;
  private final Optional<Double> quickest;

  DebriefView(Debrief debrief, Casebook casebook, Optional<Double> quickest) {
    this.debrief = debrief;
    this.casebook = casebook;
    this.quickest = quickest;
  }

  private Rehearsal own() {
    return debrief.own();
  }

  public String code() {
    return own().scenario().code();
  }

  public String kind() {
    return own().machine().kind().id();
  }

  public int level() {
    return own().scenario().level();
  }

  public int points() {
    return debrief.points();
  }

  public boolean solved() {
    return own().solved();
  }

  public boolean sound() {
    return own().sound();
  }

  /** What was hidden, in words. */
  public String hidden() {
    return own().faults().stream()
        .map(fault -> fault.words())
        .reduce((a, b) -> a + "; and " + b)
        .orElse("");
  }

  /** What the casebook calls it. */
  public List<String> causes() {
    return own().faults().stream()
        .map(Names::cause)
        .distinct()
        .flatMap(id -> casebook.cause(id).stream())
        .map(Cause::name)
        .toList();
  }

  public String named() {
    return own().named().flatMap(casebook::cause).map(Cause::name).orElse("nothing");
  }

  public String minutes() {
    return BenchView.clock(own().minutes());
  }

  public String advisedMinutes() {
    return BenchView.clock(debrief.advised().minutes());
  }

  public boolean advisedSolved() {
    return debrief.advised().solved();
  }

  /** The best road that is known: the advice, or somebody who was quicker. */
  public String best() {
    double advised = debrief.advised().solved() ? debrief.advised().minutes() : Double.MAX_VALUE;
    double best = Math.min(advised, quickest.orElse(Double.MAX_VALUE));
    if (best == Double.MAX_VALUE) {
      return "nobody has solved it yet";
    }
    return BenchView.clock(best) + (best < advised ? ", by somebody of the shop" : ", as advised");
  }

  public List<String> mishaps() {
    return own().mishaps().stream().map(Mishap::words).toList();
  }

  public String owed() {
    List<String> left = new ArrayList<>(own().owed());
    if (own().coverOff()) {
      left.add("the cover");
    }
    if (!own().mainsIn()) {
      left.add("the plug");
    }
    return String.join(", ", left);
  }

  public List<String> vain() {
    return own().done().stream().filter(Done::vain).map(Done::title).toList();
  }

  public long wasted() {
    return debrief.wasted().size();
  }

  public List<Step> steps() {
    return debrief.steps().stream()
        .map(
            s ->
                new Step(
                    BenchView.clock(s.done().at()),
                    s.done().title(),
                    s.done().seen(),
                    Odds.of(Math.min(1, s.odds())).percent(),
                    Math.round(s.odds() * 100),
                    s.first(),
                    s.told(),
                    s.better().orElse(""),
                    s.done().mishap().map(Mishap::words).orElse(""),
                    s.done().vain()))
        .toList();
  }

  private double scale() {
    return WIDTH / Math.max(1, Math.max(own().minutes(), debrief.advised().minutes()));
  }

  public List<Mark> ownLine() {
    List<Mark> marks = new ArrayList<>();
    for (Debrief.Judged judged : debrief.steps()) {
      Done done = judged.done();
      marks.add(
          mark(
              done,
              done.mishap().isPresent()
                  ? "mishap"
                  : judged.told() && !done.vain() ? "told" : "wasted"));
    }
    return marks;
  }

  public List<Mark> advisedLine() {
    return debrief.advised().done().stream().map(done -> mark(done, "told")).toList();
  }

  private Mark mark(Done done, String state) {
    return new Mark(
        round(done.at() * scale()),
        round(Math.max(3, done.minutes() * scale() - 1.5)),
        done.title() + (done.seen().isEmpty() ? "" : ": " + done.seen()),
        state);
  }

  /** The odds of what was hidden along the own road. */
  public String curve() {
    StringBuilder path = new StringBuilder("M0 50");
    for (Debrief.Judged judged : debrief.steps()) {
      double x = (judged.done().at() + judged.done().minutes()) * scale();
      path.append(
          String.format(Locale.ROOT, "H%.1f V%.1f", x, 50 - 48 * Math.min(1, judged.odds())));
    }
    return path.toString();
  }

  private static double round(double x) {
    return Math.round(x * 10) / 10.0;
  }

  public List<String> advisedSteps() {
    return debrief.advised().done().stream()
        .filter(done -> done.move().kind() == Kind.STEP)
        .map(done -> done.title() + (done.seen().isEmpty() ? "" : ": " + done.seen()))
        .toList();
  }
}
