package dev.vinesorter.java.seam;

import com.sun.source.tree.Tree;
import dev.vinesorter.java.code.SourceView;
import dev.vinesorter.java.compile.LocatedTree;
import dev.vinesorter.java.rewrite.MemberRegion;
import dev.vinesorter.java.rewrite.Rewriting;
import dev.vinesorter.java.syntax.TextLines;
import dev.vinesorter.source.text.TextEdits;
import java.util.ArrayList;
import java.util.Collection;
import java.util.List;

/** Members and statements that leave a file, with the blank lines that parted them from others. */
final class TakenOut {
  private TakenOut() {}

  /** The parts of the text that go with some members. */
  static List<int[]> of(SourceView code, int file, Collection<Integer> members) {
    List<int[]> gone = new ArrayList<>();
    for (int member : members) {
      TextEdits edits = new TextEdits();
      MemberRegion.of(code, member).takeOut(code, file, edits);
      edits.list().forEach(one -> gone.add(new int[] {one.begin(), one.end()}));
    }
    return gone;
  }

  /** Takes a statement out, with its line where it has one of its own. */
  static void statement(Rewriting rewriting, int file, LocatedTree tree, Tree statement) {
    String text = tree.text();
    int begin = tree.begin(statement);
    int end = tree.end(statement);
    int line = TextLines.begin(text, begin);
    int next = TextLines.next(text, end);
    boolean alone = text.substring(line, begin).isBlank() && text.substring(end, next).isBlank();
    rewriting.in(file).remove(alone ? line : begin, alone ? next : end);
  }

  /** Takes parts out, of which neighbours may share a blank line. */
  static void from(Rewriting rewriting, int file, List<int[]> gone) {
    SourceView code = rewriting.code();
    String text = code.text(file);
    gone.sort((a, b) -> Integer.compare(a[0], b[0]));
    for (int n = 0; n < gone.size(); n++) {
      int past = gone.get(n)[1];
      int begin = gone.get(n)[0];
      while (n + 1 < gone.size() && gone.get(n + 1)[0] <= past) {
        past = Math.max(past, gone.get(++n)[1]);
      }
      boolean first = code.tokens(file).is(code.tokens(file).before(begin), "{");
      int next = TextLines.next(text, past);
      rewriting.in(file).remove(begin, first && text.substring(past, next).isBlank() ? next : past);
    }
  }
}
