package dev.vinesorter.lang;

import dev.vinesorter.lang.c.CLanguage;
import dev.vinesorter.lang.csharp.CSharpLanguage;
import dev.vinesorter.lang.kotlin.KotlinLanguage;
import dev.vinesorter.lang.php.PhpLanguage;
import dev.vinesorter.lang.python.PythonLanguage;
import dev.vinesorter.lang.script.ScriptLanguage;
import dev.vinesorter.source.language.Language;
import dev.vinesorter.source.language.LanguageContract;
import dev.vinesorter.source.language.Languages;
import java.util.Map;
import org.junit.jupiter.api.Nested;

/** Each language keeps the contract of languages, alone and beside the others. */
class LanguagesContractTest {
  private abstract static class One extends LanguageContract {
    private final Language language;
    private final Map<String, String> sources;
    private final String movable;
    private final Map.Entry<String, String> edit;

    One(Language language, Map<String, String> sources, String movable, String edited) {
      this.language = language;
      this.sources = sources;
      this.movable = movable;
      this.edit = Map.entry(movable, edited);
    }

    @Override
    protected Languages languages() {
      return Languages.of(language);
    }

    @Override
    protected Map<String, String> sources() {
      return sources;
    }

    @Override
    protected Map.Entry<String, String> edit() {
      return edit;
    }

    @Override
    protected String movable() {
      return movable;
    }
  }

  @Nested
  class Python extends One {
    Python() {
      super(
          new PythonLanguage(),
          Map.of(
              "desk/clerk.py", "from desk import stamp\n\n\ndef work():\n    stamp.press()\n",
              "desk/stamp.py", "def press():\n    return 1\n",
              "vault/drawer.py", "from desk.clerk import work\n\nwork()\n"),
          "desk/stamp.py",
          "from vault import drawer\n\n\ndef press():\n    return drawer\n");
    }
  }

  @Nested
  class Script extends One {
    Script() {
      super(
          new ScriptLanguage(),
          Map.of(
              "desk/clerk.ts",
                  "import { press } from './stamp';\nexport const work = () => press();\n",
              "desk/stamp.ts", "export function press() {\n  return 1;\n}\n",
              "vault/drawer.ts", "import { work } from '../desk/clerk';\nwork();\n"),
          "desk/stamp.ts",
          "import { work } from '../vault/drawer';\nexport function press() {\n  return 1;\n}\n");
    }
  }

  @Nested
  class C extends One {
    C() {
      super(
          new CLanguage(),
          Map.of(
              "desk/clerk.c", "int press(void);\nint work(void) {\n  return press();\n}\n",
              "desk/stamp.c", "int work(void);\nint press(void) {\n  return 1;\n}\n"),
          "desk/stamp.c",
          "int work(void);\nint press(void) {\n  return work();\n}\n");
    }
  }

  @Nested
  class Kotlin extends One {
    Kotlin() {
      super(
          new KotlinLanguage(),
          Map.of(
              "desk/Clerk.kt",
                  "package desk\n\nclass Clerk {\n    fun work() = Stamp().press()\n}\n",
              "desk/Stamp.kt", "package desk\n\nclass Stamp {\n    fun press() = 1\n}\n",
              "vault/Drawer.kt",
                  "package vault\n\nimport desk.Clerk\n\nclass Drawer(val clerk: Clerk)\n"),
          "desk/Stamp.kt",
          "package desk\n\n"
              + "import vault.Drawer\n\n"
              + "class Stamp {\n"
              + "    fun press() = Drawer::class\n"
              + "}\n");
    }
  }

  @Nested
  class Php extends One {
    Php() {
      super(
          new PhpLanguage(),
          Map.of(
              "desk/Clerk.php",
                  "<?php\n"
                      + "namespace desk;\n"
                      + "class Clerk { function work() { return new Stamp(); } }\n",
              "desk/Stamp.php", "<?php\nnamespace desk;\nclass Stamp { }\n",
              "vault/Drawer.php",
                  "<?php\n"
                      + "namespace vault;\n"
                      + "use desk\\Clerk;\n"
                      + "class Drawer { public Clerk $clerk; }\n"),
          "desk/Stamp.php",
          "<?php\nnamespace desk;\nclass Stamp { public \\vault\\Drawer $drawer; }\n");
    }
  }

  @Nested
  class CSharp extends One {
    CSharp() {
      super(
          new CSharpLanguage(),
          Map.of(
              "desk/Clerk.cs",
                  "namespace desk;\n\nclass Clerk { Stamp Work() { return new Stamp(); } }\n",
              "desk/Stamp.cs", "namespace desk;\n\nclass Stamp { }\n",
              "vault/Drawer.cs",
                  "using desk;\n\nnamespace vault;\n\nclass Drawer { Clerk clerk; }\n"),
          "desk/Stamp.cs",
          "namespace desk;\n\nclass Stamp { vault.Drawer drawer; }\n");
    }
  }
}
