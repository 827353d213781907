package dev.vinesorter.lang;

import static org.assertj.core.api.Assertions.assertThat;

import dev.vinesorter.core.plan.Plan;
import dev.vinesorter.core.plan.RefusalCode;
import dev.vinesorter.core.plan.Step;
import dev.vinesorter.core.plan.StepOutcome;
import dev.vinesorter.source.language.Languages;
import dev.vinesorter.source.plan.Rehearsal;
import dev.vinesorter.source.read.Progress;
import dev.vinesorter.source.read.ReadOptions;
import dev.vinesorter.source.read.Reading;
import dev.vinesorter.source.text.Overlay;
import dev.vinesorter.source.text.Root;
import dev.vinesorter.source.text.SourceWalk;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Random;
import java.util.Set;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/**
 * Random moves in made-up sources: afterwards each type that a source names can be seen there, by
 * the text alone and without anything of the reader; and who names what is the same.
 */
class NamespaceMovesTest {
  private static final List<String> SPACES =
      List.of("salt.desk", "salt.press", "salt.press.hot", "vault");

  @TempDir Path folder;

  /** How a language writes what is made up. */
  private enum Sort {
    KOTLIN(".kt", ".", "package %s\n", "import %s\n", "import %s.*\n"),
    CSHARP(".cs", ".", "namespace %s;\n", "", "using %s;\n"),
    PHP(".php", "\\", "<?php\nnamespace %s;\n", "use %s;\n", "");

    final String end;
    final String separator;
    final String header;
    final String one;
    final String all;

    Sort(String end, String separator, String header, String one, String all) {
      this.end = end;
      this.separator = separator;
      this.header = header;
      this.one = one;
      this.all = all;
    }

    String full(String space, String name) {
      return (space + "." + name).replace(".", separator);
    }

    /** A source with one type that names others, some of them with their namespaces. */
    String source(
        String space, String type, Map<String, String> used, Set<String> qualified, boolean star) {
      Set<String> brought = new LinkedHashSet<>();
      StringBuilder uses = new StringBuilder();
      used.forEach(
          (name, home) -> {
            boolean own = home.equals(space);
            boolean whole = qualified.contains(name);
            if (!own && !whole) {
              brought.add(
                  one.isEmpty() || star && !all.isEmpty()
                      ? all.formatted(home)
                      : one.formatted(full(home, name)));
            }
            String shown = whole ? (this == PHP ? "\\" : "") + full(home, name) : name;
            uses.append(use(shown, uses.length()));
          });
      String imports = String.join("", brought);
      String heads = header.formatted(space.replace(".", separator));
      return this == CSHARP
          ? imports + heads + "public class " + type + " {\n" + uses + "}\n"
          : heads + imports + "class " + type + " {\n" + uses + "}\n";
    }

    private String use(String type, int number) {
      return switch (this) {
        case KOTLIN -> "    val f" + number + ": " + type + "? = null\n";
        case CSHARP -> "    public " + type + " F" + number + ";\n";
        case PHP -> "    public ?" + type + " $f" + number + ";\n";
      };
    }
  }

  private Overlay overlay() {
    Root root = Root.of(folder);
    return new Overlay(root, SourceWalk.of(root).files(), StandardCharsets.UTF_8);
  }

  /** Types by their names, each with its namespace. */
  private Map<String, String> write(Sort sort, Random draw) throws IOException {
    Map<String, String> homes = new LinkedHashMap<>();
    for (int n = 0; n < 9; n++) {
      homes.put("Type" + (char) ('A' + n), SPACES.get(draw.nextInt(SPACES.size())));
    }
    for (Map.Entry<String, String> one : homes.entrySet()) {
      Map<String, String> used = new LinkedHashMap<>(homes);
      used.keySet().removeIf(name -> name.equals(one.getKey()) || draw.nextInt(3) > 0);
      Set<String> qualified = new LinkedHashSet<>(used.keySet());
      qualified.removeIf(name -> draw.nextInt(4) > 0);
      Path path =
          folder.resolve("src/" + one.getValue().replace('.', '/') + "/" + one.getKey() + sort.end);
      Files.createDirectories(path.getParent());
      Files.writeString(
          path, sort.source(one.getValue(), one.getKey(), used, qualified, draw.nextBoolean()));
    }
    return homes;
  }

  /** Whether each type named in a source is seen there, as the text says. */
  private static void isSeen(Sort sort, String text, Map<String, String> homes) {
    Matcher header = Pattern.compile("(?:package|namespace) ([\\w.\\\\]+)").matcher(text);
    assertThat(header.find()).as(text).isTrue();
    String own = header.group(1).replace('\\', '.');
    Matcher name =
        Pattern.compile("(?<![\\w])((?:\\\\?\\w+[.\\\\])*)(Type[A-Z])\\??[ ;]").matcher(text);
    while (name.find()) {
      String type = name.group(2);
      String home = homes.get(type);
      String line = text.substring(text.lastIndexOf('\n', name.start()) + 1, name.end());
      String before = name.group(1).replace('\\', '.');
      if (line.startsWith("import ") || line.startsWith("use ") || line.contains("class ")) {
        assertThat(line.contains("class ") || before.equals(home + ".")).as(text).isTrue();
      } else if (!before.isEmpty()) {
        assertThat(before).as(text).isIn(home + ".", "." + home + ".");
      } else {
        boolean around = sort == Sort.CSHARP && own.startsWith(home + ".");
        boolean seen =
            own.equals(home)
                || around
                || text.contains(sort.one.formatted(sort.full(home, type)).strip())
                    && !sort.one.isEmpty()
                || text.contains(sort.all.formatted(home).strip()) && !sort.all.isEmpty();
        assertThat(seen).as(type + " of " + home + " in\n" + text).isTrue();
      }
    }
  }

  @ParameterizedTest
  @CsvSource({
    "KOTLIN, 1",
    "KOTLIN, 2",
    "KOTLIN, 3",
    "CSHARP, 1",
    "CSHARP, 2",
    "CSHARP, 3",
    "PHP, 1",
    "PHP, 2",
    "PHP, 3"
  })
  void whatIsNamedIsSeen(Sort sort, long seed) throws IOException {
    Random draw = new Random(seed * 31 + sort.ordinal());
    Map<String, String> homes = write(sort, draw);
    Overlay sources = overlay();
    List<Step> steps = new ArrayList<>();
    List<String> names = List.copyOf(homes.keySet());
    Map<String, String> now = new LinkedHashMap<>(homes);
    for (int n = 0; n < 12; n++) {
      String type = names.get(draw.nextInt(names.size()));
      String into = draw.nextInt(4) == 0 ? "salt.fresh" : SPACES.get(draw.nextInt(SPACES.size()));
      steps.add(Step.move(now.get(type) + "." + type, into, false, n));
      now.put(type, into);
    }
    Reading before =
        Languages.installed().reader().read(sources, ReadOptions.DEFAULT, Progress.SILENT);
    Rehearsal rehearsal =
        Rehearsal.of(
            before.survey(),
            new Plan("", steps),
            sources,
            Languages.installed().editor(before, ReadOptions.DEFAULT));
    for (StepOutcome one : rehearsal.steps()) {
      assertThat(one.reasons())
          .extracting(StepOutcome.Reason::refusal)
          .isSubsetOf(List.<RefusalCode>of());
    }
    List<String> texts = new ArrayList<>();
    for (String path : sources.paths()) {
      if (path.endsWith(sort.end)) {
        texts.add(sources.text(path).text());
      }
    }
    assertThat(texts).hasSize(names.size()).allSatisfy(text -> isSeen(sort, text, now));
    assertThat(rehearsal.after().references().size()).isGreaterThan(names.size());
    assertThat(rehearsal.after().unresolved()).isEmpty();
  }
}
