package dottore.core.swap;

import static org.assertj.core.api.Assertions.assertThat;

import dottore.core.swap.DriveForm.Key;
import dottore.core.swap.DriveForm.Tongue;
import dottore.core.swap.Fit.Verdict;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.function.Predicate;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.MethodSource;

class FitTest {
  private static final Fit.Start DATA = Fit.Start.dataOnly();
  private static final Set<Tongue> BOTH = Set.of(Tongue.SATA, Tongue.NVME);

  /** A slot with the marks of the drives that go in, by the label that is printed on each. */
  record Place(String name, Slot slot) {}

  static Stream<Place> places() {
    return Stream.of(
        new Place("large", Slot.largeBay()),
        new Place("small 7", Slot.smallBay(7)),
        new Place("small 9.5", Slot.smallBay(9.5)),
        new Place("small 15", Slot.smallBay(15)),
        new Place("M 30 nvme", card(Key.M, 30, Set.of(Tongue.NVME))),
        new Place("M 42 nvme", card(Key.M, 42, Set.of(Tongue.NVME))),
        new Place("M 80 both", card(Key.M, 80, BOTH)),
        new Place("M 80 nvme", card(Key.M, 80, Set.of(Tongue.NVME))),
        new Place("M 80 sata", card(Key.M, 80, Set.of(Tongue.SATA))),
        new Place("M 110 both", card(Key.M, 110, BOTH)),
        new Place("B 42 sata", card(Key.B, 42, Set.of(Tongue.SATA))),
        new Place("B 80 sata", card(Key.B, 80, Set.of(Tongue.SATA))),
        new Place("B 60 both", card(Key.B, 60, BOTH)),
        new Place("soldered", Slot.soldered()));
  }

  private static Slot card(Key key, double longest, Set<Tongue> speaks) {
    return Slot.card(Optional.of(key), longest, speaks);
  }

  /** A rule that keeps a drive out, written down by itself. */
  record Rule(String words, java.util.function.BiPredicate<String, String> forbids) {}

  /**
   * Independent of the code: rules over the words on label and bay, as one would write them on a
   * card on the wall.
   */
  private static final List<Rule> WALL =
      List.of(
          new Rule("nothing goes where all is soldered", (bay, drive) -> bay.equals("soldered")),
          new Rule(
              "a box in no card's slot",
              (bay, drive) -> isCardSlot(bay) && !drive.startsWith("M.2")),
          new Rule(
              "a large box in no small bay",
              (bay, drive) -> bay.startsWith("small") && drive.startsWith("3.5")),
          new Rule("NVMe in no bay", (bay, drive) -> !isCardSlot(bay) && drive.contains("NVMe")),
          new Rule(
              "no higher box than the bay",
              (bay, drive) ->
                  bay.startsWith("small")
                      && drive.startsWith("2.5")
                      && height(drive) > Double.parseDouble(bay.split(" ")[1])),
          new Rule(
              "the notch where the bar is",
              (bay, drive) ->
                  isCardSlot(bay)
                      && drive.startsWith("M.2")
                      && !drive.substring(drive.indexOf("key ") + 4).contains(bay.substring(0, 1))),
          new Rule(
              "no longer card than the slot",
              (bay, drive) ->
                  isCardSlot(bay)
                      && drive.startsWith("M.2")
                      && Integer.parseInt(drive.split(" ")[1].substring(2))
                          > Integer.parseInt(bay.split(" ")[1])),
          new Rule(
              "a card that speaks what the slot speaks",
              (bay, drive) ->
                  isCardSlot(bay)
                      && drive.startsWith("M.2")
                      && !bay.endsWith("both")
                      && !drive.toLowerCase(java.util.Locale.ROOT).contains(bay.split(" ")[2])));

  private static boolean isCardSlot(String bay) {
    return bay.startsWith("M ") || bay.startsWith("B ");
  }

  private static double height(String drive) {
    return Double.parseDouble(drive.replaceAll(".*, ([0-9.]+) mm", "$1"));
  }

  @ParameterizedTest
  @MethodSource("places")
  void everyPairIsAsTheCardOnTheWallSays(Place place) {
    Predicate<DriveForm> out =
        form -> WALL.stream().anyMatch(rule -> rule.forbids().test(place.name(), form.words()));
    for (DriveForm form : DriveForm.values()) {
      Fit fit = Fit.of(place.slot(), form, DATA);
      assertThat(fit.verdict() == Verdict.NO)
          .as("%s in %s: %s %s", form.words(), place.name(), fit.verdict(), fit.why())
          .isEqualTo(out.test(form));
      if (fit.verdict() == Verdict.NO) {
        assertThat(fit.why()).isNotEmpty();
      } else {
        assertThat(fit.verdict().takes()).isTrue();
        assertThat(fit.needs().isEmpty()).isEqualTo(fit.verdict() == Verdict.FITS);
      }
    }
  }

  @Test
  void asksForTheBracketTheFrameAndTheCase() {
    assertThat(Fit.of(Slot.largeBay(), DriveForm.SOLID_BOX, DATA).needs())
        .containsExactly("a bracket from 2.5 to 3.5 inch");
    assertThat(Fit.of(Slot.smallBay(9.5), DriveForm.SOLID_BOX, DATA).needs())
        .containsExactly("a frame that fills 2.5 mm");
    assertThat(Fit.of(Slot.largeBay(), DriveForm.CARD_SATA_2280, DATA).needs()).hasSize(2);
    assertThat(Fit.of(card(Key.M, 80, BOTH), DriveForm.CARD_NVME_2242, DATA).needs().get(0))
        .contains("42 mm");
  }

  @ParameterizedTest
  @CsvSource({"true,FITS", "false,NO_START", ",ASK"})
  void aSystemNeedsAFirmwareThatStartsFromIt(Boolean starts, Verdict expected) {
    Slot slot = card(Key.M, 80, BOTH);
    Fit.Start system = new Fit.Start(true, Optional.ofNullable(starts));
    assertThat(Fit.of(slot, DriveForm.CARD_NVME_2280, system).verdict()).isEqualTo(expected);
    assertThat(Fit.of(slot, DriveForm.CARD_SATA_2280, system).verdict()).isEqualTo(Verdict.FITS);
  }

  @Test
  void whatCameOutFitsAgainAndNothingIsSureBeyondIt() {
    for (DriveForm form : DriveForm.values()) {
      assertThat(Fit.of(Slot.thatHeld(form), form, DATA).verdict())
          .as(form.words())
          .isEqualTo(Verdict.FITS);
    }
    Slot held = Slot.thatHeld(DriveForm.CARD_SATA_2280);
    assertThat(Fit.of(held, DriveForm.CARD_NVME_2280_BM, DATA).verdict()).isEqualTo(Verdict.ASK);
    assertThat(Fit.of(held, DriveForm.CARD_SATA_2280_B, DATA).why()).contains("bar");
    assertThat(
            Fit.of(Slot.thatHeld(DriveForm.SOLID_BOX), DriveForm.SPINNING_SMALL_9, DATA).verdict())
        .isEqualTo(Verdict.ASK);
  }

  @Test
  void whatNobodyLookedAtIsAsked() {
    Slot unknown = Slot.card(Optional.empty(), 0, Set.of());
    assertThat(Fit.all(unknown, DATA).stream().filter(f -> f.form().body() == DriveForm.Body.CARD))
        .allMatch(fit -> fit.verdict() == Verdict.ASK);
    assertThat(Fit.of(Slot.smallBay(0), DriveForm.SPINNING_SMALL_15, DATA).verdict())
        .isEqualTo(Verdict.ASK);
    assertThat(Fit.of(Slot.smallBay(0), DriveForm.SOLID_BOX, DATA).verdict())
        .isEqualTo(Verdict.FITS);
  }

  @Test
  void theBestStandsFirst() {
    List<Fit> all = Fit.all(card(Key.M, 80, BOTH), DATA);
    assertThat(all).hasSize(DriveForm.values().length);
    assertThat(all.get(0).form()).isEqualTo(DriveForm.CARD_NVME_2280);
    assertThat(all).isSortedAccordingTo(java.util.Comparator.comparing(Fit::verdict));
  }

  @Test
  void aPartOfTheShelfIsKnownByTheWordsOfItsOrder() {
    for (DriveForm form : DriveForm.values()) {
      assertThat(form.sizeOf(form.order() + ", 480 GB")).hasValue(480);
      assertThat(form.sizeOf(form.order() + ", 2 TB")).hasValue(2000);
      for (DriveForm other : DriveForm.values()) {
        if (other != form) {
          assertThat(form.sizeOf(other.order() + ", 480 GB")).as(other.words()).isEmpty();
        }
      }
    }
    assertThat(DriveForm.SOLID_BOX.sizeOf("Coin cell")).isEmpty();
  }
}
