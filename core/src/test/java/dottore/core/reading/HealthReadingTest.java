package dottore.core.reading;

import static org.assertj.core.api.Assertions.assertThat;

import dottore.core.format.FormatFault;
import dottore.core.format.HealthPageBytes;
import dottore.core.format.HealthPages;
import dottore.core.machine.DriveHealth;
import dottore.core.reading.HealthReading.Level;
import dottore.core.reading.HealthReading.Verdict;
import java.util.Optional;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class HealthReadingTest {
  private static Verdict judged(byte[] page) throws FormatFault {
    return HealthReading.judge(HealthPages.read(page), Optional.empty());
  }

  @ParameterizedTest
  @CsvSource({
    "197, 100, 1, 0, REPLACE, 1 sectors pending",
    "198, 100, 8, 0, REPLACE, 8 sectors uncorrectable",
    "187, 99, 4294967296, 0, CLEAN, 4660 hours",
    "187, 99, 3, 0, REPLACE, 3 errors reported uncorrectable",
    "5, 100, 12, 10, WATCH, 12 sectors reallocated",
    "5, 10, 0, 10, REPLACE, 'attribute 5 at 10, its limit is 10'",
    "3, 1, 0, 0, CLEAN, 4660 hours",
    "199, 200, 40, 0, WATCH, 'interface errors ever'",
    "250, 1, 99, 0, CLEAN, 4660 hours",
  })
  void anAttributeDecides(int id, int current, long raw, int threshold, Level level, String number)
      throws FormatFault {
    Verdict verdict =
        judged(HealthPageBytes.drive().with(id, current, raw, threshold).withThresholds());
    assertThat(verdict.level()).isEqualTo(level);
    assertThat(verdict.numbers()).anyMatch(said -> said.contains(number));
  }

  @ParameterizedTest
  @CsvSource({
    "0, 310, 100, 10, 3, 0, CLEAN, fine",
    "0, 310, 100, 10, 3, 1, REPLACE, bad",
    "1, 310, 3, 10, 3, 0, REPLACE, bad",
    "2, 350, 100, 10, 3, 0, WATCH, fine",
    "4, 310, 100, 10, 3, 0, REPLACE, bad",
    "8, 310, 100, 10, 3, 0, REPLACE, bad",
    "16, 310, 100, 10, 3, 0, REPLACE, bad",
    "0, 310, 15, 10, 3, 0, WATCH, fine",
    "0, 310, 16, 10, 3, 0, CLEAN, fine",
    "0, 310, 9, 10, 3, 0, REPLACE, bad",
    "0, 310, 100, 10, 89, 0, CLEAN, fine",
    "0, 310, 100, 10, 90, 0, WATCH, fine",
    "0, 310, 100, 10, 100, 0, WORN, fine",
    "0, 310, 100, 10, 255, 0, WORN, fine",
    "0, 343, 100, 10, 3, 0, CLEAN, fine",
    "0, 344, 100, 10, 3, 0, WATCH, fine",
    "0, 0, 100, 0, 3, 0, CLEAN, fine",
  })
  void aNumberOfTheHealthPageDecides(
      int warnings,
      int kelvin,
      int spare,
      int threshold,
      int used,
      long media,
      Level level,
      String outcome)
      throws FormatFault {
    Verdict verdict =
        judged(HealthPageBytes.log(warnings, kelvin, spare, threshold, used, 900, 4, media, 1));
    assertThat(verdict.level()).isEqualTo(level);
    assertThat(verdict.answer().outcome()).isEqualTo(outcome);
    assertThat(verdict.answer().because()).startsWith(level.words());
  }

  @Test
  void whatGrewSinceAnEarlierPageTellsCableFromDrive() throws FormatFault {
    DriveHealth before = read(HealthPageBytes.drive().with(5, 100, 2).with(199, 200, 40));
    DriveHealth cable = read(HealthPageBytes.drive().with(5, 100, 0).with(199, 200, 55));
    assertThat(HealthReading.judge(cable, Optional.of(before)).answer().outcome())
        .isEqualTo("interface");
    DriveHealth same = read(HealthPageBytes.drive().with(5, 100, 2).with(199, 200, 40));
    assertThat(HealthReading.judge(same, Optional.of(before)).level()).isEqualTo(Level.WATCH);
    DriveHealth grown = read(HealthPageBytes.drive().with(5, 100, 9).with(199, 200, 55));
    Verdict verdict = HealthReading.judge(grown, Optional.of(before));
    assertThat(verdict.level()).isEqualTo(Level.REPLACE);
    assertThat(verdict.numbers())
        .containsExactly("9 sectors reallocated, 7 since the earlier page");
  }

  private static DriveHealth read(HealthPageBytes bytes) throws FormatFault {
    return HealthPages.read(bytes.attributes());
  }
}
