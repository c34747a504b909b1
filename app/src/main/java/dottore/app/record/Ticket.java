package dottore.app.record;

import dottore.core.ticket.Backup;
import dottore.core.ticket.Ending;
import dottore.core.ticket.WaitsFor;
import jakarta.persistence.Column;
import jakarta.persistence.Entity;
import jakarta.persistence.GeneratedValue;
import jakarta.persistence.GenerationType;
import jakarta.persistence.Id;
import jakarta.persistence.ManyToOne;
import jakarta.persistence.Version;
import java.math.BigDecimal;
import java.time.Instant;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.UUID;
import org.hibernate.annotations.JdbcTypeCode;
import org.hibernate.type.SqlTypes;
import org.jspecify.annotations.Nullable;

/** A machine in the shop, from arrival to hand-over. */
@Entity
class Ticket {
  private static final String OPEN = "OPEN";

  @Id
  @GeneratedValue(strategy = GenerationType.IDENTITY)
  @Nullable Long id;

  String claim = "";

  @ManyToOne(optional = false)
  Customer customer = new Customer();

  @ManyToOne(optional = false)
  Machine machine = new Machine();

  String complaint = "";

  @JdbcTypeCode(SqlTypes.ARRAY)
  List<String> contexts = new ArrayList<>();

  @JdbcTypeCode(SqlTypes.ARRAY)
  List<String> marks = new ArrayList<>();

  String belongings = "";
  String backup = Backup.UNKNOWN.id();
  boolean mayErase;
  boolean mayOpen = true;
  @Nullable BigDecimal spendingLimit;
  @Nullable LocalDate warrantyUntil;
  String waitsFor = WaitsFor.NOBODY.id();
  String waitsWhy = "";

  /** OPEN, or how it ended. */
  String state = OPEN;

  @Nullable Instant promised;
  Instant received = Instant.EPOCH;
  @Nullable Instant closed;

  @JdbcTypeCode(SqlTypes.ARRAY)
  List<String> confirmedCauses = new ArrayList<>();

  @Nullable Integer minutes;

  @JdbcTypeCode(SqlTypes.JSON)
  @Nullable Map<String, String> sheet;

  /** Positions by school, where the ticket follows another than the shop. */
  @JdbcTypeCode(SqlTypes.JSON)
  Map<String, String> schools = new HashMap<>();

  /** Which ticket it is, wherever its bundle is read. */
  @Column(name = "uid")
  String identity = UUID.randomUUID().toString();

  /** The ticket of which it is a copy; empty if it is none. */
  String copyOf = "";

  /** Whether its end moves odds and minutes; a copy of a ticket that is known does not. */
  boolean teaches = true;

  String searchText = "";
  @Version int version;

  Optional<Ending> ending() {
    return state.equals(OPEN) ? Optional.empty() : Optional.of(Ending.valueOf(state));
  }

  /** What search looks through, kept beside the ticket so that one index serves all. */
  void index(String causes) {
    String told =
        String.join(
            " ",
            claim,
            customer.name,
            customer.phone,
            machine.maker,
            machine.model,
            machine.serial,
            machine.kind,
            complaint,
            belongings,
            causes);
    // Codes are found with and without their dashes.
    searchText =
        String.join(
            " ",
            told.replaceAll("[^\\p{L}\\p{N}]+", " ").strip(),
            claim.replace("-", ""),
            machine.serial.replaceAll("[^\\p{L}\\p{N}]+", ""));
  }
}
