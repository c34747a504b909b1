package dottore.core.ticket;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.util.HashSet;
import java.util.Set;
import org.junit.jupiter.api.Test;

class ClaimNumberTest {
  @Test
  void isWrittenInThreeGroups() {
    assertThat(ClaimNumber.of(0).text()).matches("B0-000-[0-9]");
    assertThat(ClaimNumber.of(12_345).text()).matches("C2-345-[0-9]");
  }

  /** Once the short ones are used up; ten million tickets and more have a number. */
  @Test
  void lastsForTenMillionTickets() {
    assertThat(ClaimNumber.of(179_999).text()).matches("Y9-999-[0-9]");
    assertThat(ClaimNumber.of(180_000).text()).matches("B0-00000-[0-9]");
    String last = ClaimNumber.of(10_000_000).text();
    assertThat(last).matches("[A-Z][0-9]-[0-9]{5}-[0-9]");
    assertThat(ClaimNumber.read(last.replace("-", ""))).hasValue(new ClaimNumber(last));
    for (int n = 180_000; n < 10_000_000; n += 99_991) {
      String text = ClaimNumber.of(n).text();
      assertThat(ClaimNumber.read(text)).hasValue(new ClaimNumber(text));
    }
  }

  @Test
  void isReadHoweverItIsTyped() {
    String text = ClaimNumber.of(38).text();
    assertThat(ClaimNumber.read(" " + text.toLowerCase(java.util.Locale.ROOT).replace("-", " ")))
        .hasValue(new ClaimNumber(text));
  }

  @Test
  void noTwoTicketsShareOne() {
    Set<String> seen = new HashSet<>();
    for (int n = 0; n < 30_000; n++) {
      assertThat(seen.add(ClaimNumber.of(n).text())).isTrue();
    }
  }

  @Test
  void everySingleWrongDigitAndEverySwapIsCaught() {
    for (int n = 0; n < 10_000; n += 7) {
      String plain = ClaimNumber.of(n).text().replace("-", "");
      for (int place = 1; place < plain.length(); place++) {
        for (char digit = '0'; digit <= '9'; digit++) {
          StringBuilder wrong = new StringBuilder(plain);
          wrong.setCharAt(place, digit);
          if (digit != plain.charAt(place)) {
            assertThat(ClaimNumber.read(wrong.toString())).as(wrong.toString()).isEmpty();
          }
        }
        if (place > 1 && plain.charAt(place) != plain.charAt(place - 1)) {
          StringBuilder swapped = new StringBuilder(plain);
          swapped.setCharAt(place, plain.charAt(place - 1));
          swapped.setCharAt(place - 1, plain.charAt(place));
          assertThat(ClaimNumber.read(swapped.toString())).as(swapped.toString()).isEmpty();
        }
      }
    }
  }

  @Test
  void refusesWhatIsNone() {
    assertThat(ClaimNumber.read("")).isEmpty();
    assertThat(ClaimNumber.read("FT5-88B0-1D")).isEmpty();
    assertThatThrownBy(() -> ClaimNumber.of(18_180_000))
        .isInstanceOf(IllegalArgumentException.class);
    assertThatThrownBy(() -> ClaimNumber.of(-1)).isInstanceOf(IllegalArgumentException.class);
  }
}
