package dottore.core.format;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import dottore.core.format.EventList.Happened;
import dottore.core.format.EventList.Level;
import java.time.Instant;
import java.time.ZoneId;
import java.time.ZoneOffset;
import java.util.List;
import java.util.Map;
import java.util.OptionalLong;
import java.util.Random;
import org.junit.jupiter.api.Test;

class EventListTest {
  private static final String TABLE =
      """
      Level;Date and time;Source;Event ID;Message
      Error;24.11.2026 14:03:12;brisknet;27;"The link was reset;
      again"
      Information;24.11.2026 14:00:00;clockd;1;The time was set
      """;

  private static final String XML =
      """
      <?xml version="1.0"?>
      <events>
        <event><system><provider name="stopper"/><eventid>88</eventid><level>2</level>
          <timecreated systemtime="2026-11-24T14:03:12.0000000Z"/></system>
          <eventdata><data>stopped with 0x000000D1</data><data>in brisknet.drv</data></eventdata></event>
        <event time="2026-11-24T13:00:00Z" level="4" source="clockd" number="1"><text>set</text></event>
      </events>
      """;

  private static final String LINES =
      """
      2026-11-24T14:03:12+01:00 error brisknet[27]: the link was reset
      2026-11-24 13:00:00 clockd: the time was set
      """;

  private static List<Happened> read(String text) throws FormatFault {
    return EventList.read(text, ZoneOffset.UTC, Map.of());
  }

  @Test
  void aTableIsReadInAnyOrderOfItsColumns() throws FormatFault {
    List<Happened> events = EventList.read(TABLE, ZoneId.of("Europe/Copenhagen"), Map.of());
    assertThat(events)
        .containsExactly(
            new Happened(
                Instant.parse("2026-11-24T13:00:00Z"),
                Level.OTHER,
                "clockd",
                OptionalLong.of(1),
                "The time was set"),
            new Happened(
                Instant.parse("2026-11-24T13:03:12Z"),
                Level.ERROR,
                "brisknet",
                OptionalLong.of(27),
                "The link was reset; again"));
  }

  @Test
  void elementsAreReadHoweverTheyAreNested() throws FormatFault {
    List<Happened> events = read(XML);
    assertThat(events).hasSize(2);
    assertThat(events.get(0).source()).isEqualTo("clockd");
    assertThat(events.get(0).text()).isEqualTo("set");
    Happened stop = events.get(1);
    assertThat(stop.at()).isEqualTo(Instant.parse("2026-11-24T14:03:12Z"));
    assertThat(stop.level()).isEqualTo(Level.ERROR);
    assertThat(stop.number()).hasValue(88);
    assertThat(stop.text()).isEqualTo("stopped with 0x000000D1 in brisknet.drv");
  }

  @Test
  void linesWithAMomentInFrontAreRead() throws FormatFault {
    List<Happened> events = read(LINES);
    assertThat(events.get(0).source()).isEqualTo("clockd");
    assertThat(events.get(1).at()).isEqualTo(Instant.parse("2026-11-24T13:03:12Z"));
    assertThat(events.get(1).number()).hasValue(27);
    assertThat(events.get(1).level()).isEqualTo(Level.ERROR);
  }

  @Test
  void halvesOfTheDayAndMonthsInFrontAreRead() throws FormatFault {
    List<Happened> events = read("time,source,text\n11/24/2026 2:03:12 PM,a,b\n");
    assertThat(events.get(0).at()).isEqualTo(Instant.parse("2026-11-24T14:03:12Z"));
  }

  @Test
  void whatIsWrongIsSaidWithItsLine() {
    assertThatThrownBy(() -> read("time,text\nyesterday,x\n"))
        .hasMessageContaining("line 2")
        .hasMessageContaining("yesterday");
    assertThatThrownBy(() -> read("when it was,what\n1,2\n")).isInstanceOf(UnknownColumns.class);
    assertThatThrownBy(() -> read("<events>\n<event time='2026-11-24T13:00:00Z'>\n<oops>"))
        .hasMessageContaining("line 3");
    assertThatThrownBy(() -> read("<events><event level='1'/></events>"))
        .hasMessageContaining("no date");
    assertThatThrownBy(() -> read(LINES + "and then it fell\n")).hasMessageContaining("line 3");
  }

  @Test
  void nothingOutsideTheFileIsEverFetched() {
    String reaching =
        """
        <!DOCTYPE events [<!ENTITY x SYSTEM "file:///etc/hostname">]>
        <events><event time="2026-11-24T13:00:00Z"><text>&x;</text></event></events>
        """;
    assertThatThrownBy(() -> read(reaching)).isInstanceOf(FormatFault.class);
  }

  @Test
  void twoThousandMutatedListsAreReadOrRefusedWithTheirPlace() {
    List<String> kinds = List.of(TABLE, XML, LINES);
    int refused = 0;
    for (int seed = 0; seed < Nightly.times(2000); seed++) {
      byte[] bytes = Mutated.of(kinds.get(seed % 3), new Random(seed));
      try {
        assertThat(EventList.read(bytes, ZoneOffset.UTC, Map.of())).isNotEmpty();
      } catch (FormatFault fault) {
        refused++;
        assertThat(fault.getMessage()).matches("(?s).*(line|row|character|event).*");
      }
    }
    assertThat(refused).isBetween(Nightly.times(100), Nightly.times(1900));
  }
}
