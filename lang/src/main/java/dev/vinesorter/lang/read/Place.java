package dev.vinesorter.lang.read;

/**
 * What a name means.
 *
 * @param file the number of the source that declares it; -1 for a folder or something of a library
 * @param decl the number of the declaration; 0 for the source as a whole
 * @param folder the folder, or the name of what belongs to a library; null for a declaration
 * @param sort how it was found
 */
public record Place(int file, int decl, String folder, Found sort) {
  /** How sure it is. */
  public enum Found {
    /** By the rules of the language. */
    CERTAIN,
    /** Since just one declaration has the name. */
    LIKELY,
    /** In a library. */
    FOREIGN
  }

  public static Place of(int file, int decl) {
    return new Place(file, decl, null, Found.CERTAIN);
  }

  public static Place ofFolder(String folder) {
    return new Place(-1, 0, folder, Found.CERTAIN);
  }

  public static Place foreign(String name) {
    return new Place(-1, 0, name, Found.FOREIGN);
  }

  public boolean isFolder() {
    return file < 0 && sort != Found.FOREIGN;
  }

  public boolean isForeign() {
    return sort == Found.FOREIGN;
  }

  public Place likely() {
    return sort == Found.CERTAIN ? new Place(file, decl, folder, Found.LIKELY) : this;
  }
}
