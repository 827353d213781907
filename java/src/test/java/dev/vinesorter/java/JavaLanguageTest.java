package dev.vinesorter.java;

import static org.assertj.core.api.Assertions.assertThat;

import dev.vinesorter.source.language.LanguageContract;
import dev.vinesorter.source.language.Languages;
import java.util.Map;
import org.junit.jupiter.api.Test;

/** Java keeps the contract of languages. */
class JavaLanguageTest extends LanguageContract {
  static final Map<String, String> SOURCES =
      Map.of(
          "desk/Clerk.java", "package desk;\npublic class Clerk { vault.Drawer drawer; }\n",
          "desk/Stamp.java", "package desk;\npublic class Stamp { Clerk by; }\n",
          "vault/Drawer.java",
              "package vault;\nimport desk.Stamp;\npublic class Drawer { Stamp s; }\n");

  static final Map.Entry<String, String> EDIT =
      Map.entry("desk/Stamp.java", "package desk;\npublic class Stamp { vault.Drawer in; }\n");

  @Override
  protected Languages languages() {
    return Languages.of(new JavaLanguage());
  }

  @Override
  protected Map<String, String> sources() {
    return SOURCES;
  }

  @Override
  protected Map.Entry<String, String> edit() {
    return EDIT;
  }

  @Override
  protected String movable() {
    return "desk/Stamp.java";
  }

  @Test
  void isFoundWithoutBeingNamed() {
    assertThat(Languages.installed().names()).containsExactly("facts", "java");
  }
}
