package dev.vinesorter.java.read;

import static org.assertj.core.api.Assertions.assertThat;

import dev.vinesorter.core.model.Survey;
import dev.vinesorter.java.Code;
import dev.vinesorter.source.read.Progress;
import dev.vinesorter.source.read.Reading;
import dev.vinesorter.source.text.Overlay;
import dev.vinesorter.source.text.SourceText;
import java.nio.charset.StandardCharsets;
import java.nio.file.Path;
import java.util.List;
import java.util.Set;
import java.util.TreeSet;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

class RereadingTest {
  @TempDir Path folder;

  /** States follow each other, go back, lose a file and gain one; each is read as from nothing. */
  @Test
  void eachStateIsReadAsIfItWereTheFirst() {
    Code code =
        Code.at(folder)
            .with(
                """
                --- a/Reed.java
                package a; public class Reed { public static int stems() { return 3; } }
                --- a/Sedge.java
                package a; class Sedge { int n = Reed.stems(); }
                --- b/Rush.java
                package b; class Rush { a.Reed reed; int n() { return a.Reed.stems(); } }
                --- b/Moss.java
                package b; class Moss { }
                """);
    Reading first = new JavaReader().read(code.overlay(), code.options(), Progress.SILENT);
    Rereading rereading = new Rereading(first, code.options());
    Overlay start = code.overlay();
    Overlay renamed = start.copy();
    renamed.put(
        "a/Reed.java", text("package a; public class Reed { static int culms() { return 3; } }"));
    Overlay mended = renamed.copy();
    mended.put("a/Sedge.java", text("package a; class Sedge { int n = Reed.culms(); }"));
    Overlay fewer = mended.copy();
    fewer.remove("b/Rush.java");
    fewer.put("b/Fern.java", text("package b; class Fern extends Moss { a.Reed reed; }"));
    Set<Integer> states = new TreeSet<>();
    for (Overlay state : List.of(start, renamed, mended, renamed, fewer, start, fewer)) {
      Survey cold = new JavaReader().read(state, code.options(), Progress.SILENT).survey();
      Survey again = rereading.apply(state);
      assertThat(again.references().columns()).isDeepEqualTo(cold.references().columns());
      assertThat(again.units().columns())
          .usingRecursiveComparison()
          .isEqualTo(cold.units().columns());
      assertThat(again.problems()).isEqualTo(cold.problems());
      states.add(cold.units().size());
    }
    assertThat(states).hasSizeGreaterThan(1);
  }

  private static SourceText text(String text) {
    return new SourceText(text, StandardCharsets.UTF_8, false, false);
  }
}
