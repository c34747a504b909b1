package dottore.core.swap;

import static org.assertj.core.api.Assertions.assertThat;

import dottore.core.units.Capacity;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.constraints.DoubleRange;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class SizeToBuyTest {
  private static SizeToBuy of(double used, double growth) {
    return SizeToBuy.of(Capacity.ofGigabytes(used), Capacity.ofGigabytes(growth)).orElseThrow();
  }

  @ParameterizedTest
  @CsvSource({
    "80,0,120",
    "86,0,128",
    "100,0,240",
    "210,25,480",
    "350,0,500",
    "360,0,512",
    "100,100,500",
    "700,0,1000",
    "1400,0,2000"
  })
  void isTheNextSizeThatIsSold(double used, double growth, int expected) {
    assertThat(of(used, growth).gigabytes()).isEqualTo(expected);
  }

  @Property
  void leavesRoomNowAndLater(
      @ForAll @DoubleRange(min = 1, max = 5000) double used,
      @ForAll @DoubleRange(min = 0, max = 500) double growth) {
    SizeToBuy size = of(used, growth);
    assertThat(size.gigabytes()).isGreaterThanOrEqualTo((int) Math.floor(1.4 * used));
    assertThat((used + 3 * growth) / size.gigabytes()).isLessThanOrEqualTo(0.8001);
    assertThat(size.freeAfter()).isBetween(0.2, 1.0);
    assertThat(size.alike()).allMatch(gb -> gb > size.gigabytes());
  }

  @org.junit.jupiter.api.Test
  void moreThanAnyDriveHoldsIsSaid() {
    assertThat(SizeToBuy.of(Capacity.ofGigabytes(20_000), new Capacity(0))).isEmpty();
  }
}
