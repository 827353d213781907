package dev.vinesorter.source.text;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import dev.vinesorter.core.model.Glob;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;

/** What is found below a root, and that nothing leaves it. */
class FilesTest {
  @TempDir Path folder;

  private void write(String path) throws IOException {
    Path file = folder.resolve(path);
    Files.createDirectories(file.getParent());
    Files.writeString(file, path);
  }

  @ParameterizedTest
  @ValueSource(strings = {"../x", "a/../../x", "/etc/passwd", "link/x", "linkfile", "."})
  void pathsThatLeaveTheRootAreRefused(String path) throws IOException {
    Path root = Files.createDirectory(folder.resolve("root"));
    Files.createSymbolicLink(root.resolve("link"), folder);
    Files.createSymbolicLink(root.resolve("linkfile"), Path.of("/etc/hostname"));

    assertThatThrownBy(() -> Root.of(root).resolve(path))
        .isInstanceOf(CannotWorkException.class)
        .hasMessageContaining("root");
  }

  @Test
  void pathsInsideAreResolvedWhetherThereOrNot() throws IOException {
    Root root = Root.of(folder);

    assertThat(root.resolve("a/b/C.java")).isEqualTo(folder.toRealPath().resolve("a/b/C.java"));
    assertThat(root.relative(root.resolve("a/b"))).isEqualTo("a/b");
    assertThatThrownBy(() -> Root.of(folder.resolve("none"))).hasMessageContaining("--root");
  }

  @Test
  void walkPassesOverHiddenAndBuiltFoldersAndLoops() throws IOException {
    for (String path :
        List.of(
            "src/A.java",
            ".git/x",
            ".vinesort/y",
            "node_modules/z",
            "m/pom.xml",
            "m/target/T.java",
            "org/build/B.java",
            "org/target/C.java",
            "left/out/D.java")) {
      write(path);
    }
    Files.createSymbolicLink(folder.resolve("src/loop"), folder.resolve("src"));
    Files.createSymbolicLink(folder.resolve("src/Link.java"), Path.of("A.java"));
    Files.createSymbolicLink(folder.resolve("src/Gone.java"), Path.of("nowhere"));
    Files.createSymbolicLink(folder.resolve("etc"), Path.of("/etc"));

    SourceWalk walk = SourceWalk.of(Root.of(folder));

    assertThat(walk.files())
        .containsExactly(
            "left/out/D.java",
            "m/pom.xml",
            "org/build/B.java",
            "org/target/C.java",
            "src/A.java",
            "src/Link.java");
    assertThat(walk.problems())
        .extracting(problem -> problem.file())
        .containsExactlyInAnyOrder("etc", "src/Gone.java");
  }

  @ParameterizedTest
  @CsvSource({
    "**/generated/**, a/generated/b/C.java, true",
    "**/generated/**, generated/C.java, true",
    "**/generated/**, a/generatedx/C.java, false",
    "*.java, A.java, true",
    "*.java, a/A.java, false",
    "a/?.java, a/B.java, true",
    "a/**, a/b/c, true",
    "a.b, axb, false"
  })
  void globs(String glob, String path, boolean matches) {
    assertThat(Glob.ofPath(glob).matches(path)).isEqualTo(matches);
    assertThat(Glob.ofPath(glob)).hasToString(glob);
  }

  @Test
  void overlayShowsWhatAPlanChangedAndLeavesTheDiskAlone() throws IOException {
    write("a/A.java");
    write("a/B.java");
    Root root = Root.of(folder);
    Overlay overlay = new Overlay(root, List.of("a/A.java", "a/B.java"), StandardCharsets.UTF_8);
    Overlay before = overlay.copy();
    overlay.move("a/A.java", "b/A.java", overlay.text("a/A.java").with("moved"));
    overlay.put("a/B.java", overlay.text("a/B.java").with("edited"));

    assertThat(overlay.paths()).containsExactly("a/B.java", "b/A.java");
    assertThat(overlay.text("b/A.java").text()).isEqualTo("moved");
    assertThat(overlay.origin("b/A.java")).isEqualTo("a/A.java");
    assertThat(overlay.changed()).containsKeys("a/A.java", "a/B.java", "b/A.java");
    assertThat(overlay.changed().get("a/A.java")).isNull();
    assertThatThrownBy(() -> overlay.text("a/A.java")).hasMessageContaining("took");
    assertThat(before.paths()).containsExactly("a/A.java", "a/B.java");
    assertThat(folder.resolve("a/A.java")).hasContent("a/A.java");
  }

  @Test
  void fileMovedOnAndBackLeavesNothingBehind() throws IOException {
    write("a/A.java");
    Overlay overlay = new Overlay(Root.of(folder), List.of("a/A.java"), StandardCharsets.UTF_8);
    SourceText text = overlay.text("a/A.java");
    overlay.move("a/A.java", "b/A.java", text);
    overlay.move("b/A.java", "c/A.java", text);

    assertThat(overlay.changed().keySet()).containsExactly("a/A.java", "c/A.java");
    assertThat(overlay.origin("c/A.java")).isEqualTo("a/A.java");
  }
}
