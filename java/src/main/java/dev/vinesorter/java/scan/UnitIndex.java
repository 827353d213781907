package dev.vinesorter.java.scan;

import dev.vinesorter.core.model.Level;
import dev.vinesorter.core.model.SurveyBuilder;
import dev.vinesorter.core.model.Trait;
import dev.vinesorter.java.compile.ElementNames;
import java.util.HashMap;
import java.util.IdentityHashMap;
import java.util.Map;
import java.util.function.Function;
import javax.lang.model.element.Element;
import javax.lang.model.element.ElementKind;
import javax.lang.model.element.ExecutableElement;
import javax.lang.model.element.Modifier;
import javax.lang.model.element.NestingKind;
import javax.lang.model.element.PackageElement;
import javax.lang.model.element.TypeElement;

/**
 * Which unit stands for which declaration of the compiler. Our own declarations are put in by
 * {@link UnitScan}; a library's become foreign units when they are first used.
 */
public final class UnitIndex {
  /** Stands for "has no unit": locals, type parameters, what is declared inside a method. */
  static final int NONE = -1;

  private final SurveyBuilder builder;
  private final Map<Element, Integer> units = new IdentityHashMap<>();
  private final Map<String, Integer> ownTypes = new HashMap<>();
  private Function<Element, String> kept = element -> null;

  public UnitIndex(SurveyBuilder builder) {
    this.builder = builder;
  }

  public SurveyBuilder builder() {
    return builder;
  }

  /** The unit of each declaration put in so far. */
  public Map<Element, Integer> units() {
    return units;
  }

  public void put(Element element, int unit) {
    units.put(element, unit);
  }

  /**
   * Says what the units of members are called whose source was not scanned, and whose types were
   * put in.
   *
   * @param names gives null for members of scanned sources, and an empty name for what no source
   *     declares
   */
  public void putMembers(Function<Element, String> names) {
    kept = names;
  }

  public void putType(String name, int unit) {
    ownTypes.putIfAbsent(name, unit);
  }

  /** Our own type with that full name, or {@link #NONE}. */
  int ownType(String name) {
    return ownTypes.getOrDefault(name, NONE);
  }

  /** The unit of one of our own declarations, or {@link #NONE}. */
  int own(Element element) {
    return units.getOrDefault(element, NONE);
  }

  /**
   * The unit that a use of the element depends on. Members that no source declares stand for what
   * brings them about: a record's accessor for its component, all others for their type.
   */
  int of(Element element) {
    Integer known = units.get(element);
    if (known != null) {
      return known;
    }
    int unit = find(element);
    units.put(element, unit);
    return unit;
  }

  private int find(Element element) {
    switch (element.getKind()) {
      case PACKAGE:
        return packageUnit((PackageElement) element);
      case CLASS:
      case INTERFACE:
      case ENUM:
      case RECORD:
      case ANNOTATION_TYPE:
        return type((TypeElement) element);
      case METHOD:
      case CONSTRUCTOR:
      case FIELD:
      case ENUM_CONSTANT:
        return member(element);
      default:
        return NONE;
    }
  }

  private int packageUnit(PackageElement element) {
    String name = element.getQualifiedName().toString();
    boolean known = builder.knows(Level.PACKAGE, -1, name);
    int unit = builder.unit(Level.PACKAGE, -1, name);
    if (!known) {
      builder.traits(unit, Trait.FOREIGN.bit());
    }
    return unit;
  }

  private int type(TypeElement element) {
    Element around = element.getEnclosingElement();
    if (element.getNestingKind() == NestingKind.LOCAL
        || element.getNestingKind() == NestingKind.ANONYMOUS
        || element.getQualifiedName().length() == 0
        || around == null) {
      return NONE;
    }
    // A second file may declare a type of a name that is taken; uses bind to the first.
    int own = ownType(element.getQualifiedName().toString());
    if (own != NONE) {
      return own;
    }
    int parent = of(around);
    if (parent == NONE || element.getSimpleName().contentEquals("Array") && inNoPackage(around)) {
      return NONE;
    }
    int unit = builder.unit(Level.TYPE, parent, element.getSimpleName().toString());
    builder.traits(unit, traits(element) | Trait.FOREIGN.bit());
    return unit;
  }

  private static boolean inNoPackage(Element around) {
    return around instanceof PackageElement p && p.isUnnamed();
  }

  private int member(Element element) {
    Element around = element.getEnclosingElement();
    if (!(around instanceof TypeElement type)) {
      return NONE;
    }
    int owner = of(type);
    if (owner == NONE) {
      return NONE;
    }
    if (!Trait.FOREIGN.in(builder.traits(owner))) {
      String called = kept.apply(element);
      if (called != null && builder.knows(Level.MEMBER, owner, called)) {
        return builder.unit(Level.MEMBER, owner, called);
      }
      if (element instanceof ExecutableElement method && method.getParameters().isEmpty()) {
        String component = element.getSimpleName().toString();
        if (type.getKind() == ElementKind.RECORD && builder.knows(Level.MEMBER, owner, component)) {
          return builder.unit(Level.MEMBER, owner, component);
        }
      }
      return owner;
    }
    String name =
        element instanceof ExecutableElement method
            ? ElementNames.signature(type, method)
            : element.getSimpleName().toString();
    int unit = builder.unit(Level.MEMBER, owner, name);
    builder.traits(unit, traits(element) | Trait.FOREIGN.bit());
    return unit;
  }

  /** The traits that the compiler knows of a declaration, implied ones included. */
  static int traits(Element element) {
    int bits = 0;
    for (Modifier modifier : element.getModifiers()) {
      bits |= bit(modifier);
    }
    return bits | bit(element.getKind());
  }

  static int bit(Modifier modifier) {
    return switch (modifier) {
      case PUBLIC -> Trait.PUBLIC.bit();
      case PROTECTED -> Trait.PROTECTED.bit();
      case PRIVATE -> Trait.PRIVATE.bit();
      case STATIC -> Trait.STATIC.bit();
      case FINAL -> Trait.FINAL.bit();
      case ABSTRACT -> Trait.ABSTRACT.bit();
      case SEALED -> Trait.SEALED.bit();
      case SYNCHRONIZED -> Trait.SYNCHRONIZED.bit();
      case NATIVE -> Trait.NATIVE.bit();
      default -> 0;
    };
  }

  private static int bit(ElementKind kind) {
    return switch (kind) {
      case INTERFACE -> Trait.INTERFACE.bit();
      case ENUM -> Trait.ENUM.bit();
      case RECORD -> Trait.RECORD.bit();
      case ANNOTATION_TYPE -> Trait.ANNOTATION.bit() | Trait.INTERFACE.bit();
      case METHOD -> Trait.METHOD.bit();
      case CONSTRUCTOR -> Trait.CONSTRUCTOR.bit();
      case FIELD, ENUM_CONSTANT -> Trait.FIELD.bit();
      default -> 0;
    };
  }
}
