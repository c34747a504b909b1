package dottore.app.record;

import java.util.List;
import java.util.Optional;
import org.springframework.data.jpa.repository.JpaRepository;
import org.springframework.data.jpa.repository.Query;

/** Pictures in the database. */
interface PhotoRepository extends JpaRepository<Photo, Long> {
  @Query(
      """
      select new dottore.app.record.PhotoBook$Taken(p.id, p.note, p.takenAt, p.takenBy)
      from Photo p where p.ticketId = :ticket order by p.id
      """)
  List<PhotoBook.Taken> of(long ticket);

  @Query("select p from Photo p where p.id = :id and p.ticketId = :ticket")
  Optional<Photo> one(long ticket, long id);

  @Query(
      """
      select p.small from Photo p join Ticket t on t.id = p.ticketId
      where p.id = :id and t.claim = :claim
      """)
  Optional<byte[]> small(String claim, long id);

  long countByTicketId(long ticket);
}
