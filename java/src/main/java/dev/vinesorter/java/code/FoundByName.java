package dev.vinesorter.java.code;

import dev.vinesorter.core.model.Kind;
import dev.vinesorter.core.model.Level;
import dev.vinesorter.core.model.MemberNames;
import dev.vinesorter.core.model.References;
import dev.vinesorter.core.model.Site;
import dev.vinesorter.core.model.Survey;
import dev.vinesorter.core.model.Trait;
import dev.vinesorter.core.model.Units;
import dev.vinesorter.java.syntax.JavaTokens;
import java.util.ArrayList;
import java.util.List;
import java.util.Set;
import java.util.regex.Pattern;

/**
 * Methods that Java itself or a framework finds by their names, places or annotations, so that code
 * that names them tells nothing of their use; and places that look things up by names that are made
 * while the program runs.
 */
public final class FoundByName {
  private static final String OBJECT_INPUT = "(ObjectInputStream)";

  /** Of serialization (java.io.Serializable, java.io.Externalizable). */
  private static final Set<String> STORED =
      Set.of(
          "writeObject(ObjectOutputStream)",
          "readObject" + OBJECT_INPUT,
          "readObjectNoData()",
          "writeReplace()",
          "readResolve()",
          "writeExternal(ObjectOutput)",
          "readExternal(ObjectInput)");

  private static final Set<String> STORED_FIELDS =
      Set.of("serialVersionUID", "serialPersistentFields");

  /** Annotations that only people and checkers read begin like this. */
  private static final List<String> FOR_READERS =
      List.of(
          "java.lang.",
          "org.jspecify.",
          "org.jetbrains.annotations.",
          "org.checkerframework.",
          "org.apiguardian.",
          "com.google.errorprone.",
          "com.google.common.annotations.",
          "com.google.j2objc.",
          "edu.umd.cs.findbugs.",
          "javax.annotation.Nonnull",
          "javax.annotation.Nullable",
          "javax.annotation.CheckReturnValue",
          "javax.annotation.CheckForNull",
          "javax.annotation.concurrent.");

  private static final Pattern GETTER = Pattern.compile("(?:get|is)\\p{Lu}[\\w$]*\\(\\)");
  private static final Pattern SETTER = Pattern.compile("set\\p{Lu}[\\w$]*\\([^,()]+\\)");

  private static final String PROPERTY =
      "it is a property of a class that others make and fill by names";

  private static final Set<String> LOOKUPS =
      Set.of(
          "java.lang.Class#forName",
          "java.lang.ClassLoader#loadClass",
          "java.lang.Class#getMethod",
          "java.lang.Class#getDeclaredMethod",
          "java.lang.Class#getField",
          "java.lang.Class#getDeclaredField",
          "java.lang.invoke.MethodHandles.Lookup#findVirtual",
          "java.lang.invoke.MethodHandles.Lookup#findStatic",
          "java.lang.invoke.MethodHandles.Lookup#findVarHandle");

  private FoundByName() {}

  /** Who finds a member by more than the code that uses it, in words; null where nobody does. */
  public static String finder(SourceView code, int member) {
    String byName = nameReader(code, member);
    if (byName != null || !code.units().has(member, Trait.METHOD)) {
      return byName;
    }
    String annotation = annotation(code, member);
    return annotation == null ? null : "what reads @" + annotation + " finds it where it is";
  }

  /** Who finds a type though no code names it, in words; null where nobody does. */
  public static String typeFinder(SourceView code, int type) {
    String annotation = annotation(code, type);
    return annotation == null ? null : "what reads @" + annotation + " finds it where it is";
  }

  /**
   * Who finds a member and hangs on its types, in words; null where nobody does. Who fills
   * properties by their names takes any value that fits.
   */
  public static String signatureReader(SourceView code, int member) {
    String finder =
        code.units().has(member, Trait.FIELD) ? fieldFinder(code, member) : finder(code, member);
    return PROPERTY.equals(finder) ? null : finder;
  }

  /** Who finds a field though no code names it, in words; null where nobody does. */
  public static String fieldFinder(SourceView code, int field) {
    String annotation = annotation(code, field);
    String byName = nameReader(code, field);
    return annotation == null ? byName : "what reads @" + annotation + " finds it where it is";
  }

  /** Who finds a member by its name alone, in words; null where nobody does. */
  public static String nameReader(SourceView code, int method) {
    Units units = code.units();
    String name = units.simpleName(method);
    if (units.has(method, Trait.FIELD) && STORED_FIELDS.contains(name)) {
      return "serialization finds it by its name in its class";
    }
    if (!units.has(method, Trait.METHOD)) {
      return null;
    }
    boolean isStatic = units.has(method, Trait.STATIC);
    boolean isPublic = units.has(method, Trait.PUBLIC);
    if (!isStatic && STORED.contains(name)) {
      return "serialization finds it by its name in its class";
    }
    if (!isStatic && name.equals("finalize()")) {
      return "the collector of garbage calls it";
    }
    if (isStatic && isPublic && (name.equals("main(String[])") || name.equals("main(String...)"))) {
      return "a program starts there";
    }
    if (!isStatic && isPublic && name.matches("test[\\w$]*\\(\\)") && isTestCase(code, method)) {
      return "its test case finds it by its name";
    }
    boolean property = GETTER.matcher(name).matches() || SETTER.matcher(name).matches();
    if (!isStatic && isPublic && property && isBean(units, units.parent(method))) {
      return PROPERTY;
    }
    return null;
  }

  private static String annotation(SourceView code, int method) {
    Units units = code.units();
    References references = code.references();
    for (int r = references.row(method); r < references.row(method + 1); r++) {
      if (references.kind(r) == Kind.ANNOTATES && references.at(r) < units.nameAt(method)) {
        int type = references.target(r);
        boolean read =
            units.has(type, Trait.FOREIGN)
                ? FOR_READERS.stream().noneMatch(units.name(type)::startsWith)
                : isThereAtRunTime(code, type);
        if (read) {
          return units.simpleName(type);
        }
      }
    }
    return null;
  }

  /** Whether an annotation of our own says that it stays for programs to read. */
  private static boolean isThereAtRunTime(SourceView code, int type) {
    References references = code.references();
    for (int r = references.row(type); r < references.row(type + 1); r++) {
      String used = code.units().name(references.target(r));
      if (used.equals("java.lang.annotation.RetentionPolicy#RUNTIME")) {
        return true;
      }
    }
    return false;
  }

  private static boolean isTestCase(SourceView code, int method) {
    return code.allSupertypes(code.units().parent(method)).stream()
        .anyMatch(type -> code.units().simpleName(type).endsWith("TestCase"));
  }

  /** A public class that can be made without arguments, as properties are read and set in. */
  private static boolean isBean(Units units, int type) {
    if (!units.has(type, Trait.PUBLIC) || units.has(type, Trait.ABSTRACT)) {
      return false;
    }
    boolean properties = false;
    boolean plain = false;
    for (int member : units.children(type)) {
      String name = units.simpleName(member);
      boolean open = units.has(member, Trait.PUBLIC);
      plain |= open && units.has(member, Trait.CONSTRUCTOR) && name.endsWith("()");
      properties |= open && units.has(member, Trait.METHOD) && SETTER.matcher(name).matches();
    }
    return plain && properties;
  }

  /** What a plan is told of places that look up names made while the program runs; or null. */
  public static String lookups(SourceView code) {
    Survey survey = code.survey();
    Units units = code.units();
    List<Site> sites = new ArrayList<>();
    for (int unit = 0; unit < units.size(); unit++) {
      boolean lookup =
          units.level(unit) == Level.MEMBER
              && units.has(unit, Trait.FOREIGN)
              && LOOKUPS.contains(MemberNames.bare(units.name(unit)));
      for (int r : lookup ? code.references().to(unit) : new int[0]) {
        if (!isLiteral(code, r)) {
          sites.add(survey.site(r));
        }
      }
    }
    if (sites.isEmpty()) {
      return null;
    }
    Site first = sites.get(0);
    return (sites.size() == 1 ? "1 place looks" : sites.size() + " places look")
        + " classes or members up by names made at run time, such as "
        + first.file()
        + ":"
        + first.line()
        + "; whether they mean what moves, only a run can tell.";
  }

  private static boolean isLiteral(SourceView code, int r) {
    JavaTokens tokens = code.tokens(code.units().fileOf(code.references().from(r)));
    int token = tokens.from(code.references().at(r)) + 1;
    return tokens.is(token, "(")
        && token + 1 < tokens.size()
        && tokens.text(token + 1).startsWith("\"")
        && (tokens.is(token + 2, ")") || tokens.is(token + 2, ","));
  }
}
