package dottore.core.format;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.catchThrowableOfType;

import dottore.core.machine.DriveHealth;
import dottore.core.machine.DriveHealth.Attributes;
import dottore.core.machine.DriveHealth.Page;
import dottore.core.machine.DriveHealth.Warning;
import java.util.Arrays;
import java.util.SplittableRandom;
import org.junit.jupiter.api.Test;

class HealthPagesTest {
  private static FormatFault faultOf(byte[] bytes) {
    return catchThrowableOfType(FormatFault.class, () -> HealthPages.read(bytes));
  }

  @Test
  void readsAttributesWithAndWithoutTheirThresholds() throws FormatFault {
    HealthPageBytes drive = HealthPageBytes.drive().with(5, 95, 0x0001_0000_0007L, 36);
    Attributes alone = (Attributes) HealthPages.read(drive.attributes());
    assertThat(alone.attributes()).hasSize(3);
    assertThat(alone.attribute(5).orElseThrow().raw()).isEqualTo(0x0001_0000_0007L);
    assertThat(alone.count(5)).isEqualTo(7);
    assertThat(alone.attribute(5).orElseThrow().threshold()).isEmpty();
    assertThat(alone.hours()).hasValue(0x1234L);
    Attributes both = (Attributes) HealthPages.read(drive.withThresholds());
    assertThat(both.attribute(5).orElseThrow().threshold()).hasValue(36);
    assertThat(both.attribute(5).orElseThrow().failingNow()).isFalse();
    assertThat(both.attribute(5).orElseThrow().preFailure()).isTrue();
  }

  @Test
  void hoursThatCannotBeTrueAreNotSaid() throws FormatFault {
    HealthPageBytes seconds = HealthPageBytes.drive().with(9, 98, 0x7FFF_FFFFL);
    assertThat(HealthPages.read(seconds.attributes()).hours()).isEmpty();
  }

  @Test
  void readsAHealthPageToTheEndsOfItsNumbers() throws FormatFault {
    Page page = (Page) HealthPages.read(HealthPageBytes.log(0b1001, 312, 100, 10, 255, 12, 3, 2));
    assertThat(page.warnings()).containsExactlyInAnyOrder(Warning.SPARE_LOW, Warning.READ_ONLY);
    assertThat(page.celsius()).hasValue(39);
    assertThat(page.used()).isEqualTo(255);
    assertThat(page.hoursOn()).isEqualTo(12);
    assertThat(page.unsafeShutdowns()).isEqualTo(3);
    assertThat(page.mediaErrors()).isEqualTo(2);
    byte[] full = HealthPageBytes.log(0, 0, 0, 0, 0);
    Arrays.fill(full, 112, 192, (byte) 0xFF);
    Page limits = (Page) HealthPages.read(full);
    assertThat(limits.hoursOn()).isEqualTo(Long.MAX_VALUE);
    assertThat(limits.celsius()).isEmpty();
  }

  /** One page in 256 adds up to 0 by chance. */
  @Test
  void aHealthPageThatAddsUpIsStillOne() throws FormatFault {
    for (int used = 0; used < 256; used++) {
      byte[] page = HealthPageBytes.log(0, 310, 100, 10, used, 77, 1, 0, 9);
      assertThat(HealthPages.read(page)).isInstanceOf(Page.class);
    }
  }

  @Test
  void refusesWhatIsNeither() {
    assertThat(faultOf(new byte[100])).hasMessageContaining("this file has 100");
    assertThat(faultOf(new byte[512])).hasMessageContaining("without a temperature");
    byte[] wrongSum = HealthPageBytes.drive().withThresholds();
    wrongSum[600]++;
    assertThat(faultOf(wrongSum).offset()).isEqualTo(1023);
    byte[] text = new byte[512];
    Arrays.fill(text, (byte) 'x');
    assertThat(faultOf(text)).hasMessageContaining("warnings").hasMessageContaining("byte 0");
    assertThat(faultOf(HealthPageBytes.log(0, 310, 101, 10, 0)).offset()).isEqualTo(3);
    assertThat(faultOf(HealthPageBytes.log(0, 9000, 100, 10, 0)).offset()).isEqualTo(1);
  }

  @Test
  void aDamagedPageIsReadOrRefusedWithItsPlace() {
    SplittableRandom random = new SplittableRandom(7);
    int refused = 0;
    for (int i = 0; i < Nightly.times(3000); i++) {
      byte[] page =
          switch (i % 3) {
            case 0 -> HealthPageBytes.drive().attributes();
            case 1 -> HealthPageBytes.drive().withThresholds();
            default -> HealthPageBytes.log(0, 310, 100, 10, 3, 900, 4, 0, 1);
          };
      for (int k = random.nextInt(1, 20); k > 0; k--) {
        page[random.nextInt(page.length)] = (byte) random.nextInt();
      }
      byte[] cut = random.nextInt(10) == 0 ? Arrays.copyOf(page, random.nextInt(1100)) : page;
      try {
        DriveHealth read = HealthPages.read(cut);
        assertThat(read.hours().orElse(0L)).isNotNegative();
      } catch (FormatFault fault) {
        refused++;
        assertThat(fault.offset()).isBetween(0, Math.max(0, cut.length));
      }
    }
    assertThat(refused).isBetween(Nightly.times(1000), Nightly.times(3000));
  }
}
