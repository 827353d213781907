package dev.vinesorter.lang;

import static org.assertj.core.api.Assertions.assertThat;

import dev.vinesorter.source.language.Language;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Arrays;
import java.util.Map;
import java.util.ServiceLoader;
import java.util.TreeMap;
import java.util.stream.Collectors;
import org.junit.jupiter.api.Test;

/** The table of languages in the documents says what each of them can do, and owns. */
class LanguagesTableTest {
  /** The rows of the first table, by their first cell. */
  private static Map<String, String[]> rows() throws IOException {
    Map<String, String[]> rows = new TreeMap<>();
    for (String line : Files.readAllLines(Path.of("../docs/languages.md"))) {
      if (line.startsWith("## ")) {
        break;
      }
      String[] cells = line.split("\\|");
      if (cells.length == 5 && !cells[1].isBlank() && !cells[1].contains("---")) {
        rows.put(cells[1].strip(), cells);
      }
    }
    rows.remove("language");
    rows.remove("java");
    return rows;
  }

  @Test
  void everyLanguageIsToldAsItIs() throws IOException {
    Map<String, String[]> rows = rows();
    Map<String, Language> languages = new TreeMap<>();
    ServiceLoader.load(Language.class).forEach(one -> languages.put(one.name(), one));
    // What others read is told of by itself.
    languages.remove("facts");
    assertThat(rows.keySet()).isEqualTo(languages.keySet()).hasSizeGreaterThan(6);
    rows.forEach(
        (name, cells) -> {
          Language language = languages.get(name);
          assertThat(cells[3].strip().startsWith("files"))
              .as(name)
              .isEqualTo(language.verbs().contains("move"));
          assertThat(language.verbs().size()).as(name).isLessThanOrEqualTo(1);
          String ends =
              Arrays.stream(cells[2].split("`"))
                  .filter(end -> end.startsWith(".") && !end.contains("min"))
                  .filter(end -> !language.owns("a/b" + end))
                  .collect(Collectors.joining(" "));
          assertThat(ends).as(name).isEmpty();
        });
  }
}
