package dottore.app.knowledge;

import org.springframework.data.jpa.repository.JpaRepository;

/** Choices in the database. */
interface ShopChoiceRepository extends JpaRepository<ShopChoice, String> {}
