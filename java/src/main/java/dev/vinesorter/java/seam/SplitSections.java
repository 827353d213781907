package dev.vinesorter.java.seam;

import dev.vinesorter.core.model.Units;
import dev.vinesorter.java.code.SourceView;
import dev.vinesorter.java.rewrite.MemberRegion;
import dev.vinesorter.java.syntax.JavaTokens;
import dev.vinesorter.java.syntax.TextLines;
import java.util.Comparator;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;
import java.util.stream.IntStream;

/** Comments that head a part of a type, and of which every member under them goes. */
final class SplitSections {
  private final SourceView code;
  private final Units units;
  private final SplitMembers members;
  private final int file;
  private final String text;
  private final JavaTokens tokens;

  SplitSections(SourceView code, SplitMembers members) {
    this.code = code;
    this.units = code.units();
    this.members = members;
    this.file = units.fileOf(members.inOrder().get(0));
    this.text = code.text(file);
    this.tokens = code.tokens(file);
  }

  /** Where they stand, from and to, by the member right behind each. */
  Map<Integer, int[]> headings() {
    Map<Integer, int[]> found = new TreeMap<>();
    for (int member : members.inOrder()) {
      int[] heading = members.leavesForward(member) ? null : heading(member);
      if (heading != null && isWhole(member)) {
        found.put(member, heading);
      }
    }
    return found;
  }

  /** The line comment that stands apart right before a member's own text; null for none. */
  private int[] heading(int member) {
    int begin = MemberRegion.of(code, member).begin();
    for (int comment = 0; comment < tokens.comments(); comment++) {
      int from = tokens.commentBegin(comment);
      int past = tokens.commentEnd(comment);
      int line = TextLines.begin(text, from);
      boolean apart =
          past <= begin
              && line > 0
              && text.startsWith("//", from)
              && text.substring(line, from).isBlank()
              && text.substring(past, begin).isBlank()
              && text.substring(past, begin).replace("\r", "").startsWith("\n\n")
              && text.substring(TextLines.previous(text, line), line).isBlank();
      if (apart) {
        return new int[] {line, past};
      }
    }
    return null;
  }

  /** Whether all that stands behind a member up to the next heading goes as well. */
  private boolean isWhole(int first) {
    int owner = units.parent(first);
    List<Integer> behind =
        IntStream.of(units.children(owner))
            .filter(one -> units.begin(one) > units.begin(first))
            .boxed()
            .sorted(Comparator.comparingInt(units::begin))
            .toList();
    for (int member : behind) {
      if (units.begin(member) >= 0 && heading(member) != null) {
        return true;
      }
      if (!members.has(member) || members.leavesForward(member)) {
        return false;
      }
    }
    return true;
  }
}
