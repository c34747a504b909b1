package dottore.core.casebook;

import static java.util.Objects.requireNonNull;

import dottore.core.casebook.Check.Outcome;
import dottore.core.machine.MachineKind;
import dottore.core.units.Minutes;
import dottore.core.yaml.YamlPlace;
import java.io.IOException;
import java.io.InputStream;
import java.io.StringReader;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.Collection;
import java.util.EnumMap;
import java.util.EnumSet;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.function.Function;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;
import org.yaml.snakeyaml.LoaderOptions;
import org.yaml.snakeyaml.Yaml;
import org.yaml.snakeyaml.error.MarkedYAMLException;
import org.yaml.snakeyaml.error.YAMLException;
import org.yaml.snakeyaml.nodes.Node;

/**
 * Reads casebook files and checks them as a whole. Later files may not repeat an id. Faults are
 * gathered, not thrown one by one, so that an author sees them all.
 */
public final class CasebookReader {
  /** The areas of the shipped casebook, in the order of the boot line. */
  static final List<String> AREAS =
      List.of(
          "start",
          "power",
          "board",
          "memory",
          "graphics",
          "firmware",
          "drive",
          "running",
          "system",
          "driver",
          "setup",
          "upgrade",
          "words");

  private static final double SUM_TOLERANCE = 0.001;

  private final List<String> faults = new ArrayList<>();
  private final Map<String, Cause> causes = new LinkedHashMap<>();
  private final Map<String, Check> checks = new LinkedHashMap<>();
  private final Map<String, Repair> repairs = new LinkedHashMap<>();
  private final Map<String, YamlPlace> places = new HashMap<>();
  private final Map<String, String> synonyms = new HashMap<>();
  private final List<Vocabulary.Sign> signs = new ArrayList<>();
  private final Map<String, YamlPlace> meanings = new LinkedHashMap<>();
  private final Map<String, String> sources = new HashMap<>();
  private final Map<String, Map<String, YamlPlace>> shows = new LinkedHashMap<>();
  private final Map<String, Map<String, Double>> curedBy = new LinkedHashMap<>();
  private boolean overlaying;

  private CasebookReader() {}

  static Casebook shipped() {
    return withShipped().finish(List.of());
  }

  /**
   * The shipped casebook with a shop's own entries laid over it: an entry with a known id takes the
   * place of the shipped one.
   *
   * @param relied what code relies on, and what the entries may not take away
   * @throws CasebookFault with every fault, its file and its line
   */
  public static Casebook shippedUnder(Overlay overlay, Collection<Reliance> relied) {
    return shippedUnder(
        overlay.isEmpty() ? Map.of() : Map.of(Overlay.FILE, overlay.text()), relied);
  }

  /**
   * The same with the texts of files, by the name that faults call them.
   *
   * @throws CasebookFault with every fault, its file and its line
   */
  public static Casebook shippedUnder(Map<String, String> files, Collection<Reliance> relied) {
    CasebookReader reader = withShipped();
    reader.overlaying = true;
    files.forEach(reader::add);
    return reader.finish(relied);
  }

  private static CasebookReader withShipped() {
    CasebookReader reader = new CasebookReader();
    for (String area : AREAS) {
      String path = "/casebook/" + area + ".yaml";
      try (InputStream in = CasebookReader.class.getResourceAsStream(path)) {
        if (in == null) {
          throw new CasebookFault(List.of(area + ".yaml:1: the file is not there"));
        }
        reader.add(area + ".yaml", new String(in.readAllBytes(), StandardCharsets.UTF_8));
      } catch (IOException broken) {
        throw new UncheckedIOException(broken);
      }
    }
    return reader;
  }

  /**
   * Reads a casebook from texts.
   *
   * @param files file name to YAML text, in reading order
   * @throws CasebookFault with every fault, its file and its line
   */
  public static Casebook read(Map<String, String> files) {
    CasebookReader reader = new CasebookReader();
    files.forEach(reader::add);
    return reader.finish(List.of());
  }

  private Casebook finish(Collection<Reliance> relied) {
    if (faults.isEmpty()) {
      shows.forEach(this::showing);
      curedBy.forEach(this::curing);
      meanings.forEach(this::known);
    }
    if (faults.isEmpty()) {
      CasebookLint lint =
          new CasebookLint(causes, checks, repairs, (id, what) -> placeOf(id).fault(what));
      lint.run();
      lint.reliedOn(relied, faults::add);
    }
    if (!faults.isEmpty()) {
      throw new CasebookFault(faults);
    }
    return new Casebook(causes, checks, repairs, new Vocabulary(synonyms, signs), sources);
  }

  /** Rows that stand beside their cause go into the checks. */
  private void showing(String cause, Map<String, YamlPlace> rows) {
    rows.forEach(
        (id, place) -> {
          Check check = checks.get(id);
          if (check == null) {
            place.fault("no check is called '" + id + "'");
          } else {
            double[] row = row(place, check.outcomes());
            checks.put(id, check.with(check.likelihoods().with(cause, row)));
          }
        });
  }

  private void curing(String cause, Map<String, Double> chances) {
    chances.forEach(
        (id, chance) -> {
          Repair repair = repairs.get(id);
          if (repair == null) {
            placeOf(cause).fault("no repair is called '" + id + "'");
          } else {
            repairs.put(id, repair.curing(cause, chance));
          }
        });
  }

  /** Where something with this id was read. */
  private YamlPlace placeOf(String id) {
    return requireNonNull(places.get(id), id);
  }

  /** The tree of a text; a fault and nothing if it is no YAML. */
  static @Nullable Node compose(String file, String text, List<String> faults) {
    try {
      LoaderOptions options = new LoaderOptions();
      options.setMaxAliasesForCollections(0);
      return new Yaml(options).compose(new StringReader(text));
    } catch (MarkedYAMLException broken) {
      int line = broken.getProblemMark() == null ? 1 : broken.getProblemMark().getLine() + 1;
      faults.add(file + ":" + line + ": " + broken.getProblem());
    } catch (YAMLException broken) {
      faults.add(file + ":1: " + broken.getMessage());
    }
    return null;
  }

  private void add(String file, String text) {
    int before = faults.size();
    Node root = compose(file, text, faults);
    if (faults.size() > before) {
      return;
    }
    if (root == null) {
      faults.add(file + ":1: the file is empty");
      return;
    }
    YamlPlace.Fields parts = new YamlPlace(file, root, faults).fields();
    each(parts, "causes", text, causes, this::cause);
    each(parts, "checks", text, checks, this::check);
    each(parts, "repairs", text, repairs, this::repair);
    parts.take("synonyms").map(YamlPlace::items).orElse(List.of()).forEach(this::synonyms);
    parts.take("signs").map(YamlPlace::entries).orElse(Map.of()).forEach(this::sign);
    parts.nothingElse();
  }

  /** The first word stands for the others. */
  private void synonyms(YamlPlace group) {
    List<String> words = group.items().stream().map(YamlPlace::text).toList();
    words.forEach(word -> synonyms.put(word, words.get(0)));
  }

  private void sign(String meaning, YamlPlace place) {
    place
        .parse(meaning, Vocabulary.Meaning::of)
        .ifPresent(
            known -> {
              meanings.put(meaning, place);
              place.items().forEach(phrase -> signs.add(new Vocabulary.Sign(known, phrase.text())));
            });
  }

  private void known(String meaning, YamlPlace place) {
    if (Vocabulary.Meaning.of(meaning) instanceof Vocabulary.Meaning.Answer answer) {
      Check check = checks.get(answer.check());
      if (check == null) {
        place.fault("no check is called '" + answer.check() + "'");
      } else if (check.outcomes().stream().noneMatch(o -> o.id().equals(answer.outcome()))) {
        place.fault("'" + answer.check() + "' has no outcome '" + answer.outcome() + "'");
      }
    }
  }

  private interface Maker<T> {
    T make(String id, YamlPlace.Fields fields);
  }

  private <T> void each(
      YamlPlace.Fields parts, String part, String text, Map<String, T> into, Maker<T> maker) {
    parts
        .take(part)
        .map(YamlPlace::entries)
        .orElse(Map.of())
        .forEach(
            (id, place) -> {
              boolean taken = places.put(id, place) != null;
              if (taken && !(overlaying && into.containsKey(id))) {
                place.fault("the id '" + id + "' is already taken");
              }
              sources.put(id, place.source(text));
              YamlPlace.Fields fields = place.fields();
              into.put(id, maker.make(id, fields));
              fields.nothingElse();
            });
  }

  private Cause cause(String id, YamlPlace.Fields in) {
    Map<Stage, Double> stages = in.numbers("stages", Stage::of, 0, 1);
    double sum = stages.values().stream().mapToDouble(Double::doubleValue).sum();
    if (Math.abs(sum - 1) > SUM_TOLERANCE) {
      in.place().fault("the stages of '" + id + "' sum to " + sum + ", not 1");
    }
    in.take("shows").map(YamlPlace::entries).ifPresent(rows -> shows.put(id, rows));
    curedBy.put(id, in.numbers("cured-by", Function.identity(), 0, 1));
    return new Cause(
        id,
        in.text("name"),
        in.text("sign"),
        in.take("advice").map(YamlPlace::text).orElse(""),
        in.take("station").flatMap(place -> place.as(Station::of)).orElse(Station.BOARD),
        in.number("weight", 0, 1000).orElse(1),
        stages,
        in.numbers("contexts", Context::of, 0, 100),
        in.number("other-change", 0, 1).orElse(1),
        kinds(in),
        flag(in, "endangers-data"));
  }

  private static Set<MachineKind> kinds(YamlPlace.Fields in) {
    List<MachineKind> kinds = in.words("kinds", MachineKind::of);
    return kinds.isEmpty() ? EnumSet.allOf(MachineKind.class) : EnumSet.copyOf(kinds);
  }

  private static <E extends Enum<E>> Set<E> set(
      YamlPlace.Fields in, String name, Class<E> type, Function<String, E> of) {
    Set<E> set = EnumSet.noneOf(type);
    set.addAll(in.words(name, of));
    return set;
  }

  /** A page under Fix, such as "firmware/update". */
  private static String page(String word) {
    if (!word.matches("[a-z]+(-[a-z]+)*(/[a-z]+(-[a-z]+)*)?")) {
      throw new IllegalArgumentException("'" + word + "' is no page under Fix");
    }
    return word;
  }

  private static Step.Effort effort(YamlPlace.Fields in) {
    Depth depth = in.take("depth").flatMap(place -> place.as(Depth::of)).orElse(Depth.LOOK);
    return new Step.Effort(
        Minutes.of(in.number("hands", 0, 600).orElse(1)),
        handsOn(in),
        Minutes.of(in.number("wait", 0, 3000).orElse(0)),
        depth,
        in.take("reach")
            .flatMap(place -> place.as(CasebookReader::reach))
            .orElse(Stage.Reach.NOTHING),
        kinds(in),
        set(in, "changes", Touched.class, Touched::of),
        set(in, "needs", Need.class, Need::of),
        in.words("borrows", Function.identity()),
        in.words("schools", School.Stand::of),
        in.take("drawing").flatMap(place -> place.as(Drawing::of)),
        in.take("planned-at").flatMap(place -> place.as(CasebookReader::page)),
        flag(in, "do-not-touch") || depth == Depth.WRITES_FIRMWARE,
        new Step.Care(
            in.take("mains").flatMap(place -> place.as(Step.Mains::of)),
            flag(in, "opens"),
            flag(in, "key-first"),
            flag(in, "saves-data"),
            flag(in, "strains-drive")),
        new Step.Turn(
            in.take("before").flatMap(place -> place.as(CasebookReader::reach)),
            set(in, "known-by", Context.class, Context::of),
            set(in, "only-with", Context.class, Context::of),
            Set.copyOf(in.words("settles", Function.identity())),
            answers(in, "first"),
            answers(in, "only-if"),
            ruleOut(in)));
  }

  private static Map<String, String> ruleOut(YamlPlace.Fields in) {
    Map<String, String> ruleOut = new LinkedHashMap<>();
    in.take("rule-out")
        .map(YamlPlace::entries)
        .orElse(Map.of())
        .forEach((cause, place) -> ruleOut.put(cause, place.text()));
    return ruleOut;
  }

  private static Map<MachineKind, Minutes> handsOn(YamlPlace.Fields in) {
    Map<MachineKind, Minutes> handsOn = new EnumMap<>(MachineKind.class);
    in.take("hands-on")
        .map(YamlPlace::entries)
        .orElse(Map.of())
        .forEach(
            (names, place) -> {
              for (String name : names.split(" ")) {
                place
                    .parse(name, MachineKind::of)
                    .ifPresent(kind -> handsOn.put(kind, Minutes.of(place.number(0.1, 600))));
              }
            });
    return handsOn;
  }

  private static boolean flag(YamlPlace.Fields in, String name) {
    return in.take(name).map(place -> place.text().equals("true")).orElse(false);
  }

  private static Stage.Reach reach(String word) {
    return Stage.Reach.valueOf(word.toUpperCase(Locale.ROOT));
  }

  private static Map<String, Set<String>> answers(YamlPlace.Fields in, String name) {
    Map<String, Set<String>> answers = new LinkedHashMap<>();
    in.take(name)
        .map(YamlPlace::entries)
        .orElse(Map.of())
        .forEach(
            (check, place) ->
                answers.put(
                    check,
                    place.items().stream().map(YamlPlace::text).collect(Collectors.toSet())));
    return answers;
  }

  private Check check(String id, YamlPlace.Fields in) {
    List<Outcome> outcomes = new ArrayList<>();
    in.take("outcomes")
        .map(YamlPlace::entries)
        .orElse(Map.of())
        .forEach((name, place) -> outcomes.add(outcome(name, place)));
    if (outcomes.size() < 2 || outcomes.size() > 16) {
      in.place().fault("'" + id + "' has " + outcomes.size() + " outcomes; 2 to 16 are possible");
    }
    double[] unnamed = new double[outcomes.size()];
    Arrays.fill(unnamed, Double.NaN);
    double[] otherwise = in.take("otherwise").map(place -> row(place, outcomes)).orElse(unnamed);
    Map<Stage, double[]> byStage = new EnumMap<>(Stage.class);
    in.take("stages")
        .map(YamlPlace::entries)
        .orElse(Map.of())
        .forEach(
            (names, place) -> {
              for (String name : names.split(" ")) {
                place
                    .parse(name, Stage::of)
                    .ifPresent(stage -> byStage.put(stage, row(place, outcomes)));
              }
            });
    Map<String, double[]> byCause = new HashMap<>();
    Map<String, double[]> byCauseAtStage = new HashMap<>();
    in.take("causes")
        .map(YamlPlace::entries)
        .orElse(Map.of())
        .forEach(
            (names, place) -> {
              for (String name : names.split(" ")) {
                double[] row = row(place, outcomes);
                (name.contains("@") ? byCauseAtStage : byCause).put(name, row);
              }
            });
    return new Check(
        id,
        in.text("name"),
        in.text("ask"),
        in.text("how"),
        effort(in),
        in.take("caution").map(YamlPlace::text),
        List.copyOf(outcomes),
        new Likelihoods(byCauseAtStage, byCause, byStage, otherwise),
        set(in, "depends", Touched.class, Touched::of),
        flag(in, "shows-stage"),
        in.take("reader").map(YamlPlace::text),
        flag(in, "plain"));
  }

  private static Outcome outcome(String name, YamlPlace place) {
    if (place.isScalar()) {
      return new Outcome(name, place.text(), false, Optional.empty(), false, Set.of());
    }
    YamlPlace.Fields in = place.fields();
    Outcome outcome =
        new Outcome(
            name,
            in.text("words"),
            flag(in, "good"),
            in.take("mark").flatMap(mark -> mark.as(Mark::of)),
            flag(in, "suspects-drive"),
            Set.copyOf(in.words("settles", Function.identity())));
    in.nothingElse();
    return outcome;
  }

  /** A row of chances as it is written: what it leaves out is NaN. */
  private static double[] row(YamlPlace place, List<Outcome> outcomes) {
    double[] row = new double[outcomes.size()];
    Arrays.fill(row, Double.NaN);
    Map<String, YamlPlace> entries = place.entries();
    double sum = 0;
    boolean whole = true;
    for (int i = 0; i < row.length; i++) {
      YamlPlace value = entries.remove(outcomes.get(i).id());
      if (value != null) {
        row[i] = value.number(0, 1);
        sum += row[i];
      } else {
        whole = false;
      }
    }
    entries.forEach((name, value) -> value.fault("no outcome is called '" + name + "'"));
    if (sum > 1 + SUM_TOLERANCE || (whole && sum < 1 - SUM_TOLERANCE)) {
      place.fault("the chances sum to " + sum + ", not 1");
    }
    return row;
  }

  private Repair repair(String id, YamlPlace.Fields in) {
    return new Repair(
        id,
        in.text("name"),
        in.text("how"),
        effort(in),
        in.take("caution").map(YamlPlace::text),
        in.numbers("cures", Function.identity(), 0, 1),
        in.number("parts", 0, 5000).orElse(0),
        in.words("recheck", Function.identity()));
  }
}
