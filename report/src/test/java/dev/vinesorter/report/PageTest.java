package dev.vinesorter.report;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import org.junit.jupiter.api.Test;

class PageTest {
  @Test
  void nothingFromOutsideCommandsTheTerminal() {
    String hostile = "a\u001b[2Jb\rc\u009bd\u202ee\u0007f\tg";

    assertThat(new Page(true).add(hostile).toString()).isEqualTo("a?[2Jb?c?d?e?f\tg");
    assertThat(new Page(true).bold("x\u001bz").toString()).isEqualTo("\u001b[1mx?z\u001b[0m");
    assertThat(Page.printable("Größe 日本 😀")).isEqualTo("Größe 日本 😀");
    assertThat(Page.printable("a\ud83db\ude00c\uffffd\ud83d")).isEqualTo("a?b?c?d?");
  }

  @Test
  void withoutColourThereIsNone() {
    Page page = new Page(false).bold("a").dim("b").warn("c").line();

    assertThat(page.toString()).isEqualTo("abc\n");
  }

  @Test
  void tablesAreAligned() {
    Page page =
        new Page(false)
            .table(List.of("", "n"), List.of(List.of("types", "1"), List.of("x", "1,234")));

    assertThat(page.toString()).isEqualTo("              n\n  types       1\n  x       1,234\n");
  }

  @Test
  void numbersReadWell() {
    assertThat(Page.count(1, "file", "files")).isEqualTo("1 file");
    assertThat(Page.count(0, "file", "files")).isEqualTo("0 files");
    assertThat(Page.number(1234567)).isEqualTo("1,234,567");
  }

  @Test
  void diffsShowEditsMovesAndMissingLineEnds() {
    String diff =
        UnifiedDiff.of(
            List.of(
                new FileChange("a/A.java", "b/A.java", "one\ntwo\n", "one\n2"),
                new FileChange("", "n.txt", "", "new\r\n"),
                new FileChange("g.txt", "", "gone\n", "")));

    assertThat(diff)
        .isEqualTo(
            """
            diff --git a/a/A.java b/b/A.java
            rename from a/A.java
            rename to b/A.java
            --- a/a/A.java
            +++ b/b/A.java
            @@ -1,2 +1,2 @@
             one
            -two
            +2
            \\ No newline at end of file
            diff --git a/n.txt b/n.txt
            new file mode 100644
            --- /dev/null
            +++ b/n.txt
            @@ -0,0 +1,1 @@
            +new\r
            diff --git a/g.txt b/g.txt
            deleted file mode 100644
            --- a/g.txt
            +++ /dev/null
            @@ -1,1 +0,0 @@
            -gone
            """);
    assertThat(new FileChange("a", "b", "", "").title()).isEqualTo("moved    a -> b");
    assertThat(new FileChange("", "b", "", "").title()).isEqualTo("new      b");
    assertThat(new FileChange("a", "", "", "").title()).isEqualTo("deleted  a");
    assertThat(new FileChange("a", "a", "x", "y").title()).isEqualTo("edited   a");
  }
}
