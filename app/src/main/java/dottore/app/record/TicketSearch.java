package dottore.app.record;

import dottore.core.ticket.ClaimNumber;
import java.util.Arrays;
import java.util.Comparator;
import java.util.List;
import java.util.Locale;
import java.util.stream.Collectors;
import org.springframework.data.domain.Page;
import org.springframework.data.domain.PageImpl;
import org.springframework.data.domain.PageRequest;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** Finds tickets by claim number, serial, customer or any word of the complaint. */
@Service
public class TicketSearch {
  private static final int PAGE = 15;
  private static final int MOST_WORDS = 12;

  private final TicketRepository tickets;

  TicketSearch(TicketRepository tickets) {
    this.tickets = tickets;
  }

  /**
   * @param state OPEN, HANDED_BACK, SENT_BACK or empty for all
   * @param kind a kind of machine or empty for all
   * @param page counted from 0
   */
  @Transactional(readOnly = true)
  public Page<TicketFile> find(String typed, String state, String kind, int page) {
    PageRequest request = PageRequest.of(Math.max(0, page), PAGE);
    Page<Long> ids = tickets.search(query(typed), state, kind, request);
    return new PageImpl<>(heads(ids.getContent()), request, ids.getTotalElements());
  }

  /** The newest that fit, counting no others. */
  @Transactional(readOnly = true)
  public List<TicketFile> first(String typed, int most) {
    String words = query(typed);
    return words.isEmpty() ? List.of() : heads(tickets.newest(words, most));
  }

  private List<TicketFile> heads(List<Long> order) {
    return tickets.all(order).stream()
        .sorted(Comparator.comparingInt(t -> order.indexOf(t.id)))
        .map(Store::head)
        .toList();
  }

  /** Every word must be there, each may be the beginning of one. */
  private static String query(String typed) {
    String plain =
        ClaimNumber.read(typed).map(claim -> claim.text().replace("-", "")).orElse(typed);
    return Arrays.stream(plain.toLowerCase(Locale.ROOT).split("[^\\p{L}\\p{N}]+"))
        .filter(word -> !word.isEmpty())
        .limit(MOST_WORDS)
        .map(word -> word + ":*")
        .collect(Collectors.joining(" & "));
  }
}
