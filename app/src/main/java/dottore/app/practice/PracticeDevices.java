package dottore.app.practice;

import dottore.app.frame.LiveMachine;
import dottore.core.bridge.Devices;
import dottore.core.bridge.Hands;
import dottore.core.bridge.Observer;
import dottore.core.casebook.Step;
import java.util.Optional;
import java.util.Set;
import org.springframework.stereotype.Component;

/** A practice machine that stands on the bench as a ticket: its devices answer in Find. */
@Component
class PracticeDevices implements LiveMachine {
  private final PracticeBook book;

  PracticeDevices(PracticeBook book) {
    this.book = book;
  }

  @Override
  public Set<String> among(Set<String> claims) {
    return book.among(claims);
  }

  @Override
  public boolean stands(String claim) {
    return book.under(claim).isPresent();
  }

  @Override
  public Optional<String> device(String claim, Step step) {
    boolean known = Observer.known().contains(step.id()) || Hands.known().contains(step.id());
    return known && stands(claim) ? Optional.of(Devices.of(step)) : Optional.empty();
  }

  @Override
  public String does(String claim, Step step, String who) {
    return book.does(claim, step);
  }
}
