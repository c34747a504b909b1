package dottore.core.diagnosis;

import dottore.core.casebook.Check;
import dottore.core.casebook.Depth;
import dottore.core.casebook.Need;
import dottore.core.casebook.Repair;
import dottore.core.casebook.Step;
import dottore.core.machine.MachineKind;
import dottore.core.units.Minutes;
import java.util.ArrayList;
import java.util.Collection;
import java.util.Comparator;
import java.util.HashMap;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.function.BinaryOperator;
import java.util.function.Function;
import java.util.function.Predicate;
import java.util.stream.Collectors;
import java.util.stream.IntStream;

/**
 * What goes before what on a bench, whatever the minutes say: a look that a step wants first, what
 * spares a drive before what erases it, a proof before money is spent, a free look before a tool.
 */
final class Precedence {
  /** Up to how many times the best in the end a step may come to that tells more. */
  static final double TELLS_WITHIN = 1.05;

  /**
   * Bench minutes that it is worth to be surely right about the cause, and not surely wrong. Tried
   * from 40 to 400 on sampled machines; from 100 on they take longer and are right no sooner.
   */
  private static final double BEING_RIGHT = 50;

  /** Bench minutes that it may itself take more than what it passes. */
  private static final double HARDLY_LONGER = 2;

  /** Less than one chance in three that it cures is a guess. */
  private static final double GUESS = 1.0 / 3;

  /** Less than one chance in five that it cures is no reason to write the firmware. */
  private static final double FLASH_GUESS = 0.2;

  /** What spares the drive goes first with this share of the chance of what erases it. */
  private static final double SPARES_AT = 1.0 / 3;

  /** Below this chance a drive is not erased while a short check tells something. */
  private static final double SURE = 0.9;

  private static final double TELLS = 0.2;

  /** From here on a cause is looked for before what it would make vain. */
  private static final double WORTH_RULING_OUT = 0.05;

  /** Parts above this, in the shop's money, want a confirming check first. */
  private static final double DEAR_PARTS = 30;

  /** A confirming check that costs this many bench minutes or more is not worth waiting for. */
  private static final double CHEAP_PROOF = 15;

  /** How often the answer of a proof comes under the cause, and at most under all others. */
  private static final double PROOF_USUAL = 0.6;

  private static final double PROOF_RARE = 0.2;

  /** From these minutes on a step is long enough for a free look to go before it. */
  private static final double LONG_STEP = ShopRules.HANDLING + 2.5;

  private static final double SHORT_LOOK = ShopRules.HANDLING + 0.5;

  /** How much dearer in the end a free look may be. */
  private static final double FREE_WITHIN = 1.10;

  /** So close two roads cannot be told apart by their minutes: the gentler goes first. */
  private static final double EQUAL_WITHIN = 1.02;

  /** Before a closed machine is opened, what takes a minute is short. */
  private static final double BEFORE_OPENING = ShopRules.HANDLING + 1;

  /** From this chance on a cure from outside is tried before a closed machine is opened. */
  private static final double MAY_CURE = 0.05;

  /** The share of the odds that it must move by itself. */
  private static final double SETTLES = 0.15;

  /**
   * What would prove that it is one of some causes.
   *
   * @param tried whether something that could was answered already
   * @param check the cheapest that still can; never together with {@code tried}
   */
  private record Proof(boolean tried, Optional<Check> check) {
    boolean impossible() {
      return !tried && check.isEmpty();
    }
  }

  private final Diagnosis diagnosis;
  private final Timeline timeline;
  private final MachineKind kind;
  private final Beliefs beliefs;
  private final double[] odds;
  private final boolean[] checkOpen;
  private final Map<Set<Integer>, Proof> proofs = new HashMap<>();
  private final Map<Integer, double[]> answers = new HashMap<>();

  /**
   * @param checkOpen which checks can be done now, in the order of the diagnosis
   */
  Precedence(
      Diagnosis diagnosis,
      Timeline timeline,
      MachineKind kind,
      Beliefs beliefs,
      boolean[] checkOpen) {
    this.diagnosis = diagnosis;
    this.timeline = timeline;
    this.kind = kind;
    this.beliefs = beliefs;
    this.odds = beliefs.odds();
    this.checkOpen = checkOpen.clone();
  }

  /**
   * The same with the repair that keeps everything before the one that erases, and at its place,
   * where it is fairly likely to do.
   */
  List<Candidate> sparing(List<Candidate> ranked) {
    List<Candidate> sparing = new ArrayList<>();
    for (Candidate candidate : ranked) {
      if (candidate.step().orElse(null) instanceof Repair repair && erases(repair)) {
        keepsEverything(repair, ranked)
            .map(
                gentle ->
                    new Candidate(
                        gentle.step(),
                        gentle.own(),
                        Minutes.of(candidate.toTheEnd().value() + gentle.own().value())))
            .ifPresent(sparing::add);
      }
      sparing.add(candidate);
    }
    return sparing;
  }

  /** The likeliest of the repairs that spare the drive and cure much of what this one cures. */
  private Optional<Candidate> keepsEverything(Repair erasing, List<Candidate> ranked) {
    double enough = SPARES_AT * beliefs.chanceOf(erasing);
    return ranked.stream()
        .max(Comparator.comparingDouble(other -> chanceInstead(other, erasing)))
        .filter(best -> chanceInstead(best, erasing) > 0)
        .filter(best -> chanceInstead(best, erasing) >= enough);
  }

  private double chanceInstead(Candidate other, Repair erasing) {
    return other.step().orElse(null) instanceof Repair repair && !erases(repair)
        ? beliefs.chanceOf(repair, erasing)
        : 0;
  }

  /**
   * The same with what tells most first, of the steps that come to about the same in the end: what
   * is said in minutes is not known to a twentieth, and whoever is right early errs less later. It
   * is no deeper and hardly longer itself than what it passes, and erases nothing; what it passes
   * may erase, since a step that tells nothing is no gain before it.
   */
  List<Candidate> tellingFirst(List<Candidate> ranked) {
    double most = TELLS_WITHIN * ranked.get(0).toTheEnd().value();
    List<Candidate> inTurn = new ArrayList<>(ranked);
    ranked.stream()
        .filter(candidate -> candidate.toTheEnd().value() <= most)
        .filter(candidate -> candidate == ranked.get(0) || asGentle(candidate, ranked.get(0)))
        .min(Comparator.comparingDouble(this::lessWhatItTells))
        .ifPresent(first -> toTheFront(first, inTurn));
    return inTurn;
  }

  private static boolean asGentle(Candidate candidate, Candidate first) {
    return candidate.step().filter(Precedence::erases).isEmpty()
        && depth(candidate).compareTo(depth(first)) <= 0
        && candidate.own().value() <= first.own().value() + HARDLY_LONGER;
  }

  private static Depth depth(Candidate candidate) {
    return candidate.step().map(step -> step.effort().depth()).orElse(Depth.LOOK);
  }

  private double lessWhatItTells(Candidate candidate) {
    return candidate.toTheEnd().value() - BEING_RIGHT * beliefs.rightAfter(candidate.step());
  }

  /** The same with the checks that go before them, each step once. */
  List<Candidate> proved(List<Candidate> ranked, List<Unavailable> unavailable) {
    return ranked.stream()
        .map(this::provedFirst)
        .filter(candidate -> !guesses(candidate, unavailable))
        .collect(
            Collectors.collectingAndThen(
                Collectors.toMap(
                    Candidate::id,
                    Function.identity(),
                    BinaryOperator.minBy(Comparator.comparing(Candidate::toTheEnd)),
                    LinkedHashMap::new),
                byId -> List.copyOf(byId.values())));
  }

  /** Whether what would be erased was looked at in every way there is, and is not at fault. */
  boolean erasesForNothing(Repair repair) {
    Map<String, Set<String>> first = repair.effort().turn().first();
    return erases(repair)
        && timeline.answeredOtherwise(first)
        && first.keySet().stream().noneMatch(id -> checkOpen[diagnosis.indexOfCheck(id)]);
  }

  /** Nothing is erased or flashed on a guess; what is found out first may make it more than one. */
  private boolean guesses(Candidate candidate, List<Unavailable> unavailable) {
    if (!(candidate.step().orElse(null) instanceof Repair repair)) {
      return false;
    }
    boolean flashes = repair.effort().depth() == Depth.WRITES_FIRMWARE;
    boolean guess =
        erases(repair) && beliefs.chanceOf(repair) < GUESS
            || flashes && beliefs.chanceOf(repair) < FLASH_GUESS;
    if (guess) {
      unavailable.add(
          new Unavailable(
              repair,
              "the odds are against it, and it would "
                  + (flashes ? "write the firmware" : "erase")));
    }
    return guess;
  }

  /**
   * The step, or the check that comes before it: what the step itself wants first, and for a dear
   * part the check that would prove it, while such a check can be done; before that check what it
   * wants first in its turn, to the one that wants nothing.
   */
  private Candidate provedFirst(Candidate candidate) {
    Candidate first = candidate;
    Set<String> passed = new HashSet<>();
    Optional<Check> before = goesBefore(first);
    while (before.isPresent() && passed.add(before.get().id())) {
      double own = cost(before.get());
      first =
          new Candidate(
              Optional.of(before.get()),
              Minutes.of(own),
              Minutes.of(own + first.toTheEnd().value()));
      before = goesBefore(first);
    }
    return first;
  }

  private Optional<Check> goesBefore(Candidate candidate) {
    Step step = candidate.step().orElse(null);
    if (step == null) {
      return Optional.empty();
    }
    return wantedFirst(step)
        .or(() -> step instanceof Repair repair ? convincing(repair) : Optional.empty());
  }

  private Optional<Check> wantedFirst(Step step) {
    Step.Turn turn = step.effort().turn();
    return wantedFirst(turn.onlyIf())
        .or(() -> wantedFirst(turn.first()))
        .or(
            () ->
                erases(step) && !timeline.driveHealthRead()
                    ? cheapest(Check::showsDriveHealth)
                    : Optional.empty())
        .or(() -> cheapestOf(rulingOut(turn)));
  }

  /** Ids of the checks that look for what would make a step vain, where that is likely enough. */
  private Set<String> rulingOut(Step.Turn turn) {
    return turn.ruleOut().entrySet().stream()
        .filter(one -> beliefs.oddsOf(Set.of(one.getKey())) >= WORTH_RULING_OUT)
        .map(Map.Entry::getValue)
        .collect(Collectors.toSet());
  }

  private Optional<Check> cheapestOf(Set<String> ids) {
    return ids.isEmpty() ? Optional.empty() : cheapest(check -> ids.contains(check.id()));
  }

  private Optional<Check> wantedFirst(Map<String, Set<String>> answers) {
    return timeline.answered(answers) ? Optional.empty() : cheapestOf(answers.keySet());
  }

  private Optional<Check> cheapest(Predicate<Check> wanted) {
    return IntStream.range(0, checkOpen.length)
        .filter(c -> checkOpen[c])
        .mapToObj(diagnosis.checks()::get)
        .filter(wanted)
        .min(Comparator.comparingDouble(this::cost));
  }

  /** Whether it does away with what is on a drive that stays. */
  static boolean erases(Step step) {
    return step instanceof Repair repair
        && repair.parts() == 0
        && repair.effort().needs().containsAll(Set.of(Need.ERASE_CONSENT, Need.DATA_SAFE));
  }

  /** What is looked at before money is spent or a drive erased. */
  private Optional<Check> convincing(Repair repair) {
    if (repair.parts() > DEAR_PARTS) {
      return proof(repair);
    }
    return erases(repair) && beliefs.chanceOf(repair) < SURE
        ? cheapest(check -> cost(check) < CHEAP_PROOF && tellsApart(check, repair) >= TELLS)
        : Optional.empty();
  }

  /**
   * The cheapest check that would prove the likeliest of what a repair cures, or if none can, that
   * it is one of them; none if it is found already or such a check was answered otherwise: one
   * proof is wanted before money is spent, not all of them.
   */
  private Optional<Check> proof(Repair repair) {
    List<Integer> cured =
        diagnosis.likeliestFirst(beliefs.byCause()).stream()
            .filter(i -> repair.cures().containsKey(diagnosis.causes().get(i).id()))
            .toList();
    if (cured.isEmpty() || thought(cured.subList(0, 1)) >= diagnosis.rules().foundAt()) {
      return Optional.empty();
    }
    Proof ofTheLikeliest = proofs.computeIfAbsent(Set.of(cured.get(0)), this::proofOf);
    return ofTheLikeliest.impossible()
        ? proofs.computeIfAbsent(Set.copyOf(cured), this::proofOf).check()
        : ofTheLikeliest.check();
  }

  private double thought(Collection<Integer> causes) {
    double[] byCause = beliefs.byCause();
    return causes.stream().mapToDouble(i -> byCause[i]).sum();
  }

  private Proof proofOf(Set<Integer> causes) {
    double thought = thought(causes);
    int[] inside =
        IntStream.range(0, odds.length)
            .filter(h -> causes.contains(diagnosis.hypotheses().get(h).of()))
            .toArray();
    boolean tried =
        timeline.inForce().stream()
            .map(r -> diagnosis.checks().get(diagnosis.indexOfCheck(r.reading().check())))
            .anyMatch(check -> proves(check, inside, thought));
    return new Proof(
        tried,
        tried
            ? Optional.empty()
            : cheapest(check -> cost(check) < CHEAP_PROOF && proves(check, inside, thought)));
  }

  /** Whether an answer of a check is usual under these hypotheses and rare under all others. */
  private boolean proves(Check check, int[] hypotheses, double thought) {
    int c = diagnosis.indexOfCheck(check.id());
    double[][] rows = diagnosis.asProblem().likelihood()[c];
    double[] all = answers.computeIfAbsent(c, of -> masses(rows));
    for (int o = 0; o < rows.length; o++) {
      double inside = 0;
      for (int h : hypotheses) {
        inside += odds[h] * rows[o][h];
      }
      if (inside >= PROOF_USUAL * thought && all[o] - inside <= PROOF_RARE * (1 - thought)) {
        return true;
      }
    }
    return false;
  }

  /** How likely each answer is by what is thought now. */
  private double[] masses(double[][] rows) {
    double[] masses = new double[rows.length];
    for (int o = 0; o < rows.length; o++) {
      for (int h = 0; h < odds.length; h++) {
        masses[o] += odds[h] * rows[o][h];
      }
    }
    return masses;
  }

  /**
   * How differently a check answers where a repair cures and where it does not: half the distance
   * of the two rows, 0 to 1.
   */
  private double tellsApart(Check check, Repair repair) {
    double chance = beliefs.chanceOf(repair);
    double apart = 0;
    for (double[] row : diagnosis.asProblem().likelihood()[diagnosis.indexOfCheck(check.id())]) {
      double cured = 0;
      double left = 0;
      for (int h = 0; h < odds.length; h++) {
        double cures = repair.cures().getOrDefault(diagnosis.hypotheses().get(h).cause().id(), 0.0);
        cured += odds[h] * cures * row[h];
        left += odds[h] * (1 - cures) * row[h];
      }
      apart += Math.abs(cured / chance - left / (1 - chance));
    }
    return apart / 2;
  }

  /** A free look before a tool; how far it gets comes before anything. */
  List<Candidate> inOrder(List<Candidate> ranked) {
    List<Candidate> order = new ArrayList<>(ranked);
    freeLookFirst(order);
    boolean stageKnown =
        timeline.inForce().stream()
            .map(Timeline.InForce::reading)
            .filter(reading -> reading.check().equals(Check.HOW_FAR))
            .anyMatch(reading -> reading.weight() >= Event.SEEN || !Timeline.seenBest(reading));
    if (!stageKnown) {
      order.sort(Comparator.comparing(c -> !c.id().equals(Check.HOW_FAR)));
    }
    return List.copyOf(order);
  }

  /**
   * A free look goes before a tool, and outside before inside: where the best step takes its time
   * or opens the machine, a short look from outside that settles much by itself and costs little
   * more in the end comes first; before opening also what from outside may well cure it.
   */
  private void freeLookFirst(List<Candidate> order) {
    if (order.isEmpty()) {
      return;
    }
    Candidate best = order.get(0);
    boolean opens =
        !timeline.caseOpen()
            && best.step().filter(step -> step.effort().opensTheCase()).isPresent();
    double longest = opens ? BEFORE_OPENING : best.own().value() >= LONG_STEP ? SHORT_LOOK : 0;
    double most = FREE_WITHIN * best.toTheEnd().value();
    order.stream()
        .filter(first -> first.own().value() <= longest && first.toTheEnd().value() <= most)
        .filter(
            first ->
                first
                    .step()
                    .filter(step -> settlesMuch(step) || opens && mayCureFromOutside(step))
                    .isPresent())
        .findFirst()
        .or(() -> opens ? asGoodFromOutside(best, order) : Optional.empty())
        .ifPresent(first -> toTheFront(first, order));
  }

  /** What comes to the same in the end without opening, and is shorter itself. */
  private Optional<Candidate> asGoodFromOutside(Candidate best, List<Candidate> order) {
    double most = EQUAL_WITHIN * best.toTheEnd().value();
    return order.stream()
        .filter(other -> other.toTheEnd().value() <= most)
        .filter(other -> other.own().value() < best.own().value())
        .filter(
            other ->
                other
                    .step()
                    .filter(step -> settles(step) >= SETTLES / 2 || mayCureFromOutside(step))
                    .isPresent())
        .findFirst();
  }

  private boolean mayCureFromOutside(Step step) {
    return step instanceof Repair repair
        && repair.effort().depth().compareTo(Depth.OUTSIDE) <= 0
        && !repair.effort().opensTheCase()
        && beliefs.chanceOf(repair) >= MAY_CURE;
  }

  private static void toTheFront(Candidate candidate, List<Candidate> order) {
    order.remove(candidate);
    order.add(0, candidate);
  }

  private boolean settlesMuch(Step step) {
    return settles(step) >= SETTLES;
  }

  /** How much of the odds a look from outside moves by itself; 0 for what opens or needs a tool. */
  private double settles(Step step) {
    if (!(step instanceof Check check)
        || check.effort().opensTheCase()
        || !check.effort().needs().isEmpty()) {
      return 0;
    }
    double moved = 0;
    for (double[] row : diagnosis.asProblem().likelihood()[diagnosis.indexOfCheck(check.id())]) {
      double mean = 0;
      for (int h = 0; h < odds.length; h++) {
        mean += odds[h] * row[h];
      }
      for (int h = 0; h < odds.length; h++) {
        moved += odds[h] * Math.abs(row[h] - mean);
      }
    }
    return moved / 2;
  }

  private double cost(Step step) {
    return diagnosis.rules().cost(step, kind, timeline.caseOpen());
  }
}
