package dev.vinesorter.lang.kotlin;

import dev.vinesorter.lang.move.TextLines;
import dev.vinesorter.lang.outline.Outline.Sort;
import dev.vinesorter.lang.space.SpaceSyntax;
import dev.vinesorter.lang.tree.Syntax;
import java.util.Set;

/** How Kotlin writes packages and imports. */
final class KotlinSyntax implements SpaceSyntax {
  /** Functions that operators and destructuring call without naming them. */
  private static final Set<String> SILENT =
      Set.of(
          "getValue",
          "setValue",
          "provideDelegate",
          "invoke",
          "get",
          "set",
          "iterator",
          "hasNext",
          "next",
          "contains",
          "compareTo",
          "rangeTo",
          "rangeUntil",
          "plus",
          "minus",
          "times",
          "div",
          "rem",
          "unaryPlus",
          "unaryMinus",
          "not",
          "inc",
          "dec",
          "plusAssign",
          "minusAssign",
          "timesAssign",
          "divAssign",
          "remAssign",
          "component1",
          "component2",
          "component3",
          "component4",
          "component5");

  @Override
  public Syntax parse(String path, String text) {
    return KotlinLanguage.parse(text);
  }

  @Override
  public boolean isSource(String path) {
    return path.endsWith(".kt");
  }

  @Override
  public boolean hasParts() {
    return true;
  }

  @Override
  public boolean overloads() {
    return true;
  }

  @Override
  public Set<String> importKinds() {
    return Set.of("import_header");
  }

  @Override
  public Set<String> headerKinds() {
    return Set.of("package_header");
  }

  @Override
  public String bring(String full, Sort sort, String alias) {
    return "import " + full + (alias.isEmpty() ? "" : " as " + alias);
  }

  @Override
  public Set<String> silent() {
    return SILENT;
  }

  @Override
  public boolean isSealed(Syntax tree, int node) {
    int modifiers = tree.childOf(node, "modifiers");
    return modifiers >= 0 && (" " + tree.text(modifiers) + " ").contains(" sealed ");
  }

  @Override
  public String head(Syntax tree, int header, String space, String lineEnd) {
    String rights = TextLines.licence(tree, lineEnd).stripTrailing();
    String between = lineEnd + lineEnd;
    if (!rights.isEmpty() && header >= 0) {
      int end = tree.text().indexOf(rights) + rights.length();
      String found = tree.text().substring(Math.min(end, tree.begin(header)), tree.begin(header));
      between = found.isBlank() ? found : between;
    }
    return rights + (rights.isEmpty() ? "" : between) + "package " + space + lineEnd + lineEnd;
  }
}
