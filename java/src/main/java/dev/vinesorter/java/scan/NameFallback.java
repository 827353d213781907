package dev.vinesorter.java.scan;

import dev.vinesorter.core.model.Kind;
import dev.vinesorter.core.model.Level;
import dev.vinesorter.core.model.SurveyBuilder;
import dev.vinesorter.core.model.Trait;
import dev.vinesorter.java.syntax.JavaHeader;
import dev.vinesorter.java.syntax.JavaTokens;
import java.util.ArrayDeque;
import java.util.ArrayList;
import java.util.Deque;
import java.util.List;

/**
 * The facts about a source that the compiler could not attribute: every name in it that means one
 * of our types by the rules of scope, as a reference of the unit around it. Members are not told.
 */
public final class NameFallback {
  private NameFallback() {}

  public static void read(UnitIndex index, UnitScan units) {
    SurveyBuilder builder = index.builder();
    builder.traits(units.fileUnit(), Trait.BY_NAME.bit());
    NameScope scope = new NameScope(index, units.file());
    JavaTokens tokens = units.file().tokens();
    JavaHeader header = JavaHeader.of(tokens);
    imports(index, units, header);
    Deque<Integer> around = new ArrayDeque<>(List.of(units.fileUnit()));
    int token = header.bodyToken();
    while (token < tokens.size()) {
      int at = tokens.begin(token);
      while (around.size() > 1 && builder.end(around.peek()) <= at) {
        around.pop();
      }
      int beginning = units.beginningAt(at);
      if (beginning >= 0) {
        // An enum constant and its type's first member may begin together; the outer one is kept.
        around.push(beginning);
      }
      int unit = around.peek();
      if (!tokens.isWord(token) || tokens.is(token - 1, ".") || at == builder.nameAt(unit)) {
        token++;
        continue;
      }
      List<String> segments = new ArrayList<>(List.of(tokens.text(token)));
      int last = token;
      while (tokens.is(last + 1, ".") && tokens.isWord(last + 2)) {
        segments.add(tokens.text(last + 2));
        last += 2;
      }
      int[] found = scope.dotted(segments, unit);
      for (int n = 0; n < found.length; n++) {
        if (found[n] >= 0) {
          int named = token + 2 * n;
          builder.reference(
              unit, found[n], Kind.REFERS, tokens.begin(named), tokens.end(named), true);
        }
      }
      token = last + 1;
    }
  }

  private static void imports(UnitIndex index, UnitScan units, JavaHeader header) {
    for (JavaHeader.Import one : header.imports()) {
      int type = index.ownType(one.name());
      boolean all = one.onDemand() && !one.isStatic();
      if (all && index.builder().knows(Level.PACKAGE, -1, one.name())) {
        type = index.builder().unit(Level.PACKAGE, -1, one.name());
      }
      if (type >= 0) {
        int begin = one.nameEnd() - one.simpleName().length();
        index
            .builder()
            .reference(units.fileUnit(), type, Kind.IMPORTS, begin, one.nameEnd(), false);
      }
    }
  }
}
