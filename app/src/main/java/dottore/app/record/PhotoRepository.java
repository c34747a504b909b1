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

  /** What kind of picture one is, and how many bytes it has. */
  interface Size {
    String getType();

    long getBytes();
  }

  @Query(
      value =
          """
          select p.type as type, octet_length(p.bytes) as bytes
          from photo p join ticket t on t.id = p.ticket_id where p.id = :id and t.claim = :claim
          """,
      nativeQuery = true)
  Optional<Size> size(String claim, long id);

  /** A piece of a picture's bytes; the first byte is 1. */
  @Query(
      value = "select substring(p.bytes from :first for :length) from photo p where p.id = :id",
      nativeQuery = true)
  byte[] piece(long id, int first, int length);

  @Query(
      """
      select p.small from Photo p join Ticket t on t.id = p.ticketId
      where p.id = :id and t.claim = :claim
      """)
  Optional<byte[]> small(String claim, long id);

  long countByTicketId(long ticket);
}
