package dottore.app.record;

import java.util.List;
import java.util.Optional;
import org.springframework.data.jpa.repository.JpaRepository;
import org.springframework.data.jpa.repository.Query;

/** Machines in the database. */
interface MachineRepository extends JpaRepository<Machine, Long> {
  @Query(
      """
      select m from Machine m
      where m.serial <> '' and lower(m.serial) like concat(lower(:typed), '%')
      order by m.serial limit 6
      """)
  List<Machine> typed(String typed);

  @Query("select m from Machine m where lower(m.serial) = lower(:serial) order by m.id limit 1")
  Optional<Machine> bySerial(String serial);
}
