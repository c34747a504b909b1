package dottore.core.driver;

import dottore.core.driver.DriverPackage.Carried;
import dottore.core.driver.DriverPackage.Restart;
import dottore.core.driver.DriverPackage.Source;
import dottore.core.machine.DeviceKind;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashMap;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;
import java.util.stream.Stream;

/**
 * The order in which packages are put on: what is needed first, chipset before graphics, the
 * network first where there is none, with as few restarts as can be, and so that no package lays an
 * older part over a newer one.
 *
 * @param moves in their order
 * @param restarts how many there are
 * @param held packages that would overwrite something whatever the order, with why
 */
public record InstallOrder(List<Move> moves, int restarts, Map<DriverPackage, String> held) {

  /** One thing to do. */
  public sealed interface Move {}

  /**
   * A package goes on.
   *
   * @param without lines whose part is left out in its installer
   */
  public record Install(DriverPackage what, Set<String> without) implements Move {
    public Install {
      without = Set.copyOf(without);
    }

    /** What is left out, in words; empty if nothing is. */
    public String leftOut() {
      return what.carries().stream()
          .filter(part -> without.contains(part.line()))
          .map(Carried::words)
          .distinct()
          .collect(Collectors.joining(", "));
    }
  }

  /**
   * The machine restarts.
   *
   * @param byItself whether the package before it does that
   */
  public record Start(boolean byItself) implements Move {}

  /**
   * Up to so many that restart by themselves every order is tried; above, the longest road first.
   */
  private static final int TRIED = 12;

  /** What is put on first among those that wait for nothing. */
  private static final List<DeviceKind> USUAL =
      List.of(
          DeviceKind.STORAGE,
          DeviceKind.CHIPSET,
          DeviceKind.NETWORK,
          DeviceKind.WIRELESS,
          DeviceKind.GRAPHICS,
          DeviceKind.AUDIO,
          DeviceKind.TOUCH,
          DeviceKind.CAMERA,
          DeviceKind.OTHER);

  public InstallOrder {
    moves = List.copyOf(moves);
    held = Map.copyOf(held);
  }

  /**
   * Orders.
   *
   * @param chosen what is to be put on
   * @param stays versions that are on and are not changed, by line
   * @param offline whether nothing can be fetched before the network works
   */
  public static InstallOrder of(
      Set<DriverPackage> chosen, Map<String, String> stays, boolean offline) {
    Map<DriverPackage, String> held = new LinkedHashMap<>();
    Set<DriverPackage> left = new LinkedHashSet<>(chosen);
    while (true) {
      Graph graph = new Graph(left, stays, offline);
      if (graph.overwriting.isEmpty()) {
        return new Rounds(graph).order(held);
      }
      // What is not put on changes what the others lie over: all is ordered anew.
      held.putAll(graph.overwriting);
      left.removeAll(held.keySet());
      stranded(left, held);
    }
  }

  /** What needs one that is held back is held back with it. */
  private static void stranded(Set<DriverPackage> left, Map<DriverPackage, String> held) {
    Optional<DriverPackage> next;
    do {
      Set<String> away = held.keySet().stream().map(DriverPackage::id).collect(Collectors.toSet());
      next = left.stream().filter(p -> p.needs().stream().anyMatch(away::contains)).findFirst();
      next.ifPresent(
          p -> {
            held.put(p, "it needs one that is held back");
            left.remove(p);
          });
    } while (next.isPresent());
  }

  /** The packages in their order. */
  public List<DriverPackage> packages() {
    return moves.stream()
        .filter(Install.class::isInstance)
        .map(move -> ((Install) move).what())
        .toList();
  }

  /**
   * What lies on the machine at the end, as the moves put it on.
   *
   * @param had versions that were on before, by line
   */
  public Map<String, String> after(Map<String, String> had) {
    Map<String, String> on = new HashMap<>(had);
    for (Move move : moves) {
      if (move instanceof Install install) {
        on.put(install.what().line(), install.what().version());
        install.what().carries().stream()
            .filter(part -> !install.without().contains(part.line()))
            .forEach(part -> on.put(part.line(), part.version()));
      }
    }
    return on;
  }

  /** What comes before what, and what is left out. */
  private static final class Graph {
    /** In the order that is kept among those that wait for nothing. */
    final List<DriverPackage> packages;

    final Map<DriverPackage, String> overwriting = new LinkedHashMap<>();
    private final Map<DriverPackage, Set<DriverPackage>> before = new HashMap<>();
    private final Map<DriverPackage, Set<String>> without = new HashMap<>();

    Graph(Set<DriverPackage> chosen, Map<String, String> stays, boolean offline) {
      packages =
          chosen.stream()
              .sorted(
                  Comparator.<DriverPackage>comparingInt(p -> priority(p, offline))
                      .thenComparing(DriverPackage::id))
              .toList();
      needs();
      if (offline) {
        networkFirst();
      }
      overwrites(stays);
      chipsetFirst();
    }

    private static int priority(DriverPackage p, boolean offline) {
      return offline && network(p) ? -1 : USUAL.indexOf(p.kind());
    }

    private static boolean network(DriverPackage p) {
      return p.kind() == DeviceKind.NETWORK || p.kind() == DeviceKind.WIRELESS;
    }

    private void needs() {
      for (DriverPackage p : packages) {
        packages.stream().filter(o -> p.needs().contains(o.id())).forEach(o -> edge(o, p));
      }
    }

    /** What can only be fetched waits for what makes fetching work. */
    private void networkFirst() {
      for (DriverPackage p : packages) {
        if (network(p) && p.source() == Source.MAKER) {
          packages.stream().filter(o -> o.source() == Source.UPDATE).forEach(o -> edge(p, o));
        }
      }
    }

    private void chipsetFirst() {
      for (DriverPackage p : packages) {
        if (p.kind() == DeviceKind.CHIPSET) {
          packages.stream().filter(o -> o.kind() == DeviceKind.GRAPHICS).forEach(o -> edge(p, o));
        }
      }
    }

    /**
     * What goes on a line goes under what is newest of it, is left out, or keeps its package away.
     */
    private void overwrites(Map<String, String> stays) {
      for (DriverPackage p : packages) {
        Carried own = new Carried(p.line(), p.name(), p.version(), false);
        for (Carried part : Stream.concat(Stream.of(own), p.carries().stream()).toList()) {
          String newest = newest(part.line(), stays);
          if (DriverPackage.older(part.version(), newest)
              && packages.stream()
                  .filter(o -> brings(o, part.line(), newest))
                  .noneMatch(o -> edge(p, o))) {
            keepAway(p, part);
          }
        }
      }
    }

    /** The newest version of a line that is on or is put on. */
    private String newest(String line, Map<String, String> stays) {
      String newest = stays.getOrDefault(line, "");
      for (DriverPackage p : packages) {
        for (String version : versions(p, line)) {
          newest = newest.isEmpty() || DriverPackage.older(newest, version) ? version : newest;
        }
      }
      return newest;
    }

    private static boolean brings(DriverPackage p, String line, String version) {
      return versions(p, line).stream()
          .anyMatch(v -> v.equals(version) || DriverPackage.older(version, v));
    }

    private static List<String> versions(DriverPackage p, String line) {
      Stream<String> carried =
          p.carries().stream().filter(part -> part.line().equals(line)).map(Carried::version);
      return Stream.concat(p.line().equals(line) ? Stream.of(p.version()) : Stream.of(), carried)
          .toList();
    }

    private void keepAway(DriverPackage p, Carried part) {
      if (part.removable()) {
        without.computeIfAbsent(p, id -> new HashSet<>()).add(part.line());
      } else {
        overwriting.put(
            p,
            "it brings "
                + part.words()
                + " "
                + part.version()
                + ", older than what is on, and cannot leave it out");
      }
    }

    /** Adds that one comes before another, unless that would close a circle. */
    private boolean edge(DriverPackage first, DriverPackage then) {
      if (first.equals(then) || reaches(then, first)) {
        return false;
      }
      before.computeIfAbsent(then, p -> new LinkedHashSet<>()).add(first);
      return true;
    }

    /** Whether one must come before another, by any road. */
    private boolean reaches(DriverPackage from, DriverPackage to) {
      return before(to).contains(from) || before(to).stream().anyMatch(p -> reaches(from, p));
    }

    Set<DriverPackage> before(DriverPackage p) {
      return before.getOrDefault(p, Set.of());
    }

    Set<String> leftOut(DriverPackage p) {
      return without.getOrDefault(p, Set.of());
    }
  }

  /**
   * Rounds between restarts. In each goes on all that can, and at most one that restarts by itself,
   * last. Putting a plain one on earlier never costs a restart, so only the order of those that
   * restart by themselves is searched.
   */
  private static final class Rounds {
    private final Graph graph;
    private final List<DriverPackage> alone;
    private final Map<Set<DriverPackage>, Integer> known = new HashMap<>();

    Rounds(Graph graph) {
      this.graph = graph;
      this.alone = graph.packages.stream().filter(p -> p.restart() == Restart.BY_ITSELF).toList();
    }

    InstallOrder order(Map<DriverPackage, String> held) {
      Set<DriverPackage> done = new LinkedHashSet<>();
      List<Move> moves = new ArrayList<>();
      int restarts = 0;
      while (done.size() < graph.packages.size()) {
        List<DriverPackage> round = plain(done);
        List<DriverPackage> ready = ready(done, round);
        done.addAll(round);
        Optional<DriverPackage> last =
            ready.stream().min(Comparator.comparingInt(p -> price(done, p)));
        round.forEach(p -> moves.add(install(p)));
        last.ifPresent(
            p -> {
              moves.add(install(p));
              done.add(p);
            });
        if (last.isPresent() || pending(round)) {
          moves.add(new Start(last.isPresent()));
          restarts++;
        }
      }
      return new InstallOrder(moves, restarts, held);
    }

    private Install install(DriverPackage p) {
      return new Install(p, graph.leftOut(p));
    }

    private int price(Set<DriverPackage> done, DriverPackage p) {
      return alone.size() <= TRIED ? left(with(done, p)) : -longest(p);
    }

    private static Set<DriverPackage> with(Set<DriverPackage> done, DriverPackage p) {
      Set<DriverPackage> more = new HashSet<>(done);
      more.add(p);
      return more;
    }

    private static boolean pending(List<DriverPackage> round) {
      return round.stream().anyMatch(p -> p.restart() == Restart.BEFORE_NEXT);
    }

    /** All that can go on now without one that restarts by itself, in the usual order. */
    private List<DriverPackage> plain(Set<DriverPackage> done) {
      List<DriverPackage> round = new ArrayList<>();
      Optional<DriverPackage> next;
      do {
        next =
            graph.packages.stream()
                .filter(p -> p.restart() != Restart.BY_ITSELF)
                .filter(p -> !done.contains(p) && !round.contains(p) && free(p, done, round))
                .findFirst();
        next.ifPresent(round::add);
      } while (next.isPresent());
      return round;
    }

    /** Those that restart by themselves and can go on at the end of a round. */
    private List<DriverPackage> ready(Set<DriverPackage> done, List<DriverPackage> round) {
      return alone.stream().filter(p -> !done.contains(p) && free(p, done, round)).toList();
    }

    /** Whether all before it is on, and restarted where that is asked for. */
    private boolean free(DriverPackage p, Set<DriverPackage> done, List<DriverPackage> round) {
      return graph.before(p).stream()
          .allMatch(
              first ->
                  done.contains(first) || round.contains(first) && first.restart() == Restart.NONE);
    }

    /** The fewest restarts from here on. */
    private int left(Set<DriverPackage> done) {
      Integer seen = known.get(done);
      if (seen != null) {
        return seen;
      }
      int fewest = 0;
      if (done.size() < graph.packages.size()) {
        List<DriverPackage> round = plain(done);
        Set<DriverPackage> on = new HashSet<>(done);
        on.addAll(round);
        List<DriverPackage> ready = ready(done, round);
        fewest =
            ready.isEmpty()
                ? (pending(round) ? 1 : 0) + left(on)
                : 1 + ready.stream().mapToInt(p -> left(with(on, p))).min().orElseThrow();
      }
      known.put(Set.copyOf(done), fewest);
      return fewest;
    }

    /** The most restarts on any road that begins with it. */
    private int longest(DriverPackage p) {
      int own = p.restart() == Restart.NONE ? 0 : 1;
      return own
          + graph.packages.stream()
              .filter(o -> graph.before(o).contains(p))
              .mapToInt(this::longest)
              .max()
              .orElse(0);
    }
  }
}
