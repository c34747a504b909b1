package dottore.app.drive;

import dottore.core.drive.ConvertedLayout;
import dottore.core.machine.DiskLayout;
import dottore.core.machine.DiskLayout.Part;
import dottore.core.machine.DiskLayout.Role;
import dottore.core.machine.DiskLayout.Use;
import dottore.core.machine.Drive;
import dottore.core.machine.Scheme;
import dottore.core.units.Capacity;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Locale;
import java.util.Optional;

/**
 * The drives of a machine to scale, as they are and as the system disk will be, in the units of a
 * view box 876 wide.
 *
 * @param line where the drawing goes over from now to then; zero without a then
 */
record DiskMap(int height, List<Row> rows, int line) {
  private static final int ROW = 54;
  private static final int HEAD = 22;
  private static final int LEFT = 150;
  private static final int WIDTH = 712;
  private static final int LEAST = 56;
  private static final int GAP = 3;
  private static final double SMALLEST_DRIVE = 0.3;
  private static final long MIB = 1L << 20;

  /** A drive. */
  record Row(int top, String name, String size, String last, boolean aside, List<Piece> pieces) {}

  /**
   * @param look its drawing: data, start, reserved, recovery, other, free or unread
   * @param narrow whether its words stand in the middle, short
   */
  record Piece(
      int x, int width, String look, boolean narrow, String name, String size, String spoken) {}

  private record Stretch(String look, String name, long bytes) {}

  /**
   * Lays them out.
   *
   * @param target the system disk, drawn once more as it will be if its scheme is old
   */
  static DiskMap of(List<Drive> drives, Optional<Drive> target) {
    long largest =
        drives.stream().flatMap(d -> d.size().stream()).mapToLong(Capacity::bytes).max().orElse(0);
    List<Row> rows = new ArrayList<>();
    int top = HEAD;
    for (Drive drive : drives) {
      rows.add(row(drive, top, largest, drive.layout()));
      top += ROW;
    }
    int line = 0;
    Optional<DiskLayout> old =
        target.flatMap(Drive::layout).filter(l -> l.scheme() == Scheme.MBR && l.whole());
    if (old.isPresent() && !old.get().holding().isEmpty()) {
      line = top;
      rows.add(row(target.orElseThrow(), top + HEAD, largest, old.map(ConvertedLayout::of)));
      top += HEAD + ROW;
    }
    return new DiskMap(top, rows, line);
  }

  private static Row row(Drive drive, int top, long largest, Optional<DiskLayout> layout) {
    double share =
        drive.size().isEmpty() || largest == 0
            ? 1
            : Math.max(SMALLEST_DRIVE, (double) drive.size().get().bytes() / largest);
    int width = (int) Math.round(WIDTH * share);
    List<Stretch> stretches =
        layout
            .map(l -> stretches(l, drive.holds()))
            .filter(list -> !list.isEmpty())
            .orElseGet(
                () ->
                    List.of(
                        new Stretch(
                            "unread",
                            drive.holds().isEmpty() ? "not read" : drive.holds(),
                            drive.size().map(Capacity::bytes).orElse(0L))));
    return new Row(
        top,
        drive.name(),
        drive.size().map(Capacity::inBothCounts).orElse("size not known"),
        drive.lastFour().map(last -> "…" + last).orElse(""),
        !drive.connected(),
        pieces(stretches, width));
  }

  /** Partitions and what is free between them, in order; free stretches under 1 MiB are margins. */
  private static List<Stretch> stretches(DiskLayout layout, String holds) {
    List<Stretch> stretches = new ArrayList<>();
    Optional<Part> largest =
        layout.holding().stream()
            .filter(part -> part.use() == Use.DATA)
            .max(Comparator.comparingLong(Part::sectors));
    long at = 0;
    for (Part part : layout.holding()) {
      free(stretches, layout, part.start() - at);
      boolean named = largest.filter(part::equals).isPresent() && !holds.isEmpty();
      stretches.add(
          new Stretch(
              part.use().name().toLowerCase(Locale.ROOT),
              named ? holds : name(part),
              layout.size(part).bytes()));
      at = part.end() + 1;
    }
    if (layout.sectors().isPresent()) {
      free(stretches, layout, layout.sectors().getAsLong() - at);
    }
    return stretches;
  }

  private static void free(List<Stretch> stretches, DiskLayout layout, long sectors) {
    if (sectors * layout.sectorSize() > 2 * MIB) {
      stretches.add(new Stretch("free", "free", sectors * layout.sectorSize()));
    }
  }

  private static String name(Part part) {
    if (part.active() && part.role() == Role.PRIMARY) {
      return "boot";
    }
    return part.name().isBlank() ? part.use().words() : part.name();
  }

  /** To scale, but each wide enough for its words. */
  private static List<Piece> pieces(List<Stretch> stretches, int width) {
    double total = stretches.stream().mapToLong(Stretch::bytes).sum();
    int room = width - GAP * (stretches.size() - 1) - LEAST * stretches.size();
    List<Piece> pieces = new ArrayList<>();
    int x = LEFT;
    for (Stretch stretch : stretches) {
      int wide =
          LEAST + (int) Math.round(Math.max(0, room) * (total == 0 ? 1 : stretch.bytes() / total));
      boolean narrow = wide < 2 * LEAST;
      String size = stretch.bytes() == 0 ? "" : new Capacity(stretch.bytes()).asListed();
      pieces.add(
          new Piece(
              x,
              wide,
              stretch.look(),
              narrow,
              fitting(stretch.name(), wide, narrow),
              size,
              stretch.name() + (size.isEmpty() ? "" : ", " + size)));
      x += wide + GAP;
    }
    return pieces;
  }

  private static String fitting(String name, int wide, boolean narrow) {
    int most = narrow ? 8 : wide / 8;
    return name.length() <= most ? name : name.substring(0, Math.max(1, most - 1)) + "…";
  }
}
