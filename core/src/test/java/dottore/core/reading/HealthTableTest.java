package dottore.core.reading;

import static org.assertj.core.api.Assertions.assertThat;

import dottore.core.format.FormatFault;
import dottore.core.format.HealthPageBytes;
import dottore.core.format.HealthPages;
import dottore.core.machine.DriveHealth;
import dottore.core.reading.HealthReading.Level;
import dottore.core.reading.HealthReading.Verdict;
import java.util.Optional;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** Pages of drives as they come in, typical and at the limits, and what is said of each. */
class HealthTableTest {
  private static final String NOTHING = "none";

  private static byte[] pages(String entries, String statistics) {
    HealthPageBytes bytes = new HealthPageBytes();
    for (String entry : entries.split(" ")) {
      String[] parts = entry.split(":");
      bytes.with(
          Integer.parseInt(parts[0]),
          Integer.parseInt(parts[1]),
          Long.decode(parts[2]),
          parts.length > 3 ? Integer.parseInt(parts[3]) : 0);
    }
    if (statistics.equals(NOTHING)) {
      return bytes.withThresholds();
    }
    String[] said = statistics.split("/");
    return HealthPageBytes.withStatistics(
        bytes.withThresholds(), Long.parseLong(said[0]), Integer.parseInt(said[1]));
  }

  /**
   * Attributes as id:current:raw:threshold; statistics as hours/percent used, -1 where the drive
   * does not say.
   */
  @ParameterizedTest
  @CsvSource({
    // typical
    "9:71:21344, none, CLEAN, 21344 hours",
    "9:71:21344 5:100:0:10 197:100:0 198:100:0 199:200:0, none, CLEAN, 21344 hours",
    "9:71:21344 5:100:0:10 197:100:0 198:100:0 10:100:0:51, none, CLEAN, 21344 hours",
    "5:98:16:36 197:100:0, none, WATCH, 16 sectors reallocated",
    "5:98:16:36 197:100:1, none, REPLACE, 1 sectors pending",
    "5:98:16:36 198:100:2, none, REPLACE, 2 sectors uncorrectable",
    "5:36:900:36, none, REPLACE, 'attribute 5 at 36, its limit is 36'",
    "5:37:900:36, none, WATCH, 900 sectors reallocated",
    "187:99:4, none, REPLACE, 4 errors reported uncorrectable",
    "199:200:7, none, WATCH, 7 interface errors ever",
    "188:100:0x000100020003 9:99:5, none, CLEAN, 5 hours",
    // hours that cannot be: minutes, seconds or milliseconds in the upper bytes or all of it
    "9:98:0x12000005, none, CLEAN, 'it says 301989893 hours, which cannot be'",
    "9:98:0x123400000BB8, none, CLEAN, 3000 hours",
    "9:98:262980, none, CLEAN, 262980 hours",
    "9:98:262981, none, CLEAN, 'it says 262981 hours, which cannot be'",
    "9:98:262981, 4000/-1, CLEAN, 4000 hours",
    "9:98:90, 4000/3, CLEAN, 4000 hours",
    // warm: the low byte, and where it turns at 55
    "194:64:0x00300024, none, CLEAN, ''",
    "194:30:0x46, none, CLEAN, ''",
    "194:30:0x47, none, WATCH, 71 °C",
    "194:30:0x38 10:100:0, none, WATCH, 56 °C",
    "194:30:0x37 10:100:0, none, CLEAN, ''",
    "190:29:0x47, none, WATCH, 71 °C",
    "190:70:0x47 194:70:0x20, none, CLEAN, ''",
    // worn: whichever the maker has, and the statistics before it
    "231:11:0 9:98:1, none, CLEAN, 1 hours",
    "231:10:0, none, WATCH, '90 % of its rated life is used, by attribute 231'",
    "202:5:0, none, WATCH, '95 % of its rated life is used, by attribute 202'",
    "233:1:0, none, WATCH, '99 % of its rated life is used, by attribute 233'",
    "177:1:0xFFFFFFFF, none, WATCH, '99 % of its rated life is used, by attribute 177'",
    "231:50:0 177:1:9 9:98:1, none, CLEAN, 1 hours",
    "231:1:0 9:98:1, -1/20, CLEAN, 1 hours",
    "231:100:0, -1/100, WORN, '100 % of its rated life is used, by its statistics'",
    "231:100:0, -1/255, WORN, '255 % of its rated life is used, by its statistics'",
    "202:5:0 10:100:0 9:98:1, none, CLEAN, 1 hours",
    "177:200:0 9:98:1, none, CLEAN, 1 hours",
    // at their limits, and what nobody knows
    "5:253:0xFFFFFFFFFFFF, none, WATCH, 4294967295 sectors reallocated",
    "197:1:0x100000000 9:98:1, none, CLEAN, 1 hours",
    "250:1:99:255, none, REPLACE, 'attribute 250 at 1, its limit is 255'",
    "250:1:99:0 9:98:1, none, CLEAN, 1 hours",
    "241:99:0xFFFFFFFFFFFF 9:98:1, none, CLEAN, 1 hours",
    // the worst is said first, with all that says the same
    "197:100:1 198:100:2 199:200:7 231:1:0, none, REPLACE, 1 sectors pending",
  })
  void attributesDecide(String entries, String statistics, Level level, String number)
      throws FormatFault {
    check(pages(entries, statistics), level, number);
  }

  /** Warnings, kelvin, spare, its limit, used, media errors. */
  @ParameterizedTest
  @CsvSource({
    "0 314 100 10 3 0, CLEAN, 900 hours",
    "0 314 100 10 0 0, CLEAN, 900 hours",
    "0 343 100 10 3 0, CLEAN, 900 hours",
    "0 344 100 10 3 0, WATCH, 71 °C",
    "0 200 100 10 3 0, CLEAN, 900 hours",
    "0 450 100 10 3 0, WATCH, 177 °C",
    "0 314 16 10 3 0, CLEAN, 900 hours",
    "0 314 15 10 3 0, WATCH, 'spare 15 %, its limit is 10 %'",
    "0 314 10 10 3 0, WATCH, 'spare 10 %, its limit is 10 %'",
    "0 314 9 10 3 0, REPLACE, 'spare 9 %, its limit is 10 %'",
    "0 314 100 100 3 0, WATCH, 'spare 100 %, its limit is 100 %'",
    "0 314 0 0 3 0, CLEAN, 900 hours",
    "0 314 100 10 89 0, CLEAN, 900 hours",
    "0 314 100 10 90 0, WATCH, 90 % of its rated life is used",
    "0 314 100 10 100 0, WORN, 100 % of its rated life is used",
    "0 314 100 10 255 0, WORN, 255 % of its rated life is used",
    "0 314 100 10 255 1, REPLACE, 1 media errors",
    "0 314 100 10 3 9223372036854775807, REPLACE, 9223372036854775807 media errors",
    "1 314 100 10 3 0, REPLACE, the spare is used up",
    "2 314 100 10 3 0, WATCH, too hot or too cold",
    "4 314 100 10 3 0, REPLACE, reliability is degraded",
    "8 314 100 10 3 0, REPLACE, it only reads",
    "16 314 100 10 3 0, REPLACE, its power backup failed",
    "31 314 100 10 3 0, REPLACE, the spare is used up",
  })
  void aHealthPageDecides(String numbers, Level level, String number) throws FormatFault {
    String[] n = numbers.split(" ");
    check(
        HealthPageBytes.log(
            Integer.parseInt(n[0]),
            Integer.parseInt(n[1]),
            Integer.parseInt(n[2]),
            Integer.parseInt(n[3]),
            Integer.parseInt(n[4]),
            900,
            4,
            Long.parseLong(n[5]),
            1),
        level,
        number);
  }

  private static void check(byte[] pages, Level level, String number) throws FormatFault {
    DriveHealth health = HealthPages.read(pages);
    Verdict verdict = HealthReading.judge(health, Optional.empty());
    assertThat(verdict.level()).isEqualTo(level);
    if (number.isEmpty()) {
      assertThat(verdict.numbers()).isEmpty();
    } else {
      assertThat(verdict.numbers().get(0)).contains(number);
    }
  }
}
