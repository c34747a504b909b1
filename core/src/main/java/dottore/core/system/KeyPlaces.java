package dottore.core.system;

import dottore.core.system.SystemFacts.Origin;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;

/**
 * Where the customer's own key lawfully is, in the order in which it is looked for: what asks
 * nobody first.
 *
 * @param where to look
 * @param words what to mind there
 */
public record KeyPlaces(String where, String words) {

  /** The places of a machine. */
  public static List<KeyPlaces> of(KeyShape shape, Optional<Origin> origin) {
    List<KeyPlaces> places = new ArrayList<>();
    boolean bought = origin.filter(o -> o == Origin.MAKER).isPresent();
    if (shape.held()) {
      places.add(
          new KeyPlaces(
              "The firmware's own table",
              bought
                  ? "As bought from the maker: setup takes it by itself, nothing is typed."
                  : "If it was bought with the system: setup takes it by itself, nothing is"
                      + " typed."));
      places.add(
          new KeyPlaces(
              "The customer's account",
              "They sign in themselves after setup; nobody asks for their password."));
    }
    places.add(
        new KeyPlaces(
            "The label",
            "Underneath, on the case, or inside the battery bay. Read twice, in slanting light."));
    places.add(
        new KeyPlaces(
            "What came with it", "The card in the box, the disc's sleeve, the mail of the shop."));
    places.add(
        new KeyPlaces(
            "The old machine of the same owner",
            "Only if its license may move, and the old one gives it up."));
    return List.copyOf(places);
  }
}
