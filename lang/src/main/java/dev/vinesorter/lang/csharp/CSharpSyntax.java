package dev.vinesorter.lang.csharp;

import dev.vinesorter.lang.move.Moves;
import dev.vinesorter.lang.outline.Outline.Sort;
import dev.vinesorter.lang.read.Project;
import dev.vinesorter.lang.space.SpaceSyntax;
import dev.vinesorter.lang.tree.Syntax;
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
  public boolean seesOuter() {
    return true;
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
