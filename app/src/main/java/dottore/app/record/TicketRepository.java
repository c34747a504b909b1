package dottore.app.record;

import jakarta.persistence.LockModeType;
import java.time.Instant;
import java.util.Collection;
import java.util.List;
import java.util.Optional;
import org.springframework.data.domain.Page;
import org.springframework.data.domain.Pageable;
import org.springframework.data.jpa.repository.JpaRepository;
import org.springframework.data.jpa.repository.Lock;
import org.springframework.data.jpa.repository.Query;

/** Tickets in the database. */
interface TicketRepository extends JpaRepository<Ticket, Long> {
  @Query("select t from Ticket t join fetch t.customer join fetch t.machine where t.claim = :claim")
  Optional<Ticket> find(String claim);

  /** The ticket for writing; a second writer waits until the first is done. */
  @Lock(LockModeType.PESSIMISTIC_WRITE)
  @Query("select t from Ticket t where t.claim = :claim")
  Optional<Ticket> hold(String claim);

  @Query(
      """
      select t from Ticket t join fetch t.customer join fetch t.machine
      where t.state = 'OPEN' order by t.received
      """)
  List<Ticket> open();

  @Query("select t from Ticket t join fetch t.customer join fetch t.machine where t.id in :ids")
  List<Ticket> all(Collection<Long> ids);

  @Query(
      """
      select t from Ticket t join fetch t.customer join fetch t.machine
      where t.machine.id = :machine and t.claim <> :but order by t.received desc
      """)
  List<Ticket> ofMachine(long machine, String but);

  @Query(
      """
      select t from Ticket t join fetch t.customer join fetch t.machine
      where t.customer.id = :customer and t.id <> :but order by t.received desc
      """)
  List<Ticket> ofCustomer(long customer, long but, Pageable most);

  @Query("select t from Ticket t where t.customer = :customer")
  List<Ticket> ofCustomer(Customer customer);

  @Query("select t from Ticket t where t.machine = :machine")
  List<Ticket> ofMachine(Machine machine);

  /** How many other tickets are this one or a copy of it. */
  @Query(
      """
      select count(t) from Ticket t
      where (t.identity = :identity or t.copyOf = :identity) and t.id <> :but
      """)
  long known(String identity, long but);

  @Query(value = "select nextval('claim_number')", nativeQuery = true)
  long nextClaim();

  @Query(
      value =
          """
          select t.id from ticket t
          where (:words = '' or t.words @@ to_tsquery('simple', :words))
            and (:state = '' or t.state = :state)
            and (:kind = '' or exists
                 (select 1 from machine m where m.id = t.machine_id and m.kind = :kind))
          order by t.received desc, t.id desc
          """,
      countQuery =
          """
          select count(*) from ticket t
          where (:words = '' or t.words @@ to_tsquery('simple', :words))
            and (:state = '' or t.state = :state)
            and (:kind = '' or exists
                 (select 1 from machine m where m.id = t.machine_id and m.kind = :kind))
          """,
      nativeQuery = true)
  Page<Long> search(String words, String state, String kind, Pageable page);

  @Query(
      value =
          """
          select t.id from ticket t where t.words @@ to_tsquery('simple', :words)
          order by t.received desc, t.id desc limit :most
          """,
      nativeQuery = true)
  List<Long> newest(String words, int most);

  /** A closed ticket, and whether its machine was here again soon. */
  interface Back {
    long getTicket();

    boolean getCameBack();
  }

  @Query(
      value =
          """
          select t.id as ticket, exists (
              select 1 from ticket n
              where n.machine_id = t.machine_id and n.received > t.closed
                and n.received < t.closed + interval '60 days') as cameBack
          from machine m join ticket t on t.machine_id = m.id
          where lower(m.maker) = lower(:maker) and lower(m.model) = lower(:model)
            and t.state = 'HANDED_BACK' and t.id <> :but
            and exists (
              select 1 from log_entry e
              where e.ticket_id = t.id and e.kind = 'FACT'
                and (e.data ->> 'devices') is not null)
          order by t.closed desc limit :most
          """,
      nativeQuery = true)
  List<Back> ofModel(String maker, String model, long but, int most);

  /** What a closed ticket teaches. */
  interface Lesson {
    String getKind();

    String[] getContexts();

    String[] getCauses();

    long getTimes();
  }

  @Query(
      value =
          """
          select m.kind as kind, t.contexts as contexts, t.confirmed_causes as causes,
            count(*) as times
          from ticket t join machine m on m.id = t.machine_id
          where t.state <> 'OPEN' and t.closed >= :since and t.teaches
            and cardinality(t.confirmed_causes) > 0
          group by m.kind, t.contexts, t.confirmed_causes
          """,
      nativeQuery = true)
  List<Lesson> lessons(Instant since);

  /** The same of one ticket; empty if it teaches nothing. */
  @Query(
      value =
          """
          select m.kind as kind, t.contexts as contexts, t.confirmed_causes as causes, 1 as times
          from ticket t join machine m on m.id = t.machine_id
          where t.claim = :claim and t.state <> 'OPEN' and t.closed >= :since and t.teaches
            and cardinality(t.confirmed_causes) > 0
          """,
      nativeQuery = true)
  List<Lesson> lesson(String claim, Instant since);
}
