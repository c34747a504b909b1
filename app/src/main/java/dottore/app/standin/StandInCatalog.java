package dottore.app.standin;

import dottore.core.firmware.BoardFamily;
import dottore.core.firmware.BoardRecord;
import dottore.core.firmware.MakersCatalog;
import dottore.core.firmware.Release;
import dottore.core.firmware.Rescue;
import dottore.core.firmware.VersionScheme;
import dottore.core.firmware.Way;
import java.io.IOException;
import java.io.InputStream;
import java.io.UncheckedIOException;
import java.security.MessageDigest;
import java.security.NoSuchAlgorithmException;
import java.time.LocalDate;
import java.util.HexFormat;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.SplittableRandom;
import java.util.TreeSet;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;
import org.springframework.boot.autoconfigure.condition.ConditionalOnProperty;
import org.springframework.stereotype.Component;
import tools.jackson.core.type.TypeReference;
import tools.jackson.databind.ObjectMapper;
import tools.jackson.dataformat.yaml.YAMLMapper;

/**
 * Invented makers with their boards, versions and files. A file's bytes follow from its name alone,
 * so that its published checksum is true.
 */
@Component
@ConditionalOnProperty(
    name = "dottore.makers-catalog",
    havingValue = "stand-in",
    matchIfMissing = true)
class StandInCatalog implements MakersCatalog {
  record Note(String text, @Nullable List<String> causes) {}

  record Version(
      String version,
      LocalDate date,
      @Nullable String startsFrom,
      int security,
      String file,
      int size,
      @Nullable List<Note> notes) {}

  record Scheme(
      VersionScheme.Reading reading, VersionScheme.Tail tail, VersionScheme.Dates dates) {}

  record Board(
      String maker,
      String model,
      String revision,
      String family,
      @Nullable Scheme scheme,
      @Nullable String stickFile,
      List<String> ways,
      @Nullable List<String> rescues,
      @Nullable Map<String, String> processors,
      List<Version> releases) {}

  private final List<BoardRecord> boards;

  StandInCatalog() {
    ObjectMapper yaml = YAMLMapper.builder().build();
    try (InputStream in = StandInCatalog.class.getResourceAsStream("/standin/firmware.yaml")) {
      List<Board> read =
          yaml.readValue(Objects.requireNonNull(in), new TypeReference<List<Board>>() {});
      boards = read.stream().map(StandInCatalog::record).toList();
    } catch (IOException broken) {
      throw new UncheckedIOException("the makers' catalog can not be read", broken);
    }
  }

  private static BoardRecord record(Board board) {
    return new BoardRecord(
        board.maker(),
        board.model(),
        board.revision(),
        BoardFamily.of(board.family()),
        Optional.ofNullable(board.scheme())
            .map(s -> new VersionScheme(s.reading(), s.tail(), s.dates()))
            .orElse(VersionScheme.PLAIN),
        Objects.requireNonNullElse(board.stickFile(), ""),
        board.ways().stream().map(Way::of).collect(Collectors.toSet()),
        orNone(board.rescues()).stream().map(Rescue::of).collect(Collectors.toSet()),
        Objects.requireNonNullElse(board.processors(), Map.of()),
        board.releases().stream().map(StandInCatalog::release).toList());
  }

  private static <T> List<T> orNone(@Nullable List<T> list) {
    return list == null ? List.of() : list;
  }

  private static Release release(Version v) {
    return new Release(
        v.version(),
        v.date(),
        Objects.requireNonNullElse(v.startsFrom(), ""),
        v.security(),
        v.file(),
        sum(content(v.file(), v.size())),
        v.size(),
        orNone(v.notes()).stream()
            .map(
                n ->
                    new Release.Note(
                        n.text(), orNone(n.causes()).stream().collect(Collectors.toSet())))
            .toList());
  }

  private static byte[] content(String file, int size) {
    byte[] content = new byte[size];
    new SplittableRandom(file.hashCode()).nextBytes(content);
    return content;
  }

  private static String sum(byte[] content) {
    try {
      return HexFormat.of().formatHex(MessageDigest.getInstance("SHA-256").digest(content));
    } catch (NoSuchAlgorithmException missing) {
      throw new IllegalStateException("every Java has SHA-256", missing);
    }
  }

  @Override
  public List<BoardRecord> revisions(String maker, String model) {
    return boards.stream()
        .filter(b -> b.maker().equalsIgnoreCase(maker.strip()))
        .filter(b -> b.model().equalsIgnoreCase(model.strip()))
        .toList();
  }

  @Override
  public List<String> models() {
    return List.copyOf(
        boards.stream()
            .map(b -> b.maker() + " " + b.model())
            .collect(Collectors.toCollection(TreeSet::new)));
  }

  /** The file as the maker's page would give it. */
  Optional<byte[]> file(String name) {
    return boards.stream()
        .flatMap(b -> b.releases().stream())
        .filter(r -> r.file().equals(name))
        .findFirst()
        .map(r -> content(r.file(), (int) r.size()));
  }
}
