package dottore.core.casebook;

import java.util.Arrays;
import java.util.List;
import java.util.Locale;
import java.util.Optional;

/**
 * A question on which practitioners disagree, with the positions and what speaks for each. The
 * first position is the one that is taken unless a shop or a ticket says otherwise.
 */
public enum School {
  FIRMWARE_UPDATE(
      "When to update firmware",
      true,
      new Position(
          "named-reason",
          "only for a named reason, or on a new build before its first install",
          "an update can fail and puts every setting back; a stable machine is left alone"),
      new Position(
          "newest",
          "always bring a new build to the newest",
          "makers mend processor, memory and drive faults quietly, and a new build has nothing to"
              + " lose yet")),
  FIRST_START_NETWORK(
      "Network during the first start",
      true,
      new Position(
          "connected",
          "connected, unless the network driver is a suspect",
          "the system fetches its drivers by itself"),
      new Position(
          "offline",
          "offline, own drivers first",
          "no half-fitting driver comes over the line, and no account is forced")),
  DRIVER_SOURCE(
      "Where drivers come from",
      true,
      new Position(
          "mixed",
          "chipset and graphics from the maker, the rest from update",
          "these two differ most from what update brings; for the rest update is quick and stable"),
      new Position("maker", "everything from the maker's pages", "newest and complete"),
      new Position("update", "let system update choose", "stable, quick, and tried by many")),
  CLEAR_SETTINGS(
      "Clear firmware settings first or last",
      false,
      new Position(
          "by-odds",
          "when odds and cost say so; the settings are noted first",
          "early on a fresh build or after a profile was set, late where custom settings exist"),
      new Position("first", "first", "it cures more than one thinks and takes two minutes"),
      new Position("last", "last", "it wipes settings that somebody worked on")),
  MEMORY_PROFILE(
      "When to turn the memory profile on",
      false,
      new Position(
          "after-proof",
          "after the machine has proved stable at base speed",
          "the profile is then the one change, and it is tested again"),
      new Position("before", "before the install", "no second round of settings")),
  SUBSTITUTE(
      "Swap in a known-good part, or measure first",
      false,
      new Position(
          "by-minutes",
          "whichever ends the job sooner",
          "the shelf knows which spares are there, and the clock what each takes"),
      new Position("swap", "swap", "a part that works proves it at once"),
      new Position("measure", "measure", "a swap moves two things, a reading moves none")),
  SUSPECTED_PART(
      "What happens to a suspected part",
      false,
      new Position(
          "by-warranty",
          "the warranty date decides",
          "a part under warranty goes back with the evidence on its form"),
      new Position("bin", "bin it", "a part that was once under suspicion costs more time later")),
  INSTALL_WAY(
      "Clean, in place, clone, or keep the files",
      false,
      new Position(
          "scored",
          "all four are weighed for this ticket",
          "unknown history and instability speak for clean; a healthy system on a slow drive for"
              + " the clone"),
      new Position("clean", "always clean", "in place also keeps the fault"),
      new Position("in-place", "always in place", "the customer's programs stay")),
  STICK_AGE(
      "Old stick and update online, or a fresh stick",
      false,
      new Position(
          "fresh", "a fresh stick", "starts at the newest; old ones bring their old faults along"),
      new Position("quick", "the stick at hand", "a quick start")),
  OTHER_DRIVES(
      "Other drives during an install",
      false,
      new Position(
          "unplug",
          "all but the target are unplugged",
          "what is not connected cannot be erased; by size only when no two are within 3 %"),
      new Position("by-size", "left in, chosen by size", "nothing needs to be opened")),
  BOOT_MODE(
      "Which boot mode",
      false,
      new Position(
          "new-way",
          "the new way, unless machine or system cannot",
          "larger disks, secure boot, and what upgrades ask for"),
      new Position("old-way", "the old way where it runs", "nothing has to be converted")),
  DRIVER_ORDER(
      "Order of drivers",
      false,
      new Position(
          "chipset-first",
          "chipset, then graphics",
          "a chipset package may bring an older graphics driver, which is looked at afterwards"),
      new Position("any", "any order", "the system sorts it out")),
  DRIVER_INSTALL(
      "Express or clean driver install",
      false,
      new Position(
          "express",
          "express; clean when settings or a change of maker are suspected",
          "clean throws the customer's settings away"),
      new Position("clean", "always clean", "nothing of the old driver is left")),
  KEY_TIME(
      "License key at setup or later",
      false,
      new Position(
          "later",
          "later when the firmware or an account holds it, else now",
          "a mistyped key stops setup"),
      new Position("now", "now", "the edition is right from the start")),
  UNSUPPORTED(
      "A new system on hardware that it does not support",
      false,
      new Position(
          "show",
          "shown what is missing and what it means for updates; the customer signs",
          "it is the customer's machine and risk, and no workaround is given here"),
      new Position("refuse", "refuse", "updates may end any day"),
      new Position("anyway", "install anyway", "a good machine should not be scrapped"));

  /**
   * @param argument what speaks for it
   */
  public record Position(String id, String words, String argument) {}

  /** A step stands in a school's question; with a position if only that school would do it. */
  public record Stand(School school, Optional<String> position) {
    /**
     * @param text a school's id, or "school=position"
     * @throws IllegalArgumentException if there is none such
     */
    public static Stand of(String text) {
      String[] parts = text.split("=", 2);
      School school = School.of(parts[0]);
      return parts.length == 1
          ? new Stand(school, Optional.empty())
          : new Stand(school, Optional.of(school.position(parts[1]).id()));
    }
  }

  private final String question;
  private final boolean choice;
  private final List<Position> positions;

  School(String question, boolean choice, Position... positions) {
    this.question = question;
    this.choice = choice;
    this.positions = List.of(positions);
  }

  public String question() {
    return question;
  }

  /** Whether a shop or a ticket may choose; otherwise the product picks and says why. */
  public boolean choice() {
    return choice;
  }

  public List<Position> positions() {
    return positions;
  }

  /** What is taken unless somebody chooses. */
  public Position usual() {
    return positions.get(0);
  }

  /**
   * @throws IllegalArgumentException if it has no such position
   */
  public Position position(String id) {
    return positions.stream()
        .filter(position -> position.id().equals(id))
        .findFirst()
        .orElseThrow(
            () -> new IllegalArgumentException("'" + id() + "' has no position '" + id + "'"));
  }

  /**
   * A position that a shop or a ticket may choose.
   *
   * @throws IllegalArgumentException if there is none such, or nobody chooses here
   */
  public Position chosen(String id) {
    if (!choice) {
      throw new IllegalArgumentException("nobody chooses '" + id() + "'");
    }
    return position(id);
  }

  public String id() {
    return name().toLowerCase(Locale.ROOT).replace('_', '-');
  }

  /**
   * @throws IllegalArgumentException if no school has this id
   */
  public static School of(String id) {
    return Arrays.stream(values())
        .filter(school -> school.id().equals(id))
        .findFirst()
        .orElseThrow(() -> new IllegalArgumentException("no school is called '" + id + "'"));
  }
}
