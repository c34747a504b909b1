package dottore.app.frame;

import static org.assertj.core.api.Assertions.assertThat;

import dottore.app.InEmptyShop;
import dottore.app.Shopkeeping;
import dottore.app.Visitor;
import dottore.app.account.Accounts;
import dottore.app.account.Role;
import dottore.app.record.Counter;
import java.util.Map;
import org.junit.jupiter.api.Test;
import org.springframework.beans.factory.annotation.Autowired;
import org.springframework.beans.factory.annotation.Value;

@InEmptyShop
class ErrorPagesTest {
  @Autowired Accounts accounts;
  @Autowired Counter counter;

  @Value("${local.server.port}")
  int port;

  @Test
  void aPageThatFailsHalfWayIsReplacedWhole() {
    Visitor owner = Shopkeeping.signedIn(accounts, port, Role.OWNER);
    Visitor.Reply reply = owner.get("/halting");
    assertThat(reply.status()).isEqualTo(500);
    assertThat(reply.page().text()).contains("Something broke").doesNotContain("xxxx");
    assertThat(reply.page().text()).doesNotContain("Exception");
  }

  @Test
  void aStepThatNobodyKnowsIsNoPartOfTheWayBack() {
    String claim = counter.receive(Shopkeeping.tower("Nerea Sol"), "runa");
    Visitor owner = Shopkeeping.signedIn(accounts, port, Role.OWNER);
    String school = "/tickets/" + claim + "/find/school";
    assertThat(owner.post(school, Map.of("school", "stick-age", "step", "board-light")).location())
        .endsWith("/find?step=board-light");
    assertThat(
            owner.post(school, Map.of("school", "stick-age", "step", "x".repeat(9000))).location())
        .endsWith("/find");
  }
}
