package dottore.app.shelf;

import dottore.app.shop.Shop;
import dottore.core.shelf.Image;
import dottore.core.shelf.ShelfStick;
import dottore.core.shelf.StickPlan;
import java.time.LocalDate;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Component;

/** What goes on which stick, packed anew only when the shelf changed. */
@Component
class Packing {
  private final Shop shop;

  Packing(Shop shop) {
    this.shop = shop;
  }

  /** Which images go on which stick: those that are in, since the others are in machines. */
  StickPlan of(ShelfBook.Contents all) {
    List<ShelfStick> in =
        all.sticks().entrySet().stream()
            .filter(stick -> !all.lent().containsKey(ShelfBook.STICK + stick.getKey().id))
            .filter(stick -> stick.getKey().verdict.isEmpty())
            .map(Map.Entry::getValue)
            .toList();
    List<StickPlan.Wish> wanted =
        all.images().stream()
            .map(
                row ->
                    new StickPlan.Wish(
                        row.image(), all.wanted().getOrDefault(row.id, List.of()).size()))
            .toList();
    Planned now = new Planned(in, latest(wanted), all.known(), shop.today(), null);
    Planned last = planned;
    if (last == null || last.plan == null || !last.sameAs(now)) {
      last = new Planned(in, now.wishes, now.known, now.day, now.find());
      planned = last;
    }
    return Objects.requireNonNull(last.plan);
  }

  /** The last plan with what it was made for: a full shelf takes a moment to be packed. */
  private record Planned(
      List<ShelfStick> sticks,
      List<StickPlan.Wish> wishes,
      List<Image> known,
      LocalDate day,
      @Nullable StickPlan plan) {
    boolean sameAs(Planned other) {
      return sticks.equals(other.sticks)
          && wishes.equals(other.wishes)
          && known.equals(other.known)
          && day.equals(other.day);
    }

    StickPlan find() {
      return StickPlan.of(sticks, wishes, known, day);
    }
  }

  private volatile @Nullable Planned planned;

  /** Of several releases of one image only the latest is worth a place, unless somebody waits. */
  private static List<StickPlan.Wish> latest(List<StickPlan.Wish> all) {
    return all.stream()
        .filter(
            wish ->
                wish.waiting() > 0
                    || all.stream()
                        .noneMatch(
                            other ->
                                other.image().name().equalsIgnoreCase(wish.image().name())
                                    && other.image().bits() == wish.image().bits()
                                    && other
                                        .image()
                                        .released()
                                        .orElse(LocalDate.MIN)
                                        .isAfter(wish.image().released().orElse(LocalDate.MIN))))
        .toList();
  }
}
