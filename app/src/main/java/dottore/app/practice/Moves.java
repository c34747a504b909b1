package dottore.app.practice;

import java.util.List;
import org.springframework.data.jpa.repository.JpaRepository;
import org.springframework.data.jpa.repository.Query;

interface Moves extends JpaRepository<MoveRow, MoveRow.Key> {
  @Query("from MoveRow where id.attemptId = ?1 order by id.number")
  List<MoveRow> of(long attempt);
}
