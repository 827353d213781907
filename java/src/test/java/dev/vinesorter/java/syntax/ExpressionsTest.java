package dev.vinesorter.java.syntax;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** Expressions and parameters read from tokens, and what is known not to be null. */
class ExpressionsTest {
  private static Expressions of(String text) {
    return new Expressions(JavaTokens.of(text), text);
  }

  @ParameterizedTest
  @CsvSource(
      delimiter = '|',
      value = {
        "x = a.b(c)[d] . m()|m|a.b(c)[d]",
        "return this.f.m();|m|this.f",
        "new A(1, 2).m()|m|new A(1, 2)",
        "new a.b.C().m()|m|new a.b.C()",
        "f(a, b.m())|m|b",
        "(a + b).m()|m|(a + b)",
        "\"text\".m()|m|\"text\"",
        "A.class.m()|m|A.class",
        "a + b().c().m()|m|b().c()",
        "((B) x).m()|m|((B) x)",
        "a < b.m()|m|b",
      })
  void receiverIsTheWholePrimaryExpression(String text, String method, String receiver) {
    JavaTokens tokens = JavaTokens.of(text);
    int at = tokens.from(text.lastIndexOf(".") + 1);
    while (!tokens.is(at, method)) {
      at++;
    }
    int first = of(text).primaryBegin(at - 2);
    assertThat(text.substring(tokens.begin(first), tokens.end(at - 2))).isEqualTo(receiver);
  }

  @ParameterizedTest
  @CsvSource(
      delimiter = '|',
      value = {"(B) x.m()|x", "a.<T>b().m()|", "x -> y.m()|y"})
  void whatIsNotUnderstoodIsSaid(String text, String receiver) {
    JavaTokens tokens = JavaTokens.of(text);
    int at = tokens.size() - 1;
    while (!tokens.is(at, "m")) {
      at--;
    }
    int first = of(text).primaryBegin(at - 2);
    if (receiver == null) {
      assertThat(first).isNegative();
    } else {
      assertThat(text.substring(tokens.begin(first), tokens.end(at - 2))).isEqualTo(receiver);
    }
  }

  @Test
  void argumentsEndAtCommasOfTheirOwn() {
    String text = "f(a, g(b, c), (x, y) -> { return x; }, new int[] {1, 2})";
    Expressions expressions = of(text);
    List<String> found = expressions.arguments(1).stream().map(expressions::text).toList();
    assertThat(found)
        .containsExactly("a", "g(b, c)", "(x, y) -> { return x; }", "new int[] {1, 2}");
    assertThat(of("f()").arguments(1)).isEmpty();
  }

  @ParameterizedTest
  @CsvSource(
      delimiter = '|',
      value = {
        "a|true|false",
        "this.a.b|true|false",
        "\"x\"|true|false",
        "a()|false|false",
        "new A()|false|false",
        "a = b|false|true",
        "i++|false|true",
        "a == b|false|false",
        "a <= b|false|false",
        "a >>= 1|false|true",
      })
  void pureAndAssigning(String text, boolean pure, boolean assigns) {
    Expressions expressions = of(text);
    Expressions.Run all = new Expressions.Run(0, JavaTokens.of(text).size());
    assertThat(expressions.isPure(all)).isEqualTo(pure);
    assertThat(expressions.assigns(all)).isEqualTo(assigns);
  }

  @Test
  void parametersHaveATypeAndAName() {
    String text = "m(final Map<String, List<A>> of, @Deprecated b.C[] these, int... more) {}";
    JavaTokens tokens = JavaTokens.of(text);
    List<Parameters.Parameter> found = Parameters.of(tokens, 1);
    assertThat(found).extracting(p -> tokens.text(p.name())).containsExactly("of", "these", "more");
    assertThat(tokens.text(found.get(0).type())).isEqualTo("Map");
    assertThat(Parameters.of(JavaTokens.of("m() {}"), 1)).isEmpty();
  }
}
