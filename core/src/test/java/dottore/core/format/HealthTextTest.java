package dottore.core.format;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import dottore.core.drive.HealthNote;
import dottore.core.machine.DriveHealth.Attributes;
import dottore.core.machine.DriveHealth.Page;
import dottore.core.reading.HealthReading;
import dottore.core.reading.HealthReading.Level;
import java.util.Optional;
import java.util.Random;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

class HealthTextTest {
  static final String TABLE =
      """
      === START OF INFORMATION SECTION ===
      Serial Number:    WX-88410-7F3Q
      Rotation Rate:    5400 rpm
      ID# ATTRIBUTE_NAME          FLAG     VALUE WORST THRESH TYPE      UPDATED  WHEN_FAILED RAW_VALUE
        5 Reallocated_Sector_Ct   0x0033   100   100   010    Pre-fail  Always       -       12
        9 Power_On_Hours          0x0032   071   071   000    Old_age   Always       -       21344
       10 Spin_Retry_Count        0x0013   100   100   051    Pre-fail  Always       -       0
      194 Temperature_Celsius     0x0022   119   099   ---    Old_age   Always       -       31 (Min/Max 14/48)
      197 Current_Pending_Sector  0x0032   100   100   000    Old_age   Always       -       8
      199 UDMA_CRC_Error_Count    0x0032   200   200   000    Old_age   Always       -       3
      """;

  static final String PAGE =
      """
      Serial Number:                      NS3-7713-QD
      Critical Warning:                   0x00
      Temperature:                        41 Celsius
      Available Spare:                    100%
      Available Spare Threshold:          10%
      Percentage Used:                    93%
      Power On Hours:                     12,408
      Unsafe Shutdowns:                   31
      Media and Data Integrity Errors:    0
      """;

  private static Level level(String text) throws FormatFault {
    return HealthReading.judge(HealthText.read(text).health(), Optional.empty()).level();
  }

  @Test
  void readsATableOfAttributes() throws FormatFault {
    HealthText read = HealthText.read(TABLE);
    Attributes attributes = (Attributes) read.health();
    assertThat(read.serial()).isEqualTo("WX-88410-7F3Q");
    assertThat(read.spins()).contains(true);
    assertThat(attributes.count(5)).isEqualTo(12);
    assertThat(attributes.count(197)).isEqualTo(8);
    assertThat(attributes.attribute(5).orElseThrow().threshold()).hasValue(10);
    assertThat(attributes.attribute(194).orElseThrow().threshold()).isEmpty();
    assertThat(attributes.hours()).contains(21344L);
    assertThat(level(TABLE)).isEqualTo(Level.REPLACE);
  }

  @Test
  void readsTheLinesOfAHealthPage() throws FormatFault {
    Page page = (Page) HealthText.read(PAGE).health();
    assertThat(page.used()).isEqualTo(93);
    assertThat(page.hoursOn()).isEqualTo(12408);
    assertThat(page.celsius()).hasValue(41);
    assertThat(level(PAGE)).isEqualTo(Level.WATCH);
    assertThat(level(PAGE.replace("0x00", "0x08"))).isEqualTo(Level.REPLACE);
    assertThat(level(PAGE.replace("93%", "100%"))).isEqualTo(Level.WORN);
  }

  @Test
  void readsWhatIsTyped() throws FormatFault {
    assertThat(level("197 8")).isEqualTo(Level.REPLACE);
    assertThat(level("5: 0\n9 = 1200\n199 0")).isEqualTo(Level.CLEAN);
  }

  @Test
  void aDriveThatTurnsIsHotEarlier() throws FormatFault {
    assertThat(level("194 60")).isEqualTo(Level.CLEAN);
    assertThat(level("10 0\n194 60")).isEqualTo(Level.WATCH);
    assertThat(level("194 71")).isEqualTo(Level.WATCH);
  }

  @ParameterizedTest
  @ValueSource(strings = {"", "hello", "Temperature: 40", "0 3", "300 1", "5 1\n5 2"})
  void refusesWhatTellsNothing(String text) {
    assertThatThrownBy(() -> HealthText.read(text)).isInstanceOf(FormatFault.class);
  }

  /** What grew since the last reading tells cable from drive; another serial is another drive. */
  @Test
  void theLastReadingCountsAsTheEarlierPage() throws FormatFault {
    HealthText first = HealthText.read("Serial Number: AB-1\n199 3\n5 0");
    HealthNote note = HealthNote.of(first.health(), first.serial());
    HealthText later = HealthText.read("Serial Number: AB-1\n199 9\n5 0");
    HealthNote now = HealthNote.of(later.health(), later.serial());
    assertThat(note.mayBe(now)).isTrue();
    assertThat(HealthReading.judge(later.health(), note.earlier()).level()).isEqualTo(Level.CABLE);
    assertThat(note.mayBe(HealthNote.of(later.health(), "CD-2"))).isFalse();
    assertThat(note.mayBe(HealthNote.of(later.health(), ""))).isTrue();
  }

  @Test
  void mutatedPrintsAreReadOrRefused() {
    Random random = new Random(9);
    for (int i = 0; i < Nightly.times(3000); i++) {
      StringBuilder text = new StringBuilder(i % 2 == 0 ? TABLE : PAGE);
      for (int n = random.nextInt(12); n >= 0; n--) {
        text.setCharAt(
            random.nextInt(text.length()),
            (char) random.nextInt(random.nextBoolean() ? 128 : 3000));
      }
      try {
        HealthReading.judge(HealthText.read(text.toString()).health(), Optional.empty());
      } catch (FormatFault fault) {
        assertThat(fault.getMessage()).isNotBlank();
      }
    }
  }
}
