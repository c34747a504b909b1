package dottore.app.frame;

import dottore.app.record.RunningTime;
import dottore.app.record.TicketFile;
import dottore.app.shop.Shop;
import dottore.app.shop.Times;
import dottore.core.ticket.Ending;
import dottore.core.ticket.Line;
import dottore.core.ticket.Owed;
import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import org.jspecify.annotations.Nullable;
import org.springframework.beans.factory.ObjectProvider;
import org.springframework.stereotype.Component;
import org.springframework.ui.Model;

/** The frame of every ticket tab: head strip, tabs, put back, clocks, log. */
@Component
public class TicketPage {
  record Tab(String name, String address, boolean here, boolean done) {}

  record Head(
      String claim,
      String title,
      String customer,
      String complaint,
      String promise,
      String standing,
      boolean open,
      boolean live,
      List<Tab> tabs) {}

  /**
   * Something on the put-back list.
   *
   * @param taken who took it and when
   * @param recheck whether readings are taken again once it is back
   * @param asks whether its state before and its place are asked for now
   */
  record Item(
      long id,
      String what,
      String before,
      String place,
      String taken,
      boolean recheck,
      boolean returned,
      boolean first,
      boolean asks) {}

  record Countdown(long id, String label, String text, long ends, boolean over) {}

  record Entry(int number, String at, String who, String text, boolean gone, String from) {}

  /**
   * A page of the log.
   *
   * @param before the number before which there is more; 0 if there is none
   */
  record Older(List<Entry> lines, int before) {}

  record Side(
      long owed,
      List<Item> items,
      List<Countdown> clocks,
      String hands,
      @Nullable Long handsSince,
      long handsBefore,
      boolean handsRunning,
      int entries,
      List<Entry> lines,
      int before) {}

  /** Lines of the log on one page. */
  private static final int SHOWN = 100;

  private static final Duration ASKED_FOR = Duration.ofMinutes(5);

  private final Shop shop;
  private final ObjectProvider<LiveMachine> live;

  TicketPage(Shop shop, ObjectProvider<LiveMachine> live) {
    this.shop = shop;
    this.live = live;
  }

  /**
   * Puts the frame of a ticket around a tab.
   *
   * @param tab the id of the tab: arrival, find, measure, fix, prove or hand-back
   */
  public void fill(Model model, TicketFile file, String tab) {
    model.addAttribute("head", head(file, tab));
    model.addAttribute("side", side(file));
    model.addAttribute("seen", file.log().last());
    model.addAttribute("money", shop.money());
  }

  private Head head(TicketFile file, String tab) {
    Times times = shop.times();
    String promise =
        file.promised().map(at -> "Promised " + times.moment(at)).orElse("Nothing promised");
    String standing = "in the shop for " + times.ago(file.received());
    if (!file.open()) {
      promise =
          file.ending().get() == Ending.SENT_BACK ? "Sent back under warranty" : "Handed back";
      standing = file.closed().map(times::date).orElse("");
    } else if (file.promised().filter(at -> at.isBefore(shop.now())).isPresent()) {
      standing = "▲ the promise has passed";
    } else if (file.promised().filter(at -> !shop.open(at)).isPresent()) {
      standing = "▲ the shop is closed then";
    }
    return new Head(
        file.claim(),
        file.machine().title(),
        file.customer().name(),
        file.complaint(),
        promise,
        standing,
        file.open(),
        file.open() && live.stream().anyMatch(one -> one.stands(file.claim())),
        tabs(file, tab));
  }

  private static List<Tab> tabs(TicketFile file, String here) {
    String base = "/tickets/" + file.claim() + "/";
    boolean closed = !file.open();
    List<Tab> tabs = new ArrayList<>();
    tabs.add(new Tab("Arrival", base + "arrival", here.equals("arrival"), true));
    tabs.add(new Tab("Find", base + "find", here.equals("find"), closed));
    tabs.add(
        new Tab(
            "Measure",
            base + "measure",
            here.equals("measure"),
            file.machine().passport().isPresent()));
    tabs.add(new Tab("Fix", base + "fix", here.equals("fix"), closed));
    tabs.add(new Tab("Prove", base + "prove", here.equals("prove"), closed));
    tabs.add(new Tab("Hand back", base + "hand-back", here.equals("hand-back"), closed));
    return tabs;
  }

  private Side side(TicketFile file) {
    Instant now = shop.now();
    Times times = shop.times();
    Optional<Owed> first = file.owed().stream().findFirst();
    List<Item> items =
        file.putBack().stream()
            .map(
                owed ->
                    new Item(
                        owed.id(),
                        owed.what(),
                        owed.before(),
                        owed.place(),
                        owed.takenBy() + ", " + times.brief(owed.takenAt()),
                        !owed.touches().isEmpty(),
                        owed.returned(),
                        first.filter(owed::equals).isPresent(),
                        asks(file, owed, now)))
            .toList();
    List<Countdown> countdowns =
        file.runningClocks().stream()
            .filter(clock -> !clock.hands() && clock.guard().isEmpty()) // the band has those
            .map(
                clock ->
                    new Countdown(
                        clock.id(),
                        clock.label(),
                        Times.countdown(clock.left(now)),
                        clock.endsAt().orElse(now).toEpochMilli(),
                        !clock.waiting(now)))
            .toList();
    Optional<RunningTime> hands = file.handsClock();
    List<Entry> lines = lines(file, times, Integer.MAX_VALUE);
    Duration before =
        file.handsOn(now).minus(hands.map(clock -> clock.length(now)).orElse(Duration.ZERO));
    return new Side(
        file.owed().size(),
        items,
        countdowns,
        Times.hours(file.handsOn(now)),
        hands.map(clock -> clock.startedAt().toEpochMilli()).orElse(null),
        before.toSeconds(),
        hands.isPresent(),
        file.log().size(),
        lines,
        next(lines));
  }

  /** What was just borrowed is asked about while it is still known how it was. */
  private static boolean asks(TicketFile file, Owed owed, Instant now) {
    boolean newest = file.putBack().get(file.putBack().size() - 1).equals(owed);
    return newest
        && !owed.returned()
        && owed.before().isEmpty()
        && owed.place().isEmpty()
        && Duration.between(owed.takenAt(), now).compareTo(ASKED_FOR) < 0;
  }

  private static List<Entry> lines(TicketFile file, Times times, int before) {
    List<Line> all = file.log().lines();
    List<Entry> lines = new ArrayList<>();
    for (int i = Math.min(before - 1, all.size()) - 1; i >= 0 && lines.size() < SHOWN; i--) {
      Line line = all.get(i);
      lines.add(
          new Entry(
              line.number(),
              times.brief(line.at()),
              line.who(),
              line.text(),
              !file.log().counts(line),
              line.from()));
    }
    return lines;
  }

  /** Older lines of the log, newest first, before the line of a number. */
  Older older(TicketFile file, int before) {
    List<Entry> lines = lines(file, shop.times(), before);
    return new Older(lines, next(lines));
  }

  /** The number before which there is more; 0 if there is none. */
  private static int next(List<Entry> lines) {
    int last = lines.isEmpty() ? 1 : lines.get(lines.size() - 1).number();
    return last > 1 ? last : 0;
  }
}
