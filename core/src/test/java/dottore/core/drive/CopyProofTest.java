package dottore.core.drive;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import dottore.core.format.FormatFault;
import dottore.core.format.SumList;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeMap;
import java.util.TreeSet;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.constraints.CharRange;
import net.jqwik.api.constraints.IntRange;
import net.jqwik.api.constraints.NotEmpty;
import net.jqwik.api.constraints.Size;
import net.jqwik.api.constraints.StringLength;
import org.junit.jupiter.api.Test;

class CopyProofTest {
  private static SumList list(String... lines) {
    StringBuilder text = new StringBuilder();
    for (String line : lines) {
      String[] parts = line.split(" ", 2);
      text.append(parts[0].repeat(64), 0, 64).append("  ").append(parts[1]).append('\n');
    }
    try {
      return SumList.read(text.toString());
    } catch (FormatFault wrong) {
      throw new IllegalStateException(wrong);
    }
  }

  @Test
  void wholeCopiesAreWholeWhereverTheyLie() {
    SumList source = list("a ./Documents/one", "b ./Pictures/two");
    assertThat(CopyProof.of(source, list("b Pictures/two", "a Documents/one")).whole()).isTrue();
    assertThat(
            CopyProof.of(source, list("a E:\\save\\Documents\\one", "b E:\\save\\Pictures\\two"))
                .whole())
        .isTrue();
    CopyProof moved = CopyProof.of(source, list("a old/one", "b Pictures/two"));
    assertThat(moved.whole()).isTrue();
    assertThat(moved.moved()).containsExactly("Documents/one → old/one");
  }

  @Test
  void saysWhatIsMissingChangedAndExtra() {
    CopyProof proof =
        CopyProof.of(
            list("a d/one", "b d/two", "c d/three", "d d/four"),
            list("a d/one", "e d/two", "d d/four", "f d/five"));
    assertThat(proof.missing()).containsExactly("d/three");
    assertThat(proof.changed()).containsExactly("d/two");
    assertThat(proof.extra()).containsExactly("d/five");
    assertThat(proof.whole()).isFalse();
    Compared kept = Compared.of(proof, false);
    assertThat(kept.words()).isEqualTo("4 files compared: 1 missing, 1 changed");
    assertThat(kept.names()).containsExactly("missing: d/three", "changed: d/two");
  }

  /** A copy of the same bytes under another name replaces one missing file, not two. */
  @Test
  void oneExtraFileStandsForOneThatIsMissing() {
    CopyProof proof = CopyProof.of(list("a x/1", "a x/2", "b x/3"), list("a x/9", "b x/3"));
    assertThat(proof.missing()).hasSize(1);
    assertThat(proof.moved()).hasSize(1);
  }

  @Test
  void listsOfTwoKindsAreNotCompared() throws FormatFault {
    SumList longer = SumList.read("c".repeat(128) + "  d/one\n");
    assertThatThrownBy(() -> CopyProof.of(list("a d/one"), longer)).hasMessageContaining("bits");
    SumList bare = SumList.read("c".repeat(64));
    assertThatThrownBy(() -> CopyProof.of(list("a d/one"), bare)).hasMessageContaining("no file");
  }

  /** Against sets: what was taken away is missing, what was turned is changed, nothing else is. */
  @Property(tries = 300)
  void agreesWithSets(
      @ForAll @NotEmpty @Size(max = 30)
          Set<@StringLength(min = 1, max = 6) @CharRange(from = 'a', to = 'f') String> names,
      @ForAll @IntRange(max = 1_000_000) int seed) {
    java.util.Random random = new java.util.Random(seed);
    Map<String, String> source = new TreeMap<>();
    Map<String, String> copy = new TreeMap<>();
    Set<String> gone = new TreeSet<>();
    Set<String> turned = new TreeSet<>();
    int number = 0;
    source.put("anchor", "%064x".formatted(number));
    copy.put("anchor", "%064x".formatted(number));
    for (String name : new TreeSet<>(names)) {
      String sum = "%064x".formatted(++number);
      source.put(name, sum);
      switch (random.nextInt(4)) {
        case 0 -> gone.add(name);
        case 1 -> {
          turned.add(name);
          copy.put(name, "%064x".formatted(1000 + number));
        }
        default -> copy.put(name, sum);
      }
    }
    CopyProof proof = CopyProof.of(new SumList(source, 256), new SumList(copy, 256));
    List<String> expected = new ArrayList<>(gone);
    assertThat(proof.missing()).containsExactlyElementsOf(expected);
    assertThat(proof.changed()).containsExactlyElementsOf(turned);
    assertThat(proof.extra()).isEmpty();
    assertThat(proof.whole()).isEqualTo(gone.isEmpty() && turned.isEmpty());
  }
}
