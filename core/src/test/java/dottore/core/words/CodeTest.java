package dottore.core.words;

import static org.assertj.core.api.Assertions.assertThat;

import dottore.core.casebook.Casebook;
import dottore.core.casebook.Check;
import dottore.core.casebook.Vocabulary.Meaning;
import java.util.List;
import java.util.Optional;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;

class CodeTest {
  private static String outcome(Optional<Code> code) {
    return code.flatMap(Code::meaning).map(Meaning.Answer::outcome).orElse("none");
  }

  @ParameterizedTest
  @CsvSource({
    "0x0000000A, driver",
    "d1, driver",
    "1A, memory",
    "0x50, memory",
    "7e, exception",
    "0x7B, boot-drive",
    "0x9F, power-state",
    "124, hardware",
    "0x116, graphics",
    "0xC000021A, system",
    "c000000f, none",
    "0x12345, none"
  })
  void readsStopCodes(String typed, String outcome) {
    assertThat(outcome(Code.stop(typed))).isEqualTo(outcome);
  }

  @ParameterizedTest
  @CsvSource({
    "00, none", "0F, cpu-early", "2A, cpu-early", "2b, memory", "30, none", "3F, cpu-early",
    "55, memory", "5A, cpu-early", "97, graphics", "99, none", "A2, boot", "d6, graphics",
    "AE, handed-over", "F2, recovery"
  })
  void readsTheCodesOfABoard(String typed, String outcome) {
    assertThat(outcome(Code.board(typed))).isEqualTo(outcome);
  }

  @ParameterizedTest
  @CsvSource({
    "28, network, network",
    "28, graphics, graphics-none",
    "43, graphics, graphics-43",
    "10, audio, audio",
    "28, several, chipset",
    "10, network, other",
    "28, '', none",
    "999, network, none"
  })
  void readsDeviceMarks(String typed, String device, String outcome) {
    assertThat(outcome(Code.mark(typed, device))).isEqualTo(outcome);
  }

  @ParameterizedTest
  @ValueSource(strings = {"", "zz", "0x", "123456789", "-1", "7 B", "<b>"})
  void saysNothingOfWhatIsNoCode(String typed) {
    assertThat(Code.stop(typed)).isEmpty();
    assertThat(Code.board(typed)).isEmpty();
    assertThat(Code.mark(typed, "network")).isEmpty();
  }

  @ParameterizedTest
  @CsvSource(
      delimiter = '|',
      value = {
        "stop 7B after the move | 0x7B",
        "it says 0x0000009f | 0x9F",
        "board code 55, then display A2 | 55 A2",
        "mark 43 on graphics | 43",
        "Stop code d1 | 0xD1",
      })
  void findsNumbersInWords(String typed, String numbers) {
    assertThat(Code.within(typed, 8)).extracting(Code::number).containsExactly(numbers.split(" "));
  }

  @ParameterizedTest
  @ValueSource(strings = {"stop dead", "display bad", "mark him", "0x", "fans stop", "board face"})
  void doesNotTakeWordsForNumbers(String typed) {
    assertThat(Code.within(typed, 8)).isEmpty();
  }

  @Test
  void everyMeaningIsAnAnswerOfTheCasebook() {
    Casebook casebook = Casebook.shipped();
    for (int code = 0; code <= 0x1FF; code++) {
      String typed = Integer.toHexString(code);
      for (Optional<Code> read :
          List.of(
              Code.stop(typed), Code.board(typed), Code.mark(String.valueOf(code), "graphics"))) {
        read.flatMap(Code::meaning)
            .ifPresent(
                meaning -> {
                  Check check = casebook.check(meaning.check()).orElseThrow();
                  assertThat(check.outcome(meaning.outcome()).id()).isEqualTo(meaning.outcome());
                  assertThat(Code.answers(check.id())).isTrue();
                });
      }
    }
  }
}
