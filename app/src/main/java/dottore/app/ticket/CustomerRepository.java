package dottore.app.ticket;

import java.util.List;
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
}
