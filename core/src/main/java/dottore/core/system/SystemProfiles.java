package dottore.core.system;

import dottore.core.machine.MachineKind;
import dottore.core.system.SystemProfile.Boot;
import dottore.core.system.SystemProfile.Comfort;
import dottore.core.system.SystemProfile.From;
import dottore.core.system.SystemProfile.Needs;
import dottore.core.system.SystemProfile.Times;
import dottore.core.system.SystemProfile.Want;
import dottore.core.units.Capacity;
import dottore.core.yaml.YamlPlace;
import dottore.core.yaml.YamlPlace.Fields;
import java.io.IOException;
import java.io.InputStream;
import java.io.StringReader;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;
import java.time.LocalDate;
import java.time.format.DateTimeParseException;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.Collection;
import java.util.Collections;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.function.Function;
import java.util.stream.Collectors;
import org.yaml.snakeyaml.LoaderOptions;
import org.yaml.snakeyaml.Yaml;
import org.yaml.snakeyaml.error.MarkedYAMLException;
import org.yaml.snakeyaml.error.YAMLException;
import org.yaml.snakeyaml.nodes.Node;

/** The systems that a shop puts on machines, read from YAML. Later files may not repeat an id. */
public final class SystemProfiles {
  private static final List<String> SHIPPED = List.of("ebb-desk", "ebb-desk-7", "kite", "wisp");

  /** How faults call a shop's own text. */
  private static final String OWN = "own.yaml";

  private static final int MOST_GIB = 1024;
  private static final int MOST_GB = 100_000;
  private static final int MOST_MINUTES = 600;
  private static final int MOST_CORES = 256;
  private static final int LARGEST = 200_000;

  private static final SystemProfiles OURS = read(shippedFiles());

  private final Map<String, SystemProfile> profiles;

  private SystemProfiles(Map<String, SystemProfile> profiles) {
    this.profiles = Collections.unmodifiableMap(profiles);
  }

  /** Those that come with the product. */
  public static SystemProfiles shipped() {
    return OURS;
  }

  private static Map<String, String> shippedFiles() {
    Map<String, String> files = new LinkedHashMap<>();
    for (String name : SHIPPED) {
      try (InputStream in =
          SystemProfiles.class.getResourceAsStream("/systems/" + name + ".yaml")) {
        if (in == null) {
          throw new IllegalStateException("systems/" + name + ".yaml is not in the build");
        }
        files.put(name + ".yaml", new String(in.readAllBytes(), StandardCharsets.UTF_8));
      } catch (IOException broken) {
        throw new UncheckedIOException(broken);
      }
    }
    return files;
  }

  /** The text of those that come with the product, for a shop that begins from them. */
  public static String shippedText() {
    return String.join("\n", shippedFiles().values());
  }

  /**
   * The shipped ones with a shop's own over them: an id that is known takes the place of the
   * shipped one.
   *
   * @param own YAML; empty for none
   * @throws ProfileFault with every fault, its file and its line
   */
  public static SystemProfiles under(String own) {
    if (own.isBlank()) {
      return shipped();
    }
    Map<String, String> files = shippedFiles();
    files.put(OWN, own);
    return read(files, OWN);
  }

  /**
   * Reads profiles.
   *
   * @param files file name to YAML text
   * @throws ProfileFault with every fault, its file and its line
   */
  public static SystemProfiles read(Map<String, String> files) {
    return read(files, "");
  }

  /**
   * @param over the file whose profiles may take the place of others
   */
  private static SystemProfiles read(Map<String, String> files, String over) {
    List<String> faults = new ArrayList<>();
    Map<String, SystemProfile> profiles = new LinkedHashMap<>();
    Map<String, YamlPlace> upgrades = new LinkedHashMap<>();
    files.forEach(
        (file, text) -> {
          Map<String, SystemProfile> here = new LinkedHashMap<>();
          Set<String> known = file.equals(over) ? Set.of() : Set.copyOf(profiles.keySet());
          read(file, text, here, known, upgrades, faults);
          profiles.putAll(here);
        });
    upgrades.forEach(
        (id, place) ->
            place
                .items()
                .forEach(
                    item -> {
                      String had = item.text();
                      if (!profiles.containsKey(had) || had.equals(id)) {
                        item.fault("no other system is called '" + had + "'");
                      }
                    }));
    if (!faults.isEmpty()) {
      throw new ProfileFault(faults);
    }
    return new SystemProfiles(profiles);
  }

  private static void read(
      String file,
      String text,
      Map<String, SystemProfile> profiles,
      Set<String> known,
      Map<String, YamlPlace> over,
      List<String> faults) {
    if (text.length() > LARGEST) {
      faults.add(file + ":1: longer than " + LARGEST + " characters");
      return;
    }
    Node root;
    try {
      LoaderOptions options = new LoaderOptions();
      options.setMaxAliasesForCollections(0);
      root = new Yaml(options).compose(new StringReader(text));
    } catch (MarkedYAMLException wrong) {
      int line = wrong.getProblemMark() == null ? 1 : wrong.getProblemMark().getLine() + 1;
      faults.add(file + ":" + line + ": " + wrong.getProblem());
      return;
    } catch (YAMLException wrong) {
      faults.add(file + ":1: this is no YAML that can be read");
      return;
    }
    if (root == null) {
      faults.add(file + ":1: the file is empty");
      return;
    }
    new YamlPlace(file, root, faults)
        .entries()
        .forEach(
            (id, place) -> {
              if (!id.matches("[a-z][a-z0-9-]{1,39}")) {
                place.fault("'" + id + "' is no id: small letters, digits and dashes");
              } else if (known.contains(id)) {
                place.fault("'" + id + "' stands in another file too");
              } else {
                int before = faults.size();
                Optional<SystemProfile> profile = profile(id, place.fields(), over);
                if (faults.size() == before) {
                  profile.ifPresent(p -> profiles.put(id, p));
                }
              }
            });
  }

  private static Optional<SystemProfile> profile(
      String id, Fields fields, Map<String, YamlPlace> over) {
    String name = fields.text("name");
    String family = fields.text("family");
    String provider = fields.take("provider").map(YamlPlace::text).orElse("");
    Optional<LocalDate> released = fields.take("released").flatMap(p -> p.as(SystemProfiles::day));
    List<MachineKind> kinds = fields.words("kinds", word(MachineKind.class));
    if (kinds.isEmpty()) {
      fields.place().fault("'kinds' is missing: on which machines does it run?");
    }
    From from = fields.take("from").flatMap(p -> p.as(word(From.class))).orElse(From.STICK);
    Optional<Needs> needs = fields.take("needs").map(p -> needs(p.fields()));
    if (needs.isEmpty()) {
      fields.place().fault("'needs' is missing");
    }
    Comfort comfort =
        fields
            .take("comfort")
            .map(p -> comfort(p.fields()))
            .orElse(new Comfort(new Capacity(0), new Capacity(0), false));
    List<String> editions = fields.words("editions", Function.identity());
    List<String> languages = fields.words("languages", Function.identity());
    Capacity media = Capacity.ofGigabytes(fields.number("media", 0.1, MOST_GB).orElse(8));
    Optional<KeyShape> key = fields.take("key").flatMap(p -> key(p.fields()));
    Optional<YamlPlace> upgrades = fields.take("upgrades-from");
    upgrades.ifPresent(place -> over.put(id, place));
    List<String> from2 =
        upgrades.map(YamlPlace::items).orElse(List.of()).stream().map(YamlPlace::text).toList();
    List<String> keeps = fields.words("keeps", Function.identity());
    String recoveryStart = fields.take("recovery-start").map(YamlPlace::text).orElse("");
    Optional<Times> times = fields.take("minutes").map(p -> times(p.fields()));
    if (times.isEmpty()) {
      fields.place().fault("'minutes' is missing: its usual times");
    }
    List<String> firstStart = fields.words("first-start", Function.identity());
    List<String> finishing = fields.words("finishing", Function.identity());
    Map<String, String> codes = texts(fields, "stop-codes", "0x[0-9A-F]{2,8}");
    Map<String, String> marks = texts(fields, "device-marks", "\\d{1,3}");
    fields.nothingElse();
    return needs.isEmpty() || times.isEmpty()
        ? Optional.empty()
        : Optional.of(
            new SystemProfile(
                id,
                name,
                family,
                provider,
                released,
                new LinkedHashSet<>(kinds),
                from,
                needs.get(),
                comfort,
                editions,
                languages,
                media,
                key,
                from2,
                keeps,
                recoveryStart,
                times.get(),
                firstStart,
                finishing,
                codes,
                marks));
  }

  private static LocalDate day(String text) {
    try {
      return LocalDate.parse(text);
    } catch (DateTimeParseException none) {
      throw new IllegalArgumentException("no day: " + text, none);
    }
  }

  private static Map<String, String> texts(Fields fields, String name, String pattern) {
    Map<String, String> texts = new LinkedHashMap<>();
    fields
        .take(name)
        .map(YamlPlace::entries)
        .orElse(Map.of())
        .forEach(
            (code, words) -> {
              if (!code.matches(pattern)) {
                words.fault("'" + code + "' is no number of '" + name + "'");
              }
              texts.put(code, words.text());
            });
    return texts;
  }

  private static Needs needs(Fields fields) {
    Set<Integer> bits = fields.words("bits", Integer::valueOf).stream().collect(Collectors.toSet());
    if (bits.isEmpty() || !Set.of(32, 64).containsAll(bits)) {
      fields.place().fault("'bits' is a list of 32, 64 or both");
    }
    Needs needs =
        new Needs(
            bits,
            (int) fields.number("cores", 1, MOST_CORES).orElse(1),
            Capacity.ofGibibytes(fields.number("memory", 0.25, MOST_GIB).orElse(1)),
            Capacity.ofGigabytes(fields.number("disk", 1, MOST_GB).orElse(16)),
            fields.take("boot").flatMap(p -> p.as(word(Boot.class))).orElse(Boot.EITHER),
            fields.take("secure-boot").flatMap(p -> p.as(word(Want.class))).orElse(Want.NONE),
            fields.take("chip").flatMap(p -> p.as(word(Want.class))).orElse(Want.NONE),
            fields.words("processors", Function.identity()));
    if (needs.secureBoot() == Want.NEEDED && needs.boot() != Boot.NEW) {
      fields.place().fault("secure boot needs the new way: 'boot: new'");
    }
    fields.nothingElse();
    return needs;
  }

  private static Comfort comfort(Fields fields) {
    Comfort comfort =
        new Comfort(
            Capacity.ofGibibytes(fields.number("memory", 0, MOST_GIB).orElse(0)),
            Capacity.ofGigabytes(fields.number("disk", 0, MOST_GB).orElse(0)),
            fields.take("solid-state").map(p -> p.text().equals("true")).orElse(false));
    fields.nothingElse();
    return comfort;
  }

  private static Times times(Fields fields) {
    Times times =
        new Times(
            minutes(fields, "install"),
            minutes(fields, "setup"),
            minutes(fields, "updates"),
            minutes(fields, "repair"),
            minutes(fields, "upgrade"),
            minutes(fields, "reset"));
    fields.nothingElse();
    return times;
  }

  private static int minutes(Fields fields, String name) {
    return (int) fields.number(name, 0, MOST_MINUTES).orElse(0);
  }

  private static Optional<KeyShape> key(Fields fields) {
    String alphabet = fields.text("alphabet").toUpperCase(Locale.ROOT);
    int groups = (int) fields.number("groups", 1, 12).orElse(5);
    int length = (int) fields.number("length", 1, 12).orElse(5);
    boolean held = fields.take("held-by-firmware").map(p -> p.text().equals("true")).orElse(false);
    fields.nothingElse();
    try {
      return Optional.of(new KeyShape(alphabet, groups, length, held));
    } catch (IllegalArgumentException wrong) {
      fields.place().fault(String.valueOf(wrong.getMessage()));
      return Optional.empty();
    }
  }

  private static <E extends Enum<E>> Function<String, E> word(Class<E> of) {
    return text ->
        Arrays.stream(of.getEnumConstants())
            .filter(e -> e.name().toLowerCase(Locale.ROOT).replace('_', '-').equals(text))
            .findFirst()
            .orElseThrow(IllegalArgumentException::new);
  }

  public Collection<SystemProfile> all() {
    return profiles.values();
  }

  /** Those that run on a kind of machine. */
  public List<SystemProfile> on(MachineKind kind) {
    return profiles.values().stream().filter(p -> p.kinds().contains(kind)).toList();
  }

  public Optional<SystemProfile> named(String id) {
    return Optional.ofNullable(profiles.get(id));
  }
}
