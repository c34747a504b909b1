package dottore.app.arrival;

import static org.assertj.core.api.Assertions.assertThat;

import dottore.app.InEmptyShop;
import dottore.app.Shopkeeping;
import dottore.app.Visitor;
import dottore.app.account.Accounts;
import dottore.app.account.Role;
import java.util.Map;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.springframework.beans.factory.annotation.Autowired;
import org.springframework.beans.factory.annotation.Value;

@InEmptyShop
class DraftsTest {
  @Value("${local.server.port}")
  int port;

  @Autowired Accounts accounts;

  private Visitor counter;

  @BeforeEach
  void somebody() {
    counter = Shopkeeping.signedIn(accounts, port, Role.COUNTER);
  }

  private String field(String name) {
    return counter.get("/arrival").page().select("[name=" + name + "]").val();
  }

  private static Map<String, String> typed(String sheet, String customer) {
    return Map.of("sheet", sheet, "customer", customer, "kind", "tower", "complaint", "is dark");
  }

  @Test
  void whatIsSentLateDoesNotComeBackOnceItWasTakenIn() {
    String sheet = field("sheet");
    assertThat(sheet).isNotEmpty();
    counter.post("/arrival/draft", typed(sheet, "Lisbet"));
    assertThat(field("customer")).isEqualTo("Lisbet");
    assertThat(field("sheet")).isEqualTo(sheet);
    assertThat(counter.post("/arrival", typed(sheet, "Lisbet Orne")).location())
        .contains("/tickets/");
    counter.post("/arrival/draft", typed(sheet, "Lisbet O"));
    assertThat(field("customer")).isEmpty();
    String next = field("sheet");
    assertThat(next).isNotEqualTo(sheet);
    counter.post("/arrival/draft", typed(next, "Wim"));
    assertThat(field("customer")).isEqualTo("Wim");
  }

  @Test
  void neitherAfterSomebodyStartedEmpty() {
    String sheet = field("sheet");
    counter.post("/arrival/draft", typed(sheet, "Half Way"));
    counter.post("/arrival/clear", Map.of());
    counter.post("/arrival/draft", typed(sheet, "Half Way"));
    assertThat(field("customer")).isEmpty();
  }
}
