package dev.vinesorter.java;

import static org.assertj.core.api.Assertions.assertThat;

import dev.vinesorter.core.plan.Leave;
import dev.vinesorter.core.plan.Step;
import dev.vinesorter.source.plan.Rehearsal;
import dev.vinesorter.source.text.Overlay;
import dev.vinesorter.source.text.SourceText;
import java.nio.charset.StandardCharsets;
import java.nio.file.Path;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeMap;
import java.util.function.UnaryOperator;
import java.util.stream.Stream;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.Arguments;
import org.junit.jupiter.params.provider.MethodSource;

/**
 * Editing sources and writing them another way are independent: line ends, byte-order marks,
 * encodings, tabs, missing final line ends and names outside ASCII survive every kind of step. So
 * the outcome for sources written one way is the outcome for plain sources, written that way.
 */
class BytesTest {
  @TempDir Path folder;

  private static final Map<String, String> CODE =
      Map.of(
          "a/Größe.java",
          """
          package a;

          import java.util.List;

          /** Wie groß; siehe {@link Maß#wert} und {@link #zahl(List)}. */
          public class Größe {
            /** Ein Feld. */
            Maß maß = new Maß();

            static int zahl(List<Maß> alle) { // Kommentar: äöü
              int summe = 0;
              for (Maß eines : alle) {
                summe += eines.wert;
              }

              return summe + GRENZE;
            }

            static final int GRENZE = 3;

            String text(Maß eines, boolean laut) {
              return eines.name() + laut;
            }

            String alle() { return text(maß, true) + zahl(List.of(maß)); }
          }
          """,
          "a/Maß.java",
          """
          package a;

          class Maß {
            int wert;

            String name() {
              return "ß" + wert;
            }
          }
          """,
          "b/Leer.java",
          """
          package b;

          public class Leer {
            a.Größe größe;
          }
          """);

  static Stream<Arguments> waysAndSteps() {
    List<Step> steps =
        List.of(
            Step.move("a.Maß", "b", true, 0),
            Step.move("a.Größe", "c.d", true, 0),
            Step.rename("a.Größe", "Umfang", 0),
            Step.rename("a.Größe#zahl(List)", "anzahl", 0),
            Step.rename("a.Maß#wert", "betrag", 0),
            Step.rename("a", "maße", 0),
            Step.move("a.Größe#zahl(List)", "b.Leer", true, 0),
            Step.move("a.Größe#GRENZE", "a.Maß", true, 0),
            Step.move("a.Größe#text(Maß, boolean)", "a.Maß", true, 0),
            Step.sort("a.Größe", List.of(), 0),
            new Step.Tighten(List.of("a.*"), Set.of(Leave.WIDEN), 0));
    Map<String, UnaryOperator<String>> ways = new TreeMap<>();
    ways.put("CR LF", text -> text.replace("\n", "\r\n"));
    ways.put("tabs", text -> text.replace("  ", "\t"));
    ways.put("no line end at the end", String::stripTrailing);
    ways.put("as it is", text -> text);
    return ways.entrySet().stream()
        .flatMap(
            way -> steps.stream().map(step -> Arguments.of(way.getKey(), way.getValue(), step)));
  }

  private Map<String, String> after(
      String name, UnaryOperator<String> way, boolean mark, boolean latin, Step step) {
    Code code = Code.at(folder.resolve(name));
    if (latin) {
      code.encoding("ISO-8859-1");
    }
    CODE.forEach(
        (path, text) -> {
          String written = (mark ? "\uFEFF" : "") + way.apply(text);
          code.file(
              path, written.getBytes(latin ? StandardCharsets.ISO_8859_1 : StandardCharsets.UTF_8));
        });
    Rehearsal rehearsal = code.rehearse(step);
    assertThat(rehearsal.steps().get(0).reasons()).isEmpty();
    Rehearsal.Proof proof = code.prove(rehearsal);
    assertThat(proof.newErrors()).isEmpty();
    assertThat(proof.rebindings()).isEmpty();
    Overlay sources = rehearsal.sources();
    Map<String, String> texts = new TreeMap<>();
    for (String path : sources.paths()) {
      SourceText text = sources.text(path);
      assertThat(text.mark()).isEqualTo(mark);
      byte[] bytes = text.bytes();
      String read = new String(bytes, latin ? StandardCharsets.ISO_8859_1 : StandardCharsets.UTF_8);
      texts.put(path, mark ? read.substring(1) : read);
    }
    return texts;
  }

  @ParameterizedTest(name = "{0}: {2}")
  @MethodSource("waysAndSteps")
  void stepAndWayOfWritingAreIndependent(String name, UnaryOperator<String> way, Step step) {
    Map<String, String> plain = after("plain", text -> text, false, false, step);
    Map<String, String> written = after("written", way, false, false, step);
    plain.replaceAll((path, text) -> way.apply(text));
    written.replaceAll((path, text) -> name.startsWith("no line") ? text.stripTrailing() : text);
    assertThat(written).isEqualTo(plain);
    assertThat(after("marked", way, true, false, step))
        .isEqualTo(after("unmarked", way, false, false, step));
    assertThat(after("latin", way, false, true, step))
        .isEqualTo(after("unicode", way, false, false, step));
  }

  /** Escapes in literals and comments stay what they are. */
  @ParameterizedTest(name = "escapes: {2}")
  @MethodSource("plainlyWritten")
  void escapesStay(String name, UnaryOperator<String> way, Step step) {
    UnaryOperator<String> escaped =
        text -> text.replace("\"ß\"", "\"\\u00df\"").replace("äöü", "\\u00e4\\uu00f6ü");
    Map<String, String> plain = after("letters", way, false, false, step);
    Map<String, String> written = after("escapes", escaped, false, false, step);
    plain.replaceAll((path, text) -> escaped.apply(text));
    assertThat(written).isEqualTo(plain);
    assertThat(String.join("", written.values())).contains("\\u00df", "\\uu00f6");
  }

  static Stream<Arguments> plainlyWritten() {
    return waysAndSteps().filter(arguments -> arguments.get()[0].equals("as it is"));
  }
}
