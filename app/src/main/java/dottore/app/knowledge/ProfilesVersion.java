package dottore.app.knowledge;

import jakarta.persistence.Entity;
import jakarta.persistence.Id;
import java.time.Instant;
import org.springframework.data.domain.Persistable;

/** The shop's own profiles of systems as they were from one moment on. */
@Entity
class ProfilesVersion implements Persistable<Integer> {
  @Id int number;
  Instant at = Instant.EPOCH;
  String who = "";
  String yaml = "";

  @Override
  public Integer getId() {
    return number;
  }

  /** Versions are only ever added, so that two who save the same number meet at the key. */
  @Override
  public boolean isNew() {
    return true;
  }
}
