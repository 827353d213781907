package dev.vinesorter.lang.outline;

import dev.vinesorter.core.model.Kind;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;

/** What one source declares, brings in and names. */
public final class Outline {
  /** {@link #error()} of a source that was too large to be read. */
  public static final int TOO_LARGE = -2;

  /** {@link #error()} of a source on which its reader failed. */
  public static final int FAILED = -3;

  /** {@link #error()} of a source that takes its parser far too long. */
  public static final int TOO_HARD = -4;

  /** What a declaration is. */
  public enum Sort {
    /** All of a file that stands in no type: its loose functions and variables. */
    LOOSE,
    /** A namespace, which is no unit. */
    SPACE,
    TYPE,
    FUNCTION,
    FIELD
  }

  /**
   * A declaration.
   *
   * @param around the number of the declaration that it stands in; -1 for the file itself
   * @param name its name; for a definition that stands apart from what declares it, such as {@code
   *     Lamp::on}, with the names of that before it
   * @param begin its first char
   * @param end one past its last
   * @param nameAt the first char of its name
   * @param traits bits of {@link dev.vinesorter.core.model.Trait}
   * @param only whether it only says that something of the name is defined somewhere
   * @param more what else is known
   */
  public record Decl(
      int around,
      Sort sort,
      String name,
      int begin,
      int end,
      int nameAt,
      int traits,
      boolean only,
      More more) {
    /** What stands loose in a file of a length. */
    public static Decl loose(String name, int length, int traits, More more) {
      return new Decl(-1, Sort.LOOSE, name, 0, length, 0, traits, false, more);
    }
  }

  /**
   * What else is known of a declaration.
   *
   * @param parameters the names of its parameters
   * @param type its type as written, names apart by dots; empty where none is
   * @param doc the first sentence of its documentation
   * @param complexity McCabe's number of a function
   */
  public record More(List<String> parameters, String type, String doc, int complexity) {
    public static final More NONE = new More(List.of(), "", "", 0);

    public More {
      parameters = List.copyOf(parameters);
    }
  }

  /**
   * Something that a source brings in.
   *
   * @param from what it is taken from, as written
   * @param level how many folders up that begins; 0 where it is not relative
   * @param name what is taken: {@code *} for all, empty for the whole itself
   * @param alias what it is called here; empty where it gets no name
   * @param at the first char of the last name in {@code from}
   * @param end one past its last
   * @param nameAt the first char of {@code name}; -1 where there is none
   * @param late whether it is not brought in when the source is loaded, but later or never: inside
   *     of a function, or for types alone
   */
  public record Import(
      String from,
      int level,
      String name,
      String alias,
      int at,
      int end,
      int nameAt,
      boolean late) {
    /** One that is brought in when the source is loaded. */
    public Import(String from, int level, String name, String alias, int at, int end, int nameAt) {
      this(from, level, name, alias, at, end, nameAt, false);
    }

    /** {@link #level} of a namespace all of whose names are seen. */
    public static final int USING_ALL = -1;

    /** {@link #level} of one name out of a namespace. */
    public static final int USING_ONE = -2;

    /** {@link #level} of another name for a declaration of the file itself. */
    public static final int OTHER_NAME = -3;

    /** What such a name is taken from where it is all that the source gives, as one value. */
    public static final String OF_MODULE = "module";
  }

  /** Where a chain of names begins. */
  public enum Root {
    /** A name that has to be looked up. */
    NAME,
    /** Such a name with all that is around what it means, from which nothing else can be meant. */
    PATH,
    /** A name that is written from the top, with all namespaces around what it means. */
    FULL,
    /** The type of a variable. */
    OF_TYPE,
    /** The object whose method it stands in. */
    SELF,
    /** The type above that of this object. */
    SUPER,
    /** A value whose type nobody wrote. */
    UNKNOWN,
    /** A name that has to be looked up, and stands elsewhere: where what it leads to was made. */
    ELSEWHERE
  }

  /**
   * A use of something.
   *
   * @param decl the declaration that it stands in
   * @param root what the chain begins with
   * @param chain the names, the last of which is meant; before it may stand the type of a variable
   * @param at the first char of the last name
   * @param end one past its last
   */
  public record Use(int decl, Kind kind, Root root, List<String> chain, int at, int end) {
    public Use {
      chain = List.copyOf(chain);
    }

    /** Whether the chain begins with a name that has to be looked up. */
    public boolean isNamed() {
      return root == Root.NAME || root == Root.PATH || root == Root.FULL;
    }
  }

  private final String path;
  private final int length;
  private final int[] lines;
  private final int error;
  private final List<Decl> decls = new ArrayList<>();
  private final List<Import> imports = new ArrayList<>();
  private final List<Use> uses = new ArrayList<>();
  private final Map<Integer, Map<String, Integer>> inside = new HashMap<>();

  /** The first ones of several that are called alike and give different things. */
  private final Set<Integer> overloaded = new HashSet<>();

  /**
   * Of a source.
   *
   * @param length its length in chars
   * @param lines the first char of each line
   * @param error where it departs from the grammar; -1 where it does not, less where nothing was
   *     read
   */
  public Outline(String path, int length, int[] lines, int error) {
    this.path = path;
    this.length = length;
    this.lines = lines;
    this.error = error;
  }

  public String path() {
    return path;
  }

  /** What stands loose in a file is called so: the file's name with its end. */
  public static String looseName(String path) {
    return path.substring(path.lastIndexOf('/') + 1).replace('.', '_');
  }

  public int length() {
    return length;
  }

  public int[] lines() {
    return lines;
  }

  public int error() {
    return error;
  }

  /** Whether the source was read, if only in part. */
  public boolean isRead() {
    return error >= -1;
  }

  public List<Decl> decls() {
    return decls;
  }

  public List<Import> imports() {
    return imports;
  }

  public List<Use> uses() {
    return uses;
  }

  /** Adds a declaration; gives its number. */
  public int add(Decl decl) {
    int number = decls.size();
    decls.add(decl);
    if (decl.around >= 0) {
      Map<String, Integer> beside = inside.computeIfAbsent(decl.around, n -> new HashMap<>());
      Integer known = beside.get(decl.name);
      if (known != null && differ(decls.get(known).more.type, decl.more.type)) {
        overloaded.add(known);
      }
      if (known == null || decls.get(known).only && !decl.only) {
        beside.put(decl.name, number);
      }
    }
    return number;
  }

  private static boolean differ(String type, String other) {
    return !type.isEmpty() && !other.isEmpty() && !type.equals(other);
  }

  /** Whether others of the same name beside a declaration give something else. */
  public boolean isOverloaded(int decl) {
    Decl one = decls.get(decl);
    return overloaded.contains(find(one.around, one.name));
  }

  /** The declaration of a name right in another one; -1 for none. */
  public int find(int around, String name) {
    return inside.getOrDefault(around, Map.of()).getOrDefault(name, -1);
  }

  /** The names declared right in a declaration. */
  public Map<String, Integer> in(int around) {
    return inside.getOrDefault(around, Map.of());
  }

  public void add(Import one) {
    imports.add(one);
  }

  public void add(Use use) {
    uses.add(use);
  }
}
