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

  @Transactional
  void keep(String login, ArrivalForm form) {
    if (form.blank()) {
      drop(login);
      return;
    }
    KeptDraft kept = drafts.findById(login).orElseGet(KeptDraft::new);
    kept.accountLogin = login;
    kept.keptAt = shop.now();
    try {
      kept.fields = json.writeValueAsString(form);
    } catch (JacksonException impossible) {
      throw new IllegalStateException(impossible);
    }
    drafts.save(kept);
  }

  @Transactional(readOnly = true)
  Optional<Draft> of(String login) {
    return drafts.findById(login).map(kept -> new Draft(read(kept.fields), kept.keptAt));
  }

  private ArrivalForm read(String fields) {
    try {
      return json.readValue(fields, ArrivalForm.class);
    } catch (JacksonException damaged) {
      throw new IllegalStateException("a kept draft cannot be read", damaged);
    }
  }

  @Transactional
  void drop(String login) {
    drafts.findById(login).ifPresent(drafts::delete);
  }
}
