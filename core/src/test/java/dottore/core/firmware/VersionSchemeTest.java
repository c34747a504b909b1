package dottore.core.firmware;

import static org.assertj.core.api.Assertions.assertThat;

import dottore.core.firmware.VersionScheme.Dates;
import dottore.core.firmware.VersionScheme.Order;
import dottore.core.firmware.VersionScheme.Reading;
import dottore.core.firmware.VersionScheme.Tail;
import java.util.List;
import java.util.Map;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.constraints.CharRange;
import net.jqwik.api.constraints.IntRange;
import net.jqwik.api.constraints.StringLength;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class VersionSchemeTest {
  private static final Map<String, VersionScheme> SCHEMES =
      Map.of(
          "pieces", VersionScheme.PLAIN,
          "trial", new VersionScheme(Reading.PIECES, Tail.TRIAL, Dates.YEAR_FIRST),
          "decimal", new VersionScheme(Reading.DECIMAL, Tail.MEND, Dates.YEAR_FIRST),
          "year", new VersionScheme(Reading.DATE, Tail.MEND, Dates.YEAR_FIRST),
          "day", new VersionScheme(Reading.DATE, Tail.MEND, Dates.DAY_FIRST),
          "month", new VersionScheme(Reading.DATE, Tail.TRIAL, Dates.MONTH_FIRST));

  /** How the first stands to the second in a scheme. */
  @ParameterizedTest(name = "{0}: {1} is {3} against {2}")
  @CsvSource({
    // numbers, piece by piece
    "pieces, 1.9, 1.14, OLDER",
    "pieces, 1.14, 1.9, NEWER",
    "pieces, 2.0, 1.99, NEWER",
    "pieces, 1.2, 1.2.1, OLDER",
    "pieces, 1.2, 1.2.0, SAME",
    "pieces, 1.2.0.0, 1.2, SAME",
    "pieces, 0405, 405, SAME",
    "pieces, 0405, 1203, OLDER",
    "pieces, 1.02, 1.2, SAME",
    "pieces, 1-2-3, 1.2.3, SAME",
    "pieces, 1_10, 1.9, NEWER",
    "pieces, 7, 7, SAME",
    // letters
    "pieces, A09, A10, OLDER",
    "pieces, A12, B01, OLDER",
    "pieces, C3, B11, NEWER",
    "pieces, K7, K12, OLDER",
    "pieces, k7, K7, SAME",
    "pieces, 2.03A, 2.03B, OLDER",
    "pieces, 2.03, 2.03A, OLDER",
    "pieces, 2.03b, 2.04, OLDER",
    "pieces, 2.03B2, 2.03B10, OLDER",
    "pieces, T5-0120, T5-0131, OLDER",
    // prefixes that say nothing
    "pieces, v1.20, 1.20, SAME",
    "pieces, Version 1.20, 1.19, NEWER",
    "pieces, Ver. 2.1, v2.2, OLDER",
    "pieces, Firmware 3, 3.0, SAME",
    "pieces, Release 4, 5, OLDER",
    // unfinished versions
    "pieces, 3.20 beta, 3.20, OLDER",
    "pieces, 3.20 beta 2, 3.20 beta 10, OLDER",
    "pieces, 3.20-rc1, 3.20 beta 9, NEWER",
    "pieces, 3.20 rc1, 3.20, OLDER",
    "pieces, 3.20 alpha, 3.20 beta, OLDER",
    "pieces, 3.21 beta, 3.20, NEWER",
    "pieces, 3.20 final, 3.20, SAME",
    "pieces, 3.20 test 1, 3.20 beta 1, SAME",
    "pieces, 3.20 beta, 3.20 beta, SAME",
    // a letter at the end is a trial with some makers
    "trial, K12b, K12, OLDER",
    "trial, K12b, K12c, OLDER",
    "trial, K12b, K11, NEWER",
    "trial, K12b2, K12b10, OLDER",
    "trial, K12b2, K12c1, OLDER",
    "trial, K12, K13a, OLDER",
    "trial, B02, B02, SAME",
    // decimal fractions
    "decimal, 1.9, 1.14, NEWER",
    "decimal, 1.9, 1.90, SAME",
    "decimal, 1.05, 1.5, OLDER",
    "decimal, 10.1, 9.99, NEWER",
    "decimal, 1.14 beta, 1.14, OLDER",
    "decimal, 1.14a, 1.14, NEWER",
    // dates
    "year, 2024-03-18, 2023-12-01, NEWER",
    "year, 20240318, 2024-03-18, SAME",
    "year, 2024-3-9, 2024-03-18, OLDER",
    "day, 18.03.2024, 02.04.2024, OLDER",
    "day, 1/2/2024, 2/1/2024, NEWER",
    "month, 1/2/2024, 2/1/2024, OLDER",
    "month, 03/18/2024 beta, 03/18/2024, OLDER",
    "year, 2024-03-18b, 2024-03-18, NEWER",
    // what nobody can tell
    "pieces, A12, 1.12, UNCLEAR",
    "pieces, TERN.120, MARK.130, UNCLEAR",
    "pieces, 1.2 special, 1.2, UNCLEAR",
    "pieces, '', 1.2, UNCLEAR",
    "year, 2024-13-45, 2024-01-01, UNCLEAR",
    "year, 1.20, 2024-01-01, UNCLEAR",
    "day, 31.02.2024, 01.02.2024, UNCLEAR",
    "pieces, 1.23456789012345678901234567890123456789012345, 1.2, UNCLEAR",
  })
  void tellsWhichIsNewer(String scheme, String version, String other, Order expected) {
    VersionScheme rules = SCHEMES.get(scheme);
    assertThat(rules.compare(version, other)).isEqualTo(expected);
    assertThat(rules.compare(other, version)).isEqualTo(turned(expected));
  }

  private static Order turned(Order order) {
    return switch (order) {
      case OLDER -> Order.NEWER;
      case NEWER -> Order.OLDER;
      default -> order;
    };
  }

  @ParameterizedTest
  @CsvSource({
    "pieces, 3.20 beta, true",
    "pieces, 3.20, false",
    "pieces, 3.20b, false",
    "trial, K12b, true",
    "trial, K12, false",
    "trial, B02, false"
  })
  void knowsUnfinishedVersions(String scheme, String version, boolean unfinished) {
    assertThat(SCHEMES.get(scheme).unfinished(version)).isEqualTo(unfinished);
  }

  @Property
  void isAnOrderOnVersionsOfOneShape(
      @ForAll @IntRange(max = 30) int a,
      @ForAll @IntRange(max = 30) int b,
      @ForAll @IntRange(max = 30) int c) {
    for (VersionScheme scheme : List.of(VersionScheme.PLAIN, SCHEMES.get("trial"))) {
      String x = shape(a);
      String y = shape(b);
      String z = shape(c);
      assertThat(scheme.compare(x, x)).isEqualTo(Order.SAME);
      assertThat(scheme.compare(y, x)).isEqualTo(turned(scheme.compare(x, y)));
      if (scheme.reaches(x, y) && scheme.reaches(y, z)) {
        assertThat(scheme.reaches(x, z)).isTrue();
      }
    }
  }

  /** Thirty-one versions: five numbers, each plain, with two letters and with two stages. */
  private static String shape(int i) {
    String[] ends = {"", "a", "b", " beta 1", " beta 2", " rc1"};
    return "1." + i / ends.length + ends[i % ends.length];
  }

  @Property
  void neverFailsOnAnything(
      @ForAll @StringLength(max = 60) @CharRange(from = ' ', to = '\u017f') String version,
      @ForAll @StringLength(max = 60) String other) {
    for (VersionScheme scheme : SCHEMES.values()) {
      assertThat(scheme.compare(version, other)).isNotNull();
    }
  }
}
