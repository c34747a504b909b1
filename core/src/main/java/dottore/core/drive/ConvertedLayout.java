package dottore.core.drive;

import dottore.core.machine.DiskLayout;
import dottore.core.machine.DiskLayout.Backup;
import dottore.core.machine.DiskLayout.Part;
import dottore.core.machine.DiskLayout.Role;
import dottore.core.machine.DiskLayout.Use;
import dottore.core.machine.Scheme;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Optional;
import java.util.OptionalLong;

/** What a disk will look like once its scheme is converted in place. */
public final class ConvertedLayout {
  /** The start partition has up to 300 MB. */
  private static final long START_BYTES = 300L << 20;

  private static final long MIB = 1L << 20;

  private ConvertedLayout() {}

  /**
   * The disk as it will be divided: every partition stays where it is, and a start partition of up
   * to 300 MB comes into a gap, or out of the end of the largest one. The converter has the last
   * word on its place.
   */
  public static DiskLayout of(DiskLayout now) {
    List<Part> parts = new ArrayList<>();
    for (Part part : now.holding()) {
      parts.add(
          new Part(
              Role.ENTRY,
              part.use(),
              part.start(),
              part.sectors(),
              false,
              part.active() ? "old boot" : part.name()));
    }
    long needed = START_BYTES / now.sectorSize();
    Optional<Long> gap = gap(now, needed);
    if (gap.isPresent()) {
      parts.add(new Part(Role.ENTRY, Use.START, gap.get(), needed, false, ""));
    } else {
      parts.stream()
          .filter(part -> part.use() == Use.DATA && part.sectors() > 2 * needed)
          .max(Comparator.comparingLong(Part::sectors))
          .ifPresent(
              largest -> {
                parts.remove(largest);
                long kept = largest.sectors() - needed;
                parts.add(
                    new Part(
                        Role.ENTRY, largest.use(), largest.start(), kept, false, largest.name()));
                parts.add(
                    new Part(Role.ENTRY, Use.START, largest.start() + kept, needed, false, ""));
              });
    }
    return new DiskLayout(Scheme.GPT, now.sectorSize(), now.sectors(), parts, true, Backup.UNREAD);
  }

  /** The first free stretch behind the first partition that holds so many sectors, aligned. */
  private static Optional<Long> gap(DiskLayout now, long needed) {
    List<Part> holding = now.holding();
    long mib = MIB / now.sectorSize();
    OptionalLong total = now.sectors();
    for (int i = 0; i < holding.size(); i++) {
      long from = (holding.get(i).end() + mib) / mib * mib;
      long to =
          i + 1 < holding.size()
              ? holding.get(i + 1).start()
              : total.isPresent()
                  ? total.getAsLong() - Conversion.needed(Conversion.BEHIND, now)
                  : from;
      if (to - from >= needed) {
        return Optional.of(from);
      }
    }
    return Optional.empty();
  }
}
