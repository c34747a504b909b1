package dottore.core.ticket;

import static org.assertj.core.api.Assertions.assertThat;

import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class PersonTest {
  @ParameterizedTest(name = "{0} {1} {2} and {3} {4} {5}: surely {6}, maybe {7}")
  @CsvSource(
      emptyValue = "",
      value = {
        "Edda Sorensby, 555 0144, '', edda sorensby, 555-0144, '', true, false",
        "Edda Sorensby, '', e@x.org, Edda Sorensby, '', E@X.org, true, false",
        "E. Sorensby, 555-0144, '', Edda Sorensby, 5550144, '', true, false",
        "Edda Sorensby, '', '', Edda Sorensby, '', '', false, true",
        "Edda Sorensby, 555-0144, '', Edda Sorensby, '', '', false, true",
        "Edda Sorensby, 555-0144, '', Edda Sorensby, 555-0199, '', false, true",
        "Odo Lind, 555-0144, '', Edda Sorensby, 555-0144, '', false, true",
        "Odo Lind, '', '', Edda Sorensby, '', '', false, false",
        "Odo Lind, '--', '', Edda Sorensby, '-', '', false, false"
      })
  void isTheSameByNumberOrMailAndElseSomebodyMustAsk(
      String name,
      String phone,
      String mail,
      String otherName,
      String otherPhone,
      String otherMail,
      boolean surely,
      boolean maybe) {
    Person one = new Person(name, phone, mail);
    Person other = new Person(otherName, otherPhone, otherMail);
    assertThat(one.surely(other)).isEqualTo(surely);
    assertThat(other.surely(one)).isEqualTo(surely);
    assertThat(one.maybe(other)).isEqualTo(maybe);
  }
}
