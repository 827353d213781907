package dev.vinesorter.source.language;

import java.util.Map;

/** The made-up language keeps the contract, so that the contract asks for nothing of Java's own. */
public class CardLanguageTest extends LanguageContract {
  @Override
  protected Languages languages() {
    return Languages.of(new CardLanguage());
  }

  @Override
  protected Map<String, String> sources() {
    return SOURCES;
  }

  /** Cards in two folders that see each other. */
  public static final Map<String, String> SOURCES =
      Map.of(
          "moss/Fern.card", "card Fern\nsee Moss\nsee stone.Slate\na remark\n",
          "moss/Moss.card", "card Moss\ncard Spore\nsee Moss\n",
          "stone/Slate.card", "card Slate\nsee moss.Moss\nsee Gravel\n");

  @Override
  protected Map.Entry<String, String> edit() {
    return Map.entry("moss/Moss.card", "card Moss\nsee Fern\n");
  }

  @Override
  protected String movable() {
    return "moss/Moss.card";
  }
}
