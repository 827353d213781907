package dev.vinesorter.java;

import dev.vinesorter.source.language.CardLanguage;
import dev.vinesorter.source.language.CardLanguageTest;
import dev.vinesorter.source.language.LanguageContract;
import dev.vinesorter.source.language.Languages;
import java.util.Map;
import org.junit.jupiter.api.Nested;

/** A root with sources of two languages has one survey, and steps on either leave the other be. */
class TwoLanguagesTest {
  private abstract static class Both extends LanguageContract {
    @Override
    protected Languages languages() {
      return Languages.of(new JavaLanguage(), new CardLanguage());
    }

    @Override
    protected Map<String, String> sources() {
      return both(JavaLanguageTest.SOURCES, CardLanguageTest.SOURCES);
    }
  }

  @Nested
  class StepsOnJava extends Both {
    @Override
    protected Map.Entry<String, String> edit() {
      return JavaLanguageTest.EDIT;
    }

    @Override
    protected String movable() {
      return "desk/Stamp.java";
    }
  }

  @Nested
  class StepsOnCards extends Both {
    @Override
    protected Map.Entry<String, String> edit() {
      return Map.entry("moss/Moss.card", "card Moss\nsee Fern\n");
    }

    @Override
    protected String movable() {
      return "moss/Moss.card";
    }
  }
}
