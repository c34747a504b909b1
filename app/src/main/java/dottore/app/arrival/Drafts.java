package dottore.app.arrival;

import dottore.app.shop.Shop;
import java.time.Instant;
import java.util.Optional;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;
import tools.jackson.core.JacksonException;
import tools.jackson.databind.ObjectMapper;

/** Arrivals that are being typed, one for each person, kept when tablet or session end. */
@Service
class Drafts {
  record Draft(ArrivalForm form, Instant keptAt) {}

  private final DraftRepository drafts;
  private final ObjectMapper json;
  private final Shop shop;

  Drafts(DraftRepository drafts, ObjectMapper json, Shop shop) {
    this.drafts = drafts;
    this.json = json;
    this.shop = shop;
  }

  /** Does nothing once the form was taken in: the tablet may send what was typed late. */
  @Transactional
  void keep(String login, ArrivalForm form) {
    put(login, form, false);
  }

  @Transactional(readOnly = true)
  Optional<Draft> of(String login) {
    return drafts
        .findByAccountLoginAndEndedFalse(login)
        .map(kept -> new Draft(read(kept.fields), kept.keptAt))
        .filter(draft -> !draft.form().blank());
  }

  /** Ends the draft that this form was typed in. */
  @Transactional
  void end(String login, ArrivalForm form) {
    put(login, form, true);
  }

  /** Ends whatever draft there is. */
  @Transactional
  void end(String login) {
    of(login).ifPresent(draft -> end(login, draft.form()));
  }

  private void put(String login, ArrivalForm form, boolean ended) {
    try {
      String fields = ended ? "{}" : json.writeValueAsString(form);
      drafts.put(login, form.get(ArrivalForm.SHEET), fields, shop.now(), ended);
    } catch (JacksonException impossible) {
      throw new IllegalStateException(impossible);
    }
  }

  private ArrivalForm read(String fields) {
    try {
      return json.readValue(fields, ArrivalForm.class);
    } catch (JacksonException damaged) {
      throw new IllegalStateException("a kept draft cannot be read", damaged);
    }
  }
}
