package dottore.core.facts;

/** A whole number with its unit. */
record WholeCodec(int most, String unit) implements Codec<Integer> {
  @Override
  public String plain(String typed) {
    return DecimalCodec.withoutUnit(typed);
  }

  @Override
  public Integer read(String text) throws FactFault {
    if (!text.matches("\\d{1,9}") || Integer.parseInt(text) > most) {
      throw new FactFault(("is a whole number from 0 to " + most + " " + unit).strip());
    }
    return Integer.valueOf(text);
  }

  @Override
  public String print(Integer value) {
    return String.valueOf(value);
  }

  @Override
  public String say(Integer value) {
    return (value + " " + unit).strip();
  }
}
