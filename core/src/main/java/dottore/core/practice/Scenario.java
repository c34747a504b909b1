package dottore.core.practice;

import dottore.core.machine.MachineKind;
import dottore.core.practice.Sights.HowFar;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Set;
import java.util.SplittableRandom;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/**
 * A machine that comes in with something hidden in it. A seed and a level give the same one again,
 * so that it can be shared by its code.
 *
 * @param seed from 0 to {@value #SEEDS} less one
 * @param level from 1 to {@value #LEVELS}: 1 faults that come in often and are always there, 2 all
 *     faults, 3 those that hide or come and go, 4 two at once
 * @param story what happened last, as the owner tells it
 * @param machine as it stands on the bench at the beginning
 * @param faults what is hidden in it
 * @param complaint how far the owner says it gets
 */
public record Scenario(
    int seed, int level, Story story, Machine machine, List<Fault> faults, HowFar complaint) {

  public static final int SEEDS = 1_000_000;
  public static final int LEVELS = 4;

  private static final int OFTEN = 4;
  private static final int TRIES = 50_000;
  private static final List<MachineKind> MIX =
      List.of(
          MachineKind.TOWER,
          MachineKind.TOWER,
          MachineKind.TOWER,
          MachineKind.TOWER,
          MachineKind.LAPTOP,
          MachineKind.LAPTOP,
          MachineKind.LAPTOP,
          MachineKind.ALL_IN_ONE,
          MachineKind.CLOUD_LAPTOP,
          MachineKind.HANDHELD);

  public Scenario {
    faults = List.copyOf(faults);
  }

  /**
   * @throws IllegalArgumentException if seed or level lie outside their range
   */
  public static Scenario of(int seed, int level) {
    if (seed < 0 || seed >= SEEDS) {
      throw new IllegalArgumentException("a case has a number from 0 to " + (SEEDS - 1));
    }
    if (level < 1 || level > LEVELS) {
      throw new IllegalArgumentException("a case has a level from 1 to " + LEVELS);
    }
    SplittableRandom random = new SplittableRandom(seed * 31L + level);
    while (true) {
      MachineKind kind = MIX.get(random.nextInt(MIX.size()));
      Story story = story(random);
      Fault fault = fault(kind, story, level, random);
      Machine healthy = healthy(kind, random);
      Machine machine = fault.into(healthy, random);
      List<Fault> faults = new ArrayList<>(List.of(fault));
      if (level == LEVELS) {
        Fault second = fault(kind, story, 2, random);
        if (second == fault || second == Fault.NOTHING_WRONG || fault == Fault.NOTHING_WRONG) {
          continue;
        }
        machine = second.into(machine, random);
        faults.add(second);
      }
      HowFar complaint = Sights.howFar(machine, random);
      if (fault == Fault.NOTHING_WRONG) {
        complaint = HowFar.DEGRADED;
      }
      if (complaint == HowFar.WORKS || level == 3 && !hides(machine, fault, complaint)) {
        continue;
      }
      return new Scenario(seed, level, story, machine, faults, complaint);
    }
  }

  /**
   * One with a fault out of some, on a kind out of some; the next seeds are tried in turn.
   *
   * @throws IllegalArgumentException if none of the faults comes in on these kinds
   */
  public static Scenario among(int from, int level, Set<Fault> faults, Set<MachineKind> kinds) {
    for (int i = 0; i < TRIES; i++) {
      Scenario scenario = of((from + i) % SEEDS, level);
      if (faults.contains(scenario.faults().get(0)) && kinds.contains(scenario.machine().kind())) {
        return scenario;
      }
    }
    throw new IllegalArgumentException("none of " + faults + " comes in on " + kinds);
  }

  private static boolean hides(Machine machine, Fault fault, HowFar complaint) {
    return complaint == HowFar.UNSTABLE
        || complaint == HowFar.DARK
        || machine.memory().modules().stream().anyMatch(m -> m.bad() == Memory.Bad.AT_TIMES)
        || fault.ordinary() <= 2;
  }

  private static Story story(SplittableRandom random) {
    int sum = 0;
    for (Story story : Story.values()) {
      sum += story.often();
    }
    int at = random.nextInt(sum);
    for (Story story : Story.values()) {
      at -= story.often();
      if (at < 0) {
        return story;
      }
    }
    throw new IllegalStateException("no story was drawn");
  }

  private static Fault fault(MachineKind kind, Story story, int level, SplittableRandom random) {
    double[] weights = new double[Fault.values().length];
    double sum = 0;
    for (Fault fault : Fault.values()) {
      boolean fits = level != 1 || fault.ordinary() >= OFTEN;
      weights[fault.ordinal()] = fits ? fault.weight(kind, story) : 0;
      sum += weights[fault.ordinal()];
    }
    double at = random.nextDouble() * sum;
    for (Fault fault : Fault.values()) {
      at -= weights[fault.ordinal()];
      if (at < 0) {
        return fault;
      }
    }
    return Fault.NOTHING_WRONG;
  }

  /** A machine of a kind, as a shop's customers have them. */
  static Machine healthy(MachineKind kind, SplittableRandom random) {
    boolean tower = kind == MachineKind.TOWER;
    boolean old = random.nextInt(3) == 0;
    boolean card = tower && random.nextInt(4) > 0;
    boolean builtIn = !card || random.nextInt(5) < 3;
    boolean lights = tower && random.nextInt(4) > 0;
    boolean digits = lights && random.nextInt(5) < 2;
    boolean spinning =
        old
            && (tower || kind == MachineKind.LAPTOP || kind == MachineKind.ALL_IN_ONE)
            && random.nextInt(5) < 2;
    boolean fixed =
        kind == MachineKind.HANDHELD
            || kind == MachineKind.CLOUD_LAPTOP
            || kind == MachineKind.LAPTOP && random.nextInt(5) < 2;
    int slots = tower ? 4 : fixed ? 1 : 2;
    int gib = old ? 4 : 8 << random.nextInt(2);
    List<Memory.Module> modules = new ArrayList<>(List.of(Memory.Module.good("A", gib)));
    if (slots > 1 && random.nextInt(4) > 0) {
      modules.add(Memory.Module.good("B", gib));
    }
    boolean profile = tower && !old && random.nextInt(3) == 0;
    return new Machine(
        new Machine.Build(kind, old, card, builtIn, lights, digits, spinning, fixed),
        Memory.of(slots, modules, profile),
        Map.of());
  }

  /** As it is said and typed: level, then the seed in groups. */
  public String code() {
    return String.format(Locale.ROOT, "%d-%03d-%03d", level, seed / 1000, seed % 1000);
  }

  /**
   * The case with this code.
   *
   * @throws IllegalArgumentException if it is no code of a case
   */
  public static Scenario of(String code) {
    Matcher parts =
        Pattern.compile("\\s*(\\d)\\s*-\\s*(\\d{3})\\s*-\\s*(\\d{3})\\s*").matcher(code);
    if (!parts.matches()) {
      throw new IllegalArgumentException("a case's code looks like 2-041-317");
    }
    return of(
        Integer.parseInt(parts.group(2)) * 1000 + Integer.parseInt(parts.group(3)),
        Integer.parseInt(parts.group(1)));
  }

  /** Whether this variant may be used to mend what is known; the others only judge it. */
  public boolean heldOut() {
    return new SplittableRandom(seed * 7L + 3).nextBoolean();
  }
}
