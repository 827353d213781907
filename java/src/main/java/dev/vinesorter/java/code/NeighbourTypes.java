package dev.vinesorter.java.code;

import dev.vinesorter.java.syntax.JavaHeader;
import dev.vinesorter.java.syntax.JavaTokens;
import dev.vinesorter.source.text.SourceText;
import dev.vinesorter.source.text.TextEdits;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeSet;

/**
 * Lets a Java source name types that another language declares by the full names that they have
 * now. The compiler knows nothing of those, so this goes by imports, packages and full names.
 */
public final class NeighbourTypes {
  private final SourceText source;
  private final JavaTokens tokens;
  private final JavaHeader header;
  private final ImportEdits imports;
  private final TextEdits edits = new TextEdits();

  /** Which names the code has by themselves, without anything and a dot before them. */
  private final Set<String> words = new TreeSet<>();

  private NeighbourTypes(SourceText source) {
    this.source = source;
    this.tokens = JavaTokens.of(source.text());
    this.header = JavaHeader.of(tokens);
    this.imports = new ImportEdits(source, header);
    for (int token = header.bodyToken(); token < tokens.size(); token++) {
      if (tokens.isWord(token) && !tokens.is(token - 1, ".")) {
        words.add(tokens.text(token));
      }
    }
  }

  /**
   * A source with the new names; the same where it has none of them.
   *
   * @param names the new full names of types, by their old ones
   */
  public static SourceText followed(SourceText source, Map<String, String> names) {
    NeighbourTypes types = new NeighbourTypes(source);
    for (Map.Entry<String, String> one : names.entrySet()) {
      types.follow(one.getKey(), one.getValue());
    }
    types.imports.into(types.edits);
    return types.edits.isEmpty() ? source : source.with(types.edits.apply(source.text()));
  }

  private static String last(String name) {
    return name.substring(name.lastIndexOf('.') + 1);
  }

  private static String around(String name) {
    return name.substring(0, Math.max(0, name.lastIndexOf('.')));
  }

  private void follow(String old, String fresh) {
    boolean imported = false;
    boolean seen = header.packageName().equals(around(old));
    for (JavaHeader.Import one : header.imports()) {
      boolean itself = one.name().equals(old);
      if (itself && !one.isStatic() && !one.onDemand()) {
        imported = true;
        if (around(fresh).equals(header.packageName()) && last(fresh).equals(last(old))) {
          imports.remove(one);
        } else {
          relocate(one, fresh);
        }
      } else if (itself || one.name().startsWith(old + ".")) {
        relocate(one, fresh + one.name().substring(old.length()));
      } else if (one.onDemand() && !one.isStatic()) {
        seen |= one.name().equals(around(old));
      }
    }
    fullNames(List.of(old.split("\\.")), fresh);
    boolean bare = seen && !imported && words.contains(last(old)) && !isImported(last(old));
    if (bare && !around(fresh).equals(header.packageName())) {
      imports.add(fresh);
    }
  }

  /** Whether a simple name is that of an import, and so means no type of the same package. */
  private boolean isImported(String name) {
    return header.imports().stream()
        .anyMatch(one -> !one.onDemand() && !one.isStatic() && one.simpleName().equals(name));
  }

  private void relocate(JavaHeader.Import one, String fresh) {
    imports.relocate(one, fresh, () -> edits.replace(one.nameBegin(), one.nameEnd(), fresh));
  }

  /** Full names in the code and in comments. */
  private void fullNames(List<String> old, String fresh) {
    for (int token = header.bodyToken(); token < tokens.size(); token++) {
      if (!tokens.is(token - 1, ".") && isChain(token, old)) {
        int end = token + 2 * (old.size() - 1);
        edits.replace(tokens.begin(token), tokens.end(end), fresh);
        token = end;
      }
    }
    String full = String.join(".", old);
    for (int n = 0; n < tokens.comments(); n++) {
      int end = tokens.commentEnd(n);
      int at = source.text().indexOf(full, tokens.commentBegin(n));
      while (at >= 0 && at + full.length() <= end) {
        if (!part(at - 1) && !part(at + full.length())) {
          edits.replace(at, at + full.length(), fresh);
        }
        at = source.text().indexOf(full, at + full.length());
      }
    }
  }

  /** Whether a name would go on with the char there. */
  private boolean part(int at) {
    boolean inside = at >= 0 && at < source.text().length();
    return inside && Character.isJavaIdentifierPart(source.text().charAt(at));
  }

  private boolean isChain(int start, List<String> parts) {
    int token = start;
    for (String part : parts) {
      boolean first = token == start;
      if (!first && !tokens.is(token++, ".")) {
        return false;
      }
      if (token >= tokens.size() || !tokens.isWord(token, part)) {
        return false;
      }
      token++;
    }
    return parts.size() > 1;
  }
}
