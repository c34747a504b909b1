package dottore.core.drive;

import dottore.core.format.SumList;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeMap;
import java.util.stream.Collectors;
import java.util.stream.Stream;

/**
 * A copy held against what was copied, by two lists of check sums. Paths are compared with and
 * without the folders that a whole list begins with, whichever agrees more, and with either slash,
 * since the two lists are made in two places.
 *
 * @param files in the first list
 * @param missing files that are not in the copy, in order of path
 * @param changed files whose content is another
 * @param extra files that only the copy has
 * @param moved files that the copy has under another path, as "from → to"
 */
public record CopyProof(
    int files, List<String> missing, List<String> changed, List<String> extra, List<String> moved) {
  public CopyProof {
    missing = List.copyOf(missing);
    changed = List.copyOf(changed);
    extra = List.copyOf(extra);
    moved = List.copyOf(moved);
  }

  /**
   * Compares.
   *
   * @throws IllegalArgumentException if one list is of 256 and the other of 512 bits, or either
   *     names no file
   */
  public static CopyProof of(SumList source, SumList copy) {
    if (source.bits() != copy.bits()) {
      throw new IllegalArgumentException(
          "one list has sums of "
              + source.bits()
              + " bits, the other of "
              + copy.bits()
              + ": make both the same way");
    }
    if (source.sums().containsKey("") || copy.sums().containsKey("")) {
      throw new IllegalArgumentException("a bare sum names no file");
    }
    return Stream.of(false, true)
        .flatMap(
            shortFrom ->
                Stream.of(false, true)
                    .map(shortTo -> compared(paths(source, shortFrom), paths(copy, shortTo))))
        .min(Comparator.comparingInt(CopyProof::off))
        .orElseThrow();
  }

  /** How little the two lists have in common. */
  private int off() {
    return missing.size() + changed.size() + moved.size();
  }

  private static CopyProof compared(Map<String, String> from, Map<String, String> to) {
    List<String> changed = new ArrayList<>();
    List<String> gone = new ArrayList<>();
    from.forEach(
        (path, sum) -> {
          String there = to.get(path);
          if (there == null) {
            gone.add(path);
          } else if (!there.equals(sum)) {
            changed.add(path);
          }
        });
    List<String> extra = to.keySet().stream().filter(path -> !from.containsKey(path)).toList();
    Map<String, List<String>> extraBySum =
        extra.stream()
            .collect(
                Collectors.groupingBy(
                    to::get, HashMap::new, Collectors.toCollection(ArrayList::new)));
    List<String> missing = new ArrayList<>();
    List<String> moved = new ArrayList<>();
    List<String> left = new ArrayList<>(extra);
    for (String path : gone) {
      List<String> same = extraBySum.getOrDefault(from.get(path), List.of());
      if (same.isEmpty()) {
        missing.add(path);
      } else {
        String now = same.remove(0);
        left.remove(now);
        moved.add(path + " → " + now);
      }
    }
    return new CopyProof(from.size(), missing, changed, left, moved);
  }

  /**
   * Sums by path.
   *
   * @param bare without the folders that every path of the list begins with
   */
  private static Map<String, String> paths(SumList list, boolean bare) {
    Map<String, String> plain = new TreeMap<>();
    list.sums().forEach((path, sum) -> plain.put(plain(path), sum));
    int common = bare ? common(plain.keySet()) : 0;
    Map<String, String> paths = new TreeMap<>();
    plain.forEach((path, sum) -> paths.put(path.substring(common), sum));
    return paths;
  }

  private static String plain(String path) {
    String slashed = path.replace('\\', '/').replaceFirst("^[A-Za-z]:", "");
    return slashed.replaceAll("^(?:\\./|/)+", "");
  }

  /** How many characters of folders all paths begin with. */
  private static int common(Set<String> paths) {
    String first = paths.iterator().next();
    int at = first.lastIndexOf('/') + 1;
    while (at > 0) {
      String folder = first.substring(0, at);
      if (paths.stream().allMatch(path -> path.startsWith(folder))) {
        return at;
      }
      at = first.lastIndexOf('/', at - 2) + 1;
    }
    return 0;
  }

  /** Whether everything is in the copy as it was. */
  public boolean whole() {
    return missing.isEmpty() && changed.isEmpty();
  }
}
