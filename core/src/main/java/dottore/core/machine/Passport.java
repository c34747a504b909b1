package dottore.core.machine;

import dottore.core.units.Capacity;
import java.util.List;
import java.util.Objects;
import java.util.Optional;
import java.util.OptionalInt;

/**
 * What a machine says about itself. Texts that the machine leaves out are empty strings, as in its
 * own table; numbers it leaves out are absent.
 */
public record Passport(
    String firmwareVendor,
    String firmwareVersion,
    String firmwareDate,
    String maker,
    String model,
    String serial,
    String sku,
    String boardMaker,
    String boardModel,
    String boardVersion,
    OptionalInt chassisType,
    List<Processor> processors,
    int memorySlots,
    List<MemoryModule> memory,
    Abilities can) {

  /**
   * What a machine can do, as far as its table says.
   *
   * @param bits 64 or 32, of its processor
   * @param newWay whether its firmware starts the new way as well
   * @param chip whether it shows a security chip; a table without one says nothing
   */
  public record Abilities(OptionalInt bits, Optional<Boolean> newWay, boolean chip) {
    /** Of a table that says nothing. */
    public static final Abilities UNKNOWN =
        new Abilities(OptionalInt.empty(), Optional.empty(), false);
  }

  /**
   * @param populated whether the socket holds a processor
   * @param currentSpeed MHz, absent where the table says 0
   */
  public record Processor(
      String socket,
      String maker,
      String version,
      boolean populated,
      OptionalInt cores,
      OptionalInt currentSpeed) {}

  public Passport {
    processors = List.copyOf(processors);
    memory = List.copyOf(memory);
    // What was kept before anybody asked says nothing.
    can = Objects.requireNonNullElse(can, Abilities.UNKNOWN);
  }

  public Capacity memoryShown() {
    return new Capacity(
        memory.stream().flatMap(m -> m.size().stream()).mapToLong(Capacity::bytes).sum());
  }

  public List<MemoryModule> modulesPresent() {
    return memory.stream().filter(MemoryModule::present).toList();
  }
}
