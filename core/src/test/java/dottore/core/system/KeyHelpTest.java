package dottore.core.system;

import static org.assertj.core.api.Assertions.assertThat;

import dottore.core.system.KeyHelp.Doubt;
import java.util.ArrayList;
import java.util.List;
import java.util.SplittableRandom;
import org.junit.jupiter.api.Test;

class KeyHelpTest {
  private static final KeyShape SHAPE = new KeyShape("BCDFGHJKMPQRTVWXY2346789", 5, 5, false);

  /** Misread pairs of the trade, each way, written down anew. */
  private static final String[] PAIRS = {"B8", "D0", "G6", "QO", "VY", "MN", "2Z", "CG", "HM"};

  private static String key(SplittableRandom random) {
    StringBuilder key = new StringBuilder();
    for (int i = 0; i < 25; i++) {
      key.append(SHAPE.alphabet().charAt(random.nextInt(24)));
    }
    return key.toString();
  }

  /** Reads one place wrong, as one does; the same key if the place cannot be misread. */
  private static String misread(String key, SplittableRandom random) {
    List<Integer> places = new ArrayList<>();
    for (int i = 0; i < key.length(); i++) {
      if (!other(key.charAt(i)).isEmpty()) {
        places.add(i);
      }
    }
    int place = places.get(random.nextInt(places.size()));
    String others = other(key.charAt(place));
    char wrong = others.charAt(random.nextInt(others.length()));
    return key.substring(0, place) + wrong + key.substring(place + 1);
  }

  private static String other(char c) {
    StringBuilder others = new StringBuilder();
    for (String pair : PAIRS) {
      if (pair.charAt(0) == c) {
        others.append(pair.charAt(1));
      } else if (pair.charAt(1) == c) {
        others.append(pair.charAt(0));
      }
    }
    return others.toString();
  }

  @Test
  void theTrueKeyIsAmongEight() {
    SplittableRandom random = new SplittableRandom(25);
    int found = 0;
    int first = 0;
    for (int round = 0; round < 2000; round++) {
      String key = key(random);
      String one = misread(key, random);
      String two = random.nextBoolean() ? misread(key, random) : key;
      if (random.nextInt(3) == 0) {
        one = misread(one, random);
        two = key;
      }
      List<String> candidates = KeyHelp.candidates(SHAPE, SHAPE.grouped(one), two.toLowerCase());
      assertThat(candidates).hasSizeLessThanOrEqualTo(KeyHelp.MOST).doesNotHaveDuplicates();
      found += candidates.contains(key) ? 1 : 0;
      first += candidates.get(0).equals(key) ? 1 : 0;
    }
    assertThat(found).isGreaterThanOrEqualTo(1980);
    assertThat(first).isGreaterThan(500);
  }

  @Test
  void saysWhichPlaceToLookAtAgain() {
    KeyHelp help = KeyHelp.of(SHAPE, "bcdfg-hojkm-pqrtv-wxy23-46789");
    assertThat(help.never()).extracting(Doubt::place).containsExactly(7);
    assertThat(help.never().get(0).words()).startsWith("place 7: O is in no key; look again for");
    assertThat(help.never().get(0).rather()).contains('Q', 'D');
    assertThat(help.can(SHAPE)).isFalse();
    KeyHelp good = KeyHelp.of(SHAPE, "BCDFG HJKMP QRTVW XY234 67899");
    assertThat(good.can(SHAPE)).isTrue();
    assertThat(good.doubts())
        .filteredOn(d -> d.read() == 'B')
        .extracting(Doubt::words)
        .containsExactly("place 1: B or 8, look again");
  }

  @Test
  void twoThinLettersAreOneWideOne() {
    String key = "BCDFGHJKMPQRTVWXY23467899";
    assertThat(KeyHelp.of(SHAPE, key.replace("W", "VV")).bare()).hasSize(25);
    assertThat(KeyHelp.candidates(SHAPE, "BCDFGHJKMPQRTXWXY2346789".replace("W", "VV"), "short"))
        .isEmpty();
    assertThat(KeyHelp.differ(SHAPE, key, key.replace('B', '8'))).containsExactly(1);
    assertThat(KeyHelp.between(SHAPE, key, '8' + key.substring(1)))
        .containsExactlyInAnyOrder(key, '8' + key.substring(1));
  }
}
