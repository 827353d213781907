package dev.vinesorter.lang.read;

import dev.vinesorter.lang.outline.Outline;

/** What a language adds to the common way of looking names up. */
public interface Rules {
  /**
   * What an import takes from.
   *
   * @param file the number of the importing source
   */
  Place source(Project project, int file, Outline.Import one);

  /** What a folder holds by a name; null for nothing. */
  default Place inFolder(Project project, String folder, String name) {
    return null;
  }

  /** The name of the package that a source is in: as its folder, where nothing else is known. */
  default String packageOf(Project project, String path) {
    return Project.folder(path).replace('/', '.');
  }

  /** Whether the package of a source is the folder that it lies in. */
  default boolean packagesAreFolders() {
    return true;
  }

  /** Whether members of a type are seen by their names alone inside of it. */
  boolean seesMembers();

  /** Whether a source sees all that those declare which it brings in as a whole. */
  default boolean includes() {
    return false;
  }

  /** Whether types stand in namespaces that several sources share. */
  default boolean namespaces() {
    return includes();
  }

  /** Whether what a namespace has is seen by its name alone in those inside of it. */
  default boolean seesOuter() {
    return includes();
  }

  /** Whether several declarations of one full name are parts of one type. */
  default boolean declaresInParts() {
    return false;
  }

  /**
   * Whether a name alone may mean what a type or a namespace has that is not the innermost one
   * around it.
   */
  default boolean isSeenFromInside(String name) {
    return true;
  }

  /** Whether a name alone, where it means something of ours, is always found by these rules. */
  default boolean isFoundByRule(String name) {
    return false;
  }

  /**
   * The end of the sources of another language that see the same namespaces; empty for none. Such a
   * source is called like the type that it declares, in folders called like its namespace.
   */
  default String neighbours() {
    return "";
  }

  /** Whether a source is never loaded before another one, by their paths, was begun with. */
  default boolean isLoadedAfter(String user, String needed) {
    return false;
  }

  /** Whether a source that is taken as a whole stands for the one thing that it gives. */
  default boolean givesWhole() {
    return false;
  }

  /** Whether a name that nobody declares is the language's own. */
  boolean isOwn(String name);

  /** Whether a name that stands alone is a library's where no source is seen that declares it. */
  default boolean isOfEveryLibrary(String name) {
    return false;
  }

  /**
   * Whether a name that stands alone, and that nothing brings in, may mean a declaration of another
   * source.
   *
   * @param user the path of the source that has the name
   * @param holder the path of the other one
   */
  default boolean mayMean(String user, String holder, Outline.Decl decl) {
    return true;
  }
}
