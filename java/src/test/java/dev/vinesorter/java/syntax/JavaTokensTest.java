package dev.vinesorter.java.syntax;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.ArrayList;
import java.util.List;
import java.util.Random;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class JavaTokensTest {
  private static List<String> words(String text) {
    JavaTokens tokens = JavaTokens.of(text);
    List<String> words = new ArrayList<>();
    for (int token = 0; token < tokens.size(); token++) {
      words.add(text.substring(tokens.begin(token), tokens.end(token)));
    }
    return words;
  }

  @ParameterizedTest
  @CsvSource(
      delimiter = '|',
      quoteCharacter = '`',
      value = {
        "a.b(c)|a . b ( c )",
        "x->y::z|x -> y :: z",
        "int... n|int ... n",
        "1.5e-3+0x1F|1.5e-3 + 0x1F",
        "'\\'' \"a\\\"b\"|'\\'' \"a\\\"b\"",
        "a/*b*/c//d|a c",
        "\"// no\" x|\"// no\" x"
      })
  void tokensOf(String text, String expected) {
    assertThat(String.join(" ", words(text))).isEqualTo(expected);
  }

  @Test
  void textBlocksAndCommentsAreWhole() {
    String text = "s = \"\"\"\n  a \\\"\"\" \" b\n  \"\"\"; /** doc\n */ int x;";
    JavaTokens tokens = JavaTokens.of(text);

    assertThat(words(text)).contains("int", "x").hasSize(7);
    assertThat(tokens.comments()).isEqualTo(1);
    assertThat(tokens.isDoc(0)).isTrue();
    assertThat(text.substring(tokens.commentBegin(0), tokens.commentEnd(0))).endsWith("*/");
  }

  @Test
  void escapedIdentifiersReadAsWhatTheyMean() {
    JavaTokens tokens = JavaTokens.of("\\u0061bc \\uuu0041 ünï");

    assertThat(tokens.text(0)).isEqualTo("abc");
    assertThat(tokens.isWord(1, "A")).isTrue();
    assertThat(tokens.isWord(2, "ünï")).isTrue();
    assertThat(tokens.isWord(3)).isFalse();
  }

  @Test
  void anyTextEndsAndTokensNeverOverlap() {
    String alphabet = "ab1.\"'/*\\u\n ();@-><";
    for (int seed = 0; seed < 500; seed++) {
      Random random = new Random(seed);
      StringBuilder text = new StringBuilder();
      for (int n = random.nextInt(60); n > 0; n--) {
        text.append(alphabet.charAt(random.nextInt(alphabet.length())));
      }
      JavaTokens tokens = JavaTokens.of(text.toString());
      int past = 0;
      for (int token = 0; token < tokens.size(); token++) {
        assertThat(tokens.begin(token)).as("seed %d", seed).isGreaterThanOrEqualTo(past);
        past = tokens.end(token);
        assertThat(past).isGreaterThan(tokens.begin(token)).isLessThanOrEqualTo(text.length());
        assertThat(tokens.from(tokens.begin(token))).isEqualTo(token);
        assertThat(tokens.before(past)).isEqualTo(token);
      }
    }
  }

  @Test
  void headerIsReadFromTokensAlone() {
    JavaHeader header =
        JavaHeader.of(
            JavaTokens.of(
                "// license\n@Deprecated(since = \"1\")\npackage a . b;\nimport x.Y;\n"
                    + "import static x.Y.*; ;import z.*;\nclass C {}"));

    assertThat(header.packageName()).isEqualTo("a.b");
    assertThat(header.imports())
        .extracting(i -> (i.isStatic() ? "static " : "") + i.name() + (i.onDemand() ? ".*" : ""))
        .containsExactly("x.Y", "static x.Y.*", "z.*");
    assertThat(JavaHeader.of(JavaTokens.of("class C {}")).packageName()).isEmpty();
    assertThat(JavaHeader.of(JavaTokens.of("import ;import a.")).imports()).isEmpty();
  }
}
