package dottore.core.drive;

import static org.assertj.core.api.Assertions.assertThat;

import dottore.core.drive.WrongDisk.Verdict;
import dottore.core.machine.Drive;
import dottore.core.units.Capacity;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class WrongDiskTest {

  /** A drive as written in the table: size in GB, end of the serial, whether it is connected. */
  private static Drive drive(int number, String written) {
    String[] parts = written.split("/");
    return new Drive(
        number,
        "",
        parts[1].equals("-") ? "" : "WX-88-" + parts[1],
        parts[0].equals("?")
            ? Optional.empty()
            : Optional.of(Capacity.ofGigabytes(Double.parseDouble(parts[0]))),
        parts[2].equals("on"),
        "",
        Optional.empty());
  }

  @ParameterizedTest
  @CsvSource({
    // target, others, typed, verdict, alike
    "500/7F3Q/on, , , ONLY, ",
    "500/7F3Q/off, , , GONE, ",
    "500/7F3Q/off, 500/9B2L/on, 7F3Q, GONE, ",
    "500/7F3Q/on, 500/9B2L/off, , ONLY, ",
    "500/7F3Q/on, 500/9B2L/on, , ALIKE, 1",
    "500/7F3Q/on, 500/9B2L/on, 7F3Q, SERIAL, ",
    "500/7F3Q/on, 500/9B2L/on, ' 7f3q', SERIAL, ",
    // the serial of another, of none, and of one that is unplugged
    "500/7F3Q/on, 500/9B2L/on, 9B2L, OTHER, 1",
    "500/7F3Q/on, 2000/9B2L/on, 9B2L, OTHER, 1",
    "500/7F3Q/on, 2000/9B2L/on, 1234, OTHER, ",
    "500/7F3Q/on, 500/9B2L/off, 9B2L, OTHER, ",
    "500/7F3Q/on, , 9B2L, OTHER, ",
    "500/7F3Q/on, , 7F3Q, ONLY, ",
    "500/-/on, 2000/9B2L/on, 9B2L, OTHER, 1",
    "500/-/on, 2000/9B2L/on, 1234, SIZE, ",
    "500/7F3Q/on, 500/7F3Q/on, 7F3Q, ALIKE, 1",
    "500/7F3Q/on, 500/7F3Q/off, 7F3Q, ONLY, ",
    "500/-/on, 500/9B2L/on, '', ALIKE, 1",
    // 3 % of the larger: 480 is 4 % below 500, 486 is 2.8 %
    "500/7F3Q/on, 480/9B2L/on, , SIZE, ",
    "500/7F3Q/on, 486/9B2L/on, , ALIKE, 1",
    "486/7F3Q/on, 500/9B2L/on, , ALIKE, 1",
    "500/7F3Q/on, 2000/9B2L/on, , SIZE, ",
    "500/7F3Q/on, ?/9B2L/on, , ALIKE, 1",
    "?/7F3Q/on, 2000/9B2L/on, , ALIKE, 1",
    "?/7F3Q/on, 2000/9B2L/on, 7F3Q, SERIAL, ",
    // two that are alike, and neither like the target
    "500/7F3Q/on, 1000/9B2L/on 1000/1C4D/on, , SIZE, ",
    "500/7F3Q/on, 1000/9B2L/on 500/1C4D/on, , ALIKE, 2",
    "500/7F3Q/on, 498/9B2L/on 500/1C4D/on, , ALIKE, 1 2",
  })
  void tellsWhetherTheDriveCanBeMistaken(
      String target, String others, String typed, Verdict verdict, String alike) {
    List<Drive> drives = new ArrayList<>(List.of(drive(0, target)));
    for (String other : others == null ? new String[0] : others.split(" ")) {
      drives.add(drive(drives.size(), other));
    }
    WrongDisk which = WrongDisk.of(drives.get(0), drives, typed == null ? "" : typed);
    assertThat(which.verdict()).isEqualTo(verdict);
    assertThat(which.alike().stream().map(d -> String.valueOf(d.number())))
        .containsExactly(alike == null ? new String[0] : alike.split(" "));
    assertThat(which.verdict().sure())
        .isEqualTo(!List.of(Verdict.GONE, Verdict.ALIKE, Verdict.OTHER).contains(verdict));
  }
}
