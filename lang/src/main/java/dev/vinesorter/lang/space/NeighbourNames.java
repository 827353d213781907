package dev.vinesorter.lang.space;

import dev.vinesorter.lang.move.CannotMoveException;
import dev.vinesorter.lang.outline.Outline;
import dev.vinesorter.lang.outline.Outline.Decl;
import dev.vinesorter.lang.outline.Outline.Import;
import dev.vinesorter.lang.outline.Outline.Root;
import dev.vinesorter.lang.outline.Outline.Sort;
import dev.vinesorter.lang.outline.Outline.Use;
import dev.vinesorter.lang.outline.Written;
import dev.vinesorter.lang.tree.Syntax;
import dev.vinesorter.source.text.SourceText;
import dev.vinesorter.source.text.TextEdits;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeSet;

/** Lets a source name types of another language by the names that they have now. */
final class NeighbourNames {
  private final SpaceSyntax language;
  private final Outline outline;
  private final SourceText source;
  private final Map<String, String> names;
  private final TextEdits edits = new TextEdits();
  private final ImportBlock block;

  /**
   * Of a source.
   *
   * @param names the new full names of types, by their old ones
   */
  NeighbourNames(
      SpaceSyntax language, Outline outline, SourceText source, Map<String, String> names) {
    this.language = language;
    this.outline = outline;
    this.source = source;
    this.names = names;
    Syntax tree = language.parse(outline.path(), source.text());
    this.block = new ImportBlock(language, tree, outline.imports(), source.lineEnd());
  }

  /** The text with the new names; the same where it has none of them. */
  SourceText text() throws CannotMoveException {
    for (Map.Entry<String, String> one : names.entrySet()) {
      imports(one.getKey(), one.getValue());
      uses(one.getKey(), one.getValue());
    }
    block.write(edits);
    return edits.isEmpty() ? source : source.with(edits.apply(source.text()));
  }

  private static String last(String full) {
    return full.substring(full.lastIndexOf('.') + 1);
  }

  private Set<String> own() {
    Set<String> found = new TreeSet<>();
    for (Decl one : outline.decls()) {
      if (one.sort() == Sort.SPACE) {
        found.add(one.name());
      }
    }
    return found;
  }

  private void imports(String old, String fresh) throws CannotMoveException {
    for (Import one : outline.imports()) {
      boolean itself = one.level() == Import.USING_ONE && one.from().equals(old);
      if (itself && own().contains(SpaceMove.spaceOf(fresh)) && one.alias().equals(last(fresh))) {
        block.remove(one);
      } else if (itself || one.from().startsWith(old + ".")) {
        block.rewrite(one, fresh + one.from().substring(old.length()), Sort.TYPE);
      }
    }
  }

  private void uses(String old, String fresh) {
    List<String> full = List.of(old.split("\\."));
    boolean named = false;
    boolean star = false;
    boolean there = own().contains(SpaceMove.spaceOf(fresh));
    for (Import one : outline.imports()) {
      named |= one.level() == Import.USING_ONE && one.alias().equals(last(old));
      star |= one.level() == Import.USING_ALL && one.from().equals(SpaceMove.spaceOf(old));
      there |= one.level() == Import.USING_ALL && one.from().equals(SpaceMove.spaceOf(fresh));
    }
    boolean sees = !named && (star || own().contains(SpaceMove.spaceOf(old)));
    for (Use use : outline.uses()) {
      List<String> chain = use.chain();
      boolean bare = use.root() == Root.NAME || use.root() == Root.PATH;
      if (bare && chain.size() >= full.size() && chain.subList(0, full.size()).equals(full)) {
        int begin = Written.begin(source.text(), use.at(), chain, 0);
        int name = Written.begin(source.text(), use.at(), chain, full.size() - 1);
        if (begin >= 0) {
          edits.replace(begin, name + last(old).length(), fresh);
        }
      } else if (bare && sees && !there && chain.get(0).equals(last(old))) {
        block.add(fresh, Sort.TYPE);
      }
    }
  }
}
