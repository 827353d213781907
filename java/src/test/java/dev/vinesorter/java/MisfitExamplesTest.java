package dev.vinesorter.java;

import static org.assertj.core.api.Assertions.assertThat;

import dev.vinesorter.core.misfit.Inquiry;
import dev.vinesorter.core.misfit.Misfit;
import dev.vinesorter.core.misfit.MisfitKind;
import dev.vinesorter.core.misfit.Misfits;
import dev.vinesorter.core.model.Survey;
import dev.vinesorter.core.structure.View;
import dev.vinesorter.core.trellis.Trellis;
import dev.vinesorter.source.config.ActionsFile;
import java.io.IOException;
import java.io.InputStream;
import java.nio.charset.StandardCharsets;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.EnumSet;
import java.util.List;
import java.util.Set;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.Arguments;
import org.junit.jupiter.params.provider.MethodSource;

/**
 * Each kind of misfit by small examples: some that have to be told, some much like them not; and so
 * it stays when the same code is written otherwise or stands among other code.
 */
class MisfitExamplesTest {
  @TempDir Path folder;

  /** The examples: a head of kind, {@code told} or {@code quiet}, and unit; then files. */
  static Stream<String> examples() throws IOException {
    try (InputStream in = MisfitExamplesTest.class.getResourceAsStream("/misfits.txt")) {
      String all = new String(in.readAllBytes(), StandardCharsets.UTF_8);
      return Arrays.stream(all.split("(?m)^### ")).skip(1).toList().stream();
    }
  }

  private static String[] head(String example) {
    return example.substring(0, example.indexOf('\n')).strip().split(" ", 3);
  }

  /** Ways to write an example otherwise that change nothing about it. */
  private enum Variant {
    AS_IT_IS {
      @Override
      String of(String example) {
        return example;
      }
    },
    IN_LONGER_PACKAGES {
      @Override
      String of(String example) {
        return example
            .replaceFirst(" a\\.", " org.saltmarsh.a.")
            .replaceAll("(?m)^--- a/", "--- org/saltmarsh/a/")
            .replaceAll("(package|import|import static) a\\b", "$1 org.saltmarsh.a")
            .replaceAll("(?<![\\w.])a\\.(?=([a-z]+\\.)*[A-Z])", "org.saltmarsh.a.");
      }
    },
    AMONG_OTHERS {
      @Override
      String of(String example) {
        return example.stripTrailing() + OTHERS;
      }
    },
    WITH_HEADERS_AND_OTHER_LINE_ENDS {
      @Override
      String of(String example) {
        String head = example.substring(0, example.indexOf('\n') + 1);
        String files = example.substring(head.length());
        return head
            + files
                .replaceAll("(?m)^(--- .*)$", "$1\n/*\n * Free to all.\n * {@code class}\n */")
                .replaceAll("(?m)^(?!---)(.*)$", "$1\r");
      }
    },
    BELOW_A_SOURCE_FOLDER {
      @Override
      String of(String example) {
        return example.replaceAll("(?m)^--- a/", "--- src/main/java/a/")
            + "\n--- src/main/resources/notes.properties\nhouse = open\n";
      }
    };

    /** What stands beside the example in another house. */
    private static final String OTHERS =
        """

        --- z/tide/Gauge.java
        package z.tide;
        public class Gauge { private final Mast mast = new Mast(); public int level() { return mast.height() - 3; } }
        --- z/tide/Mast.java
        package z.tide;
        public class Mast { public int height() { return 9; } }
        --- z/tide/Almanac.java
        package z.tide;
        public class Almanac { int next(Gauge gauge, Mast mast) { return gauge.level() + mast.height(); } }
        --- z/boat/Skiff.java
        package z.boat;
        import z.tide.Almanac;
        public class Skiff { Oar left; Oar right; Almanac almanac; }
        --- z/boat/Oar.java
        package z.boat;
        public class Oar { Skiff of; int reach() { return 2; } }
        """;

    abstract String of(String example);
  }

  static Stream<Arguments> variants() throws IOException {
    List<Arguments> all = new ArrayList<>();
    for (String example : examples().toList()) {
      for (Variant variant : Variant.values()) {
        all.add(Arguments.of(variant, variant.of(example)));
      }
    }
    return all.stream();
  }

  @ParameterizedTest
  @MethodSource("variants")
  void isToldOrNot(Variant variant, String example) {
    String[] head = head(example);
    MisfitKind kind = MisfitKind.of(head[0]);
    Survey survey = Code.at(folder).with(example.substring(example.indexOf('\n') + 1)).survey();
    Inquiry inquiry = new Inquiry(survey, View.MAIN, ActionsFile.with(Trellis.NONE), Set.of());
    int unit = survey.units().find(head[2]);
    assertThat(unit).as("the unit that the example is about").isNotNegative();
    List<Misfit> told =
        Misfits.of(inquiry, Set.of(kind)).stream()
            .filter(m -> m.score() >= Misfits.USUAL_LEAST)
            .filter(m -> m.unit() == unit || m.with().contains(unit))
            .toList();
    assertThat(told).as(variant + ": " + example).hasSize(head[1].equals("told") ? 1 : 0);
    for (Misfit misfit : told) {
      assertThat(misfit.evidence()).isNotEmpty();
      assertThat(misfit.evidence())
          .allMatch(e -> !e.says().isBlank() && (e.reference() >= 0 || e.unit() >= 0));
      assertThat(misfit.mend()).isNotBlank();
      assertThat(misfit.score()).isBetween(0.5, 1.0);
    }
  }

  @Test
  void everyKindHasBothSortsOfExamples() throws IOException {
    Set<MisfitKind> told = EnumSet.noneOf(MisfitKind.class);
    Set<MisfitKind> quiet = EnumSet.noneOf(MisfitKind.class);
    examples()
        .map(MisfitExamplesTest::head)
        .forEach(h -> (h[1].equals("told") ? told : quiet).add(MisfitKind.of(h[0])));
    assertThat(told).containsExactlyInAnyOrder(MisfitKind.values());
    assertThat(quiet).containsExactlyInAnyOrder(MisfitKind.values());
  }
}
