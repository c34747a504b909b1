package dottore.core.system;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.catchThrowableOfType;

import dottore.core.machine.MachineKind;
import dottore.core.system.SystemProfile.From;
import java.io.InputStream;
import java.nio.charset.StandardCharsets;
import java.util.List;
import java.util.Map;
import java.util.Random;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class SystemProfilesTest {
  private static final String PLAIN =
      """
      plain:
        name: Plain 1
        family: Plain
        kinds: [tower]
        needs: {bits: [64], memory: 2, disk: 32}
        minutes: {install: 20, updates: 30}
      """;

  private static List<String> faultsOf(String text) {
    return catchThrowableOfType(
            ProfileFault.class, () -> SystemProfiles.read(Map.of("own.yaml", text)))
        .faults();
  }

  @Test
  void everyKindOfMachineHasASystem() {
    SystemProfiles shipped = SystemProfiles.shipped();
    for (MachineKind kind : MachineKind.values()) {
      assertThat(shipped.on(kind)).as(kind.id()).isNotEmpty();
    }
    assertThat(shipped.on(MachineKind.CLOUD_LAPTOP))
        .allMatch(profile -> profile.from() == From.RECOVERY);
    SystemProfile now = shipped.named("ebb-desk-12").orElseThrow();
    assertThat(now.goesOver("ebb-desk-11")).isTrue();
    assertThat(now.goesOver("ebb-desk-7")).isFalse();
    assertThat(now.key().orElseThrow().size()).isEqualTo(25);
    assertThat(shipped.all())
        .allSatisfy(
            profile -> {
              assertThat(profile.finishing()).isNotEmpty();
              assertThat(profile.firstStart()).isNotEmpty();
              assertThat(profile.languages()).isNotEmpty();
              assertThat(profile.minutes().install()).isPositive();
            });
  }

  @ParameterizedTest
  @CsvSource(
      delimiter = '|',
      value = {
        "kinds: [tower]|kinds: [toaster]|own.yaml:4: unknown word 'toaster'",
        "kinds: [tower]|colour: red|own.yaml:1: 'kinds' is missing: on which machines does it run?",
        "bits: [64]|bits: [48]|own.yaml:5: 'bits' is a list of 32, 64 or both",
        "memory: 2|memory: lots|own.yaml:5: 'lots' is not a number",
        "disk: 32|disk: 32, secure-boot: needed|own.yaml:5: secure boot needs the new way: 'boot:"
            + " new'",
        "name: Plain 1|name: [Plain]|own.yaml:2: expected a text",
        "plain:|Plain One:|own.yaml:1: 'Plain One' is no id: small letters, digits and dashes",
      })
  void saysWhatIsWrongAndWhere(String good, String bad, String fault) {
    assertThat(faultsOf(PLAIN.replace(good, bad))).contains(fault);
  }

  @Test
  void aShopsOwnTakesThePlaceOfAShippedOne() {
    String own = PLAIN.replace("plain:", "wisp-play:") + "  upgrades-from: [ebb-desk-11]\n";
    SystemProfiles under = SystemProfiles.under(own);
    assertThat(under.named("wisp-play").orElseThrow().name()).isEqualTo("Plain 1");
    assertThat(under.all()).hasSameSizeAs(SystemProfiles.shipped().all());
    assertThat(SystemProfiles.under(PLAIN).all())
        .hasSize(SystemProfiles.shipped().all().size() + 1);
    assertThat(SystemProfiles.under(" ")).isSameAs(SystemProfiles.shipped());
    assertThat(SystemProfiles.read(Map.of("all.yaml", SystemProfiles.shippedText())).all())
        .containsExactlyElementsOf(SystemProfiles.shipped().all());
    // Of two files neither may repeat the other's.
    assertThat(
            catchThrowableOfType(
                    ProfileFault.class,
                    () -> SystemProfiles.read(Map.of("a.yaml", PLAIN, "b.yaml", PLAIN)))
                .faults())
        .hasSize(1);
  }

  @Test
  void anUpgradeIsOverASystemThatIsThere() {
    assertThat(faultsOf(PLAIN + "  upgrades-from: [older]\n"))
        .containsExactly("own.yaml:7: no other system is called 'older'");
    assertThat(faultsOf(PLAIN + "  upgrades-from: [plain]\n")).hasSize(1);
    assertThat(faultsOf("")).containsExactly("own.yaml:1: the file is empty");
    assertThat(faultsOf("a: [b")).hasSize(1);
  }

  /** Thousands of mutations of what is shipped: read, or refused with a file and a line. */
  @Test
  void mutatedProfilesAreReadOrRefusedWithTheirPlace() throws Exception {
    String text;
    try (InputStream in = SystemProfiles.class.getResourceAsStream("/systems/ebb-desk.yaml")) {
      text = new String(in.readAllBytes(), StandardCharsets.UTF_8);
    }
    Random random = new Random(13);
    int read = 0;
    for (int round = 0; round < 2000; round++) {
      StringBuilder mutant = new StringBuilder(text);
      for (int change = random.nextInt(5); change >= 0; change--) {
        int at = random.nextInt(mutant.length());
        switch (random.nextInt(3)) {
          case 0 ->
              mutant.setCharAt(
                  at,
                  (char) (random.nextBoolean() ? 32 + random.nextInt(95) : random.nextInt(3000)));
          case 1 -> mutant.deleteCharAt(at);
          default -> mutant.insert(at, mutant.substring(at, Math.min(mutant.length(), at + 9)));
        }
      }
      try {
        SystemProfiles.read(Map.of("own.yaml", mutant.toString()));
        read++;
      } catch (ProfileFault refused) {
        assertThat(refused.faults()).isNotEmpty();
        assertThat(refused.faults()).allMatch(fault -> fault.matches("(?s)own\\.yaml:\\d+: .+"));
      }
    }
    assertThat(read).isBetween(100, 1900);
  }
}
