package dottore.app.standin;

import dottore.core.system.ActivationService;
import dottore.core.system.SystemFacts.Activated;
import java.util.OptionalInt;
import org.springframework.boot.autoconfigure.condition.ConditionalOnProperty;
import org.springframework.stereotype.Component;

/** The activation of an invented system: what it says follows from the key's characters alone. */
@Component
@ConditionalOnProperty(name = "dottore.activation", havingValue = "stand-in", matchIfMissing = true)
class StandInActivation implements ActivationService {
  private static final int DAYS = 30;
  private static final int KINDS = 10;

  @Override
  public Answer ask(String system, String edition, String key) {
    int sum = 0;
    for (int i = 0; i < key.length(); i++) {
      sum += (i + 1) * key.charAt(i);
    }
    return switch (sum % KINDS) {
      case 0 ->
          new Answer(
              Activated.REFUSED,
              OptionalInt.empty(),
              "in use on another machine; its owner can release it there");
      case 1, 2 ->
          new Answer(
              Activated.DAYS,
              OptionalInt.of(DAYS),
              "the owner confirms it within " + DAYS + " days");
      default -> new Answer(Activated.DONE, OptionalInt.empty(), "good for this machine");
    };
  }
}
