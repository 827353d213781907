package dev.vinesorter.lang.csharp;

import dev.vinesorter.lang.move.Moves;
import dev.vinesorter.lang.move.TextLines;
import dev.vinesorter.lang.outline.Outline.Sort;
import dev.vinesorter.lang.read.Project;
import dev.vinesorter.lang.space.SpaceSyntax;
import dev.vinesorter.lang.tree.Syntax;
import dev.vinesorter.source.text.TextEdits;
import java.util.ArrayList;
import java.util.List;
import java.util.Set;

/** How C# writes namespaces and what it uses of them. */
final class CSharpSyntax implements SpaceSyntax {
  @Override
  public Syntax parse(String path, String text) {
    return CSharpLanguage.parse(text);
  }

  @Override
  public boolean isSource(String path) {
    return path.endsWith(".cs");
  }

  @Override
  public boolean bringsNames() {
    return false;
  }

  @Override
  public boolean hasConditions() {
    return true;
  }

  @Override
  public boolean followsFolder() {
    return false;
  }

  @Override
  public boolean hasParts() {
    return true;
  }

  @Override
  public Set<String> importKinds() {
    return Set.of("using_directive");
  }

  @Override
  public Set<String> headerKinds() {
    return Set.of("namespace_declaration", "file_scoped_namespace_declaration");
  }

  @Override
  public String bring(String full, Sort sort, String alias) {
    return "using " + (alias.isEmpty() ? "" : alias + " = ") + full + ";";
  }

  @Override
  public boolean isAlike(String statement, String fresh) {
    return words(statement).equals(words(fresh));
  }

  private static String words(String statement) {
    return statement.startsWith("global ")
        ? "global"
        : statement.startsWith("using static ") ? "static" : statement.contains("=") ? "=" : "";
  }

  @Override
  public List<String> extensions(Syntax tree, int node) {
    List<String> found = new ArrayList<>();
    int body = tree.child(node, "body");
    for (int one = body < 0 ? -1 : tree.first(body); one >= 0; one = tree.next(one)) {
      int parameters = tree.is(one, "method_declaration") ? tree.child(one, "parameters") : -1;
      int first = parameters < 0 ? -1 : tree.childOf(parameters, "parameter");
      if (first >= 0 && tree.text(first).startsWith("this ")) {
        found.add(tree.text(tree.child(one, "name")));
      }
    }
    return found;
  }

  /** Declarations go into a block, or behind a line, as those of another source do. */
  @Override
  public List<TextEdits.Edit> enclosed(Syntax tree, String space, Syntax like, String lineEnd) {
    String text = tree.text();
    int first = -1;
    int comments = -1;
    for (int child = tree.first(0); child >= 0 && first < 0; child = tree.next(child)) {
      boolean comment = tree.is(child, "comment");
      boolean heads = tree.is(child, "using_directive") || tree.kind(child).startsWith("preproc");
      comments = comment ? comments < 0 ? child : comments : heads ? -1 : comments;
      first = comment || heads ? -1 : child;
    }
    if (first < 0) {
      return List.of();
    }
    boolean headed = comments >= 0 && !TextLines.isOfRights(tree.text(comments));
    int begin = TextLines.begin(text, tree.begin(headed ? comments : first));
    if (like != null && text(like).contains("file_scoped")) {
      return List.of(
          new TextEdits.Edit(begin, begin, "namespace " + space + ";" + lineEnd + lineEnd));
    }
    List<TextEdits.Edit> edits = new ArrayList<>();
    String other = (like == null ? tree : like).text();
    boolean tabs = other.contains("\n\t");
    boolean beside =
        other.lines().anyMatch(line -> line.startsWith("namespace ") && line.contains("{"));
    edits.add(
        new TextEdits.Edit(
            begin, begin, "namespace " + space + (beside ? " {" : lineEnd + "{") + lineEnd));
    for (int line = begin; line < text.length(); line = TextLines.next(text, line)) {
      boolean blank = text.substring(line, TextLines.next(text, line)).isBlank();
      if (!blank && text.charAt(line) != '#' && !isInText(tree, line)) {
        edits.add(new TextEdits.Edit(line, line, tabs ? "\t" : "    "));
      }
    }
    boolean open = !text.endsWith("\n");
    edits.add(
        new TextEdits.Edit(text.length(), text.length(), (open ? lineEnd : "") + "}" + lineEnd));
    return edits;
  }

  /** The kinds of what stands at the top of a source. */
  private static String text(Syntax tree) {
    StringBuilder kinds = new StringBuilder();
    for (int child = tree.first(0); child >= 0; child = tree.next(child)) {
      kinds.append(tree.kind(child)).append(' ');
    }
    return kinds.toString();
  }

  /** Whether a line begins in a string of several lines, which is not indented. */
  private static boolean isInText(Syntax tree, int line) {
    for (int node = tree.innermost(line); node > 0; node = tree.around(node)) {
      if (tree.kind(node).contains("string") && tree.begin(node) < line) {
        return true;
      }
    }
    return false;
  }

  @Override
  public String head(Syntax tree, int header, String space, String lineEnd) {
    int body = tree.child(header, "body");
    boolean block = tree.is(header, "namespace_declaration") && body >= 0;
    if (!block) {
      return "namespace " + space + ";" + lineEnd + lineEnd;
    }
    String between = tree.text().substring(tree.end(tree.child(header, "name")), tree.begin(body));
    return "namespace " + space + between + "{" + lineEnd;
  }

  @Override
  public String foot(Syntax tree, int header, String lineEnd) {
    return tree.is(header, "namespace_declaration") ? "}" + lineEnd : "";
  }

  @Override
  public Stay stays(Syntax tree, String path, Set<String> files) {
    String stem = path.substring(0, path.lastIndexOf('.'));
    for (String end : List.of(".resx", ".xaml", ".razor", ".cshtml")) {
      if (files.contains(stem + end) || path.endsWith(end + ".cs") && files.contains(stem)) {
        return new Stay(
            "What belongs to it is found beside it, by its name ("
                + end
                + "), and does not follow yet.",
            0);
      }
    }
    return null;
  }

  @Override
  public boolean isListing(String path) {
    return path.endsWith(".csproj") || path.endsWith(".shproj") || path.endsWith(".projitems");
  }

  @Override
  public String listing(String path, String text, String from, String to, boolean leaves) {
    String folder = Project.folder(path);
    String old = "Include=\"" + Moves.relative(folder, from).replace('/', '\\') + "\"";
    String fresh = "Include=\"" + Moves.relative(folder, to).replace('/', '\\') + "\"";
    int at = text.indexOf(old);
    if (at < 0) {
      return null;
    }
    if (leaves) {
      return text.substring(0, at) + fresh + text.substring(at + old.length());
    }
    int begin = text.lastIndexOf('\n', at) + 1;
    int end = text.indexOf('\n', at);
    String element = text.substring(text.lastIndexOf('<', at), at);
    String lineEnd = text.startsWith("\r", end - 1) ? "\r\n" : "\n";
    String indent = text.substring(begin, text.lastIndexOf('<', at));
    // Elements may go on for lines; the new one stands before the old one.
    return end < 0
        ? null
        : text.substring(0, begin)
            + indent
            + element
            + fresh
            + " />"
            + lineEnd
            + text.substring(begin);
  }
}
