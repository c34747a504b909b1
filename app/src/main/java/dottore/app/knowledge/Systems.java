package dottore.app.knowledge;

import dottore.app.news.News;
import dottore.app.shop.Shop;
import dottore.core.system.ProfileFault;
import dottore.core.system.SystemProfiles;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import org.springframework.context.event.EventListener;
import org.springframework.dao.DataIntegrityViolationException;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** The systems that are in force: the shipped ones with the shop's own over them. */
@Service
public class Systems {
  /** A version; number 0 and empty if there is none. */
  record Version(int number, Instant at, String who, String yaml) {}

  /**
   * What is in force.
   *
   * @param faults what keeps the newest version from being it; empty if it is
   */
  private record InForce(int newest, SystemProfiles profiles, List<String> faults) {}

  private final ProfilesVersionRepository versions;
  private final Shop shop;
  private volatile InForce inForce = new InForce(-1, SystemProfiles.shipped(), List.of());

  Systems(ProfilesVersionRepository versions, Shop shop) {
    this.versions = versions;
    this.shop = shop;
  }

  /** Those of the newest version that can be used; the shipped ones where none can. */
  public SystemProfiles now() {
    return force().profiles();
  }

  /** What keeps the newest version from being in force; empty if it is. */
  List<String> faults() {
    return force().faults();
  }

  /** Another server kept a version. */
  @EventListener
  void heard(News.Heard news) {
    if (news.topic().equals(News.PROFILES)) {
      forget();
    }
  }

  /** What is in force is read anew. */
  void forget() {
    inForce = new InForce(-1, SystemProfiles.shipped(), List.of());
  }

  private InForce force() {
    InForce known = inForce;
    if (known.newest() < 0) {
      known = read();
      inForce = known;
    }
    return known;
  }

  private InForce read() {
    List<String> faults = new ArrayList<>();
    List<Version> all = history();
    int newest = all.isEmpty() ? 0 : all.get(0).number();
    for (Version version : all) {
      try {
        return new InForce(newest, SystemProfiles.under(version.yaml()), faults);
      } catch (ProfileFault unreadable) {
        unreadable
            .faults()
            .forEach(fault -> faults.add("Version " + version.number() + ", " + fault));
      } catch (RuntimeException unread) {
        faults.add("Version " + version.number() + " cannot be read: " + unread.getMessage());
      }
    }
    return new InForce(newest, SystemProfiles.shipped(), faults);
  }

  /** The last twenty versions, the newest first. */
  @Transactional(readOnly = true)
  List<Version> history() {
    return versions.findTop20ByOrderByNumberDesc().stream()
        .map(v -> new Version(v.number, v.at, v.who, v.yaml))
        .toList();
  }

  Version newest() {
    List<Version> all = history();
    return all.isEmpty() ? new Version(0, Instant.EPOCH, "", "") : all.get(0);
  }

  /**
   * Keeps profiles as the newest version.
   *
   * @param after the version that the writer had seen
   * @return who kept another version meanwhile, so that nothing was kept; empty if it was
   * @throws ProfileFault if they cannot be used; nothing is kept
   */
  String keep(String yaml, int after, String who) {
    SystemProfiles profiles = SystemProfiles.under(yaml);
    Version now = newest();
    if (now.number() != after) {
      return now.who();
    }
    ProfilesVersion version = new ProfilesVersion();
    version.number = after + 1;
    version.at = shop.now();
    version.who = who;
    version.yaml = yaml;
    try {
      versions.saveAndFlush(version);
    } catch (DataIntegrityViolationException same) {
      return "somebody";
    }
    inForce = new InForce(version.number, profiles, List.of());
    return "";
  }
}
