package dottore.app.shelf;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import dottore.app.InEmptyShop;
import dottore.app.said.Refused;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.junit.jupiter.api.Test;
import org.springframework.beans.factory.annotation.Autowired;

@InEmptyShop
class StickWriterTest {
  @Autowired StickWriter writer;
  @Autowired ShelfBook book;
  @Autowired Packing packing;
  @Autowired WritingRepository writings;

  private long stick(String label) {
    book.stick(Optional.empty(), Map.of("label", label, "gb", "8", "writes", "20"));
    return book.stickIds().get(label);
  }

  private long image(String name, String gb) {
    book.image(Optional.empty(), Map.of("name", name, "gb", gb, "new-way", "on"));
    return book.imageIds().get(name);
  }

  private WritingRow over(long stick) throws InterruptedException {
    for (int i = 0; i < 600; i++) {
      WritingRow row = writer.last().get(stick);
      if (!row.state.equals(WritingRow.RUNNING)) {
        return row;
      }
      Thread.sleep(50);
    }
    throw new AssertionError("it has no end");
  }

  private ShelfBook.Contents all() {
    return book.contents();
  }

  private StickRow row(long stick) {
    return all().sticks().keySet().stream().filter(r -> r.id == stick).findFirst().get();
  }

  private int carries(long stick) {
    return all().sticks().values().stream()
        .filter(s -> s.id() == stick)
        .findFirst()
        .get()
        .carries()
        .size();
  }

  @Test
  void whatWasWrittenAndReadBackIsOnTheShelfWithItsSpeed() throws Exception {
    long stick = stick("Good-1");
    writer.begin(
        stick, row(stick).label, List.of(image("Ebb", "1.1"), image("Plumb", "0.2")), "runa");
    assertThat(over(stick).words).contains("equal");
    assertThat(carries(stick)).isEqualTo(2);
    assertThat(row(stick).writes).isPositive();
    assertThat(row(stick).verdict).isEmpty();
  }

  @Test
  void oneThatHoldsLessThanItSaysIsFoundOutAndNotUsed() throws Exception {
    long stick = stick("False-1");
    long image = image("Small", "0.5");
    writer.begin(stick, row(stick).label, List.of(image), "runa");
    assertThat(over(stick).state).isEqualTo("SHORT");
    assertThat(row(stick).verdict).contains("counterfeit");
    assertThat(carries(stick)).isZero();
    assertThatThrownBy(() -> book.lend(stick, "B0-000-0", "runa")).isInstanceOf(Refused.class);
    assertThat(packing.of(all()).loads()).noneMatch(load -> load.stick().id() == stick);
  }

  @Test
  void aWornOneIsFoundOutByReadingBack() throws Exception {
    long stick = stick("Worn-1");
    writer.begin(stick, row(stick).label, List.of(image("Larger", "1.3")), "runa");
    assertThat(over(stick).state).isEqualTo("WORN");
    assertThat(row(stick).verdict).contains("came back otherwise");
  }

  @Test
  void whatDoesNotFitOrIsBeingWrittenIsNotBegun() {
    long stick = stick("Good-2");
    long large = image("Too large", "9");
    assertThatThrownBy(() -> writer.begin(stick, row(stick).label, List.of(large), "runa"))
        .isInstanceOf(Refused.class);
    assertThatThrownBy(() -> writer.begin(stick, row(stick).label, List.of(), "runa"))
        .isInstanceOf(Refused.class);
    assertThat(writer.last()).doesNotContainKey(stick);
  }

  /** As a server left it behind that was killed. */
  @Test
  void whatAServerLeftBehindGoesOn() throws Exception {
    long stick = stick("Good-3");
    long image = image("Left", "1.2");
    writer.begin(stick, row(stick).label, List.of(image), "runa");
    WritingRow first = over(stick);
    WritingRow left = new WritingRow();
    left.stickId = stick;
    left.images = new ArrayList<>(List.of(image));
    left.total = first.total;
    left.done = first.total / 2;
    left.phase = "WRITE";
    left.startedAt = Instant.now();
    left.startedBy = "runa";
    writings.save(left);
    assertThatThrownBy(() -> writer.begin(stick, row(stick).label, List.of(image), "ivo"))
        .hasMessageContaining("already");
    writer.goOn();
    assertThat(over(stick).words).contains("equal");
  }

  @Test
  void theStickInTheSocketIsTheOneThatIsMeant() {
    long stick = stick("Grey 4");
    List<Long> what = List.of(image("Fifth", "1"));
    assertThatThrownBy(() -> writer.begin(stick, "Grey 5", what, "runa"))
        .isInstanceOf(Refused.class)
        .hasMessageContaining("Grey 5, and Grey 4 is meant");
    assertThatThrownBy(() -> writer.begin(stick, " ", what, "runa"))
        .hasMessageContaining("Read the label");
    assertThat(writer.last()).doesNotContainKey(stick);
    writer.begin(stick, "STICK grey 4", what, "runa");
    assertThat(writer.last()).containsKey(stick);
  }
}
