package dottore.app.shelf;

import dottore.app.record.Lent;
import dottore.app.record.Record;
import dottore.app.said.NotThere;
import dottore.app.said.Refused;
import dottore.app.shop.AtHand;
import dottore.app.shop.Shop;
import dottore.core.casebook.Need;
import dottore.core.runsheet.Loan;
import dottore.core.shelf.Freshness;
import dottore.core.shelf.Image;
import dottore.core.shelf.ShelfStick;
import dottore.core.shelf.ShelfStick.Carried;
import dottore.core.ticket.Entry;
import dottore.core.ticket.Line;
import dottore.core.ticket.Log;
import dottore.core.ticket.NewLine;
import java.time.Duration;
import java.time.Instant;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** What stands on the shelf. Lending and counting are decided with the thing in hand, locked. */
@Service
public class ShelfBook implements AtHand {
  static final String STICK = "shelf.stick.";
  private static final int MOST = 500;

  private final StickRepository sticks;
  private final ImageRepository images;
  private final CarriedRepository carried;
  private final WritingRepository writings;
  private final WishRepository wishes;
  private final PartRepository parts;
  private final Record record;
  private final Shop shop;

  ShelfBook(
      StickRepository sticks,
      ImageRepository images,
      CarriedRepository carried,
      WritingRepository writings,
      WishRepository wishes,
      PartRepository parts,
      Record record,
      Shop shop) {
    this.sticks = sticks;
    this.images = images;
    this.carried = carried;
    this.writings = writings;
    this.wishes = wishes;
    this.parts = parts;
    this.record = record;
    this.shop = shop;
  }

  // --- reading -----------------------------------------------------------------------------------

  /**
   * All of the shelf, as it was read at once.
   *
   * @param sticks by their rows, in the order of labels
   * @param lent what is out, by key
   * @param wanted claims that wait for an image, by its id
   */
  record Contents(
      Map<StickRow, ShelfStick> sticks,
      List<ImageRow> images,
      List<PartRow> parts,
      Map<String, Lent> lent,
      Map<Long, List<String>> wanted,
      Map<String, String> bench) {

    List<Image> known() {
      return images.stream().map(ImageRow::image).toList();
    }
  }

  @Transactional(readOnly = true)
  Contents contents() {
    List<StickRow> rows = sticks.findByGoneFalseOrderByLabel();
    Map<Long, Image> byId = new HashMap<>();
    images.findAll().forEach(row -> byId.put(row.id, row.image()));
    Map<Long, List<Carried>> on = new HashMap<>();
    for (CarriedRow row : carried.findByStickIdInOrderById(rows.stream().map(r -> r.id).toList())) {
      on.computeIfAbsent(row.stickId, none -> new ArrayList<>())
          .add(
              new Carried(
                  Objects.requireNonNull(byId.get(row.imageId)), shop.dayOf(row.writtenAt)));
    }
    Map<StickRow, ShelfStick> shown = new LinkedHashMap<>();
    rows.forEach(row -> shown.put(row, row.stick(on.getOrDefault(row.id, List.of()))));
    Map<String, String> bench = record.bench();
    Map<Long, List<String>> wanted =
        wishes.findAll().stream()
            .filter(wish -> bench.containsKey(wish.claim))
            .collect(
                Collectors.groupingBy(
                    wish -> wish.imageId,
                    Collectors.mapping(wish -> wish.claim, Collectors.toList())));
    Map<String, Lent> lent = new HashMap<>();
    record.lent(STICK).forEach(out -> lent.put(out.key(), out));
    return new Contents(
        shown,
        images.findByGoneFalseOrderByNameAscReleaseDesc(),
        parts.findByGoneFalseOrderByName(),
        lent,
        wanted,
        bench);
  }

  /**
   * What somebody should know of the shelf in the morning.
   *
   * @param out sticks that are in machines
   * @param old sticks to build anew
   * @param low parts below their least
   */
  public record Brief(List<Out> out, List<String> old, List<String> low) {
    /** A stick in a machine. */
    public record Out(String label, String claim) {}
  }

  @Transactional(readOnly = true)
  public Brief brief() {
    Contents all = contents();
    List<Brief.Out> out = new ArrayList<>();
    List<String> old = new ArrayList<>();
    all.sticks()
        .forEach(
            (row, stick) -> {
              Optional.ofNullable(all.lent().get(STICK + row.id))
                  .ifPresent(lent -> out.add(new Brief.Out(row.label, lent.claim())));
              Freshness.of(stick, all.known(), shop.today()).stream()
                  .filter(Freshness::stale)
                  .findFirst()
                  .ifPresent(stale -> old.add(row.label + ": " + stale.words()));
            });
    List<String> low =
        all.parts().stream()
            .filter(part -> part.stock < part.least)
            .map(part -> part.name)
            .toList();
    return new Brief(out, old, low);
  }

  /**
   * A part that is there.
   *
   * @param price empty if nobody wrote it down
   */
  public record Stock(String name, int stock, String place, String price) {}

  /** Parts of which there is at least one. */
  @Transactional(readOnly = true)
  public List<Stock> stock() {
    return parts.findByGoneFalseOrderByName().stream()
        .filter(row -> row.stock > 0)
        .map(
            row ->
                new Stock(
                    row.name,
                    row.stock,
                    row.place,
                    row.price == null ? "" : shop.money() + " " + row.price.toPlainString()))
        .toList();
  }

  /**
   * Something on the shelf that was looked for.
   *
   * @param note where it is, and how many there are
   */
  public record Found(String address, String name, String note) {}

  /** Sticks by their label, typed or scanned, and parts by name or serial; a few of each. */
  @Transactional(readOnly = true)
  public List<Found> called(String typed) {
    String words = bare(typed);
    if (words.length() < 2) {
      return List.of();
    }
    Stream<Found> found =
        sticks.called(words).stream()
            .map(
                row ->
                    new Found(
                        "/shelf#stick-" + row.id,
                        row.label,
                        "stick, "
                            + out(Objects.requireNonNull(row.id))
                                .map(lent -> "in " + lent.claim())
                                .orElse(row.place.isEmpty() ? "on the shelf" : row.place)));
    Stream<Found> counted =
        parts.called(words).stream()
            .map(
                row ->
                    new Found(
                        "/shelf#parts",
                        row.name,
                        row.stock + " there" + (row.place.isEmpty() ? "" : ", " + row.place)));
    return Stream.concat(found, counted).toList();
  }

  /** A label without the word that its code has in front. */
  private static String bare(String scanned) {
    return scanned.strip().replaceFirst("(?i)^stick\\s+", "");
  }

  private static final String FROM = "From the shelf: ";

  /** Parts that went from the shelf into a machine, as its log says. */
  public static List<String> taken(Log log) {
    return log.lines().stream()
        .filter(line -> line.entry() instanceof Entry.Note && log.counts(line))
        .map(Line::text)
        .filter(text -> text.startsWith(FROM))
        .map(text -> text.substring(FROM.length()))
        .toList();
  }

  /** A moment is not asked twice. */
  private record Asked(Instant at, Set<Need> out) {}

  private volatile @Nullable Asked asked;

  /** No stick is to be had while every one is in a machine. */
  @Override
  public Set<Need> out() {
    Asked last = asked;
    Instant now = shop.now();
    if (last == null || Duration.between(last.at, now).abs().compareTo(MOMENT) > 0) {
      long sound = sticks.countByGoneFalseAndVerdict("");
      long away = sound == 0 ? 0 : record.lent(STICK).size();
      last = new Asked(now, sound > 0 && away >= sound ? Set.of(Need.STICK) : Set.of());
      asked = last;
    }
    return last.out;
  }

  private static final Duration MOMENT = Duration.ofSeconds(1);

  /** Ids of images by their names and versions. */
  @Transactional(readOnly = true)
  public Map<String, Long> imageIds() {
    return images.findByGoneFalseOrderByNameAscReleaseDesc().stream()
        .collect(Collectors.toMap(row -> row.image().words(), row -> row.image().id()));
  }

  /** Ids of sticks by their labels. */
  @Transactional(readOnly = true)
  public Map<String, Long> stickIds() {
    return sticks.findByGoneFalseOrderByLabel().stream()
        .collect(Collectors.toMap(row -> row.label, row -> Objects.requireNonNull(row.id)));
  }

  // --- keeping -----------------------------------------------------------------------------------

  /**
   * Keeps a stick.
   *
   * @param id of the one that is changed; empty for a new one
   * @return faults by field; empty if it was kept
   */
  @Transactional
  public Map<String, String> stick(Optional<Long> id, Map<String, String> posted) {
    Typed typed = new Typed(posted);
    String label = typed.needed("label", "A label");
    long bytes = typed.bytes("gb", "Its size");
    if (bytes == 0 && typed.faults().isEmpty()) {
      typed.faults().put("gb", "Its size is needed, in GB as printed on it.");
    }
    StickRow row = id.map(this::hold).orElseGet(StickRow::new);
    sticks.findByGoneFalseOrderByLabel().stream()
        .filter(other -> other.label.equalsIgnoreCase(label) && !other.equals(row))
        .findAny()
        .ifPresent(other -> typed.faults().put("label", "Another stick is called " + label + "."));
    Optional<java.math.BigDecimal> reads = typed.speed("reads", "Reading speed");
    Optional<java.math.BigDecimal> writes = typed.speed("writes", "Writing speed");
    full(id, sticks.count(), typed, "label");
    if (typed.faults().isEmpty()) {
      row.label = label;
      row.sizeBytes = bytes;
      row.connector = typed.text("connector");
      row.reads = reads.orElse(null);
      row.writes = writes.orElse(null);
      row.place = typed.text("place");
      sticks.save(row);
    }
    return typed.faults();
  }

  private static void full(Optional<Long> id, long count, Typed typed, String field) {
    if (id.isEmpty() && count >= MOST) {
      typed.faults().put(field, "The shelf holds " + MOST + " of a kind; take something off it.");
    }
  }

  private StickRow hold(long id) {
    return sticks.hold(id).orElseThrow(() -> new NotThere("There is no such stick on the shelf."));
  }

  /** Keeps an image; returns faults by field. */
  @Transactional
  public Map<String, String> image(Optional<Long> id, Map<String, String> posted) {
    Typed typed = new Typed(posted);
    String name = typed.needed("name", "A name");
    long bytes = typed.bytes("gb", "Its size");
    if (bytes == 0 && typed.faults().isEmpty()) {
      typed.faults().put("gb", "Its size is needed, in GB.");
    }
    long largest = typed.bytes("largest", "Its largest file");
    if (largest > bytes) {
      typed.faults().put("largest", "Its largest file is not larger than the image.");
    }
    Optional<LocalDate> released = typed.day("released", "Its release");
    String digest = typed.digest("sha256");
    if (!typed.yes("old-way") && !typed.yes("new-way")) {
      typed.faults().put("new-way", "By which way does it start?");
    }
    String listed = typed.listed("sums", "file");
    if (!listed.isEmpty() && typed.faults().isEmpty()) {
      if (digest.isEmpty()) {
        digest = listed;
      } else if (!listed.equals(digest)) {
        typed
            .faults()
            .put("sums", "The sum of the list is another: it is not the file that was meant.");
      }
    }
    full(id, images.count(), typed, "name");
    if (typed.faults().isEmpty()) {
      ImageRow row = id.map(this::imageRow).orElseGet(ImageRow::new);
      row.name = name;
      row.release = typed.text("release");
      row.released = released.orElse(null);
      row.bits = typed.text("bits").equals("32") ? 32 : 64;
      row.oldWay = typed.yes("old-way");
      row.newWay = typed.yes("new-way");
      row.sizeBytes = bytes;
      row.largestBytes = largest == 0 ? bytes : largest;
      row.sha256 = digest;
      row.source = typed.text("source");
      row.alone = typed.yes("alone");
      row.signed = typed.yes("signed");
      images.save(row);
    }
    return typed.faults();
  }

  private ImageRow imageRow(long id) {
    return images
        .findById(id)
        .filter(row -> !row.gone)
        .orElseThrow(() -> new NotThere("There is no such image on the shelf."));
  }

  /** Keeps a part; returns faults by field. */
  @Transactional
  public Map<String, String> part(Optional<Long> id, Map<String, String> posted) {
    Typed typed = new Typed(posted);
    String name = typed.needed("name", "A name");
    int stock = typed.count("stock", "What is there");
    int least = typed.count("least", "The least");
    Optional<java.math.BigDecimal> price = typed.money("price", "The price");
    full(id, parts.count(), typed, "name");
    if (typed.faults().isEmpty()) {
      PartRow row = id.map(this::holdPart).orElseGet(PartRow::new);
      row.name = name;
      row.stock = stock;
      row.least = least;
      row.price = price.orElse(null);
      row.serials = typed.text("serials");
      row.place = typed.text("place");
      parts.save(row);
    }
    return typed.faults();
  }

  private PartRow holdPart(long id) {
    return parts.hold(id).orElseThrow(() -> new NotThere("There is no such part on the shelf."));
  }

  /** Takes a stick off the shelf for good; what is in a machine is fetched first. */
  @Transactional
  public void stickGone(long id) {
    StickRow row = hold(id);
    out(id)
        .ifPresent(
            lent -> {
              throw new Refused(row.label + " is in " + lent.claim() + ". Fetch it back first.");
            });
    row.gone = true;
  }

  @Transactional
  public void imageGone(long id) {
    imageRow(id).gone = true;
  }

  @Transactional
  public void partGone(long id) {
    holdPart(id).gone = true;
  }

  // --- work --------------------------------------------------------------------------------------

  /** What was written to a stick now; everything else on it is gone. */
  @Transactional
  public void written(long id, Set<Long> what, Instant at, String who) {
    List<ImageRow> chosen = fits(id, what);
    carried.deleteByStickId(id);
    for (ImageRow image : chosen) {
      CarriedRow on = new CarriedRow();
      on.stickId = id;
      on.imageId = Objects.requireNonNull(image.id);
      on.writtenAt = at;
      on.writtenBy = who;
      carried.save(on);
    }
  }

  /**
   * What is chosen for a stick, which is held until the transaction ends.
   *
   * @throws Refused if it does not go on it, or the stick is in a machine
   */
  List<ImageRow> fits(long id, Set<Long> what) {
    StickRow row = hold(id);
    out(id)
        .ifPresent(
            lent -> {
              throw new Refused(row.label + " is in " + lent.claim() + ". Fetch it back first.");
            });
    List<ImageRow> chosen = what.stream().sorted().map(this::imageRow).toList();
    long bytes = chosen.stream().mapToLong(image -> image.sizeBytes).sum();
    if (bytes > row.stick(List.of()).room()) {
      throw new Refused("That is more than " + row.label + " holds. Nothing was changed.");
    }
    if (chosen.size() > 1 && chosen.stream().anyMatch(image -> image.alone)) {
      throw new Refused("A recovery image stays alone on its stick. Nothing was changed.");
    }
    return chosen;
  }

  /**
   * That the stick in the socket is the one that is meant.
   *
   * @param read its label as somebody read or scanned it
   * @throws Refused if it is another
   */
  void named(long id, String read) {
    StickRow row = hold(id);
    String label = bare(read);
    if (!row.label.equalsIgnoreCase(label)) {
      throw new Refused(
          label.isEmpty()
              ? "Read the label off the stick in the socket first. Nothing was written."
              : "The stick in the socket is "
                  + label
                  + ", and "
                  + row.label
                  + " is meant. Nothing was written.");
    }
  }

  private Optional<Lent> out(long id) {
    return record.lent(STICK + id).stream()
        .filter(lent -> lent.key().equals(STICK + id))
        .findFirst();
  }

  /** A stick goes to a machine; until it is back the machine's ticket owes it. */
  @Transactional
  public void lend(long id, String claim, String who) {
    StickRow row = hold(id);
    out(id)
        .ifPresent(
            lent -> {
              throw new Refused(
                  row.label + " is in " + lent.claim() + " since " + lent.who() + " took it.");
            });
    if (writings.findByStickIdAndState(id, WritingRow.RUNNING).isPresent()) {
      throw new Refused(row.label + " is being written. Wait, or stop it.");
    }
    if (!row.verdict.isEmpty()) {
      throw new Refused(row.label + " is not to be used: " + row.verdict);
    }
    Loan loan =
        new Loan("stick " + row.label + " back on the shelf", "", "", Set.of()).known(STICK + id);
    record.change(claim, who, writing -> writing.borrow(loan, row.place, "in the machine"));
  }

  /** It is back on the shelf, whether its ticket is closed or not. */
  @Transactional
  public void back(long id, String who) {
    hold(id);
    out(id).ifPresent(lent -> record.late(lent.claim(), who, late -> late.putBack(lent.item())));
  }

  /** A part goes into a machine, and the ticket says which. */
  @Transactional
  public void take(long id, String claim, String who) {
    PartRow row = holdPart(id);
    if (row.stock < 1) {
      throw new Refused("There is no " + row.name + " left. Order it.");
    }
    row.stock--;
    String price = row.price == null ? "" : ", " + shop.money() + " " + row.price.toPlainString();
    record.change(claim, who, writing -> writing.append(NewLine.note(FROM + row.name + price)));
  }

  /** A machine on the bench waits for an image, or no longer. */
  @Transactional
  public void want(long id, String claim, boolean wanted) {
    imageRow(id);
    if (!record.bench().containsKey(claim)) {
      throw new NotThere("There is no ticket in work with the claim number " + claim + ".");
    }
    if (!wanted) {
      wishes.deleteByImageIdAndClaim(id, claim);
    } else if (!wishes.existsByImageIdAndClaim(id, claim)) {
      WishRow wish = new WishRow();
      wish.imageId = id;
      wish.claim = claim;
      wishes.save(wish);
    }
  }
}
