package dev.vinesorter.lang.tree;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.io.InputStream;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Map;
import java.util.function.Supplier;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.treesitter.TSLanguage;
import org.treesitter.TreeSitterC;
import org.treesitter.TreeSitterCSharp;
import org.treesitter.TreeSitterCpp;
import org.treesitter.TreeSitterJavascript;
import org.treesitter.TreeSitterKotlin;
import org.treesitter.TreeSitterPhp;
import org.treesitter.TreeSitterPython;
import org.treesitter.TreeSitterRuby;
import org.treesitter.TreeSitterTypescript;

/** A tree that is copied by its text is the one that the parser has, node by node. */
class LightCopyTest {
  private static final Map<String, Supplier<TSLanguage>> GRAMMARS =
      Map.of(
          "c", TreeSitterC::new,
          "cpp", TreeSitterCpp::new,
          "py", TreeSitterPython::new,
          "js", TreeSitterJavascript::new,
          "ts", TreeSitterTypescript::new,
          "rb", TreeSitterRuby::new,
          "php", TreeSitterPhp::new,
          "cs", TreeSitterCSharp::new,
          "kt", TreeSitterKotlin::new);

  private static String resource(String name) throws IOException {
    try (InputStream in = LightCopyTest.class.getResourceAsStream(name)) {
      return new String(in.readAllBytes(), StandardCharsets.UTF_8);
    }
  }

  /** The hard texts of a language, each line of them alone, and all sources of the examples. */
  private static List<String> texts(String ending) throws IOException {
    List<String> texts = new ArrayList<>();
    for (String part : resource("/hard-texts.txt").split("(?m)^### ")) {
      if (part.startsWith(ending + "\n")) {
        String text = part.substring(part.indexOf('\n') + 1);
        texts.add(text);
        texts.add(text.replace("\n", "\r\n"));
        texts.addAll(Arrays.asList(text.split("\n")));
      }
    }
    for (String part : resource("/languages.txt").split("(?m)^(?=--- |>>> |=== |### )")) {
      int line = part.indexOf('\n');
      if (part.startsWith("--- ") && part.substring(0, line).strip().endsWith("." + ending)) {
        texts.add(part.substring(line + 1));
      }
    }
    return texts;
  }

  private static String told(Syntax tree) {
    StringBuilder all = new StringBuilder();
    for (int node = 0; node < tree.size(); node++) {
      all.append(node).append(' ').append(tree.kind(node)).append(' ').append(tree.field(node));
      all.append(" in ").append(tree.around(node)).append(" past ").append(tree.past(node));
      all.append(' ').append(tree.begin(node)).append('-').append(tree.end(node)).append('\n');
    }
    return all.append(tree.firstError()).toString();
  }

  @ParameterizedTest
  @CsvSource({"c", "cpp", "py", "js", "ts", "rb", "php", "cs", "kt"})
  void isTheTreeOfTheParser(String ending) throws IOException {
    Grammar grammar = new Grammar(GRAMMARS.get(ending));
    List<String> texts = texts(ending);
    assertThat(texts).hasSizeGreaterThan(5);
    for (String text : texts) {
      assertThat(told(grammar.parse(text))).as(text).isEqualTo(told(grammar.asked(text)));
    }
  }
}
