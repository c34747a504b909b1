package dottore.core.reading;

import dottore.core.machine.MemoryModule;
import dottore.core.machine.Passport;
import dottore.core.units.Capacity;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.OptionalInt;
import java.util.stream.Collectors;
import java.util.stream.IntStream;

/** The checks on processor and memory that a passport answers by itself. */
public final class PassportReading {
  private static final double LEAST_GIB = 4;
  private static final double ENOUGH_GIB = 8;

  /** Where a pair belongs in a board of four slots: second and fourth. Guide; the manual wins. */
  private static final List<Integer> PAIR_IN_FOUR = List.of(1, 3);

  private PassportReading() {}

  /**
   * What is fitted by the stickers, as far as somebody wrote it down.
   *
   * @param memory the size of all modules together
   * @param modules how many there are
   */
  public record Fitted(Optional<Capacity> memory, OptionalInt modules) {
    public static final Fitted UNKNOWN = new Fitted(Optional.empty(), OptionalInt.empty());
  }

  /** The answers that follow; a check that cannot be judged from the passport is left out. */
  public static List<Answer> of(Passport passport, Fitted fitted) {
    List<Answer> answers = new ArrayList<>();
    processor(passport).ifPresent(answers::add);
    fitted.memory().map(size -> size(passport, size)).ifPresent(answers::add);
    speed(passport).ifPresent(answers::add);
    slots(passport, fitted).ifPresent(answers::add);
    total(passport).ifPresent(answers::add);
    return List.copyOf(answers);
  }

  private static Optional<Answer> processor(Passport passport) {
    List<Passport.Processor> there =
        passport.processors().stream().filter(Passport.Processor::populated).toList();
    if (there.isEmpty()) {
      return Optional.empty();
    }
    String names =
        there.stream().map(Passport.Processor::version).collect(Collectors.joining(", "));
    boolean unknown =
        there.stream()
            .map(p -> p.version().toLowerCase(Locale.ROOT))
            .anyMatch(v -> v.isBlank() || v.contains("unknown") || v.equals("not specified"));
    return Optional.of(
        unknown
            ? new Answer("cpu-shown", "unknown", "processor reported as \"" + names + "\"")
            : new Answer("cpu-shown", "right", names));
  }

  private static Answer size(Passport passport, Capacity fitted) {
    Capacity shown = passport.memoryShown();
    String because = shown.asMemory() + " shown, " + fitted.asMemory() + " fitted";
    boolean all = shown.bytes() >= 0.99 * fitted.bytes();
    return new Answer("memory-size-shown", all ? "all" : "part", because);
  }

  private static Optional<Answer> speed(Passport passport) {
    List<MemoryModule> rated =
        passport.modulesPresent().stream()
            .filter(m -> m.ratedSpeed().isPresent() && m.runningSpeed().isPresent())
            .toList();
    if (rated.isEmpty()) {
      return Optional.empty();
    }
    String because =
        rated.stream()
            .map(
                m ->
                    String.format(
                        Locale.ROOT,
                        "%s runs at %d of %d MT/s",
                        m.slot(),
                        m.runningSpeed().getAsInt(),
                        m.ratedSpeed().getAsInt()))
            .collect(Collectors.joining("; "));
    boolean below = rated.stream().anyMatch(MemoryModule::belowRating);
    return Optional.of(new Answer("memory-speed-shown", below ? "below" : "rated", because));
  }

  private static Optional<Answer> slots(Passport passport, Fitted fitted) {
    List<Integer> used =
        IntStream.range(0, passport.memory().size())
            .filter(i -> passport.memory().get(i).present())
            .boxed()
            .toList();
    if (used.isEmpty()) {
      return Optional.empty();
    }
    String names =
        used.stream().map(i -> passport.memory().get(i).slot()).collect(Collectors.joining(", "));
    String because = used.size() + " of " + passport.memory().size() + " slots: " + names;
    if (fitted.modules().isPresent() && used.size() < fitted.modules().getAsInt()) {
      return Optional.of(
          new Answer(
              "memory-slots-shown",
              "missing",
              because + "; " + fitted.modules().getAsInt() + " modules fitted"));
    }
    boolean pairInFour = passport.memory().size() == 4 && used.size() == 2;
    if (pairInFour && !used.equals(PAIR_IN_FOUR)) {
      return Optional.of(
          new Answer(
              "memory-slots-shown",
              "wrong-slots",
              because + "; guide: second and fourth, the manual wins"));
    }
    if (fitted.modules().isEmpty()) {
      return Optional.empty();
    }
    return Optional.of(new Answer("memory-slots-shown", "all", because));
  }

  /** Upgrades ask for 4 GiB; below 8 GiB a current system is tight. */
  private static Optional<Answer> total(Passport passport) {
    Capacity shown = passport.memoryShown();
    if (shown.bytes() == 0) {
      return Optional.empty();
    }
    double gib = shown.gibibytes();
    String outcome = gib < LEAST_GIB ? "little" : gib < ENOUGH_GIB ? "tight" : "enough";
    return Optional.of(new Answer("memory-total", outcome, shown.asMemory() + " in total"));
  }
}
