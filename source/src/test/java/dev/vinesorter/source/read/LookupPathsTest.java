package dev.vinesorter.source.read;

import static org.assertj.core.api.Assertions.assertThat;

import dev.vinesorter.source.text.Overlay;
import dev.vinesorter.source.text.Root;
import dev.vinesorter.source.text.SourceWalk;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** What builds say of where things are looked for, and what strangers may write there. */
class LookupPathsTest {
  @TempDir Path folder;

  private void write(String path, String text) throws IOException {
    Path file = folder.resolve(path);
    Files.createDirectories(file.getParent());
    Files.writeString(file, text);
  }

  private LookupPaths paths(String... includePath) {
    Root root = Root.of(folder);
    Overlay sources = new Overlay(root, SourceWalk.of(root).files(), StandardCharsets.UTF_8);
    return LookupPaths.of(
        sources,
        path -> LookupPaths.saysIncludes(path) || LookupPaths.saysModules(path),
        new ReadOptions(List.of(), "", List.of(), List.of(), List.of(includePath)));
  }

  @Test
  void foldersOfIncludesStandInTheOrderOfTheCommand() throws IOException {
    write("src/a.c", "");
    write("src/b.c", "");
    write(
        "compile_commands.json",
        """
        [{"directory": "/home/ci/salt/build", "file": "/home/ci/salt/src/a.c", "output": "a.o",
          "command": "cc '-I../in clude' -I /usr/include -isystem ../lib -DX=\\"a\\\\ b\\" -I../.. -I. a.c"},
         {"directory": "/home/ci/salt", "file": "src/b.c",
          "arguments": ["cc", "-iquote", "own", "-I", "lib", "-I../../etc", "-I"]}]
        """);
    LookupPaths found = paths();
    assertThat(found.includes("src/a.c")).containsExactly("in clude", "lib", "build");
    assertThat(found.includes("src/b.c")).containsExactly("own", "lib");
    // A header is in no command: it is looked from as from any source.
    assertThat(found.includes("lib/x.h")).containsExactly("in clude", "lib", "build", "own");
    assertThat(paths("first").includes("src/b.c")).containsExactly("first", "own", "lib");
  }

  @Test
  void pathsOfAnotherSystemAreUnderstood() throws IOException {
    write("src/a.c", "");
    write(
        "out/compile_commands.json",
        """
        [{"directory": "C:\\\\work\\\\out", "file": "..\\\\src\\\\a.c", "arguments": ["cl", "-I..\\\\inc"]}]
        """);
    assertThat(paths().includes("src/a.c")).containsExactly("inc");
  }

  @Test
  void whatIsDamagedOrMeantToHarmCountsForNothing() throws IOException {
    write("src/a.c", "");
    for (String text :
        List.of(
            "",
            "{}",
            "[[[[",
            "[{\"file\": \"src/a.c\"",
            "[{\"file\": 3, \"directory\": null}]",
            "[{\"file\": \"../../../../src/a.c\", \"directory\": \"\", \"command\": \"cc -I..\"}]",
            "[".repeat(10_000),
            "[{\"command\": \"" + "'".repeat(100_001) + "\", \"file\": \"src/a.c\"}]")) {
      write("compile_commands.json", text);
      write("tsconfig.json", text);
      LookupPaths found = paths();
      assertThat(found.includes("src/a.c")).as(text).isEmpty();
      assertThat(found.aliases("src")).as(text).isEmpty();
    }
  }

  @Test
  void modulesHaveOtherNames() throws IOException {
    write(
        "web/base.json",
        "{\"compilerOptions\": {\"baseUrl\": \"src\", \"paths\": {\"@a/*\": [\"a/*\", \"b/*\"]}}}");
    write(
        "web/tsconfig.json",
        "{\"extends\": \"./base\", \"files\": [], /* a word */ \"compilerOptions\": {\"strict\":"
            + " true,}}");
    write(
        "web/tool/jsconfig.json",
        "{\"compilerOptions\": {\"paths\": {\"x*y\": [\"../../../up/*\"]}}}");
    write("loop/tsconfig.json", "{\"extends\": \"./tsconfig.json\"}");
    LookupPaths found = paths();
    assertThat(found.aliases("web/src/deep"))
        .extracting(one -> one.path("@a/sheet"))
        .containsExactly("web/src/a/sheet", "web/src/b/sheet", "web/src/@a/sheet");
    assertThat(found.aliases("web/src").get(0).path("other")).isNull();
    assertThat(found.aliases("web/tool")).isEmpty();
    assertThat(found.aliases("loop")).isEmpty();
    assertThat(new LookupPaths.Alias("x*y", "up/*").path("xy")).isEqualTo("up/");
    assertThat(new LookupPaths.Alias("x*x", "up/*").path("x")).isNull();
  }
}
