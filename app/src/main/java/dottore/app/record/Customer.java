package dottore.app.record;

import dottore.core.ticket.Person;
import jakarta.persistence.Entity;
import jakarta.persistence.GeneratedValue;
import jakarta.persistence.GenerationType;
import jakarta.persistence.Id;
import jakarta.persistence.Version;
import org.jspecify.annotations.Nullable;

/** Whose machine it is. */
@Entity
class Customer {
  @Id
  @GeneratedValue(strategy = GenerationType.IDENTITY)
  @Nullable Long id;

  String name = "";
  String phone = "";
  String email = "";
  @Version int version;

  Person person() {
    return new Person(name, phone, email);
  }

  void is(Person person) {
    name = person.name().strip();
    phone = person.phone().strip();
    email = person.email().strip();
  }
}
