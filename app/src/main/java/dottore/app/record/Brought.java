package dottore.app.record;

import dottore.core.casebook.School;
import dottore.core.casebook.Touched;
import dottore.core.machine.Passport;
import dottore.core.runsheet.Guard;
import dottore.core.ticket.Line;
import dottore.core.ticket.NewLine;
import dottore.core.ticket.Owed;
import java.time.Instant;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.OptionalInt;

/** A ticket that comes from elsewhere: its parts are written as they were kept there. */
public final class Brought {
  /**
   * Something borrowed, as it was kept.
   *
   * @param line the number of the line that borrowed it
   * @param returned when and by whom it was put back
   */
  public record Loaned(Owed owed, int line, Optional<Instant> returned, String returnedBy) {}

  /**
   * A clock, as it was kept.
   *
   * @param line the number of the line that let it run, if one did
   */
  public record Clocked(
      String label,
      boolean hands,
      Instant started,
      Optional<Instant> ends,
      Optional<Instant> stopped,
      String by,
      Optional<Guard> guard,
      OptionalInt line) {}

  /** A picture, as it was kept. */
  public record Pictured(Instant at, String by, String note, String type, byte[] bytes) {
    public Pictured {
      bytes = bytes.clone();
    }

    /** A copy of the picture's bytes. */
    @Override
    public byte[] bytes() {
      return bytes.clone();
    }
  }

  private final Writing writing;
  private final PhotoRepository photos;

  Brought(Writing writing, PhotoRepository photos) {
    this.writing = writing;
    this.photos = photos;
  }

  /** The ticket as it stands here. */
  public Writing writing() {
    return writing;
  }

  /** Lines with their own numbers, moments and writers. */
  public void lines(List<Line> lines) {
    writing.store.logs.saveAll(
        lines.stream()
            .map(
                l -> {
                  NewLine line = new NewLine(l.text(), l.entry());
                  LogEntry entry = LogEntry.of(writing.id(), l.number(), l.at(), l.who(), line);
                  entry.cameFrom = l.from();
                  return entry;
                })
            .toList());
    writing.touched();
  }

  public void loan(Loaned loaned) {
    Owed owed = loaned.owed();
    PutBack item = new PutBack();
    item.ticketId = writing.id();
    item.what = owed.what();
    item.key = owed.key().orElse("");
    item.touches = owed.touches().stream().map(Touched::id).sorted().toList();
    item.beforeState = owed.before();
    item.place = owed.place();
    item.entrySeq = loaned.line();
    item.takenAt = owed.takenAt();
    item.takenBy = owed.takenBy();
    loaned
        .returned()
        .ifPresent(
            at -> {
              item.returnedAt = at;
              item.returnedBy = loaned.returnedBy();
            });
    writing.store.putBacks.save(item);
    writing.touched();
  }

  public void clock(Clocked clocked) {
    Clock clock = new Clock();
    clock.ticketId = writing.id();
    clock.label = clocked.label();
    clock.hands = clocked.hands();
    clock.startedAt = clocked.started();
    clock.startedBy = clocked.by();
    clocked.ends().ifPresent(at -> clock.endsAt = at);
    clocked.stopped().ifPresent(at -> clock.stoppedAt = at);
    clocked.guard().ifPresent(guard -> clock.guard = guard);
    clocked.line().ifPresent(line -> clock.entrySeq = line);
    writing.store.clocks.save(clock);
    writing.touched();
  }

  public void picture(Pictured pictured) {
    Photo photo = new Photo();
    photo.ticketId = writing.id();
    photo.takenAt = pictured.at();
    photo.takenBy = pictured.by();
    photo.note = pictured.note();
    photo.type = pictured.type();
    photo.bytes = pictured.bytes();
    photo.small = SmallPicture.of(photo.bytes);
    photos.save(photo);
  }

  public void passport(Passport passport) {
    writing.ticket.machine.passport = passport;
    writing.touched();
  }

  public void fitted(Optional<Long> mebibytes, Optional<Integer> modules) {
    mebibytes.ifPresent(value -> writing.ticket.machine.fittedMebibytes = value);
    modules.ifPresent(value -> writing.ticket.machine.fittedModules = value);
    writing.touched();
  }

  public void schools(Map<School, String> schools) {
    Map<String, String> kept = new HashMap<>();
    schools.forEach((school, position) -> kept.put(school.id(), school.chosen(position).id()));
    writing.ticket.schools = kept;
    writing.touched();
  }

  /**
   * Says which ticket it is a copy of. One that is here already, or came before, teaches the odds
   * once.
   */
  public void copyOf(String identity) {
    writing.ticket.copyOf = identity;
    writing.ticket.teaches = writing.store.tickets.known(identity, writing.id()) == 0;
  }
}
