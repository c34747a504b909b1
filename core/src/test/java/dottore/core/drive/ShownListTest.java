package dottore.core.drive;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import dottore.core.drive.ShownList.How;
import dottore.core.drive.ShownList.Told;
import dottore.core.machine.Drive;
import dottore.core.units.Capacity;
import java.util.List;
import java.util.Optional;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.constraints.IntRange;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

class ShownListTest {
  private static Drive drive(int number, String serial, double gb, boolean connected) {
    return new Drive(
        number,
        "Norrin",
        serial,
        gb == 0 ? Optional.empty() : Optional.of(Capacity.ofGigabytes(gb)),
        connected,
        "",
        Optional.empty());
  }

  private final Drive system = drive(0, "AB12-19TD", 500, true);
  private final Drive data = drive(1, "CD34-77QX", 2000, true);

  private static final String INSTALLER =
      """
      Drive 0 Unallocated Space   465.8 GB
      Drive 1 Partition 1  100.0 MB  System
      Drive 1 Partition 2  1862.9 GB  Primary
      """;

  @Test
  void tellsDrivesApartByTheirSizesInTheOtherCount() {
    ShownList list = ShownList.read(INSTALLER);
    assertThat(list.shown()).hasSize(2);
    Told told = list.target(system, List.of(system, data)).orElseThrow();
    assertThat(told.shown().name()).isEqualTo("Drive 0");
    assertThat(told.how()).isEqualTo(How.SIZE);
    assertThat(list.target(data, List.of(system, data)).orElseThrow().shown().name())
        .isEqualTo("Drive 1");
    assertThat(list.missing(List.of(system, data))).isEmpty();
  }

  @Test
  void readsWhatARescueSystemPrints() {
    ShownList list =
        ShownList.read(
            """
            NAME        SIZE MODEL SERIAL
            sda       465.8G Norrin AB12-19TD
            sda1        100M
            nvme0n1     1.8T Norrin CD34-77QX
            nvme0n1p1   1.8T
            """);
    assertThat(list.tell(List.of(system, data))).extracting(Told::how).containsOnly(How.SERIAL);
    assertThat(list.target(data, List.of(system, data)).orElseThrow().shown().name())
        .isEqualTo("nvme0n1");
  }

  @Test
  void lookAlikesAreNotChosenUnlessTheirSerialStandsThere() {
    Drive twin = drive(1, "EF56-20KK", 512, true);
    ShownList sizes = ShownList.read("Disk 0  465.8 GB\nDisk 1  476.9 GB");
    assertThat(sizes.target(system, List.of(system, twin))).isEmpty();
    ShownList named = ShownList.read("Disk 0  465.8 GB\nDisk 1  476.9 GB  …19TD");
    assertThat(named.target(system, List.of(system, twin)).orElseThrow().shown().name())
        .isEqualTo("Disk 1");
    assertThat(named.tell(List.of(system, twin)).get(0).how()).isEqualTo(How.SIZE);
  }

  @Test
  void aStrangerOfTheSameSizeStopsIt() {
    ShownList list = ShownList.read("Disk 0 465.8 GB\nDisk 1 465.8 GB");
    assertThat(list.target(system, List.of(system))).isEmpty();
    ShownList stick = ShownList.read("Disk 0 465.8 GB\nDisk 1 14.4 GB");
    assertThat(stick.target(system, List.of(system))).isPresent();
    assertThat(stick.tell(List.of(system)).get(1).how()).isEqualTo(How.STRANGE);
  }

  @Test
  void anUnpluggedDriveIsNotLookedFor() {
    Drive twin = drive(1, "EF56-20KK", 512, false);
    ShownList list = ShownList.read("Disk 0 465.8 GB");
    assertThat(list.target(system, List.of(system, twin))).isPresent();
    assertThat(list.missing(List.of(system, twin))).isEmpty();
    assertThat(list.missing(List.of(system, data))).containsExactly(data);
  }

  @Test
  void aDriveOfUnknownSizeCouldBeAny() {
    Drive unknown = drive(1, "ZZ", 0, true);
    assertThat(ShownList.read("Disk 0 465.8 GB").target(system, List.of(system, unknown)))
        .isEmpty();
  }

  @Test
  void fourDigitsAreASizeAndNoSerial() {
    Drive digits = drive(2, "1863", 4000, true);
    ShownList list = ShownList.read("Disk 0 1863 GB");
    assertThat(list.tell(List.of(digits, data)).get(0).drive()).contains(data);
  }

  @ParameterizedTest
  @ValueSource(strings = {"", "nothing here", "Disk 0 online"})
  void refusesWhatNamesNoDisk(String text) {
    assertThatThrownBy(() -> ShownList.read(text)).isInstanceOf(IllegalArgumentException.class);
  }

  /** Whatever the sizes, a wrong drive is never named, in either count. */
  @Property(tries = 2000)
  void neverNamesAWrongDrive(
      @ForAll @IntRange(min = 60, max = 2100) int first,
      @ForAll @IntRange(min = 60, max = 2100) int second,
      @ForAll boolean binary,
      @ForAll boolean swapped,
      @ForAll boolean stranger) {
    Drive a = drive(0, "AAAA-AAA1", first, true);
    Drive b = drive(1, "BBBB-BBB2", second, true);
    String one = line(0, swapped ? second : first, binary);
    String two = line(1, swapped ? first : second, binary);
    String third = stranger ? line(2, first, binary) : "";
    ShownList list = ShownList.read(one + two + third);
    Optional<Told> told = list.target(a, List.of(a, b));
    told.ifPresent(t -> assertThat(t.shown().name()).isEqualTo(swapped ? "Disk 1" : "Disk 0"));
    if (stranger) {
      assertThat(told).isEmpty();
    }
  }

  private static String line(int number, int gb, boolean binary) {
    double shown = binary ? gb / 1.073741824 : gb;
    return String.format(java.util.Locale.ROOT, "Disk %d   %.1f GB%n", number, shown);
  }
}
