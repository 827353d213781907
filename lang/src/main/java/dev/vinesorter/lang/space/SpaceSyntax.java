package dev.vinesorter.lang.space;

import dev.vinesorter.lang.outline.Outline.Sort;
import dev.vinesorter.lang.tree.Syntax;
import dev.vinesorter.source.text.TextEdits;
import java.util.List;
import java.util.Set;

/** How a language with namespaces writes what a move has to write. Full names have dots here. */
public interface SpaceSyntax {
  /** The tree of a source. */
  Syntax parse(String path, String text);

  /** Whether a path is one that a new source may have. */
  boolean isSource(String path);

  /** What stands between the names of a full one. */
  default String separator() {
    return ".";
  }

  /** A full name as code has it where nothing is brought in. */
  default String rooted(String full) {
    return full;
  }

  /** Whether an import brings in one name, and not all of a namespace. */
  default boolean bringsNames() {
    return true;
  }

  /** Whether a file in a folder takes the namespace that the folder stands for. */
  default boolean followsFolder() {
    return true;
  }

  /** Whether it is found where the folders follow the namespaces, and only there. */
  default boolean isFoundByFolder() {
    return false;
  }

  /** Whether several sources may declare a thing of one name together. */
  default boolean hasParts() {
    return false;
  }

  /** Whether a namespace may hold several functions of a name. */
  default boolean overloads() {
    return false;
  }

  /**
   * The text of a source without a namespace, in one.
   *
   * @param tree the source, which declares something
   * @param like a source that has a namespace, to write it alike; null for none
   * @return the edits as parts of the text, with what each becomes; empty where it cannot be done
   */
  default List<TextEdits.Edit> enclosed(Syntax tree, String space, Syntax like, String lineEnd) {
    return List.of();
  }

  /** The kinds of nodes that bring something in. */
  Set<String> importKinds();

  /** The kinds of nodes that say which namespace a source is in. */
  Set<String> headerKinds();

  /**
   * A statement that brings something in, without the end of its line.
   *
   * @param full the name; of a namespace where all of one is brought in
   * @param sort what it is
   * @param alias its name here; empty for its own
   */
  String bring(String full, Sort sort, String alias);

  /**
   * Whether two statements belong in one block.
   *
   * @param statement one that is there
   */
  default boolean isAlike(String statement, String fresh) {
    return true;
  }

  /** Whether lines such as {@code #if} leave parts of a source out. */
  default boolean hasConditions() {
    return false;
  }

  /** Names of what is used without being written, so that its import has to go along. */
  default Set<String> silent() {
    return Set.of();
  }

  /** The names of functions in a declaration that are called as if they were of another type. */
  default List<String> extensions(Syntax tree, int node) {
    return List.of();
  }

  /** Whether a declaration and what is made of it may not be apart. */
  default boolean isSealed(Syntax tree, int node) {
    return false;
  }

  /**
   * The head of a new source: all that stands before the first import.
   *
   * @param tree the source that things leave
   * @param header what names its namespace
   */
  String head(Syntax tree, int header, String space, String lineEnd);

  /** What stands behind the last declaration of a new source; empty for nothing. */
  default String foot(Syntax tree, int header, String lineEnd) {
    return "";
  }

  /** Why a source cannot lie elsewhere; null where it can. */
  default Stay stays(Syntax tree, String path, Set<String> files) {
    return null;
  }

  /** A reason to stay, and where it stands. */
  record Stay(String reason, int at) {}

  /** Whether a source finds another one by its path; a char of it, or -1. */
  default int reads(Syntax tree, String path, String other) {
    return -1;
  }

  /** Whether a file lists sources by their paths. */
  default boolean isListing(String path) {
    return false;
  }

  /** Whether a function that a namespace does not have is looked for outside of all. */
  default boolean fallsBack() {
    return false;
  }

  /** Whether what stands in a source is found only once that was loaded for what it is called. */
  default boolean isLoadedByName() {
    return false;
  }

  /** A listing that loads another source, too, where it loads one; null where it does not. */
  default String beside(String path, String text, String from, String to) {
    return null;
  }

  /**
   * The text of a file that names sources by their paths, afterwards.
   *
   * @param path that of a file which is no source
   * @param from the path of a source as it is
   * @param to where it is afterwards, or where what left it is
   * @param leaves whether the old one is there no more
   * @return null where it names none
   */
  default String listing(String path, String text, String from, String to, boolean leaves) {
    return null;
  }
}
