package dottore.app.shelf;

import org.springframework.data.jpa.repository.JpaRepository;

/** Which machine waits for which image. */
interface WishRepository extends JpaRepository<WishRow, Long> {
  boolean existsByImageIdAndClaim(long image, String claim);

  void deleteByImageIdAndClaim(long image, String claim);
}
