package dottore.app.knowledge;

import java.util.List;
import org.springframework.data.jpa.repository.JpaRepository;

/** Versions in the database, the newest first. */
interface ProfilesVersionRepository extends JpaRepository<ProfilesVersion, Integer> {
  List<ProfilesVersion> findTop20ByOrderByNumberDesc();
}
