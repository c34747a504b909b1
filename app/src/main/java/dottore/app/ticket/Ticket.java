package dottore.app.ticket;

import jakarta.persistence.Entity;
import jakarta.persistence.EnumType;
import jakarta.persistence.Enumerated;
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
import org.hibernate.annotations.JdbcTypeCode;
import org.hibernate.type.SqlTypes;
import org.jspecify.annotations.Nullable;

/** A machine in the shop, from arrival to hand-over. */
@Entity
class Ticket {
  /** Where it is on its way. */
  enum State {
    OPEN,
    HANDED_BACK,
    SENT_BACK
  }

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
  String backup = "unknown";
  boolean mayErase;
  boolean mayOpen = true;
  @Nullable BigDecimal spendingLimit;
  @Nullable LocalDate warrantyUntil;
  String waitsFor = "nobody";
  String waitsWhy = "";

  @Enumerated(EnumType.STRING)
  State state = State.OPEN;

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

  String searchText = "";
  @Version int version;

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
