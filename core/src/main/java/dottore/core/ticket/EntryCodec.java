package dottore.core.ticket;

import dottore.core.casebook.Mark;
import dottore.core.casebook.Touched;
import dottore.core.diagnosis.Event;
import dottore.core.facts.Facts;
import dottore.core.ticket.Entry.Origin;
import java.util.Arrays;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.OptionalInt;
import java.util.Set;
import java.util.TreeSet;
import java.util.stream.Collectors;

/**
 * How entries are kept: a kind and named texts, the same in the database and in bundles. Reading
 * what was written gives the same entry; what cannot be read becomes {@link Entry.Unread} and is
 * written as it came.
 */
public final class EntryCodec {
  /** Answers that had another name when they were written down, as check and answer. */
  private static final Map<String, String> CALLED_TODAY = Map.of("event-list=driver", "device");

  /**
   * An entry as it is kept.
   *
   * @param data what it means, by name
   */
  public record Kept(String kind, Map<String, String> data) {
    public Kept {
      data = Map.copyOf(data);
    }

    private String need(String name) {
      String value = data.getOrDefault(name, "");
      if (value.isEmpty()) {
        throw new IllegalArgumentException("'" + name + "' is missing");
      }
      return value;
    }

    private String text(String name) {
      return data.getOrDefault(name, "");
    }

    private Optional<String> find(String name) {
      return Optional.of(text(name)).filter(value -> !value.isEmpty());
    }

    private OptionalInt number(String name) {
      return find(name).isPresent() ? OptionalInt.of(line(name)) : OptionalInt.empty();
    }

    /** A number from 1, small enough for a log. */
    private int line(String name) {
      String value = need(name);
      if (!value.matches("[1-9][0-9]{0,8}")) {
        throw new IllegalArgumentException("'" + name + "' is no number of a line");
      }
      return Integer.parseInt(value);
    }

    private boolean yes(String name) {
      return text(name).equals("yes");
    }
  }

  /** Every kind that there is, as it is kept. */
  public static final Set<String> KINDS =
      Set.of(
          "RECEIVED",
          "READING",
          "TRIED",
          "ASIDE",
          "LIFTED",
          "TAKEN_BACK",
          "NOTE",
          "BORROWED",
          "PUT_BACK",
          "CLOCK",
          "TRIAL",
          "FACT",
          "SETTING",
          "PROOF",
          "PROOF_CONFIRMED",
          "SHEET",
          "TICK",
          "PASSPORT",
          "CHANGED",
          "CLOSED");

  private EntryCodec() {}

  public static Kept write(Entry entry) {
    Map<String, String> data = new LinkedHashMap<>();
    String kind = kind(entry, data);
    return new Kept(kind, data);
  }

  private static String kind(Entry entry, Map<String, String> data) {
    if (entry instanceof Entry.Answer answer) {
      origin(answer.origin(), data);
    }
    if (entry instanceof Entry.Reading reading) {
      data.put("check", reading.check());
      data.put("outcome", reading.outcome());
      return "READING";
    } else if (entry instanceof Entry.Tried tried) {
      data.put("repair", tried.repair());
      data.put("result", tried.result().id());
      return "TRIED";
    } else if (entry instanceof Entry.Aside aside) {
      data.put("step", aside.step());
      data.put("reason", aside.reason());
      return "ASIDE";
    } else if (entry instanceof Entry.Lifted lifted) {
      data.put("mark", lifted.mark().id());
      data.put("reason", lifted.reason());
      return "LIFTED";
    } else if (entry instanceof Entry.TakenBack back) {
      data.put("entry", String.valueOf(back.line()));
      return "TAKEN_BACK";
    } else if (entry instanceof Entry.PutBack back) {
      touches(back.touches(), data);
      return "PUT_BACK";
    } else if (entry instanceof Entry.Trial trial) {
      data.put("module", String.valueOf(trial.module()));
      data.put("slot", String.valueOf(trial.slot()));
      data.put("starts", trial.starts() ? "yes" : "no");
      trial.modules().ifPresent(n -> data.put("modules", String.valueOf(n)));
      trial.slots().ifPresent(n -> data.put("slots", String.valueOf(n)));
      return "TRIAL";
    } else if (entry instanceof Entry.Known known) {
      data.putAll(known.facts().kept());
      return "FACT";
    } else if (entry instanceof Entry.SettingNoted noted) {
      data.put("setting", noted.setting());
      data.put("value", noted.value());
      return "SETTING";
    } else if (entry instanceof Entry.SettingBack back) {
      data.put("setting", back.setting());
      data.put("result", back.holds() ? "HOLDS" : "FAILS");
      touches(back.touches(), data);
      return "SETTING";
    } else if (entry instanceof Entry.Proof proof) {
      data.put("proof", proof.proof());
      data.put("shown", proof.shown());
      if (!proof.confirmed()) {
        data.put("unconfirmed", "yes");
      }
      return "PROOF";
    } else if (entry instanceof Entry.ProofConfirmed confirmed) {
      data.put("entry", String.valueOf(confirmed.line()));
      return "PROOF_CONFIRMED";
    } else if (entry instanceof Entry.Sheet sheet) {
      data.put("sheet", sheet.sheet());
      data.put("what", sheet.turn().name().toLowerCase(java.util.Locale.ROOT));
      return "SHEET";
    } else if (entry instanceof Entry.Ticked ticked) {
      data.put("sheet", ticked.sheet());
      data.put("step", ticked.step());
      data.put("mark", ticked.done() ? "DONE" : "SKIPPED");
      return "TICK";
    } else if (entry instanceof Entry.Unread unread) {
      data.putAll(unread.data());
      return unread.kind();
    }
    return plain(entry);
  }

  private static String plain(Entry entry) {
    if (entry instanceof Entry.Received) {
      return "RECEIVED";
    } else if (entry instanceof Entry.Note) {
      return "NOTE";
    } else if (entry instanceof Entry.Borrowed) {
      return "BORROWED";
    } else if (entry instanceof Entry.ClockMoved) {
      return "CLOCK";
    } else if (entry instanceof Entry.PassportRead) {
      return "PASSPORT";
    } else if (entry instanceof Entry.Closed) {
      return "CLOSED";
    }
    return "CHANGED";
  }

  private static void origin(Origin origin, Map<String, String> data) {
    if (origin.told()) {
      data.put("told", "yes");
    }
    origin.read().ifPresent(read -> data.put("read", read));
    origin.together().ifPresent(group -> data.put("together", group));
    origin.sheet().ifPresent(sheet -> data.put("sheet", sheet));
    origin.corrects().ifPresent(line -> data.put("corrects", String.valueOf(line)));
  }

  private static void touches(Set<Touched> touches, Map<String, String> data) {
    if (!touches.isEmpty()) {
      data.put(
          "touches",
          new TreeSet<>(touches).stream().map(Touched::id).collect(Collectors.joining(",")));
    }
  }

  /** The answer as the check calls it today. */
  private static String outcome(Kept kept) {
    String outcome = kept.need("outcome");
    return CALLED_TODAY.getOrDefault(kept.need("check") + "=" + outcome, outcome);
  }

  /** The entry; one that cannot be read counts for nothing. */
  public static Entry read(Kept kept) {
    try {
      return strictly(kept);
    } catch (IllegalArgumentException unreadable) {
      return new Entry.Unread(kept.kind(), kept.data());
    }
  }

  /**
   * The entry.
   *
   * @throws IllegalArgumentException if it cannot be read, with what is wrong
   */
  public static Entry strictly(Kept kept) {
    return switch (kept.kind()) {
      case "RECEIVED" -> new Entry.Received();
      case "READING" -> new Entry.Reading(kept.need("check"), outcome(kept), origin(kept));
      case "TRIED" ->
          new Entry.Tried(kept.need("repair"), Event.Result.of(kept.need("result")), origin(kept));
      case "ASIDE" -> new Entry.Aside(kept.need("step"), kept.text("reason"), origin(kept));
      case "LIFTED" ->
          new Entry.Lifted(Mark.of(kept.need("mark")), kept.text("reason"), origin(kept));
      case "TAKEN_BACK" -> new Entry.TakenBack(kept.line("entry"));
      case "NOTE" -> new Entry.Note();
      case "BORROWED" -> new Entry.Borrowed();
      case "PUT_BACK" -> new Entry.PutBack(touched(kept));
      case "CLOCK" -> new Entry.ClockMoved();
      case "TRIAL" ->
          new Entry.Trial(
              kept.line("module"),
              kept.line("slot"),
              kept.yes("starts"),
              kept.number("modules"),
              kept.number("slots"));
      // Bundles and logs of the first versions call facts by the desk that they were written at.
      case "FACT", "FIRMWARE" -> new Entry.Known(Facts.of(kept.data()));
      case "SETTING" ->
          kept.find("result").isPresent()
              ? new Entry.SettingBack(
                  kept.need("setting"), holds(kept.need("result")), touched(kept))
              : new Entry.SettingNoted(kept.need("setting"), kept.text("value"));
      case "PROOF" ->
          new Entry.Proof(kept.need("proof"), kept.text("shown"), !kept.yes("unconfirmed"));
      case "PROOF_CONFIRMED" -> new Entry.ProofConfirmed(kept.line("entry"));
      case "SHEET" ->
          new Entry.Sheet(
              kept.need("sheet"),
              Entry.Sheet.Turn.valueOf(kept.need("what").toUpperCase(java.util.Locale.ROOT)));
      case "TICK" ->
          new Entry.Ticked(kept.need("sheet"), kept.need("step"), done(kept.need("mark")));
      case "PASSPORT" -> new Entry.PassportRead();
      case "CHANGED" -> new Entry.Changed();
      case "CLOSED" -> new Entry.Closed();
      default -> throw new IllegalArgumentException("no line is of the kind " + kept.kind());
    };
  }

  private static boolean holds(String result) {
    return oneOf("result", result, "HOLDS", "FAILS");
  }

  private static boolean done(String mark) {
    return oneOf("mark", mark, "DONE", "SKIPPED");
  }

  private static boolean oneOf(String name, String value, String yes, String no) {
    if (!List.of(yes, no).contains(value)) {
      throw new IllegalArgumentException("'" + name + "' is neither " + yes + " nor " + no);
    }
    return value.equals(yes);
  }

  private static Origin origin(Kept kept) {
    return new Origin(
        kept.yes("told"),
        kept.find("read"),
        kept.find("together"),
        kept.find("sheet"),
        kept.number("corrects"));
  }

  private static Set<Touched> touched(Kept kept) {
    return kept.find("touches").stream()
        .flatMap(words -> Arrays.stream(words.split(",")))
        .map(
            word -> {
              try {
                return Touched.of(word);
              } catch (IllegalArgumentException unknown) {
                throw new IllegalArgumentException("'touches' names what nothing is called");
              }
            })
        .collect(Collectors.toUnmodifiableSet());
  }
}
