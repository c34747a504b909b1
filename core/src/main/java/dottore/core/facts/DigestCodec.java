package dottore.core.facts;

/** Hexadecimal digits in small letters. */
final class DigestCodec implements Codec<String> {
  @Override
  public String read(String text) throws FactFault {
    if (!text.matches("[0-9a-f]{16,128}")) {
      throw new FactFault("is no checksum");
    }
    return text;
  }

  @Override
  public String print(String value) {
    return value;
  }
}
