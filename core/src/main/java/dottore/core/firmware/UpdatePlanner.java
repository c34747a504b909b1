package dottore.core.firmware;

import static java.util.Objects.requireNonNull;

import dottore.core.casebook.School;
import dottore.core.casebook.Stage.Reach;
import dottore.core.firmware.UpdatePlan.Decision;
import dottore.core.firmware.UpdatePlan.Named;
import dottore.core.firmware.UpdatePlan.Stand;
import dottore.core.firmware.UpdatePlan.WayView;
import dottore.core.firmware.VersionScheme.Order;
import dottore.core.units.Odds;
import java.util.ArrayDeque;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.Deque;
import java.util.HashMap;
import java.util.LinkedList;
import java.util.List;
import java.util.Map;
import java.util.Optional;

/** Plans the update of one board on one ticket. */
public final class UpdatePlanner {
  /** Below this a suspect names no reason to write firmware; a judgement. */
  static final double SUSPICION = 0.1;

  /**
   * What is known of the machine.
   *
   * @param now the version that it has; empty if nothing shows it, then it is planned as from the
   *     oldest
   * @param wanted the version asked for; empty for the newest finished one
   * @param processor as the maker's list names it
   * @param newBuild whether it was just built
   * @param installed whether a system was on it and started
   * @param reach how far it gets
   * @param suspects odds and names of the ticket's suspects, by cause id
   */
  public record Situation(
      Optional<String> now,
      Optional<String> wanted,
      Optional<String> processor,
      boolean newBuild,
      boolean installed,
      Reach reach,
      Map<String, Suspicion> suspects) {
    public Situation {
      suspects = Map.copyOf(suspects);
    }
  }

  /** A suspect of the ticket. */
  public record Suspicion(String name, Odds odds) {}

  private final BoardRecord board;
  private final Situation at;
  private final VersionScheme scheme;

  private UpdatePlanner(BoardRecord board, Situation at) {
    this.board = board;
    this.at = at;
    this.scheme = board.scheme();
  }

  /**
   * Plans.
   *
   * @param school the position in {@link School#FIRMWARE_UPDATE} that the ticket follows
   */
  public static UpdatePlan plan(BoardRecord board, Situation at, School.Position school) {
    return new UpdatePlanner(board, at).plan(school);
  }

  private UpdatePlan plan(School.Position school) {
    Optional<Release> target = at.wanted().flatMap(board::release).or(board::newest);
    if (target.isEmpty()) {
      return only(Decision.NO_ROAD, "The maker has published no finished version for this board");
    }
    if (at.wanted().isPresent() && board.release(at.wanted().get()).isEmpty()) {
      return only(
          Decision.NO_ROAD, "The maker's list has no version " + at.wanted().get() + " for it");
    }
    Release to = target.get();
    Order order = at.now().map(now -> scheme.compare(to.version(), now)).orElse(Order.NEWER);
    List<Named> named = named(to);
    List<String> reasons = reasons(to, named);
    List<Stand> stands = stands(school, reasons);
    List<String> why = new ArrayList<>(reasons);
    Decision decision;
    List<Release> hops = List.of();
    switch (order) {
      case UNCLEAR -> {
        decision = Decision.UNCLEAR;
        why.add(0, "Its version and the maker's list are written differently: compare the dates");
      }
      case SAME -> decision = Decision.SAME;
      case OLDER -> {
        boolean undoes = now().filter(now -> now.security() > to.security()).isPresent();
        decision = undoes ? Decision.FORBIDDEN : Decision.UPDATE;
        hops = undoes ? List.of() : List.of(to);
        why.add(
            0,
            undoes
                ? "Going back to " + to.version() + " would undo a security version"
                : "Going back on purpose; no security version lies between");
      }
      default -> {
        hops = hops(to);
        decision =
            hops.isEmpty()
                ? Decision.NO_ROAD
                : stands.get(0).updates() || at.wanted().isPresent()
                    ? Decision.UPDATE
                    : Decision.LEAVE;
        why.addAll(roadWords(hops, to));
      }
    }
    if (why.isEmpty()) {
      why.add(
          decision == Decision.UPDATE
              ? "Asked for: " + to.version()
              : capital(stands.get(0).because()));
    }
    return new UpdatePlan(decision, why, stands, target, hops, named, ways(), tooOld());
  }

  private static String capital(String words) {
    return Character.toUpperCase(words.charAt(0)) + words.substring(1);
  }

  private UpdatePlan only(Decision decision, String why) {
    return new UpdatePlan(
        decision,
        List.of(why),
        List.of(),
        Optional.empty(),
        List.of(),
        List.of(),
        ways(),
        tooOld());
  }

  private boolean tooOld() {
    Optional<String> least = at.processor().map(board.processors()::get);
    return at.now().isPresent()
        && least.isPresent()
        && !scheme.reaches(at.now().get(), least.get());
  }

  private Optional<Release> now() {
    return at.now().flatMap(board::release);
  }

  // --- reasons ---------------------------------------------------------------------------------

  private List<String> reasons(Release to, List<Named> named) {
    List<String> reasons = new ArrayList<>();
    at.processor()
        .ifPresent(
            processor -> {
              String least = board.processors().get(processor);
              if (least == null) {
                reasons.add("The maker's list does not name this processor at all: " + processor);
              } else if (at.now().isEmpty()) {
                reasons.add(processor + " needs " + least + "; what the board has is not known");
              } else if (!scheme.reaches(at.now().get(), least)) {
                reasons.add(processor + " needs " + least + " at least");
              }
            });
    if (!named.isEmpty()) {
      Named first = named.get(0);
      reasons.add(
          "The maker's note to "
              + first.release().version()
              + " names a suspect ("
              + first.suspect()
              + ", "
              + first.odds().percent()
              + "): "
              + first.note().text());
    }
    if (at.now().isPresent() && now().isEmpty() && scheme.unfinished(at.now().get())) {
      reasons.add("It runs an unfinished version, " + at.now().get());
    }
    return reasons;
  }

  /** Notes of what lies between now and the target, the likeliest suspect first. */
  private List<Named> named(Release to) {
    List<Named> named = new ArrayList<>();
    for (Release release : board.releases()) {
      boolean above = at.now().map(now -> scheme.newer(release.version(), now)).orElse(true);
      if (!above || scheme.newer(release.version(), to.version())) {
        continue;
      }
      for (Release.Note note : release.notes()) {
        note.causes().stream()
            .filter(cause -> suspicion(cause) >= SUSPICION)
            .max(Comparator.comparingDouble(this::suspicion))
            .map(at.suspects()::get)
            .ifPresent(s -> named.add(new Named(release, note, s.name(), s.odds())));
      }
    }
    named.sort(Comparator.comparing((Named n) -> n.odds()).reversed());
    return named;
  }

  private double suspicion(String cause) {
    Suspicion found = at.suspects().get(cause);
    return found == null ? 0 : found.odds().value();
  }

  private List<Stand> stands(School.Position followed, List<String> reasons) {
    List<Stand> stands = new ArrayList<>();
    for (School.Position position : School.FIRMWARE_UPDATE.positions()) {
      boolean newest = position.id().equals("newest");
      String because;
      boolean updates = true;
      if (!reasons.isEmpty()) {
        because = "a reason is named";
      } else if (at.newBuild() && newest) {
        because = "a new build is brought to the newest";
      } else if (at.newBuild() && !at.installed()) {
        because = "a new build, before its first install";
      } else {
        updates = false;
        because =
            at.newBuild()
                ? "the system is on it already, and no reason is named"
                : at.reach() == Reach.DESKTOP
                    ? "no reason is named; a machine that runs is left alone"
                    : "no reason is named: none of the maker's notes fits what is suspected";
      }
      Stand stand = new Stand(position, updates, because);
      stands.add(position.equals(followed) ? 0 : stands.size(), stand);
    }
    return stands;
  }

  // --- the road --------------------------------------------------------------------------------

  /** The fewest versions from now to the target; empty if there is no road. */
  private List<Release> hops(Release to) {
    Map<Release, Release> from = new HashMap<>();
    Deque<Release> reached = new ArrayDeque<>();
    for (Release first : board.releases()) {
      boolean above = at.now().map(now -> scheme.newer(first.version(), now)).orElse(true);
      if (above && usable(first, to) && startsFrom(first)) {
        from.put(first, first);
        reached.add(first);
      }
    }
    while (!reached.isEmpty()) {
      Release here = reached.poll();
      if (here.equals(to)) {
        return road(from, to);
      }
      for (Release next : board.releases()) {
        if (!from.containsKey(next)
            && usable(next, to)
            && scheme.newer(next.version(), here.version())
            && next.security() >= here.security()
            && over(here.version(), next)) {
          from.put(next, here);
          reached.add(next);
        }
      }
    }
    return List.of();
  }

  private static List<Release> road(Map<Release, Release> from, Release to) {
    LinkedList<Release> road = new LinkedList<>();
    Release step = to;
    for (Release before = requireNonNull(from.get(step)); !before.equals(step); ) {
      road.addFirst(step);
      step = before;
      before = requireNonNull(from.get(step));
    }
    road.addFirst(step);
    return road;
  }

  /** Unfinished versions are no stepping stones. */
  private boolean usable(Release release, Release to) {
    return release.equals(to)
        || (!scheme.unfinished(release.version()) && scheme.newer(to.version(), release.version()));
  }

  private boolean startsFrom(Release first) {
    return at.now().isPresent() ? over(at.now().get(), first) : first.startsFrom().isEmpty();
  }

  private boolean over(String version, Release next) {
    return next.startsFrom().isEmpty() || scheme.reaches(version, next.startsFrom());
  }

  private List<String> roadWords(List<Release> hops, Release to) {
    if (hops.isEmpty()) {
      return List.of(
          to.version() + " goes over " + to.startsFrom() + " at least, and no version leads there");
    }
    if (hops.size() > 1) {
      return List.of(
          "Not in one go: " + String.join(", then ", hops.stream().map(Release::version).toList()));
    }
    return List.of();
  }

  private List<WayView> ways() {
    List<WayView> views = new ArrayList<>();
    for (Way way : Way.values()) {
      Reach needed =
          switch (way) {
            case FIRMWARE_SCREEN -> Reach.FIRMWARE;
            case FLASH_PORT -> Reach.NOTHING;
            case FROM_SYSTEM -> Reach.DESKTOP;
          };
      if (!board.ways().contains(way)) {
        views.add(new WayView(way, false, "this board does not have it"));
      } else if (at.reach().compareTo(needed) < 0) {
        views.add(new WayView(way, false, at.reach().shortfall()));
      } else {
        views.add(new WayView(way, true, way.reason()));
      }
    }
    return views;
  }
}
