package dev.vinesorter.core.model;

/** The parts of a member's simple name, which for methods is {@code total(Currency, int)}. */
public final class MemberNames {
  private MemberNames() {}

  /** The name without the list of parameters. */
  public static String bare(String simpleName) {
    int open = simpleName.indexOf('(');
    return open < 0 ? simpleName : simpleName.substring(0, open);
  }

  /** The number of parameters; 0 for what has no list of them. */
  public static int parameters(String simpleName) {
    int open = simpleName.indexOf('(');
    if (open < 0 || simpleName.startsWith("()", open)) {
      return 0;
    }
    return 1 + (int) simpleName.chars().filter(c -> c == ',').count();
  }

  /** Whether a member is defined in a file apart from its class, as {@code Printer::feed()} is. */
  public static boolean isApart(Units units, int member) {
    return units.has(units.parent(member), Trait.LOOSE) && units.simpleName(member).contains("::");
  }
}
