package dottore.core.diagnosis;

import dottore.core.casebook.Cause;
import dottore.core.casebook.Check;
import dottore.core.casebook.Depth;
import dottore.core.casebook.Mark;
import dottore.core.casebook.Need;
import dottore.core.casebook.Repair;
import dottore.core.casebook.Stage;
import dottore.core.casebook.Station;
import dottore.core.casebook.Step;
import dottore.core.diagnosis.Diagnosis.Hypothesis;
import dottore.core.units.Minutes;
import dottore.core.units.Odds;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.EnumMap;
import java.util.EnumSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import org.jspecify.annotations.Nullable;

/** What can be said of a case: suspects, verdict, next steps, and why. Immutable. */
public final class Assessment {
  /** A machine is held to get this far when at least this much of the odds says so. */
  private static final double REACHED = 0.5;

  /** As much must say so where somebody saw it stop before. */
  private static final double REACHED_AGAINST_SIGHT = 0.75;

  /** A station below this is cleared, if it was not below it from the start. */
  private static final double CLEARED = 0.01;

  private static final double STOP_SHOWN = 0.5;

  /** A step that asks about an earlier stage is worth asking while at least this much says so. */
  private static final double STILL_BEFORE = 0.05;

  /** From here on a drive is suspect, and hard work on it waits until its data is safe. */
  private static final double SUSPECT = 0.2;

  /** From this chance of a cure on, a call to the customer is worth its minutes. */
  private static final double WORTH_A_CALL = 0.25;

  /**
   * A cure that is less likely than this share of the one that a call opens waits for the answer.
   */
  private static final double BESIDE_A_CALL = 1.0 / 3;

  /** What cures less often than this is no road. */
  private static final double IS_A_ROAD = 0.01;

  /** How many times what is planned it takes after a step where the cause seems certain. */
  private static final double WHERE_CERTAIN = 1.1;

  /** How much less of it for every bit of uncertainty over the causes. */
  private static final double LESS_PER_BIT = 0.04;

  /** Minutes of use between two times where it happens "a few times a day": three in nine hours. */
  private static final double A_FEW_TIMES_A_DAY = 180;

  private final Diagnosis diagnosis;
  private final Case about;
  private final Timeline timeline;
  private final double[] prior;
  private final double[] posterior;
  private final Beliefs beliefs;
  private final Explanation explanation;
  private final Set<String> settled;

  private volatile @Nullable Planned planned;

  /**
   * What planning gives. It costs most of an assessment, so that it waits until somebody asks for a
   * step.
   *
   * @param waiting the repairs that wait for the customer, in the planner's order
   * @param callNext whether the first of them would be the next step
   */
  private record Planned(
      List<Candidate> candidates,
      Verdict verdict,
      List<Unavailable> unavailable,
      List<Repair> waiting,
      boolean callNext) {
    Planned {
      candidates = List.copyOf(candidates);
      waiting = List.copyOf(waiting);
      unavailable = List.copyOf(unavailable);
    }
  }

  Assessment(Diagnosis diagnosis, Case about) {
    this.diagnosis = diagnosis;
    this.about = about;
    this.timeline = Timeline.of(diagnosis.casebook(), about);
    this.settled = timeline.settled();
    this.prior = normalized(diagnosis.prior(about));
    this.posterior = posterior(prior);
    this.beliefs = new Beliefs(diagnosis, posterior);
    this.explanation = new Explanation(diagnosis, about, timeline, posterior);
  }

  /** The odds of the hypotheses, in their order. */
  double[] odds() {
    return posterior.clone();
  }

  private Planned planned() {
    Planned known = planned;
    if (known == null) {
      known = plan();
      planned = known; // whoever comes second computed the same
    }
    return known;
  }

  private Planned plan() {
    if (timeline.works().isPresent() || !timeline.marks().isEmpty()) {
      return new Planned(List.of(), verdict(List.of()), List.of(), List.of(), false);
    }
    List<Unavailable> unavailable = new ArrayList<>();
    boolean[] checkOpen = openChecks(unavailable);
    Precedence precedence = new Precedence(diagnosis, timeline, about.kind(), beliefs, checkOpen);
    List<Repair> waiting = new ArrayList<>();
    List<Candidate> all = rank(checkOpen, precedence, unavailable, waiting);
    List<Candidate> ranked = precedence.sparing(precedence.tellingFirst(without(waiting, all)));
    List<Candidate> inTurn = precedence.proved(ranked, unavailable);
    Verdict verdict = verdict(inTurn);
    if (verdict instanceof Verdict.Found found && found.byOdds()) {
      // Sorted before what goes first is put in, so that a dearer cure does not pass it.
      List<Candidate> curesFirst =
          ranked.stream()
              .sorted(Comparator.comparing(candidate -> !cures(candidate, found.cause())))
              .toList();
      inTurn = precedence.proved(curesFirst, new ArrayList<>());
    }
    return new Planned(
        asTheyTurnOut(precedence.inOrder(inTurn)),
        verdict,
        unavailable,
        all.stream().flatMap(candidate -> among(waiting, candidate).stream()).toList(),
        among(waiting, all.get(0)).isPresent());
  }

  private static List<Candidate> without(List<Repair> waiting, List<Candidate> all) {
    return all.stream().filter(candidate -> among(waiting, candidate).isEmpty()).toList();
  }

  private static Optional<Repair> among(List<Repair> repairs, Candidate candidate) {
    return repairs.stream().filter(repair -> repair.id().equals(candidate.id())).findFirst();
  }

  private double[] posterior(double[] start) {
    double[] log = new double[start.length];
    for (int h = 0; h < log.length; h++) {
      log[h] = Math.log(start[h]);
    }
    for (Timeline.InForce reading : timeline.inForce()) {
      double[] row = likelihood(reading.reading());
      for (int h = 0; h < log.length; h++) {
        log[h] += reading.reading().weight() * Math.log(row[h]);
      }
    }
    Map<Stage, Double> fits = new EnumMap<>(Stage.class);
    for (Stage stage : Stage.values()) {
      fits.put(stage, Math.log(timeline.fit(stage)));
    }
    for (int h = 0; h < log.length; h++) {
      log[h] += fits.getOrDefault(diagnosis.hypotheses().get(h).stage(), 0.0);
    }
    for (Event.Tried failed : timeline.failed()) {
      fail(log, failed.repair());
    }
    for (Event.Tried cured : timeline.cured()) {
      fail(log, cured.repair());
    }
    double most = Double.NEGATIVE_INFINITY;
    for (double value : log) {
      most = Math.max(most, value);
    }
    double[] weights = new double[log.length];
    for (int h = 0; h < log.length; h++) {
      weights[h] = Math.exp(log[h] - most);
    }
    return normalized(weights);
  }

  private double[] likelihood(Event.Reading reading) {
    int c = diagnosis.indexOfCheck(reading.check());
    return diagnosis.asProblem()
        .likelihood()[c][diagnosis.checks().get(c).indexOf(reading.outcome())];
  }

  private void fail(double[] log, String repair) {
    int r = diagnosis.indexOfRepair(repair);
    int[] cures = diagnosis.asProblem().cures()[r];
    double[] works = diagnosis.asProblem().works()[r];
    for (int k = 0; k < cures.length; k++) {
      log[cures[k]] += Math.log1p(-Math.min(0.999, works[k]));
    }
  }

  private static double[] normalized(double[] weights) {
    double sum = 0;
    for (double w : weights) {
      sum += w;
    }
    double[] result = new double[weights.length];
    for (int h = 0; h < weights.length; h++) {
      result[h] = weights[h] / sum;
    }
    return result;
  }

  // --- steps ---------------------------------------------------------------------------------

  private boolean[] openChecks(List<Unavailable> unavailable) {
    boolean[] open = new boolean[diagnosis.checks().size()];
    for (int c = 0; c < open.length; c++) {
      Check check = diagnosis.checks().get(c);
      open[c] = timeline.open(check.id()) && worthAsking(check) && offered(check, unavailable);
    }
    return open;
  }

  /**
   * As the planner has them; what goes before one of them is not asked for yet. A cure that waits
   * for the customer is planned with, at its own price and that of getting what it waits for: a
   * machine is not given up because nobody called yet.
   *
   * @param waiting takes the repairs that are planned with and cannot be done yet
   */
  private List<Candidate> rank(
      boolean[] checkOpen,
      Precedence precedence,
      List<Unavailable> unavailable,
      List<Repair> waiting) {
    boolean[] repairOpen = new boolean[diagnosis.repairs().size()];
    for (int r = 0; r < repairOpen.length; r++) {
      Repair repair = diagnosis.repairs().get(r);
      boolean used =
          timeline.failed().stream().anyMatch(t -> t.repair().equals(repair.id()))
              || timeline.cured().stream().anyMatch(t -> t.repair().equals(repair.id()));
      if (used || !worthAsking(repair)) {
        continue;
      }
      boolean vain = precedence.erasesForNothing(repair);
      boolean now = offered(repair, unavailable);
      boolean later = !now && !waitsFor(repair).isEmpty();
      if (now && vain) {
        unavailable.add(
            new Unavailable(repair, "nothing says that what it would erase is at fault"));
      }
      if (later) {
        waiting.add(repair);
      }
      repairOpen[r] = !vain && (now || later);
    }
    return Planner.rank(problem(waiting), posterior, checkOpen, repairOpen, diagnosis.lookAhead())
        .stream()
        .filter(choice -> Double.isFinite(choice.minutes()))
        .map(this::candidate)
        .toList();
  }

  private Problem problem(List<Repair> waiting) {
    Problem problem = diagnosis.asProblem(about.kind(), timeline.caseOpen());
    if (waiting.isEmpty()) {
      return problem;
    }
    double[] repairCost = problem.repairCost().clone();
    for (Repair repair : waiting) {
      repairCost[diagnosis.indexOfRepair(repair.id())] +=
          waitsFor(repair).stream().mapToDouble(ShopRules::getting).sum();
    }
    return problem.priced(problem.checkCost(), repairCost);
  }

  /**
   * What a repair waits for that the customer alone can give; empty where nothing is missing or
   * something else keeps it as well.
   */
  private Set<Need> waitsFor(Repair repair) {
    Set<Need> waits = EnumSet.noneOf(Need.class);
    waits.addAll(repair.effort().needs());
    if (repair.effort().opensTheCase()) {
      waits.add(Need.COVER);
    }
    waits.retainAll(about.missing());
    boolean customers = waits.stream().allMatch(need -> need.question().isPresent());
    boolean losesData = waits.contains(Need.DATA_SAFE) && timeline.driveSuspect();
    boolean done =
        customers
            && !losesData
            && !timeline.setAside().containsKey(repair.id())
            && repair.effort().kinds().contains(about.kind())
            && reaches(repair.effort().reach());
    return done ? waits : Set.of();
  }

  /** Whether nothing that is known says already what a step would say. */
  private boolean worthAsking(Step step) {
    Step.Turn turn = step.effort().turn();
    return !settled.contains(step.id())
        && !timeline.answeredOtherwise(turn.onlyIf())
        && turn.knownBy().stream().noneMatch(about.contexts()::contains)
        && (turn.onlyWith().isEmpty()
            || turn.onlyWith().stream().anyMatch(about.contexts()::contains))
        && turn.before().map(this::mayStopBefore).orElse(true);
  }

  private double cost(Step step) {
    return diagnosis.rules().cost(step, about.kind(), timeline.caseOpen());
  }

  private Candidate candidate(Planner.Choice choice) {
    Optional<Step> step =
        switch (choice.kind()) {
          case CHECK -> Optional.of(diagnosis.checks().get(choice.index()));
          case REPAIR -> Optional.of(diagnosis.repairs().get(choice.index()));
          case REFER -> Optional.empty();
        };
    double own = step.map(this::cost).orElse(diagnosis.rules().referMinutes());
    return new Candidate(step, Minutes.of(own), Minutes.of(choice.minutes()));
  }

  /**
   * With the minutes that are said. What is planned makes too little of a wrong turn where the
   * cause seems clear and too much of finding out where it does not; what follows a step is taken
   * by as much more or less as it came to on machines that were followed to the end. `./dottore
   * eval full` measures what is said. Planning itself does without.
   */
  private List<Candidate> asTheyTurnOut(List<Candidate> planned) {
    double turnsOut = WHERE_CERTAIN - LESS_PER_BIT * beliefs.bits();
    return planned.stream().map(candidate -> after(candidate, turnsOut)).toList();
  }

  private static Candidate after(Candidate planned, double turnsOut) {
    double own = planned.own().value();
    double rest = planned.toTheEnd().value() - own;
    return new Candidate(planned.step(), planned.own(), Minutes.of(own + rest * turnsOut));
  }

  private boolean offered(Step step, List<Unavailable> unavailable) {
    if (!step.effort().kinds().contains(about.kind())) {
      return false;
    }
    Optional<String> obstacle = obstacle(step);
    obstacle.ifPresent(reason -> unavailable.add(new Unavailable(step, reason)));
    return obstacle.isEmpty();
  }

  private Optional<String> obstacle(Step step) {
    String aside = timeline.setAside().get(step.id());
    if (aside != null) {
      return Optional.of(aside.isBlank() ? "set aside" : "set aside: " + aside);
    }
    for (Need need : step.effort().needs()) {
      if (about.missing().contains(need)) {
        return Optional.of(need.missing());
      }
    }
    Optional<String> danger = dangerToData(step);
    if (danger.isPresent()) {
      return danger;
    }
    if (step.effort().opensTheCase() && about.missing().contains(Need.COVER)) {
      return Optional.of(Need.COVER.missing());
    }
    if (step.effort().care().live() && timeline.met(Mark.LIQUID)) {
      return Optional.of("it was wet: nothing inside is worked at under mains");
    }
    Stage.Reach wanted = step.effort().reach();
    return reaches(wanted) ? Optional.empty() : Optional.of(shortfall(wanted));
  }

  /**
   * What to ask the customer next: what the next step waits for, else the permission for the best
   * of the likely cures among those that wait for nothing else. Empty while nothing likely waits,
   * or nothing that is likelier to cure it than what can be done without asking.
   */
  public Optional<Permission> permission() {
    if (!stops().isEmpty() || verdict() instanceof Verdict.Works) {
      return Optional.empty();
    }
    Planned plan = planned();
    double worth = Math.max(WORTH_A_CALL, likeliestAtHand());
    return plan.waiting().stream()
        .map(this::permission)
        .filter(permission -> plan.callNext() || permission.cures().value() >= worth)
        .findFirst();
  }

  private double likeliestAtHand() {
    return candidates().stream()
        .flatMap(candidate -> candidate.step().stream())
        .mapToDouble(step -> step instanceof Repair repair ? chanceOf(repair) : 0)
        .max()
        .orElse(0);
  }

  private Permission permission(Repair repair) {
    return new Permission(
        waitsFor(repair).iterator().next(),
        repair,
        Odds.of(beliefs.chanceOf(repair)),
        planned().callNext() && nothingElseIsWorthDoing(repair));
  }

  /** Where the cause is found no check says more; and no guess is tried beside a likely cure. */
  private boolean nothingElseIsWorthDoing(Repair asked) {
    Step atHand = next().flatMap(Candidate::step).orElse(null);
    if (atHand instanceof Repair repair) {
      return chanceOf(repair) < BESIDE_A_CALL * chanceOf(asked);
    }
    return atHand == null
        || verdict() instanceof Verdict.Found found
            && found.byOdds()
            && cures(asked, found.cause());
  }

  /** A suspect drive with data that is not saved is copied or sent away, and nothing else. */
  private Optional<String> dangerToData(Step step) {
    Step.Care care = step.effort().care();
    if (!about.missing().contains(Need.DATA_SAFE) || care.savesData()) {
      return Optional.empty();
    }
    boolean works = care.strains() || step.effort().depth() == Depth.WRITES_DRIVE;
    return timeline.driveSuspect() || (works && oddsOf(diagnosis.endangering()) >= SUSPECT)
        ? Optional.of(
            "a drive is suspect and wanted data is not saved: copy first, or a specialist")
        : Optional.empty();
  }

  private boolean mayStopBefore(Stage.Reach reach) {
    return !timeline.seenToReach(reach) && 1 - beliefs.reaching(reach) >= STILL_BEFORE;
  }

  private boolean reaches(Stage.Reach wanted) {
    boolean seenToStopBefore =
        timeline.seenReach().filter(seen -> seen.compareTo(wanted) < 0).isPresent();
    return beliefs.reaching(wanted) >= (seenToStopBefore ? REACHED_AGAINST_SIGHT : REACHED);
  }

  private static String shortfall(Stage.Reach wanted) {
    return Stage.Reach.values()[wanted.ordinal() - 1].shortfall();
  }

  private Verdict verdict(List<Candidate> ranked) {
    if (!timeline.marks().isEmpty()) {
      return new Verdict.Stopped();
    }
    if (timeline.works().isPresent()) {
      return works(timeline.works().get());
    }
    double[] byCause = beliefs.byCause();
    int likeliest = diagnosis.likeliestFirst(byCause).get(0);
    Cause first = diagnosis.causes().get(likeliest);
    Odds odds = Odds.of(byCause[likeliest]);
    boolean byOdds = odds.value() >= diagnosis.rules().foundAt();
    boolean seen = timeline.inForce().stream().anyMatch(r -> r.reading().weight() >= Event.SEEN);
    boolean cureIsNext =
        seen
            && !ranked.isEmpty()
            && ranked.get(0).step().orElse(null) instanceof Repair repair
            && repair.cures().containsKey(first.id())
            && odds.value() >= REACHED;
    return byOdds || cureIsNext ? new Verdict.Found(first, odds, byOdds) : new Verdict.Open();
  }

  private Verdict works(Event.Tried cure) {
    Repair repair = diagnosis.casebook().repair(cure.repair()).orElseThrow();
    return new Verdict.Works(repair, curedCause(cure), owed(repair));
  }

  /** The likeliest cause among those that the repair cures; the likeliest of all if none. */
  private Cause curedCause(Event.Tried cure) {
    Repair repair = diagnosis.casebook().repair(cure.repair()).orElseThrow();
    double[] byCause = beliefs.byCause();
    Comparator<Integer> asCured =
        Comparator.comparingDouble(
            i -> byCause[i] * repair.cures().getOrDefault(diagnosis.causes().get(i).id(), 1e-6));
    return diagnosis
        .causes()
        .get(diagnosis.likeliestFirst(byCause).stream().max(asCured).orElseThrow());
  }

  /** Re-checks not yet read good: the failed observation itself, and what the repair asks for. */
  private List<String> owed(Repair repair) {
    List<String> owed = new ArrayList<>();
    List<String> wanted = new ArrayList<>(repair.recheck());
    if (!wanted.contains(Check.HOW_FAR)) {
      wanted.add(0, Check.HOW_FAR);
    }
    for (String id : wanted) {
      Check check = diagnosis.casebook().check(id).orElseThrow();
      boolean applies = check.effort().kinds().contains(about.kind());
      Event.Reading reading = timeline.sinceCure().get(id);
      boolean good = reading != null && check.outcome(reading.outcome()).good();
      if (applies && !good && !asideWithReason(id)) {
        owed.add(id);
      }
    }
    return owed;
  }

  /** Only the failed observation itself can never be set aside. */
  private boolean asideWithReason(String check) {
    return !check.equals(Check.HOW_FAR) && !timeline.setAside().getOrDefault(check, "").isBlank();
  }

  private static boolean cures(Candidate candidate, Cause cause) {
    return candidate.step().orElse(null) instanceof Repair repair && cures(repair, cause);
  }

  private static boolean cures(Repair repair, Cause cause) {
    return repair.cures().getOrDefault(cause.id(), 0.0) >= 0.5;
  }

  // --- what is shown -------------------------------------------------------------------------

  public Verdict verdict() {
    boolean settled = !timeline.marks().isEmpty() || timeline.works().isPresent();
    return settled ? verdict(List.of()) : planned().verdict();
  }

  /** Which round of search this is; the second begins when one fault is cured and one is left. */
  public int round() {
    return timeline.round();
  }

  /** Steps that may be taken now, the best first. Empty when a danger stops the road. */
  public List<Candidate> candidates() {
    return planned().candidates();
  }

  /** Those of them that may lead somewhere: the first, and of the others no hopeless cure. */
  public List<Candidate> roads() {
    Optional<Candidate> first = next();
    return candidates().stream()
        .filter(road -> first.filter(road::equals).isPresent() || mayCure(road))
        .toList();
  }

  private boolean mayCure(Candidate road) {
    return !(road.step().orElse(null) instanceof Repair repair) || chanceOf(repair) >= IS_A_ROAD;
  }

  public Optional<Candidate> next() {
    return candidates().stream().findFirst();
  }

  /** Attended minutes of a step now, on this machine and with its case as it is. */
  public Minutes hands(Step step) {
    return step.effort().hands(about.kind(), timeline.caseOpen());
  }

  /**
   * Minutes that a step waits by itself, now. A trial of whether a fault stays away waits three
   * times as long as it took to come, as far as that was asked: what comes at random and is still
   * there stays away for so long in one case of twenty (e to the minus three).
   */
  public Minutes waiting(Step step) {
    boolean aFewTimesADay =
        timeline.inForce().stream()
            .map(Timeline.InForce::reading)
            .anyMatch(r -> r.check().equals(Check.HOW_OFTEN) && r.outcome().equals("hours"));
    return aFewTimesADay && step instanceof Check check && check.waitsForQuiet()
        ? Minutes.of(3 * A_FEW_TIMES_A_DAY)
        : step.effort().waiting();
  }

  /** Whether the case was opened on the way here and is open still. */
  public boolean caseOpen() {
    return timeline.caseOpen();
  }

  /** Steps that fit this kind of machine but cannot be done, with reasons. */
  public List<Unavailable> unavailable() {
    return planned().unavailable();
  }

  public Set<Mark> stops() {
    return Set.copyOf(timeline.marks());
  }

  /** Readings in force, oldest first. */
  public List<Event.Reading> readings() {
    return timeline.inForce().stream().map(Timeline.InForce::reading).toList();
  }

  /** Readings that no longer count, since stage or round moved on. */
  public List<Event.Reading> retired() {
    return List.copyOf(timeline.retired());
  }

  /** Two answers that hardly fit together, if there are two such. */
  public Optional<Contradiction> contradiction() {
    return timeline.works().isPresent()
        ? Optional.empty()
        : Contradiction.worst(diagnosis, about, timeline, prior, posterior);
  }

  /** Readings taken after the machine worked. */
  public List<Event.Reading> proof() {
    return List.copyOf(timeline.sinceCure().values());
  }

  /** Causes that were cured on the way here, oldest first, the one that made it work last. */
  public List<Cause> curedCauses() {
    List<Cause> causes = new ArrayList<>();
    for (Event.Tried cure : timeline.cured()) {
      diagnosis.casebook().repair(cure.repair()).ifPresent(r -> causes.add(beforeCure(cure)));
    }
    timeline.works().ifPresent(cure -> causes.add(curedCause(cure)));
    return causes;
  }

  /** What a repair cured, judged by what was known when it was tried. */
  private Cause beforeCure(Event.Tried cure) {
    List<Event> before = about.events().subList(0, about.events().indexOf(cure));
    Assessment then =
        new Assessment(diagnosis, new Case(about.contexts(), Set.of(), about.missing(), before));
    return then.curedCause(cure);
  }

  /** All causes that are possible for this kind of machine, likeliest first. */
  public List<Suspect> suspects() {
    double[] byCause = beliefs.byCause();
    return diagnosis.likeliestFirst(byCause).stream()
        .filter(i -> byCause[i] > 0)
        .map(i -> explanation.suspect(i, byCause[i]))
        .toList();
  }

  /** One of its suspects with what would confirm it and what cures it. */
  public CloseLook closely(Suspect suspect) {
    return new CloseLook(
        suspect,
        explanation.cheapest(suspect, candidates()),
        Portrait.cures(diagnosis, suspect.cause()));
  }

  /** The odds of one cause. */
  public Odds oddsOf(String cause) {
    return Odds.of(beliefs.oddsOf(Set.of(cause)));
  }

  /** The chance that a repair cures it, 0 to 1. */
  public double chanceOf(Repair repair) {
    return beliefs.chanceOf(repair);
  }

  /** The odds that it is one of some causes, 0 to 1. */
  public double oddsOf(Set<String> causes) {
    return beliefs.oddsOf(causes);
  }

  public BootLine bootLine() {
    Map<Station, Double> now = new EnumMap<>(Station.class);
    Map<Station, Double> before = new EnumMap<>(Station.class);
    Map<Station, Double> stop = new EnumMap<>(Station.class);
    for (int h = 0; h < posterior.length; h++) {
      Hypothesis hypothesis = diagnosis.hypotheses().get(h);
      now.merge(hypothesis.cause().station(), posterior[h], Double::sum);
      before.merge(hypothesis.cause().station(), prior[h], Double::sum);
      stop.merge(hypothesis.stage().station(), posterior[h], Double::sum);
    }
    Optional<Station> stopsAt =
        timeline.works().isPresent() || timeline.inForce().isEmpty()
            ? Optional.empty()
            : stop.entrySet().stream()
                .filter(e -> e.getValue() >= STOP_SHOWN)
                .map(Map.Entry::getKey)
                .findFirst();
    Map<Station, BootLine.Mark> marks = new EnumMap<>(Station.class);
    for (Station station : Station.values()) {
      double here = now.getOrDefault(station, 0.0);
      boolean cleared =
          !timeline.inForce().isEmpty()
              && here < CLEARED
              && stopsAt.map(end -> station.compareTo(end) <= 0).orElse(true)
              && before.getOrDefault(station, 0.0) >= CLEARED;
      marks.put(station, new BootLine.Mark(Odds.of(here), cleared));
    }
    return new BootLine(marks, stopsAt);
  }

  /**
   * A step looked at closely, whether or not it would be offered.
   *
   * @return empty if the casebook has no such step
   */
  public Optional<StepView> look(String id) {
    Optional<Candidate> known = candidates().stream().filter(c -> c.id().equals(id)).findFirst();
    Optional<Candidate> any =
        known.or(
            () ->
                diagnosis
                    .casebook()
                    .step(id)
                    .map(
                        step ->
                            new Candidate(
                                Optional.of(step), Minutes.of(cost(step)), Minutes.NONE)));
    return any.map(candidate -> explanation.look(candidate, candidates()));
  }
}
