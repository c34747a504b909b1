package dottore.core.reading;

import static org.assertj.core.api.Assertions.assertThat;

import dottore.core.casebook.Casebook;
import dottore.core.format.Smbios;
import dottore.core.format.SmbiosDumps;
import dottore.core.format.SmbiosDumps.Module;
import dottore.core.reading.PassportReading.Fitted;
import dottore.core.units.Capacity;
import java.util.List;
import java.util.Optional;
import java.util.OptionalInt;
import org.junit.jupiter.api.Test;

class PassportReadingTest {
  private static List<Answer> answers(String processor, Fitted fitted, Module... modules)
      throws Exception {
    return PassportReading.of(
        Smbios.read(SmbiosDumps.machine(processor, List.of(modules)).bare()), fitted);
  }

  private static Fitted fitted(double gib, int modules) {
    return new Fitted(Optional.of(Capacity.ofGibibytes(gib)), OptionalInt.of(modules));
  }

  @Test
  void answersEveryCheckOfASoundMachine() throws Exception {
    List<Answer> answers =
        answers(
            "Halden H6",
            fitted(32, 2),
            new Module("A1", 0, 0, 0),
            new Module("A2", 16384, 3600, 3600),
            new Module("B1", 0, 0, 0),
            new Module("B2", 16384, 3600, 3600));
    assertThat(answers)
        .extracting(Answer::check, Answer::outcome)
        .containsExactly(
            org.assertj.core.groups.Tuple.tuple("cpu-shown", "right"),
            org.assertj.core.groups.Tuple.tuple("memory-size-shown", "all"),
            org.assertj.core.groups.Tuple.tuple("memory-speed-shown", "rated"),
            org.assertj.core.groups.Tuple.tuple("memory-slots-shown", "all"),
            org.assertj.core.groups.Tuple.tuple("memory-total", "enough"));
  }

  @Test
  void seesTheHalfThatIsMissing() throws Exception {
    List<Answer> answers =
        answers(
            "Halden H6",
            fitted(32, 2),
            new Module("A1", 16384, 3200, 3200),
            new Module("B1", 0, 0, 0));
    assertThat(answers)
        .contains(
            new Answer("memory-size-shown", "part", "16 GiB shown, 32 GiB fitted"),
            new Answer("memory-slots-shown", "missing", "1 of 2 slots: A1; 2 modules fitted"));
  }

  @Test
  void seesAPairInTheWrongSlotsAndBaseSpeed() throws Exception {
    List<Answer> answers =
        answers(
            "Halden H6",
            Fitted.UNKNOWN,
            new Module("A1", 8192, 3600, 2133),
            new Module("A2", 8192, 3600, 2133),
            new Module("B1", 0, 0, 0),
            new Module("B2", 0, 0, 0));
    assertThat(answers)
        .extracting(Answer::outcome)
        .containsExactly("right", "below", "wrong-slots", "enough");
  }

  @Test
  void saysNothingAboutWhatNobodyWroteDown() throws Exception {
    assertThat(answers("Halden H6", Fitted.UNKNOWN, new Module("A1", 8192, 0, 0)))
        .extracting(Answer::check)
        .containsExactly("cpu-shown", "memory-total");
  }

  @Test
  void namesAnUnknownProcessor() throws Exception {
    assertThat(answers("Unknown", Fitted.UNKNOWN, new Module("A1", 0, 0, 0)))
        .extracting(Answer::outcome)
        .containsExactly("unknown");
  }

  @Test
  void answersOnlyChecksThatNameThisReader() throws Exception {
    Casebook casebook = Casebook.shipped();
    List<String> named =
        casebook.checks().stream()
            .filter(check -> check.reader().equals(Optional.of("smbios")))
            .map(check -> check.id())
            .sorted()
            .toList();
    assertThat(named)
        .containsExactly(
            "cpu-shown",
            "memory-size-shown",
            "memory-slots-shown",
            "memory-speed-shown",
            "memory-total");
  }

  @Test
  void judgesTheTotalByWhatUpgradesAskFor() throws Exception {
    assertThat(answers("Halden H6", Fitted.UNKNOWN, new Module("A1", 2048, 0, 0)))
        .contains(new Answer("memory-total", "little", "2 GiB in total"));
    assertThat(answers("Halden H6", Fitted.UNKNOWN, new Module("A1", 4096, 0, 0)))
        .contains(new Answer("memory-total", "tight", "4 GiB in total"));
    assertThat(answers("Halden H6", Fitted.UNKNOWN, new Module("A1", 8192, 0, 0)))
        .contains(new Answer("memory-total", "enough", "8 GiB in total"));
  }
}
