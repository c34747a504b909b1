package dottore.app.load;

import dottore.core.casebook.Casebook;
import dottore.core.casebook.Check;
import dottore.core.ticket.ClaimNumber;
import java.util.ArrayList;
import java.util.List;
import org.springframework.jdbc.core.JdbcTemplate;

/** Fills an empty database with a shop that has worked for many years. */
final class FullShelves {
  static final int CLOSED = 100_000;
  static final int OPEN = 500;

  /** The number of the ticket with 3,000 lines, an open one. */
  static final int LONG = CLOSED + OPEN - 1;

  private static final int LINES = 20;
  private static final int LONG_LINES = 3000;
  private static final int PEOPLE = 30_000;
  private static final int BATCH = 2000;

  private final JdbcTemplate sql;

  FullShelves(JdbcTemplate sql) {
    this.sql = sql;
  }

  static String claim(int number) {
    return ClaimNumber.of(number).text();
  }

  static String serial(int number) {
    return String.format("FS-%06d", number);
  }

  void fill() {
    sql.execute(
        """
        insert into customer (name, phone)
        select (array['Mirel','Tove','Oskar','Noor','Edda','Pavo','Ilse','Bram'])[1 + n %% 8] || ' '
          || (array['Quarrie','Halloran','Venn','Achterberg','Sorensby','Roone'])[1 + n / 8 %% 6]
          || '-' || n, '07' || lpad((n * 7919 %% 10000000)::text, 8, '0')
        from generate_series(1, %d) n
        """
            .formatted(PEOPLE));
    sql.execute(
        """
        insert into machine (maker, model, serial, kind)
        select 'Fenrow', 'Tern ' || n %% 9, 'FS-' || lpad(n::text, 6, '0'),
          (array['tower','tower','laptop','laptop','all-in-one','handheld'])[1 + n %% 6]
        from generate_series(0, %d) n
        """
            .formatted(CLOSED + OPEN - 1));
    tickets();
    lines();
    sql.execute(
        """
        insert into confirmed_cause (cause, times)
        select c.cause, count(*) from ticket t cross join lateral unnest(t.confirmed_causes) c(cause)
        where t.state <> 'OPEN' group by c.cause
        """);
    sql.execute("select setval('claim_number', " + (CLOSED + OPEN) + ")");
    sql.execute("vacuum analyze"); // or the server does it while something is measured
  }

  private void tickets() {
    String insert =
        """
        insert into ticket (claim, customer_id, machine_id, complaint, contexts, state, received,
          closed, confirmed_causes, minutes, search_text)
        select x.claim, 1 + x.n %% %d, m.id, w.words,
          case when x.n %% 3 = 0 then '{memory-changed}'::text[] else '{}' end,
          case when x.n < %d then 'HANDED_BACK' else 'OPEN' end,
          now() - (%d - x.n) * interval '40 min' - interval '2 h',
          case when x.n < %d then now() - (%d - x.n) * interval '40 min' end,
          case when x.n < %d then array[(?::text[])[1 + x.n %% cardinality(?::text[])]] else '{}' end,
          25, x.claim || ' ' || c.name || ' ' || w.words || ' ' || m.maker || ' ' || m.model || ' '
            || replace(m.serial, '-', '') || ' ' || replace(x.claim, '-', '')
        from unnest(?::text[], ?::int[]) x(claim, n)
        join machine m on m.serial = 'FS-' || lpad(x.n::text, 6, '0')
        join customer c on c.id = 1 + x.n %% %d
        cross join lateral (select 'it will not start since ' || (array['the move','new memory',
          'the storm','an update','the summer'])[1 + x.n %% 5]
          || case when x.n %% 500 = 0 then ' at the harbour' else '' end as words) w
        """
            .formatted(PEOPLE, CLOSED, CLOSED + OPEN, CLOSED, CLOSED + OPEN, CLOSED, PEOPLE);
    String[] causes = Casebook.shipped().causes().stream().map(c -> c.id()).toArray(String[]::new);
    for (int from = 0; from < CLOSED + OPEN; from += BATCH) {
      List<String> claims = new ArrayList<>();
      List<Integer> numbers = new ArrayList<>();
      for (int n = from; n < Math.min(from + BATCH, CLOSED + OPEN); n++) {
        claims.add(claim(n));
        numbers.add(n);
      }
      sql.update(
          insert, causes, causes, claims.toArray(String[]::new), numbers.toArray(Integer[]::new));
    }
  }

  /** Closed tickets have twenty lines, half of them answers; one open ticket has 3,000. */
  private void lines() {
    List<String> checks = new ArrayList<>();
    List<String> outcomes = new ArrayList<>();
    for (Check check : Casebook.shipped().checks()) {
      for (Check.Outcome outcome : check.outcomes()) {
        if (outcome.mark().isEmpty() && !check.id().equals(Check.HOW_FAR)) {
          checks.add(check.id());
          outcomes.add(outcome.id());
        }
      }
    }
    sql.update(
        """
        insert into log_entry (ticket_id, seq, at, who, kind, text, data)
        select t.id, s, t.received + s * interval '2 min', 'runa',
          case when s = 1 then 'RECEIVED' when s %% 2 = 0 and s <= %d then 'READING' else 'NOTE' end,
          case when s = 1 then 'Received: ' || t.complaint else 'Looked and wrote it down' end,
          case when s %% 2 = 0 and s <= %d then jsonb_build_object(
            'check', (?::text[])[1 + (t.id * 7 + s * 31) %% %d],
            'outcome', (?::text[])[1 + (t.id * 7 + s * 31) %% %d]) else '{}' end
        from ticket t, generate_series(1, case when t.claim = ? then %d else %d end) s
        """
            .formatted(LINES, LINES, checks.size(), checks.size(), LONG_LINES, LINES),
        checks.toArray(String[]::new),
        outcomes.toArray(String[]::new),
        claim(LONG));
  }
}
