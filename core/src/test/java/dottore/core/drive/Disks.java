package dottore.core.drive;

import dottore.core.machine.DiskLayout;
import dottore.core.machine.DiskLayout.Backup;
import dottore.core.machine.DiskLayout.Part;
import dottore.core.machine.DiskLayout.Role;
import dottore.core.machine.DiskLayout.Use;
import dottore.core.machine.Drive;
import dottore.core.machine.Scheme;
import dottore.core.units.Capacity;
import java.util.List;
import java.util.Optional;
import java.util.OptionalLong;

/** Small drives for tests. */
final class Disks {
  static final long DISK = 200L << 20;
  static final long SECTORS = DISK / 512;

  /** Two partitions with room at both ends. */
  static final Optional<DiskLayout> WELL =
      Optional.of(mbr(SECTORS, primary(2048, 100_000), primary(102_400, 200_000)));

  private Disks() {}

  static Drive disk(Optional<DiskLayout> layout) {
    return new Drive(
        0, "Pier 500", "WX-7F3Q", Optional.of(new Capacity(DISK)), true, "system", layout);
  }

  static WrongDisk only(Optional<DiskLayout> layout) {
    Drive target = disk(layout);
    return WrongDisk.of(target, List.of(target), "");
  }

  static DiskLayout mbr(long sectors, Part... parts) {
    return new DiskLayout(
        Scheme.MBR, 512, OptionalLong.of(sectors), List.of(parts), true, Backup.NONE);
  }

  static Part primary(long start, long sectors) {
    return new Part(Role.PRIMARY, Use.DATA, start, sectors, false, "");
  }
}
