package dottore.core.system;

import static org.assertj.core.api.Assertions.assertThat;

import dottore.core.machine.BootMode;
import dottore.core.system.Readiness.Cure;
import dottore.core.system.Readiness.Machine;
import dottore.core.system.Readiness.Point;
import dottore.core.system.Readiness.State;
import dottore.core.system.Readiness.Verdict;
import dottore.core.units.Capacity;
import java.util.Optional;
import java.util.OptionalInt;
import java.util.SplittableRandom;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class ReadinessTest {
  private static final SystemProfile NOW = profile("ebb-desk-12");

  private static SystemProfile profile(String id) {
    return SystemProfiles.shipped().named(id).orElseThrow();
  }

  /** A machine: bits, GiB, GB, boot way, old only, secure boot, chip, listed; ? for not looked. */
  private static Machine machine(
      String bits,
      String gib,
      String gb,
      String boot,
      boolean oldOnly,
      String secure,
      String chip,
      String listed) {
    return new Machine(
        bits.equals("?") ? OptionalInt.empty() : OptionalInt.of(Integer.parseInt(bits)),
        OptionalInt.of(4),
        gib.equals("?")
            ? Optional.empty()
            : Optional.of(Capacity.ofGibibytes(Double.parseDouble(gib))),
        gb.equals("?")
            ? Optional.empty()
            : Optional.of(Capacity.ofGigabytes(Double.parseDouble(gb))),
        Optional.of(true),
        boot.equals("?") ? Optional.empty() : Optional.of(BootMode.valueOf(boot)),
        oldOnly,
        Optional.of(true),
        secure.equals("?") ? Optional.empty() : Optional.of(secure.equals("on")),
        chip.equals("?")
            ? Optional.empty()
            : Optional.of(chip.equals("none") ? Optional.empty() : Optional.of(chip.equals("on"))),
        listed.equals("?") ? Optional.empty() : Optional.of(listed.equals("yes")));
  }

  @ParameterizedTest
  @CsvSource({
    "64, 8, 500, NEW, false, on, on, yes, READY, 0",
    "64, 4, 64, NEW, false, on, on, yes, READY, 0",
    "64, 8, 500, OLD, false, off, off, yes, SETTINGS, 3",
    "64, 8, 500, NEW, false, on, off, yes, SETTINGS, 1",
    "64, 2, 500, NEW, false, on, on, yes, PARTS, 1",
    "64, 2, 60, OLD, false, off, off, yes, PARTS, 5",
    "64, 8, 500, OLD, true, off, none, yes, NOT_MADE_FOR_IT, 3",
    "32, 8, 500, NEW, false, on, on, yes, NOT_MADE_FOR_IT, 1",
    "64, 8, 500, NEW, false, on, on, no, NOT_MADE_FOR_IT, 1",
    "64, 8, 500, NEW, false, on, none, yes, NOT_MADE_FOR_IT, 1",
    "64, ?, 500, NEW, false, on, on, yes, ASK, 0",
    "64, ?, 500, NEW, false, on, none, yes, NOT_MADE_FOR_IT, 1",
  })
  void judgesACurrentSystem(
      String bits,
      String gib,
      String gb,
      String boot,
      boolean oldOnly,
      String secure,
      String chip,
      String listed,
      Verdict verdict,
      int stops) {
    Readiness readiness =
        Readiness.of(NOW, machine(bits, gib, gb, boot, oldOnly, secure, chip, listed));
    assertThat(readiness.verdict()).isEqualTo(verdict);
    assertThat(readiness.stops()).hasSize(stops);
  }

  @Test
  void settingsComeInTheOnlyOrderAndAfterParts() {
    Readiness readiness =
        Readiness.of(NOW, machine("64", "2", "500", "OLD", false, "off", "off", "yes"));
    assertThat(readiness.stops())
        .extracting(Point::topic)
        .containsExactly("Memory", "Boot way", "Secure boot", "Security chip");
    assertThat(readiness.stops().get(1).todo()).contains("Convert the disk first");
    assertThat(readiness.minutes()).isEqualTo(15 + 3 + 2 + 3);
  }

  @Test
  void softNeedsStopNothing() {
    Readiness readiness =
        Readiness.of(NOW, machine("64", "4", "64", "NEW", false, "on", "on", "yes"));
    assertThat(readiness.stops()).isEmpty();
    assertThat(readiness.points())
        .filteredOn(point -> point.state() == State.LACKS)
        .extracting(Point::topic, Point::cure)
        .containsExactly(
            org.assertj.core.groups.Tuple.tuple("Memory", Cure.PART),
            org.assertj.core.groups.Tuple.tuple("Drive", Cure.PART));
  }

  @Test
  void anOldSystemWantsTheOldWay() {
    assertThat(
            Readiness.of(
                    profile("ebb-desk-7"),
                    machine("32", "1", "40", "OLD", true, "off", "none", "no"))
                .verdict())
        .isEqualTo(Verdict.READY);
    Readiness set =
        Readiness.of(
            profile("ebb-desk-7"), machine("64", "4", "500", "NEW", false, "off", "on", "?"));
    assertThat(set.verdict()).isEqualTo(Verdict.SETTINGS);
    assertThat(set.stops().get(0).todo()).contains("what is on the drive now stops starting");
  }

  /** More memory, a larger drive or a better chip never makes a machine less fit. */
  @Test
  void moreIsNeverLess() {
    SplittableRandom random = new SplittableRandom(4);
    String[] chips = {"none", "off", "on"};
    for (int round = 0; round < 4000; round++) {
      int chip = random.nextInt(3);
      int gib = 1 << random.nextInt(5);
      int gb = 16 << random.nextInt(5);
      String boot = random.nextBoolean() ? "NEW" : "OLD";
      String secure = random.nextBoolean() ? "on" : "off";
      for (SystemProfile profile : SystemProfiles.shipped().all()) {
        int before =
            Readiness.of(
                    profile,
                    machine("64", "" + gib, "" + gb, boot, false, secure, chips[chip], "yes"))
                .stops()
                .size();
        int after =
            Readiness.of(
                    profile,
                    machine(
                        "64",
                        "" + 2 * gib,
                        "" + 2 * gb,
                        boot,
                        false,
                        secure,
                        chips[Math.min(2, chip + 1)],
                        "yes"))
                .stops()
                .size();
        assertThat(after).isLessThanOrEqualTo(before);
      }
    }
  }
}
