package dottore.app.knowledge;

import dottore.app.shop.Shop;
import dottore.core.casebook.Casebook;
import dottore.core.casebook.CasebookFault;
import dottore.core.casebook.CasebookReader;
import dottore.core.casebook.Overlay;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import org.springframework.dao.DataIntegrityViolationException;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** The shop's own casebook entries, with every version that there was. */
@Service
public class OwnEntries {
  private final CasebookVersionRepository versions;
  private final Shop shop;

  OwnEntries(CasebookVersionRepository versions, Shop shop) {
    this.versions = versions;
    this.shop = shop;
  }

  /** A version as others see it. */
  public record Version(int number, Instant at, String who, String note, String yaml) {}

  /** The newest version; number 0 and empty if there is none. */
  @Transactional(readOnly = true)
  public Version now() {
    return versions
        .findFirstByOrderByNumberDesc()
        .map(OwnEntries::view)
        .orElse(new Version(0, Instant.EPOCH, "", "", ""));
  }

  /** The last twenty versions, the newest first. */
  @Transactional(readOnly = true)
  public List<Version> history() {
    return versions.findTop20ByOrderByNumberDesc().stream().map(OwnEntries::view).toList();
  }

  private static Version view(CasebookVersion version) {
    return new Version(version.number, version.at, version.who, version.note, version.yaml);
  }

  /**
   * What of the versions is in force.
   *
   * @param entries of the newest version that can be read
   * @param casebook that they make; the shipped one if they no longer fit it
   * @param faults what keeps the newest version from being in force; empty if it is
   */
  record InForce(Overlay entries, Casebook casebook, List<String> faults) {
    InForce {
      faults = List.copyOf(faults);
    }
  }

  /** The newest version that can be used, whatever the later ones hold. */
  InForce inForce() {
    List<String> faults = new ArrayList<>();
    for (Version version : history()) {
      try {
        Overlay entries = Overlay.parse(version.yaml());
        Casebook casebook = CasebookReader.shippedUnder(entries, Relied.ALL);
        if (!faults.isEmpty()) {
          faults.add("Version " + version.number() + " is in force meanwhile");
        }
        return new InForce(entries, casebook, faults);
      } catch (CasebookFault fault) {
        fault.faults().forEach(what -> faults.add("Version " + version.number() + ", " + what));
      } catch (RuntimeException unread) {
        faults.add("Version " + version.number() + " cannot be read: " + unread.getMessage());
      }
    }
    return new InForce(Overlay.empty(), Casebook.shipped(), faults);
  }

  /** The entries of the newest version that can be read, even if they do not fit together. */
  public Overlay entries() {
    for (Version version : history()) {
      try {
        return Overlay.parse(version.yaml());
      } catch (CasebookFault unreadable) {
        continue; // the owner is told by what is in force
      }
    }
    return Overlay.empty();
  }

  /** What is wrong with entries as a whole; empty if they can be used. */
  public static List<String> faults(Overlay entries) {
    try {
      CasebookReader.shippedUnder(entries.readable(), Relied.ALL);
      return List.of();
    } catch (CasebookFault fault) {
      return fault.faults();
    }
  }

  /**
   * Keeps entries as the newest version.
   *
   * @param after the version that the writer had seen
   * @return the casebook that they make
   * @throws CasebookFault if they cannot be used; nothing is kept
   * @throws Overtaken if somebody kept another version since; nothing is kept
   */
  @Transactional
  Casebook keep(Overlay entries, int after, String note, String who) {
    Casebook casebook = CasebookReader.shippedUnder(entries.readable(), Relied.ALL);
    if (now().number() != after) {
      throw new Overtaken(now());
    }
    CasebookVersion version = new CasebookVersion();
    version.number = after + 1;
    version.at = shop.now();
    version.who = who;
    version.note = note;
    version.yaml = entries.text();
    try {
      versions.saveAndFlush(version);
    } catch (DataIntegrityViolationException same) {
      throw new Overtaken(new Version(after + 1, shop.now(), "somebody", "", ""));
    }
    return casebook;
  }

  /** Somebody kept another version meanwhile. */
  public static final class Overtaken extends RuntimeException {
    private static final long serialVersionUID = 1L;
    private final transient Version theirs;

    Overtaken(Version theirs) {
      super("version " + theirs.number() + " was kept meanwhile");
      this.theirs = theirs;
    }

    /** What to tell the one who came second. */
    public String words() {
      return theirs.who()
          + " kept version "
          + theirs.number()
          + " meanwhile ("
          + theirs.note()
          + "). Yours is not kept yet; keep it again to lay it over theirs.";
    }
  }
}
