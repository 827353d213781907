package dev.vinesorter.lang.php;

import dev.vinesorter.lang.move.Moves;
import dev.vinesorter.lang.outline.Outline.Sort;
import dev.vinesorter.lang.read.Project;
import dev.vinesorter.lang.space.SpaceSyntax;
import dev.vinesorter.lang.tree.Syntax;
import java.util.Set;

/** How PHP writes namespaces and what it uses of them. */
final class PhpSyntax implements SpaceSyntax {
  @Override
  public Syntax parse(String path, String text) {
    return PhpLanguage.GRAMMAR.parse(text);
  }

  @Override
  public boolean isSource(String path) {
    return path.endsWith(".php");
  }

  @Override
  public String separator() {
    return "\\";
  }

  @Override
  public String rooted(String full) {
    return "\\" + full.replace('.', '\\');
  }

  @Override
  public boolean isFoundByFolder() {
    return true;
  }

  @Override
  public Set<String> importKinds() {
    return Set.of("namespace_use_declaration");
  }

  @Override
  public Set<String> headerKinds() {
    return Set.of("namespace_definition");
  }

  @Override
  public String bring(String full, Sort sort, String alias) {
    String words = sort == Sort.FUNCTION ? "function " : sort == Sort.FIELD ? "const " : "";
    return "use " + words + full.replace('.', '\\') + (alias.isEmpty() ? "" : " as " + alias) + ";";
  }

  @Override
  public boolean isAlike(String statement, String fresh) {
    return words(statement).equals(words(fresh));
  }

  private static String words(String statement) {
    return statement.startsWith("use function ")
        ? "function"
        : statement.startsWith("use const ") ? "const" : "";
  }

  @Override
  public String head(Syntax tree, int header, String space, String lineEnd) {
    return tree.text().substring(0, tree.begin(header))
        + "namespace "
        + space.replace('.', '\\')
        + ";"
        + lineEnd
        + lineEnd;
  }

  @Override
  public Stay stays(Syntax tree, String path, Set<String> files) {
    for (int node = 0; node < tree.size(); node++) {
      if (isLoad(tree.kind(node)) || tree.is(node, "name") && tree.text(node).equals("__DIR__")) {
        return new Stay(
            "It loads something, or asks, by the folder that it lies in, which does not follow"
                + " yet.",
            tree.begin(node));
      }
    }
    return null;
  }

  @Override
  public boolean fallsBack() {
    return true;
  }

  @Override
  public boolean isLoadedByName() {
    return true;
  }

  @Override
  public boolean isListing(String path) {
    return path.equals("composer.json") || path.endsWith("/composer.json");
  }

  @Override
  public String listing(String path, String text, String from, String to, boolean leaves) {
    String old = entry(path, from);
    int at = leaves ? text.indexOf(old) : -1;
    return at < 0
        ? null
        : text.substring(0, at) + entry(path, to) + text.substring(at + old.length());
  }

  @Override
  public String beside(String path, String text, String from, String to) {
    String old = entry(path, from);
    int at = text.indexOf(old);
    if (at < 0) {
      return null;
    }
    int line = text.lastIndexOf('\n', at) + 1;
    boolean alone = text.substring(line, at).isBlank();
    String between = alone ? ",\n" + text.substring(line, at) : ", ";
    int end = at + old.length();
    return text.substring(0, end) + between + entry(path, to) + text.substring(end);
  }

  /** How a listing names a source. */
  private static String entry(String listing, String source) {
    return "\"" + Moves.relative(Project.folder(listing), source) + "\"";
  }

  private static boolean isLoad(String kind) {
    return kind.startsWith("require") && kind.endsWith("_expression")
        || kind.startsWith("include") && kind.endsWith("_expression");
  }

  @Override
  public int reads(Syntax tree, String path, String other) {
    String name = other.substring(other.lastIndexOf('/') + 1);
    for (int node = 0; node < tree.size(); node++) {
      if (isLoad(tree.kind(node)) && tree.text(node).contains(name)) {
        return tree.begin(node);
      }
    }
    return -1;
  }
}
