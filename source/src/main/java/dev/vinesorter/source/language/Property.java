package dev.vinesorter.source.language;

/** Properties of a guest that stand for a getter and a setter of its host. */
final class Property {
  private Property() {}

  /**
   * The getter behind a property: {@code getHours} of {@code hours}, {@code isOpen} of itself;
   * empty for what is called like no property.
   */
  static String getter(String property) {
    return isOfTruth(property) ? property : isNone(property) ? "" : "get" + capital(property);
  }

  /** The setter behind a property; empty for what is called like no property. */
  static String setter(String property) {
    return isOfTruth(property)
        ? "set" + property.substring(2)
        : isNone(property) ? "" : "set" + capital(property);
  }

  private static boolean isNone(String name) {
    return name.isEmpty() || Character.isUpperCase(name.charAt(0));
  }

  /** The property that a getter makes; empty where it makes none. */
  static String of(String getter) {
    if (isOfTruth(getter)) {
      return getter;
    }
    boolean gets = getter.length() > 3 && getter.startsWith("get") && !isSmall(getter.charAt(3));
    return gets ? Character.toLowerCase(getter.charAt(3)) + getter.substring(4) : "";
  }

  private static boolean isOfTruth(String name) {
    return name.length() > 2 && name.startsWith("is") && !isSmall(name.charAt(2));
  }

  private static boolean isSmall(char c) {
    return Character.isLowerCase(c);
  }

  private static String capital(String name) {
    return Character.toUpperCase(name.charAt(0)) + name.substring(1);
  }
}
