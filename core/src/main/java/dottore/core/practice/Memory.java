package dottore.core.practice;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.function.UnaryOperator;
import java.util.stream.IntStream;

/**
 * The modules of a machine and the slots they stand in.
 *
 * @param slots by number, the first nearest to the processor
 * @param tray what was taken out and lies beside
 * @param profileOn whether the modules' fast profile is used
 * @param hasProfile whether the modules have one
 * @param training minutes that the next start takes to learn their timing, none when it knows it
 */
public record Memory(
    List<Slot> slots, List<Module> tray, boolean profileOn, boolean hasProfile, int training) {

  /** Minutes of training after modules were moved. */
  private static final int SHORT = 1;

  public Memory {
    slots = List.copyOf(slots);
    tray = List.copyOf(tray);
  }

  /**
   * @param mark what tells it from the others, as the label does
   * @param gib capacity
   * @param bad how much of it is bad
   * @param liked whether this board runs it with the firmware it has
   * @param advertised what it does at the speed it was sold for
   */
  public record Module(String mark, int gib, Bad bad, boolean liked, Advertised advertised) {
    public static Module good(String mark, int gib) {
      return new Module(mark, gib, Bad.NO, true, Advertised.STEADY);
    }

    public Module with(Bad now) {
      return new Module(mark, gib, now, liked, advertised);
    }

    public Module disliked() {
      return new Module(mark, gib, bad, false, advertised);
    }

    public Module at(Advertised speed) {
      return new Module(mark, gib, bad, liked, speed);
    }
  }

  /** What a module does with its profile on. */
  public enum Advertised {
    STEADY,
    CRASHES,
    DOES_NOT_START
  }

  /** How a module stands in its slot. */
  public enum Seat {
    HOME,
    /** Half in: its contacts get in the way of the start. */
    ASKEW,
    /** Not in far enough to be noticed. */
    UNNOTICED
  }

  /** How a slot serves what stands in it. */
  public enum Channel {
    SOUND,
    HALTS,
    BLIND
  }

  /** How a module fails. */
  public enum Bad {
    NO,
    /** Wrong bits under work. */
    BITS,
    /** Starts one time and not another. */
    AT_TIMES,
    DEAD
  }

  /**
   * @param seat how the module stands in it
   * @param channel whether the slot itself is sound
   */
  public record Slot(Optional<Module> module, Seat seat, Channel channel) {
    static final Slot FREE = new Slot(Optional.empty(), Seat.HOME, Channel.SOUND);

    public Slot holding(Module one) {
      return new Slot(Optional.of(one), Seat.HOME, channel);
    }

    Slot emptied() {
      return new Slot(Optional.empty(), Seat.HOME, channel);
    }

    public Slot seated(Seat now) {
      return new Slot(module, now, channel);
    }

    public Slot with(Channel now) {
      return new Slot(module, seat, now);
    }

    /** Whether the start finds what stands in it. */
    public boolean serves() {
      return module.isPresent() && seat == Seat.HOME && channel == Channel.SOUND;
    }

    /** Whether what stands in it keeps the machine from starting. */
    public boolean halts() {
      return module.isPresent()
          && (seat == Seat.ASKEW
              || channel == Channel.HALTS
              || serves() && (module.get().bad() == Bad.DEAD || !module.get().liked()));
    }
  }

  /** As bought: modules in the slots that the manual asks for. */
  static Memory of(int slots, List<Module> modules, boolean hasProfile) {
    List<Slot> all = new ArrayList<>();
    for (int i = 0; i < slots; i++) {
      all.add(Slot.FREE);
    }
    int[] places = places(slots, modules.size());
    for (int i = 0; i < modules.size(); i++) {
      all.set(places[i], all.get(places[i]).holding(modules.get(i)));
    }
    return new Memory(all, List.of(), hasProfile, hasProfile, 0);
  }

  /** Where a manual wants them: of four slots the second and fourth first. */
  private static int[] places(int slots, int modules) {
    return slots == 4 && modules <= 2 ? new int[] {1, 3} : IntStream.range(0, slots).toArray();
  }

  public Memory with(int slot, Slot now) {
    List<Slot> all = new ArrayList<>(slots);
    all.set(slot, now);
    return new Memory(all, tray, profileOn, hasProfile, training);
  }

  Memory with(List<Slot> now) {
    return new Memory(now, tray, profileOn, hasProfile, training);
  }

  public Memory profile(boolean on) {
    return new Memory(slots, tray, on, hasProfile, training);
  }

  /** With so many minutes of training before it. */
  public Memory training(int minutes) {
    return new Memory(slots, tray, profileOn, hasProfile, minutes);
  }

  /** All modules that belong to the machine, those in the tray last. */
  public List<Module> modules() {
    List<Module> all = new ArrayList<>();
    slots.forEach(slot -> slot.module().ifPresent(all::add));
    all.addAll(tray);
    return all;
  }

  /** Slots in which something stands. */
  public List<Integer> taken() {
    List<Integer> taken = new ArrayList<>();
    for (int i = 0; i < slots.size(); i++) {
      if (slots.get(i).module().isPresent()) {
        taken.add(i);
      }
    }
    return taken;
  }

  /** The module of one slot into the tray. */
  public Memory out(int slot) {
    Slot from = slots.get(slot);
    if (from.module().isEmpty()) {
      return this;
    }
    List<Module> lying = new ArrayList<>(tray);
    lying.add(from.module().get());
    Memory without = with(slot, from.emptied());
    return new Memory(without.slots, lying, profileOn, hasProfile, SHORT);
  }

  /** The first module of the tray into a free slot, pressed home. */
  public Memory in(int slot) {
    if (tray.isEmpty() || slots.get(slot).module().isPresent()) {
      return this;
    }
    Memory filled = with(slot, slots.get(slot).holding(tray.get(0)));
    return new Memory(filled.slots, tray.subList(1, tray.size()), profileOn, hasProfile, SHORT);
  }

  /** Everything into the tray. */
  public Memory allOut() {
    Memory now = this;
    for (int slot : taken()) {
      now = now.out(slot);
    }
    return now;
  }

  /** All modules into the slots of the manual, pressed home; broken slots stay broken. */
  public Memory asTheManualSays() {
    List<Module> all = modules();
    Memory now = allOut();
    now = new Memory(now.slots, all, profileOn, hasProfile, SHORT);
    for (int place : places(slots.size(), all.size())) {
      now = now.in(place);
    }
    return now;
  }

  /** One module alone, in the slot that a manual wants a single one in. */
  public Memory alone(Module one) {
    return alone(one, slots.size() == 4 ? 1 : 0);
  }

  /** One module alone in one slot; all others lie in the tray. */
  public Memory alone(Module one, int slot) {
    List<Module> others = new ArrayList<>(modules());
    others.remove(one);
    Memory now = allOut();
    now = now.with(slot, now.slots.get(slot).holding(one));
    return new Memory(now.slots, others, profileOn, hasProfile, SHORT);
  }

  /** Other modules instead, in the same slots, pressed home. */
  public Memory replacedBy(UnaryOperator<Module> other) {
    return with(
        slots.stream()
            .map(slot -> slot.module().map(m -> slot.holding(other.apply(m))).orElse(slot))
            .toList());
  }

  /** GiB in slots, whether or not they serve. */
  public int fitted() {
    return slots.stream().mapToInt(s -> s.module().map(Module::gib).orElse(0)).sum();
  }

  /** GiB that a start finds. */
  public int found() {
    return slots.stream()
        .filter(s -> s.serves() && s.module().orElseThrow().bad() != Bad.DEAD)
        .mapToInt(s -> s.module().orElseThrow().gib())
        .sum();
  }

  /** Whether a pair stands where the manual wants it. */
  public boolean rightSlots() {
    if (slots.size() < 4 || taken().size() > 2) {
      return true;
    }
    return taken().size() == 1 ? taken().get(0) == 1 : taken().equals(List.of(1, 3));
  }
}
