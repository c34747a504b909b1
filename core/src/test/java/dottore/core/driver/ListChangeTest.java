package dottore.core.driver;

import static dottore.core.driver.Packages.DESK;
import static dottore.core.driver.Packages.catalog;
import static dottore.core.driver.Packages.device;
import static org.assertj.core.api.Assertions.assertThat;

import dottore.core.driver.Judged.Habits;
import dottore.core.driver.KnownGood.Ran;
import dottore.core.driver.ListChange.What;
import dottore.core.machine.Device;
import dottore.core.machine.DeviceKind;
import dottore.core.reading.Answer;
import java.time.LocalDate;
import java.util.Arrays;
import java.util.List;
import java.util.Optional;
import org.junit.jupiter.api.Test;

class ListChangeTest {
  private static Device graphics(String version, int mark) {
    return device("Graphics", "0fe2:5000", DeviceKind.GRAPHICS, mark, "Brisk", "", version);
  }

  private static Device sound(String provider) {
    return device("Sound", "0fe1:3000", DeviceKind.AUDIO, 0, provider, "", "1.0");
  }

  @Test
  void anOlderVersionThanBeforeIsSaidFirst() {
    ListChange change =
        ListChange.of(
            List.of(graphics("30.1", 0), sound("Desk Works")),
            List.of(graphics("28.4", 0), sound("Brisk")));
    assertThat(change.rows())
        .extracting(ListChange.Row::what)
        .containsExactly(What.OLDER, What.OTHER);
    assertThat(change.worse()).isTrue();
    assertThat(answers(change)).contains("versions-now=graphics-older");
  }

  @Test
  void marksThatCameAndWentAreToldApart() {
    assertThat(what(graphics("30.1", 28), graphics("30.1", 0))).isEqualTo(What.MENDED);
    assertThat(what(graphics("30.1", 0), graphics("30.1", 43))).isEqualTo(What.MARKED);
    assertThat(what(graphics("28.4", 0), graphics("30.1", 0))).isEqualTo(What.NEWER);
  }

  private static What what(Device before, Device now) {
    return ListChange.of(List.of(before), List.of(now)).rows().get(0).what();
  }

  @Test
  void twinsAreComparedOneByOneAndWhatIsGoneIsSaid() {
    Device port = device("Port", "0fe1:4000", DeviceKind.OTHER, 0, "Brisk", "", "1.0");
    assertThat(ListChange.of(List.of(port, port), List.of(port, port)).same()).isEqualTo(2);
    ListChange one = ListChange.of(List.of(port, port), List.of(port));
    assertThat(one.rows()).extracting(ListChange.Row::what).containsExactly(What.GONE);
  }

  @Test
  void marksBecomeTheAnswerOfWhatMatters() {
    assertThat(marks(device("Net", "0fe1:1", DeviceKind.NETWORK, 28, "", "", "")))
        .isEqualTo("network");
    assertThat(marks(graphics("30.1", 43))).isEqualTo("graphics-43");
    assertThat(marks(sound("Brisk"))).isEqualTo("clean");
    Device unknown = device("Unknown", "0fe1:9000", DeviceKind.OTHER, 28, "", "", "");
    assertThat(marks(unknown, unknown, unknown)).isEqualTo("chipset");
    assertThat(marks(device("Touch", "0fe1:9001", DeviceKind.TOUCH, 10, "B", "", "1")))
        .isEqualTo("touch");
  }

  private static String marks(Device... devices) {
    return answers(Optional.empty(), devices).stream()
        .filter(a -> a.startsWith("device-marks="))
        .findFirst()
        .orElseThrow()
        .substring("device-marks=".length());
  }

  private static List<String> answers(ListChange change) {
    return answers(Optional.of(change));
  }

  private static List<String> answers(Optional<ListChange> change, Device... devices) {
    List<Judged> judged =
        Arrays.stream(devices).map(d -> Judged.of(d, DESK, catalog(), Habits.USUAL)).toList();
    return DriverReading.of(judged, change).stream()
        .map((Answer a) -> a.check() + "=" + a.outcome())
        .toList();
  }

  @Test
  void aSetThatOneMachineCameBackWithIsNotGood() {
    KnownGood.Set good = KnownGood.Set.of("F7", "Desk 12", List.of(graphics("30.1", 0)));
    KnownGood.Set bad = KnownGood.Set.of("F7", "Desk 12", List.of(graphics("31.0", 0)));
    KnownGood.Set silent = KnownGood.Set.of("F7", "Desk 12", List.of());
    List<KnownGood> sets =
        KnownGood.of(
            List.of(
                new Ran("a", good, LocalDate.of(2026, 1, 1), false),
                new Ran("a", good, LocalDate.of(2026, 3, 1), false),
                new Ran("b", good, LocalDate.of(2026, 2, 1), false),
                new Ran("c", bad, LocalDate.of(2026, 4, 1), false),
                new Ran("d", bad, LocalDate.of(2026, 5, 1), true),
                new Ran("e", silent, LocalDate.of(2026, 6, 1), false)));
    assertThat(sets).containsExactly(new KnownGood(good, 2, LocalDate.of(2026, 3, 1)));
    assertThat(good.graphics()).isEqualTo("Brisk 30.1");
  }
}
