package dottore.app.measure;

import dottore.app.record.Record;
import dottore.app.record.TicketFile;
import dottore.app.shop.Shop;
import dottore.core.drive.DriveFacts;
import dottore.core.drive.HealthNote;
import dottore.core.drive.HealthTrend;
import dottore.core.drive.HealthTrend.Reading;
import dottore.core.reading.Answer;
import dottore.core.reading.HealthReading;
import dottore.core.ticket.Entry;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.stream.Stream;
import org.springframework.stereotype.Component;
import org.springframework.ui.Model;

/** What is shown of a drive's health: the last verdict, and how the counts changed. */
@Component
class HealthView {
  /** The newest of them fit a page; the first one is always shown. */
  private static final int MOST_COLUMNS = 6;

  record Column(String when, String claim, boolean here) {}

  /**
   * @param state class of its color where it grew
   */
  record Count(String words, List<String> values, String growth, String state) {}

  record Trend(String serial, List<Column> columns, List<Count> counts, String says) {}

  private final Record record;
  private final Shop shop;

  HealthView(Record record, Shop shop) {
    this.record = record;
    this.shop = shop;
  }

  void fill(TicketFile file, Model model) {
    model.addAttribute("health", verdict(file).orElse(null));
    model.addAttribute("trend", trend(file).orElse(null));
  }

  /** What the last page of the drive's health said, as far as it was read here. */
  private Optional<Answered> verdict(TicketFile file) {
    return file.log()
        .reading(HealthReading.CHECK)
        .flatMap(
            reading ->
                reading
                    .origin()
                    .read()
                    .map(because -> new Answer(HealthReading.CHECK, reading.outcome(), because)))
        .map(
            answer -> {
              Answered said = Answered.of(answer, record.casebook());
              boolean clean = answer.because().startsWith(HealthReading.Level.CLEAN.words());
              return new Answered(said.check(), said.outcome(), said.because(), clean);
            });
  }

  private Optional<Trend> trend(TicketFile file) {
    Optional<HealthNote> last = file.log().facts().find(DriveFacts.HEALTH);
    return last.map(note -> HealthTrend.of(readings(file, record.readingsOf(note.serial()), note)))
        .filter(trend -> trend.readings().size() > 1)
        .map(trend -> shown(trend, file.claim(), last.orElseThrow().serial()));
  }

  /**
   * Readings of a drive: of this ticket, as far as they can be of it, and of the others under its
   * serial.
   */
  static List<Reading> readings(TicketFile file, List<Reading> bySerial, HealthNote drive) {
    Stream<Reading> here =
        file.log().lines().stream()
            .filter(file.log()::counts)
            .filter(line -> line.entry() instanceof Entry.Known)
            .flatMap(
                line ->
                    ((Entry.Known) line.entry())
                            .facts()
                            .find(DriveFacts.HEALTH)
                            .map(note -> new Reading(line.at(), file.claim(), note))
                            .stream())
            .filter(reading -> reading.note().mayBe(drive));
    List<Reading> all = new ArrayList<>(here.toList());
    bySerial.stream()
        .filter(reading -> !reading.where().equals(file.claim()) && reading.note().mayBe(drive))
        .forEach(all::add);
    return all;
  }

  private Trend shown(HealthTrend trend, String claim, String serial) {
    int size = trend.readings().size();
    List<Integer> columns = new ArrayList<>();
    for (int i = 0; i < size; i++) {
      if (i == 0 || i > size - MOST_COLUMNS) {
        columns.add(i);
      }
    }
    return new Trend(
        serial,
        columns.stream()
            .map(trend.readings()::get)
            .map(r -> new Column(shop.times().brief(r.at()), r.where(), r.where().equals(claim)))
            .toList(),
        trend.rows().stream()
            .map(
                row ->
                    new Count(
                        row.words(),
                        columns.stream()
                            .map(row.values()::get)
                            .map(v -> v.isPresent() ? String.valueOf(v.getAsLong()) : "–")
                            .toList(),
                        row.growth() == 0 ? "" : "%+d".formatted(row.growth()),
                        row.bad() && row.growth() > 0 ? "bad" : ""))
            .toList(),
        trend.says().orElse(""));
  }
}
