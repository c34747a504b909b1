package dottore.app.record;

import java.util.List;
import java.util.Optional;
import org.springframework.data.jpa.repository.JpaRepository;
import org.springframework.data.jpa.repository.Query;

/** Customers in the database. */
interface CustomerRepository extends JpaRepository<Customer, Long> {
  @Query(
      """
      select c from Customer c
      where lower(c.name) like concat('%', lower(:typed), '%') or c.phone like concat(:typed, '%')
      order by c.name limit 6
      """)
  List<Customer> typed(String typed);

  /**
   * Those who could be somebody, by name, number or address of mail.
   *
   * @param digits of the number, empty if there is none; likewise the address in small letters
   */
  @Query(
      value =
          """
          select * from customer c
          where lower(c.name) = lower(:name)
             or (:digits <> '' and regexp_replace(c.phone, '[^0-9]', '', 'g') = :digits)
             or (:mail <> '' and lower(c.email) = :mail)
          order by c.id desc limit 50
          """,
      nativeQuery = true)
  List<Customer> alike(String name, String digits, String mail);

  @Query(
      """
      select count(t) > 0 from Ticket t
      where t.customer.id = :customer and lower(t.machine.serial) = lower(:serial)
      """)
  boolean brought(Long customer, String serial);

  @Query(
      """
      select t.machine.maker || ' ' || t.machine.model from Ticket t
      where t.customer.id = :customer order by t.received desc, t.id desc limit 1
      """)
  Optional<String> lastMachine(Long customer);
}
