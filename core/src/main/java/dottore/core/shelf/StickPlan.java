package dottore.core.shelf;

import dottore.core.machine.BootMode;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;

/**
 * Which images go on which stick. As much as can be is placed, what machines on the bench wait for
 * first; what is on a stick already and still fresh stays there. Found by branch and bound, which
 * is exact up to {@value #NODES} nodes; beyond that the best found by then.
 *
 * @param exact whether no better plan exists
 */
public record StickPlan(List<Load> loads, List<LeftOut> leftOut, boolean exact) {

  /** What a plan may look at before it takes the best so far. */
  static final int NODES = 20_000;

  /**
   * An image that somebody wants on a stick.
   *
   * @param waiting machines on the bench that wait for it
   */
  public record Wish(Image image, int waiting) {}

  /** How a stick is divided. */
  public enum Layout {
    FAT("FAT32, one partition"),
    HELPER("a small FAT32 to start from, the large files on a second partition"),
    MANY("one data partition with a start menu");

    private final String words;

    Layout(String words) {
      this.words = words;
    }

    public String words() {
      return words;
    }
  }

  /**
   * A stick with what it shall carry.
   *
   * @param write what has to be written to it; empty if everything is there
   * @param notes what one has to mind
   */
  public record Load(
      ShelfStick stick,
      List<Image> images,
      List<Image> write,
      Layout layout,
      ShelfStick.Writing time,
      List<String> notes) {}

  /** An image that finds no place, and why. */
  public record LeftOut(Image image, String why) {}

  /**
   * An image is worth one, and one more for each machine that waits. What is there already stays
   * for a little, and a second image on a stick costs a little: it wants a start menu. Both
   * together never outweigh an image.
   */
  private static final double STAYS = 0.004;

  private static final double MIXED = 0.002;

  public StickPlan {
    loads = List.copyOf(loads);
    leftOut = List.copyOf(leftOut);
  }

  /** Plans. */
  public static StickPlan of(
      List<ShelfStick> sticks, List<Wish> wishes, List<Image> known, LocalDate today) {
    return new Search(sticks, wishes, known, today).plan();
  }

  static double worth(Wish wish) {
    return 1.0 + wish.waiting();
  }

  /** What a plan is worth: the wishes that it fulfills. */
  double worth(List<Wish> wishes) {
    return wishes.stream()
        .filter(w -> loads.stream().anyMatch(l -> l.images().contains(w.image())))
        .mapToDouble(StickPlan::worth)
        .sum();
  }

  /** Looks for the best plan. */
  private static final class Search {
    private final List<ShelfStick> sticks;
    private final List<Wish> wishes;
    private final double[] rest;
    private final boolean[][] stays;
    private final long[] free;
    private final boolean[] shut;
    private final int[] count;
    private final int[] chosen;
    private int[] best;
    private double bestWorth = -1;
    private int nodes;

    Search(List<ShelfStick> sticks, List<Wish> wishes, List<Image> known, LocalDate today) {
      this.sticks =
          sticks.stream().sorted(Comparator.comparingLong(s -> s.size().bytes())).toList();
      this.wishes =
          wishes.stream()
              .sorted(
                  Comparator.comparingDouble((Wish w) -> -worth(w) / w.image().size().bytes())
                      .thenComparing(w -> w.image().id()))
              .toList();
      int n = this.wishes.size();
      rest = new double[n + 1];
      for (int i = n - 1; i >= 0; i--) {
        rest[i] = rest[i + 1] + worth(this.wishes.get(i)) + STAYS;
      }
      stays = new boolean[n][this.sticks.size()];
      for (int s = 0; s < this.sticks.size(); s++) {
        for (Freshness f : Freshness.of(this.sticks.get(s), known, today)) {
          for (int i = 0; i < n; i++) {
            stays[i][s] |= !f.stale() && this.wishes.get(i).image().equals(f.carried().image());
          }
        }
      }
      free = this.sticks.stream().mapToLong(ShelfStick::room).toArray();
      shut = new boolean[free.length];
      count = new int[free.length];
      chosen = new int[n];
      best = new int[n];
      java.util.Arrays.fill(best, -1);
    }

    private void go(int i, double worth) {
      if (worth > bestWorth + 1e-9) {
        bestWorth = worth;
        best = chosen.clone();
        for (int k = i; k < best.length; k++) {
          best[k] = -1;
        }
      }
      if (i == chosen.length || worth + rest[i] <= bestWorth + 1e-9 || ++nodes > NODES) {
        return;
      }
      Image image = wishes.get(i).image();
      long bytes = image.size().bytes();
      for (int s : order(i)) {
        if (free[s] < bytes || shut[s] || image.alone() && count[s] > 0) {
          continue;
        }
        free[s] -= bytes;
        count[s]++;
        shut[s] = image.alone();
        chosen[i] = s;
        go(
            i + 1,
            worth + worth(wishes.get(i)) + (stays[i][s] ? STAYS : 0) - (count[s] > 1 ? MIXED : 0));
        shut[s] = false;
        count[s]--;
        free[s] += bytes;
      }
      chosen[i] = -1;
      go(i + 1, worth);
    }

    /**
     * Sticks to try: where it lies already, then the empty ones, then the fullest that holds it.
     */
    private List<Integer> order(int i) {
      List<Integer> order = new ArrayList<>();
      Map<String, Integer> alike = new HashMap<>();
      for (int s = 0; s < free.length; s++) {
        // Two empty sticks with the same room are one choice.
        boolean plain = count[s] == 0 && !carriesWished(s);
        if (!plain || alike.putIfAbsent(String.valueOf(free[s]), s) == null) {
          order.add(s);
        }
      }
      order.sort(Comparator.comparing((Integer s) -> !stays[i][s]).thenComparingLong(s -> free[s]));
      return order;
    }

    private boolean carriesWished(int s) {
      for (boolean[] stay : stays) {
        if (stay[s]) {
          return true;
        }
      }
      return false;
    }

    StickPlan plan() {
      go(0, 0);
      List<Load> loads = new ArrayList<>();
      for (int s = 0; s < sticks.size(); s++) {
        List<Image> images = new ArrayList<>();
        List<Image> write = new ArrayList<>();
        for (int i = 0; i < best.length; i++) {
          if (best[i] == s) {
            images.add(wishes.get(i).image());
            if (!stays[i][s]) {
              write.add(wishes.get(i).image());
            }
          }
        }
        if (!images.isEmpty()) {
          loads.add(load(sticks.get(s), images, write));
        }
      }
      List<LeftOut> out = new ArrayList<>();
      for (int i = 0; i < best.length; i++) {
        if (best[i] < 0) {
          out.add(new LeftOut(wishes.get(i).image(), why(wishes.get(i).image())));
        }
      }
      return new StickPlan(loads, out, nodes <= NODES);
    }

    private static Load load(ShelfStick stick, List<Image> images, List<Image> write) {
      Layout layout =
          images.size() > 1 ? Layout.MANY : images.get(0).fitsFat() ? Layout.FAT : Layout.HELPER;
      List<String> notes = new ArrayList<>();
      if (images.size() > 1) {
        notes.add("its start menu may want secure boot off for the session: put-back list");
      }
      images.stream()
          .filter(image -> !image.fitsFat())
          .findFirst()
          .ifPresent(
              image ->
                  notes.add(image.words() + " has a file of 4 GiB or more: FAT32 cannot hold it"));
      images.stream()
          .filter(image -> !image.signed() && image.boots().contains(BootMode.NEW))
          .findFirst()
          .ifPresent(image -> notes.add(image.words() + " starts only with secure boot off"));
      images.stream()
          .filter(image -> image.boots().equals(Set.of(BootMode.OLD)))
          .findFirst()
          .ifPresent(image -> notes.add(image.words() + " starts the old way only"));
      images.stream()
          .filter(Image::alone)
          .findFirst()
          .ifPresent(image -> notes.add("a recovery image stays alone on its stick"));
      long bytes = write.stream().mapToLong(image -> image.size().bytes()).sum();
      return new Load(stick, images, write, layout, stick.writing(bytes), notes);
    }

    private String why(Image image) {
      long most = sticks.stream().mapToLong(ShelfStick::room).max().orElse(0);
      if (sticks.isEmpty()) {
        return "there is no stick on the shelf";
      }
      if (image.size().bytes() > most) {
        return "larger than any stick: " + image.size().inBothCounts();
      }
      return image.alone()
          ? "it wants a stick of its own, and what machines wait for comes first"
          : "the room is taken by what machines wait for, or by more images";
    }
  }
}
