package dev.vinesorter.lang.space;

import dev.vinesorter.source.text.SourceText;
import java.util.Arrays;

/** Lines that leave parts of a source out under a condition. */
final class Conditions {
  private Conditions() {}

  /** In how many conditions a place stands, by the lines before it. */
  static int depth(String text, int at) {
    int line = Arrays.binarySearch(SourceText.lineStarts(text), at);
    return depths(text)[line < 0 ? -line - 2 : line];
  }

  /** In how many conditions each line stands, those that itself says not counted. */
  static int[] depths(String text) {
    int[] starts = SourceText.lineStarts(text);
    int[] depths = new int[starts.length];
    int depth = 0;
    for (int line = 0; line < starts.length; line++) {
      depths[line] = depth;
      int word = starts[line];
      while (word < text.length() && (text.charAt(word) == ' ' || text.charAt(word) == '\t')) {
        word++;
      }
      depth += text.startsWith("#if", word) ? 1 : text.startsWith("#endif", word) ? -1 : 0;
    }
    return depths;
  }
}
