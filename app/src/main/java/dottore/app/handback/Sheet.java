package dottore.app.handback;

import dottore.app.record.Record;
import dottore.app.record.TicketFile;
import dottore.app.shelf.ShelfBook;
import dottore.app.shop.Shop;
import dottore.core.casebook.Cause;
import dottore.core.casebook.Check;
import dottore.core.diagnosis.Assessment;
import dottore.core.diagnosis.Event;
import dottore.core.diagnosis.Verdict;
import dottore.core.swap.SwapFacts;
import dottore.core.swap.SwapFacts.OldOne;
import dottore.core.swap.SwapKind;
import dottore.core.ticket.Ending;
import dottore.core.ticket.Entry;
import dottore.core.ticket.Log;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import org.springframework.stereotype.Component;

/** What the hand-over sheet says, drawn from the record and open to the technician's words. */
@Component
class Sheet {
  static final List<String> FIELDS =
      List.of("wrong", "done", "before", "after", "minutes", "parts", "price", "advice");

  private final Record record;
  private final Proofs proofs;
  private final Shop shop;

  Sheet(Record record, Proofs proofs, Shop shop) {
    this.record = record;
    this.proofs = proofs;
    this.shop = shop;
  }

  /** The fields filled from the log. */
  Map<String, String> proposal(TicketFile file, Assessment assessment) {
    Map<String, String> fields = new LinkedHashMap<>();
    List<Cause> causes = assessment.curedCauses();
    fields.put("wrong", causes.stream().map(Cause::name).collect(Collectors.joining("\n")));
    fields.put("done", done(file));
    fields.put("before", before(file));
    fields.put(
        "after",
        assessment.verdict() instanceof Verdict.Works works && works.confirmed()
            ? "Works as it should, checked again before hand-over"
            : "");
    long minutes = Math.round(file.handsOn(shop.now()).toSeconds() / 60.0);
    fields.put("minutes", minutes > 0 ? String.valueOf(minutes) : "");
    fields.put("parts", String.join("\n", ShelfBook.taken(file.log())));
    fields.put("price", "");
    fields.put(
        "advice",
        Stream.concat(
                causes.stream().map(Cause::advice).filter(advice -> !advice.isBlank()),
                oldDrive(file).stream())
            .collect(Collectors.joining("\n")));
    return fields;
  }

  /** What became of a drive that was replaced. */
  private static Optional<String> oldDrive(TicketFile file) {
    boolean replaced =
        file.sheets().stream()
            .anyMatch(sheet -> sheet.kind().equals(SwapKind.SWAP.id()) && sheet.concluded());
    return file.log().facts().find(SwapFacts.OLD_ONE).filter(o -> replaced).map(OldOne::note);
  }

  private String done(TicketFile file) {
    List<String> done = new ArrayList<>();
    for (Log.Given given : file.log().answers()) {
      if (given.answer() instanceof Entry.Tried tried && tried.result() != Event.Result.SAME) {
        record.casebook().repair(tried.repair()).ifPresent(repair -> done.add(repair.name()));
      }
    }
    return String.join("\n", done);
  }

  private String before(TicketFile file) {
    Check howFar = record.casebook().check(Check.HOW_FAR).orElseThrow();
    return file.log().answers().stream()
        .filter(given -> given.answer() instanceof Entry.Reading)
        .map(given -> (Entry.Reading) given.answer())
        .filter(reading -> reading.check().equals(Check.HOW_FAR))
        .filter(reading -> !reading.outcome().equals(Check.WORKS))
        .findFirst()
        .map(reading -> howFar.outcome(reading.outcome()).words())
        .orElse(file.complaint());
  }

  /** Everything the printed sheet shows. */
  Map<String, Object> values(TicketFile file) {
    Map<String, Object> values = new LinkedHashMap<>();
    values.put("claim", file.claim());
    values.put("shop", shop.name());
    values.put("address", shop.address());
    values.put("machine", file.machine().title());
    values.put("serial", file.machine().serial());
    values.put("customer", file.customer().name());
    values.put("complaint", file.complaint());
    values.put("belongings", file.belongings());
    values.put("received", shop.times().date(file.received()));
    values.put("closed", file.closed().map(at -> shop.times().date(at)).orElse(""));
    values.put("sentBack", file.ending().filter(Ending.SENT_BACK::equals).isPresent());
    values.put("money", shop.money());
    for (String field : FIELDS) {
      values.put(field, lines(file.sheet().getOrDefault(field, "")));
    }
    values.put(
        "putBack", file.putBack().stream().filter(o -> o.returned()).map(o -> o.what()).toList());
    values.put(
        "measured",
        proofs.rows(file, Map.of()).stream().filter(row -> !row.state().equals("open")).toList());
    values.put("owed", file.owed().stream().map(o -> o.what()).toList());
    return values;
  }

  private static List<String> lines(String text) {
    return text.lines().map(String::strip).filter(line -> !line.isEmpty()).toList();
  }
}
