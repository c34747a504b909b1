package dottore.core.facts;

import java.math.BigDecimal;

/** A number with up to three decimals and its unit. */
record DecimalCodec(double most, String unit, String hint) implements Codec<BigDecimal> {
  static String withoutUnit(String typed) {
    return typed.strip().replace(',', '.').replaceAll("(?<=[0-9])\\s*(%|[A-Za-z/]+)$", "");
  }

  @Override
  public String plain(String typed) {
    return withoutUnit(typed);
  }

  @Override
  public BigDecimal read(String text) throws FactFault {
    // Bounded in length before any arithmetic.
    if (!text.matches("\\d{1,13}(\\.\\d{1,3})?") || Double.parseDouble(text) > most) {
      String bound = most == Math.rint(most) ? String.valueOf((long) most) : String.valueOf(most);
      throw new FactFault(("is 0 to " + bound + " " + unit).strip() + hint);
    }
    return new BigDecimal(text);
  }

  @Override
  public String print(BigDecimal value) {
    return value.toPlainString();
  }

  @Override
  public String say(BigDecimal value) {
    return (value.toPlainString() + " " + unit).strip();
  }
}
