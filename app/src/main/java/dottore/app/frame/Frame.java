package dottore.app.frame;

import dottore.app.shop.Shop;
import jakarta.servlet.http.HttpServletRequest;
import java.security.Principal;
import java.util.List;
import org.jspecify.annotations.Nullable;
import org.springframework.web.bind.annotation.ControllerAdvice;
import org.springframework.web.bind.annotation.ModelAttribute;

/** What every page shows around itself. */
@ControllerAdvice
class Frame {
  record Place(String name, String address, String icon, String key, boolean here) {}

  private final Shop shop;

  Frame(Shop shop) {
    this.shop = shop;
  }

  @ModelAttribute("places")
  List<Place> places(HttpServletRequest request) {
    String path = request.getRequestURI();
    return List.of(
        new Place("Today", "/today", "calendar-clock", "t", path.startsWith("/today")),
        new Place(
            "Tickets",
            "/tickets",
            "ticket",
            "k",
            path.startsWith("/tickets") || path.startsWith("/arrival")),
        new Place("Shelf", "/shelf", "layers", "s", path.startsWith("/shelf")),
        new Place("Casebook", "/casebook", "book-open", "c", path.startsWith("/casebook")),
        new Place("Practice", "/practice", "wrench", "p", path.startsWith("/practice")),
        new Place("Numbers", "/numbers", "chart-scatter", "n", path.startsWith("/numbers")));
  }

  @ModelAttribute("shopName")
  String shopName() {
    return shop.name();
  }

  @ModelAttribute("signedIn")
  String signedIn(@Nullable Principal who) {
    return who == null ? "" : who.getName();
  }

  @ModelAttribute("owner")
  boolean owner(HttpServletRequest request) {
    return request.isUserInRole("OWNER");
  }

  /** The server's time, so that clocks on a tablet with a wrong one still run right. */
  @ModelAttribute("now")
  long now() {
    return shop.now().toEpochMilli();
  }

  @ModelAttribute("settingsHere")
  boolean settingsHere(HttpServletRequest request) {
    return request.getRequestURI().startsWith("/settings");
  }
}
