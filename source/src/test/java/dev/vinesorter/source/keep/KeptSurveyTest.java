package dev.vinesorter.source.keep;

import static org.assertj.core.api.Assertions.assertThat;

import dev.vinesorter.core.model.Kind;
import dev.vinesorter.core.model.Level;
import dev.vinesorter.core.model.Problem;
import dev.vinesorter.core.model.Site;
import dev.vinesorter.core.model.Survey;
import dev.vinesorter.core.model.SurveyBuilder;
import dev.vinesorter.source.read.ReadOptions;
import dev.vinesorter.source.text.Memo;
import dev.vinesorter.source.text.Root;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Arrays;
import java.util.List;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

class KeptSurveyTest {
  @TempDir Path folder;

  private static Survey survey() {
    SurveyBuilder builder = new SurveyBuilder();
    int file = builder.unit(Level.FILE, builder.unit(Level.PACKAGE, -1, "ä.b"), "a/A.card");
    builder.file(file, builder.unit(Level.MODULE, -1, "module:m"), 9, new int[] {0, 4});
    int type = builder.unit(Level.TYPE, file, "A");
    builder.span(type, 1, 8, 2);
    builder.doc(type, "A first sentence.");
    builder.reference(type, file, Kind.REFERS, 3, 5, true);
    builder.problem(new Problem("a/A.card", 2, "compiler", "no"));
    builder.unresolved("X", new Site("a/A.card", 1, 2, 1, 2));
    return builder.build();
  }

  private KeptSurvey kept(Root root) {
    ReadOptions options = new ReadOptions(List.of("/lib/x.jar"), "UTF-8", List.of("**/out/**"));
    ReadOptions more =
        new ReadOptions(
            List.of("/lib/x.jar"), "UTF-8", List.of("x"), List.of("m"), List.of("include"));
    return new KeptSurvey(
        survey(),
        Memo.of(java.util.Map.of("a/A.card", "ä note")),
        options,
        more,
        KeptSurvey.stamps(root, List.of("a/A.card")),
        7);
  }

  @Test
  void surveyComesBackAsItWasKept() throws IOException {
    Files.createDirectories(folder.resolve("a"));
    Files.writeString(folder.resolve("a/A.card"), "class A {}");
    Root root = Root.of(folder);
    OwnFolder own = new OwnFolder(root);
    assertThat(own.kept()).isNull();
    KeptSurvey before = kept(root);
    own.keep(before);
    KeptSurvey after = own.kept();

    assertThat(after.options()).isEqualTo(before.options());
    assertThat(after.stamps()).isEqualTo(before.stamps());
    assertThat(after.asked()).isEqualTo(before.asked());
    assertThat(after.memo().notes()).containsExactly(java.util.Map.entry("a/A.card", "ä note"));
    assertThat(after.leftOut()).isEqualTo(7);
    assertThat(after.survey().problems()).isEqualTo(before.survey().problems());
    assertThat(after.survey().unresolved()).isEqualTo(before.survey().unresolved());
    int type = after.survey().units().find("ä.b.A");
    assertThat(after.survey().units().doc(type)).isEqualTo("A first sentence.");
    assertThat(after.survey().site(0)).isEqualTo(before.survey().site(0));
    assertThat(after.survey().references().indirect(0)).isTrue();
  }

  @Test
  void fileCutShortAnywhereIsNoSurvey() throws IOException {
    Root root = Root.of(folder);
    new OwnFolder(root).keep(kept(root));
    Path file = folder.resolve(".vinesort/survey.bin");
    byte[] whole = Files.readAllBytes(file);
    for (int length = 0; length < whole.length; length++) {
      Files.write(file, Arrays.copyOf(whole, length));
      assertThat(new OwnFolder(root).kept()).as("cut at %d of %d", length, whole.length).isNull();
    }
  }

  @Test
  void changesSinceTheSurveyAreNamed() throws IOException {
    Files.createDirectories(folder.resolve("a"));
    Files.writeString(folder.resolve("a/A.card"), "class A {}");
    KeptSurvey kept = kept(Root.of(folder));
    assertThat(kept.changedSince(Root.of(folder))).isEmpty();

    Files.writeString(folder.resolve("a/A.card"), "class A { }");
    Files.writeString(folder.resolve("a/New.card"), "class New {}");
    assertThat(kept.changedSince(Root.of(folder))).containsExactly("a/A.card", "a/New.card");

    Files.writeString(folder.resolve("a/A.card"), "class A {}");
    Files.delete(folder.resolve("a/New.card"));
    assertThat(kept.changedSince(Root.of(folder))).as("same bytes, later time").isEmpty();

    Files.delete(folder.resolve("a/A.card"));
    assertThat(kept.changedSince(Root.of(folder))).containsExactly("a/A.card");
  }
}
