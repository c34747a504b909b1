package dottore.core.casebook;

import dottore.core.machine.MachineKind;
import java.util.Locale;
import java.util.Optional;
import java.util.Set;

/** What changed last, and what the machine is like; each shifts the odds of some causes. */
public enum Context {
  NEW_BUILD("new build, never ran", true),
  PART_ADDED("a part was added", true),
  MEMORY_CHANGED("memory was changed", true),
  GRAPHICS_CHANGED("graphics card was changed", true),
  DRIVE_CHANGED("a drive was changed", true),
  CPU_CHANGED("processor was changed", true),
  FIRMWARE_UPDATED("firmware was updated", true),
  SETTINGS_RESET("firmware settings were reset", true),
  SYSTEM_UPGRADED("system was upgraded", true),
  SYSTEM_REINSTALLED("system was installed anew", true),
  DRIVER_UPDATED("a driver was updated", true),
  MOVED("moved or shipped", true),
  POWER_EVENT("power cut or lightning", true),
  LIQUID("liquid", true),
  NOTHING("nothing that anyone knows of", true),
  TOWER("tower", false),
  LAPTOP("laptop", false),
  ALL_IN_ONE("all-in-one", false),
  HANDHELD("handheld", false),
  CLOUD_LAPTOP("cloud-laptop", false),
  OLD("over eight years old", false),
  OVERCLOCKED("overclocked or memory profile on", false),
  DUSTY("dusty", false),
  SPINNING_DRIVE("spinning drive", false),
  ON_BATTERY("on battery", false);

  private final String id;
  private final String words;
  private final boolean change;

  Context(String words, boolean change) {
    this.id = name().toLowerCase(Locale.ROOT).replace('_', '-');
    this.words = words;
    this.change = change;
  }

  public String id() {
    return id;
  }

  public String words() {
    return words;
  }

  /** Whether it answers "what changed last"; the others say what the machine is. */
  public boolean change() {
    return change;
  }

  /** The mark of danger that a machine in this circumstance bears until somebody lifts it. */
  public Optional<Mark> mark() {
    return this == LIQUID ? Optional.of(Mark.LIQUID) : Optional.empty();
  }

  /** Whether it is one of the machine kinds. */
  public boolean kind() {
    return ordinal() >= TOWER.ordinal() && ordinal() <= CLOUD_LAPTOP.ordinal();
  }

  public static Context of(MachineKind kind) {
    return of(kind.id());
  }

  /** The kind among a set of contexts; a machine without one is looked at as a tower. */
  public static MachineKind kindIn(Set<Context> contexts) {
    return contexts.stream()
        .filter(Context::kind)
        .findFirst()
        .map(context -> MachineKind.of(context.id()))
        .orElse(MachineKind.TOWER);
  }

  /**
   * @throws IllegalArgumentException if no context has this id
   */
  public static Context of(String id) {
    for (Context context : values()) {
      if (context.id().equals(id)) {
        return context;
      }
    }
    throw new IllegalArgumentException("no context is called '" + id + "'");
  }
}
