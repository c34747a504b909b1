package dottore.app.shelf;

import dottore.app.record.Lent;
import dottore.app.shop.Times;
import dottore.core.machine.BootMode;
import dottore.core.shelf.Freshness;
import dottore.core.shelf.Image;
import dottore.core.shelf.ShelfStick;
import dottore.core.shelf.StickPlan;
import dottore.core.units.Capacity;
import java.math.BigDecimal;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;

/** The shelf as its page shows it. */
final class ShelfView {
  /** Width of a fill bar, in units of its drawing. */
  private static final double BAR = 240;

  private static final double GB = 1e9;

  private ShelfView() {}

  /** A piece of a fill bar. */
  record Fill(double x, double width, boolean stale) {}

  /** An image on a stick, with its age. */
  record On(String words, String age, boolean stale) {}

  /**
   * A stick.
   *
   * @param claim of the machine it is in; empty if it is on the shelf
   * @param verdict what speaks against using it; empty if nothing
   * @param writing the number of the writing that runs; 0 if none
   * @param said what came of the last writing
   */
  record Tile(
      long id,
      String label,
      String size,
      String speeds,
      List<Fill> fills,
      String free,
      List<On> carries,
      String place,
      String claim,
      String since,
      boolean stale,
      String gb,
      String connector,
      String reads,
      String writes,
      String verdict,
      long writing,
      String said) {}

  /** An image. */
  record ImageLine(
      long id,
      String words,
      String released,
      String ways,
      String size,
      String largest,
      String digest,
      String sha256,
      String source,
      List<String> wanted,
      boolean wide,
      boolean oldWay,
      boolean newWay,
      boolean alone,
      boolean signed,
      String name,
      String release,
      String gb,
      String largestGb) {}

  /** A part. */
  record PartLine(
      long id,
      String name,
      int stock,
      int least,
      String price,
      String serials,
      String place,
      boolean low) {}

  /** What goes on a stick. */
  record LoadLine(
      long stick,
      List<Long> ids,
      String label,
      String images,
      String write,
      String layout,
      String time,
      List<String> notes,
      boolean there,
      String size,
      String holds) {}

  /** An image that finds no place. */
  record OutLine(String image, String why) {}

  static Tile tile(
      StickRow row,
      ShelfStick stick,
      ShelfBook.Contents all,
      LocalDate today,
      Times times,
      Map<Long, WritingRow> last) {
    List<Fill> fills = new ArrayList<>();
    List<On> carries = new ArrayList<>();
    double at = 0;
    for (Freshness fresh : Freshness.of(stick, all.known(), today)) {
      Image image = fresh.carried().image();
      double width = BAR * image.size().bytes() / stick.size().bytes();
      fills.add(new Fill(at, Math.min(width, BAR - at), fresh.stale()));
      at = Math.min(BAR, at + width);
      carries.add(new On(image.words(), fresh.words(), fresh.stale()));
    }
    Optional<Lent> lent = Optional.ofNullable(all.lent().get(ShelfBook.STICK + row.id));
    Optional<WritingRow> writing = Optional.ofNullable(last.get(stick.id()));
    long free = Math.max(0, stick.room() - stick.used().bytes());
    return new Tile(
        stick.id(),
        row.label,
        stick.size().inBothCounts(),
        speeds(row),
        fills,
        new Capacity(free).asListed() + " free",
        carries,
        row.place,
        lent.map(Lent::claim).orElse(""),
        lent.map(l -> times.brief(l.since()) + ", " + l.who()).orElse(""),
        carries.stream().anyMatch(On::stale),
        gb(row.sizeBytes),
        row.connector,
        plain(row.reads),
        plain(row.writes),
        row.verdict,
        writing.filter(w -> w.state.equals(WritingRow.RUNNING)).map(w -> w.id).orElse(0L),
        writing.filter(w -> !w.state.equals(WritingRow.RUNNING)).map(w -> w.words).orElse(""));
  }

  private static String speeds(StickRow row) {
    String measured =
        row.writes == null
            ? "not measured"
            : "writes "
                + plain(row.writes)
                + (row.reads == null ? "" : ", reads " + plain(row.reads))
                + " MB/s";
    return row.connector.isEmpty() ? measured : row.connector + ", " + measured;
  }

  private static String plain(@Nullable BigDecimal number) {
    return number == null ? "" : number.stripTrailingZeros().toPlainString();
  }

  private static String gb(long bytes) {
    return BigDecimal.valueOf(Math.round(bytes / GB * 1000), 3)
        .stripTrailingZeros()
        .toPlainString();
  }

  static ImageLine image(ImageRow row, ShelfBook.Contents all) {
    Image image = row.image();
    String ways =
        (image.boots().contains(BootMode.NEW) ? "new way" : "")
            + (image.boots().size() > 1 ? " and " : "")
            + (image.boots().contains(BootMode.OLD) ? "old way" : "");
    return new ImageLine(
        image.id(),
        image.words(),
        image.released().map(LocalDate::toString).orElse(""),
        image.bits()
            + "-bit, "
            + ways
            + (image.signed() || !image.boots().contains(BootMode.NEW) ? "" : ", secure boot off"),
        gb(row.sizeBytes) + " GB (" + image.size().asListed() + ")",
        image.fitsFat() ? "FAT32 holds it" : "a file of 4 GiB or more",
        row.sha256.isEmpty() ? "" : "…" + row.sha256.substring(row.sha256.length() - 8),
        row.sha256,
        row.source,
        all.wanted().getOrDefault(image.id(), List.of()),
        image.bits() == 64,
        row.oldWay,
        row.newWay,
        row.alone,
        row.signed,
        row.name,
        row.release,
        gb(row.sizeBytes),
        gb(row.largestBytes));
  }

  static PartLine part(PartRow row, String money) {
    return new PartLine(
        Objects.requireNonNull(row.id),
        row.name,
        row.stock,
        row.least,
        row.price == null ? "" : money + " " + row.price.toPlainString(),
        row.serials,
        row.place,
        row.stock < row.least);
  }

  static LoadLine load(StickPlan.Load load) {
    return new LoadLine(
        load.stick().id(),
        load.images().stream().map(Image::id).toList(),
        load.stick().label(),
        load.images().stream().map(Image::words).collect(Collectors.joining(", ")),
        load.write().stream().map(Image::words).collect(Collectors.joining(", ")),
        load.layout().words(),
        String.format(
            Locale.ROOT,
            "%.0f to %.0f min",
            load.time().least().value(),
            load.time().most().value()),
        load.notes(),
        load.write().isEmpty(),
        load.stick().size().inBothCounts(),
        load.stick().carries().stream()
            .map(c -> c.image().words())
            .collect(Collectors.joining(", ")));
  }

  static List<OutLine> out(StickPlan plan) {
    return plan.leftOut().stream().map(o -> new OutLine(o.image().words(), o.why())).toList();
  }
}
