package dev.vinesorter.lang.move;

import dev.vinesorter.lang.tree.Syntax;
import java.util.Collection;
import java.util.List;

/** What a language says of moving what stands at the top of a source into another one. */
public interface Declarations {
  /** The tree of a source. */
  Syntax parse(String path, String text);

  /** Whether a path is one that a new source may have. */
  boolean isSource(String path);

  /**
   * The text of a declaration, with what heads it, from the first char of its first line to the end
   * of its last.
   *
   * @param decl the number of a declaration at the top of the source that things leave
   * @throws CannotMoveException where it does not stand alone
   */
  Stretch stretch(Relocation move, int decl) throws CannotMoveException;

  /** Statements that say something of a declaration alone, and go with it. */
  default List<Stretch> companions(Relocation move, int decl) {
    return List.of();
  }

  /**
   * Writes, in all sources, what it takes that each name goes on to mean what it means, and the
   * text of what moves in its new place.
   *
   * @throws CannotMoveException where it cannot be done, in the source that things leave
   */
  void follow(Relocation move) throws CannotMoveException;

  /**
   * What moves goes apart from what declares it.
   *
   * @param source the path of the source that takes what moves
   * @param declaring the path of the one that declares it, whose declarations the goal takes
   */
  record Apart(String source, String declaring) {}

  /** Where another source declares what moves; null where the goal takes what moves itself. */
  default Apart apart(Relocation move) {
    return null;
  }

  /**
   * The path of a source of its own that something gets where a step names a folder; null where the
   * language has no manner for that.
   *
   * @param name the name of the first of what goes there, as it is declared
   * @param folder the folder's path
   * @param paths all paths of the root
   */
  default String ownSource(String name, String folder, Collection<String> paths) {
    return null;
  }

  /** Whether a source of which that is left is there no more. */
  default boolean isNothing(Syntax tree) {
    return false;
  }

  /** The lines of a statement that hands all of a source on; null for another one at a char. */
  default Stretch handsAllOn(Syntax tree, int at) {
    return null;
  }

  /** Whether declarations of one name in one source are one thing, of whatever sort they are. */
  default boolean merges() {
    return false;
  }

  /** Whether a new way from source to source must not lead in a circle. */
  default boolean mindsCircles(Relocation move) {
    return true;
  }

  /**
   * What a source is called where builds list it; none where builds find sources by themselves, or
   * take this one by others.
   */
  default List<String> listed(String path) {
    return List.of();
  }

  /** A part of a text. */
  record Stretch(int begin, int end) {}
}
