package dottore.core.practice;

import dottore.core.machine.MachineKind;
import java.util.Arrays;
import java.util.Collections;
import java.util.EnumMap;
import java.util.Map;
import java.util.function.UnaryOperator;

/**
 * A machine as it stands on the bench.
 *
 * @param build what it is, whether or not it is broken
 * @param memory its modules in their slots
 * @param flaws what is not as it should be, each with its degree of 1 or more
 */
public record Machine(Build build, Memory memory, Map<Flaw, Integer> flaws) {
  public Machine {
    flaws =
        flaws.isEmpty() ? Map.of() : Collections.unmodifiableMap(new EnumMap<Flaw, Integer>(flaws));
  }

  /**
   * What a machine is.
   *
   * @param old whether it is over eight years old
   * @param card whether it has a graphics card of its own
   * @param builtIn whether the processor has graphics
   * @param lights whether the board shows by lights how far a start gets
   * @param digits whether it shows a code besides
   * @param spinning whether the system's drive spins
   * @param fixedMemory whether its memory is soldered
   */
  public record Build(
      MachineKind kind,
      boolean old,
      boolean card,
      boolean builtIn,
      boolean lights,
      boolean digits,
      boolean spinning,
      boolean fixedMemory) {
    Build withCard() {
      return new Build(kind, old, true, builtIn, lights, digits, spinning, fixedMemory);
    }

    Build modular() {
      return new Build(kind, old, card, builtIn, lights, digits, spinning, false);
    }

    Build turning() {
      return new Build(kind, old, card, builtIn, lights, digits, true, fixedMemory);
    }

    /** Whether its screen, its keyboard and its pointer are part of it. */
    public boolean inOnePiece() {
      return kind != MachineKind.TOWER;
    }
  }

  public boolean has(Flaw flaw) {
    return flaws.containsKey(flaw);
  }

  public boolean has(Flaw flaw, int degree) {
    return degree(flaw) == degree;
  }

  public boolean any(Flaw... of) {
    for (Flaw flaw : of) {
      if (has(flaw)) {
        return true;
      }
    }
    return false;
  }

  /** 0 where there is none. */
  public int degree(Flaw flaw) {
    return flaws.getOrDefault(flaw, 0);
  }

  public Machine with(Flaw flaw) {
    return with(flaw, 1);
  }

  /**
   * @throws IllegalArgumentException if the degree is below 1
   */
  public Machine with(Flaw flaw, int degree) {
    if (degree < 1) {
      throw new IllegalArgumentException("a flaw has a degree of 1 or more: " + flaw);
    }
    EnumMap<Flaw, Integer> more = new EnumMap<>(Flaw.class);
    more.putAll(flaws);
    more.put(flaw, degree);
    return new Machine(build, memory, more);
  }

  public Machine without(Flaw... gone) {
    if (!any(gone)) {
      return this;
    }
    EnumMap<Flaw, Integer> fewer = new EnumMap<>(flaws);
    fewer.keySet().removeAll(Arrays.asList(gone));
    return new Machine(build, memory, fewer);
  }

  Machine with(Build other) {
    return new Machine(other, memory, flaws);
  }

  public Machine memory(UnaryOperator<Memory> change) {
    return new Machine(build, change.apply(memory), flaws);
  }

  public MachineKind kind() {
    return build.kind();
  }

  public boolean portable() {
    return kind().hasBattery();
  }

  public boolean tower() {
    return kind() == MachineKind.TOWER;
  }

  /** Whether there is mains at its plug. */
  public boolean fed() {
    return !any(Flaw.WALL_DEAD, Flaw.CORD_LOOSE, Flaw.MAINS_PULLED);
  }
}
