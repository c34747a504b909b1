package dottore.app.ticket;

import dottore.core.machine.Passport;
import java.util.Optional;
import org.springframework.stereotype.Component;
import tools.jackson.core.JacksonException;
import tools.jackson.databind.ObjectMapper;

/** Passports as they are kept with machines. */
@Component
public class Passports {
  private final ObjectMapper json;

  Passports(ObjectMapper json) {
    this.json = json;
  }

  /** What the machine of a ticket said about itself, if its passport was read. */
  public Optional<Passport> of(TicketFile file) {
    return file.machine().passport().map(this::read);
  }

  private Passport read(String kept) {
    try {
      return json.readValue(kept, Passport.class);
    } catch (JacksonException damaged) {
      throw new IllegalStateException("a kept passport cannot be read", damaged);
    }
  }
}
