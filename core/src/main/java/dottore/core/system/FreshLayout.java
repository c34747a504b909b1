package dottore.core.system;

import dottore.core.machine.DiskLayout;
import dottore.core.machine.DiskLayout.Backup;
import dottore.core.machine.DiskLayout.Part;
import dottore.core.machine.DiskLayout.Role;
import dottore.core.machine.DiskLayout.Use;
import dottore.core.machine.Scheme;
import dottore.core.system.SystemProfile.Boot;
import dottore.core.units.Capacity;
import java.util.ArrayList;
import java.util.List;
import java.util.OptionalLong;

/**
 * How setup divides an empty drive: sizes are guide, setup has the last word. New way: a start
 * partition of 200 MiB, 16 MiB reserved, the system, 750 MiB for recovery (UEFI 2.10, chapter 5,
 * for the tables at both ends). Old way: 100 MiB to start from, and the system. Everything lies on
 * whole MiB.
 */
final class FreshLayout {
  private static final int SECTOR = 512;
  private static final long MIB = (1L << 20) / SECTOR;
  private static final long START = 200 * MIB;
  private static final long RESERVED = 16 * MIB;
  private static final long RECOVERY = 750 * MIB;
  private static final long OLD_START = 100 * MIB;

  private FreshLayout() {}

  /**
   * @param two whether a second volume is made for data: the system has what it runs well with, at
   *     most half
   */
  static DiskLayout of(Capacity drive, SystemProfile profile, boolean two) {
    boolean old = profile.needs().boot() == Boot.OLD;
    long sectors = drive.bytes() / SECTOR;
    long end = (sectors - 1) / MIB * MIB;
    List<Part> parts = new ArrayList<>();
    long at = MIB;
    at = add(parts, old, Use.START, at, old ? OLD_START : START, old, "start");
    if (!old) {
      at = add(parts, false, Use.RESERVED, at, RESERVED, false, "");
    }
    long left = end - at - (old ? 0 : RECOVERY);
    long well = Math.max(profile.comfort().disk().bytes(), profile.needs().disk().bytes()) / SECTOR;
    long system = two ? Math.min(well, left / 2) / MIB * MIB : left / MIB * MIB;
    at = add(parts, old, Use.DATA, at, system, false, "system");
    if (two) {
      at = add(parts, old, Use.DATA, at, (left - system) / MIB * MIB, false, "data");
    }
    if (!old) {
      add(parts, false, Use.RECOVERY, at, RECOVERY, false, "recovery");
    }
    return new DiskLayout(
        old ? Scheme.MBR : Scheme.GPT,
        SECTOR,
        OptionalLong.of(sectors),
        parts,
        true,
        old ? Backup.NONE : Backup.FITS);
  }

  private static long add(
      List<Part> parts, boolean old, Use use, long at, long sectors, boolean active, String name) {
    if (sectors > 0) {
      parts.add(new Part(old ? Role.PRIMARY : Role.ENTRY, use, at, sectors, active, name));
    }
    return at + Math.max(0, sectors);
  }
}
