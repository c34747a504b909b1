package dottore.core.format;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import dottore.core.machine.Device;
import dottore.core.machine.DeviceId;
import dottore.core.machine.DeviceKind;
import java.nio.charset.StandardCharsets;
import java.time.LocalDate;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.OptionalInt;
import java.util.OptionalLong;
import java.util.Random;
import org.junit.jupiter.api.Test;

class DeviceListTest {
  private static final String TABLE =
      """
      Name,Hardware ID,Status,Driver provider,Driver date,Driver version,Class
      Brisk Gigabit,"pci\\ven_0fe1&dev_2100&subsys_00070aa1&rev_0c",0,Desk Works,2015-04-21,2.0.1,Network
      "Vivid, panel",pci\\ven_0fe2&dev_5000&cc_0300,43,Vivid,03/01/2025,30.1,Display
      Unknown device,pci\\ven_0fe1&dev_9000,28,,,,
      """;

  private static final String PRINT =
      """
      00:02.0 0300: 0fe2:5000 (rev 05)
      \tSubsystem: 0aa1:0001
      \tDriver in use: vivid
      02:00.0 0200: 0fe1:2100 (rev 0c)
      \tSubsystem: 0aa1:0007
      """;

  private static List<Device> read(String text) throws FormatFault {
    return DeviceList.read(text, Map.of());
  }

  @Test
  void aTableIsReadByItsHeader() throws FormatFault {
    List<Device> devices = read(TABLE);
    assertThat(devices).hasSize(3);
    Device network = devices.get(0);
    assertThat(network.kind()).isEqualTo(DeviceKind.NETWORK);
    assertThat(network.mark()).isEmpty();
    assertThat(network.date()).contains(LocalDate.of(2015, 4, 21));
    assertThat(network.id())
        .contains(
            new DeviceId(
                "pci",
                0x0fe1,
                0x2100,
                OptionalLong.of(0x0aa10007L),
                OptionalInt.of(0x0c),
                OptionalInt.empty()));
    assertThat(devices.get(1).name()).isEqualTo("Vivid, panel");
    assertThat(devices.get(1).mark()).hasValue(43);
    assertThat(devices.get(1).kind()).isEqualTo(DeviceKind.GRAPHICS);
    assertThat(devices.get(1).date()).contains(LocalDate.of(2025, 3, 1));
    assertThat(devices.get(2).undriven()).isTrue();
  }

  @Test
  void bothWrittenFormsOfAnIdMeanTheSame() {
    Optional<DeviceId> joined = DeviceId.in("PCI\\VEN_0FE1&DEV_2100&SUBSYS_00070AA1&REV_0C");
    Optional<DeviceId> colons = DeviceId.in("pci 0fe1:2100 0aa1:0007 (rev 0c)");
    assertThat(joined).isPresent().isEqualTo(colons);
    assertThat(joined.get().words()).isEqualTo("0fe1:2100 0aa1:0007 rev 0c");
    assertThat(DeviceId.in(joined.get().words()).map(DeviceId::words))
        .contains(joined.get().words());
    Optional<DeviceId> alias = DeviceId.in("pci:v00000FE1d00002100sv00000AA1sd00000007bc02sc00i00");
    assertThat(alias.map(DeviceId::subsystem)).isEqualTo(joined.map(DeviceId::subsystem));
    assertThat(alias.get().kind()).hasValue(0x0200);
    assertThat(DeviceId.in("usb\\vid_0fe3&pid_0011").map(DeviceId::bus)).contains("usb");
  }

  @Test
  void whatARescueSystemPrintsIsReadWithTheLinesBelow() throws FormatFault {
    List<Device> devices = read(PRINT);
    assertThat(devices).hasSize(2);
    assertThat(devices.get(0).kind()).isEqualTo(DeviceKind.GRAPHICS);
    assertThat(devices.get(0).module()).isEqualTo("vivid");
    assertThat(devices.get(1).key()).isEqualTo("0fe1:2100 0aa1:0007 rev 0c");
    assertThat(devices.get(1).undriven()).isTrue();
  }

  @Test
  void withoutAHeaderTheUsualOrderCounts() throws FormatFault {
    List<Device> devices = read("Brisk Gigabit; 0fe1:2100; 28");
    assertThat(devices.get(0).mark()).hasValue(28);
    assertThat(devices.get(0).name()).isEqualTo("Brisk Gigabit");
  }

  @Test
  void namesOfColumnsThatNobodyKnowsAreAskedForAndRemembered() throws FormatFault {
    String text = "Apparat;Kennung;Zustand\nBrisk;0fe1:2100;28\n".replace("0fe1:2100", "none");
    assertThatThrownBy(() -> read(text))
        .isInstanceOf(UnknownColumns.class)
        .hasMessageContaining("line 1")
        .satisfies(
            fault ->
                assertThat(((UnknownColumns) fault).header())
                    .containsExactly("Apparat", "Kennung", "Zustand"));
    List<Device> devices =
        DeviceList.read(text, Map.of("apparat", "name", "kennung", "id", "zustand", "mark"));
    assertThat(devices.get(0).mark()).hasValue(28);
  }

  @Test
  void sixteenBitsAndOtherAlphabetsAreRead() throws FormatFault {
    String text = "\uFEFFName;Hardware ID\nGerät;0fe1:2100\n";
    assertThat(DeviceList.read(text.getBytes(StandardCharsets.UTF_16LE), Map.of()).get(0).name())
        .isEqualTo("Gerät");
    assertThat(
            DeviceList.read(text.substring(1).getBytes(StandardCharsets.ISO_8859_1), Map.of())
                .get(0)
                .name())
        .isEqualTo("Gerät");
  }

  @Test
  void whatIsWrongIsSaidWithItsLine() {
    assertThatThrownBy(() -> read("name,id,date\nA,0fe1:2100,2025-13-40\n"))
        .hasMessageContaining("line 2")
        .hasMessageContaining("2025-13-40");
    assertThatThrownBy(() -> read("name,id,status\nA,0fe1:2100,199\n"))
        .hasMessageContaining("mark 199");
    assertThatThrownBy(() -> read("name,id\n,\nB,\n,xx\n")).hasMessageContaining("line 4");
    assertThatThrownBy(() -> read("")).hasMessageContaining("no device");
    assertThatThrownBy(() -> read("\ta\u0000b")).hasMessageContaining("zero");
  }

  @Test
  void twoThousandMutatedListsAreReadOrRefusedWithTheirPlace() {
    int refused = 0;
    for (int seed = 0; seed < Nightly.times(2000); seed++) {
      byte[] bytes = Mutated.of(seed % 2 == 0 ? TABLE : PRINT, new Random(seed));
      try {
        assertThat(DeviceList.read(bytes, Map.of())).isNotEmpty();
      } catch (FormatFault fault) {
        refused++;
        assertThat(fault.getMessage()).matches("(?s).*(line|row|character|device).*");
      }
    }
    assertThat(refused).isBetween(Nightly.times(100), Nightly.times(1900));
  }
}
