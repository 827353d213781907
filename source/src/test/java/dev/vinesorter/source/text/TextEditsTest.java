package dev.vinesorter.source.text;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.util.Random;
import org.junit.jupiter.api.Test;

class TextEditsTest {
  @Test
  void editsInAnyOrderGiveOneText() {
    TextEdits edits = new TextEdits();
    edits.replace(8, 9, "C");
    edits.insert(0, "> ");
    edits.remove(3, 5);

    assertThat(edits.apply("abcdefghi")).isEqualTo("> abcfghC");
  }

  @Test
  void overlapIsRefused() {
    TextEdits edits = new TextEdits();
    edits.replace(2, 6, "x");

    assertThatThrownBy(() -> edits.replace(5, 8, "y"))
        .isInstanceOf(IllegalStateException.class)
        .hasMessageContaining("overlap");
  }

  @Test
  void sameEditTwiceIsOne() {
    TextEdits edits = new TextEdits();
    edits.insert(3, "public ");
    edits.insert(3, "public ");

    assertThat(edits.apply("   int a;")).isEqualTo("   public int a;");
  }

  @Test
  void insertionStandsBeforeWhatFollows() {
    TextEdits edits = new TextEdits();
    edits.insert(3, "new ");

    assertThat(edits.place(3)).isEqualTo(7);
    assertThat(edits.placeBefore(3)).isEqualTo(3);
    assertThat(edits.place(2)).isEqualTo(2);
    assertThat(edits.isEmpty()).isFalse();
    assertThat(edits.list()).hasSize(1);
  }

  /** Every char that no edit touches stands, in the new text, where {@code place} says. */
  @Test
  void placesFollowUntouchedChars() {
    for (int seed = 0; seed < 300; seed++) {
      Random random = new Random(seed);
      String old =
          random
              .ints(60, 'a', 'z' + 1)
              .collect(StringBuilder::new, StringBuilder::appendCodePoint, StringBuilder::append)
              .toString();
      TextEdits edits = new TextEdits();
      boolean[] touched = new boolean[old.length()];
      int at = 0;
      while (at < old.length() - 6) {
        int begin = at + random.nextInt(5);
        int end = begin + random.nextInt(4);
        edits.replace(begin, end, "#".repeat(random.nextInt(4)));
        for (int n = begin; n < end; n++) {
          touched[n] = true;
        }
        at = end + 1;
      }
      String fresh = edits.apply(old);
      for (int n = 0; n < old.length(); n++) {
        if (!touched[n]) {
          assertThat(fresh.charAt(edits.place(n)))
              .as("seed %d, char %d", seed, n)
              .isEqualTo(old.charAt(n));
        }
      }
    }
  }
}
