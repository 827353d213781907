package dev.vinesorter.java.code;

import dev.vinesorter.core.model.Kind;
import dev.vinesorter.core.model.Level;
import dev.vinesorter.core.model.References;
import dev.vinesorter.core.model.Trait;
import dev.vinesorter.core.model.Units;
import java.util.ArrayList;
import java.util.List;
import java.util.Set;
import java.util.TreeSet;

/** Who uses a type, and who of them is there to test it. */
public final class TestsOf {
  private static final List<String> TEST_ENDINGS = List.of("Test", "Tests", "IT", "TestCase");

  private final Units units;
  private final References references;

  public TestsOf(SourceView code) {
    this.units = code.units();
    this.references = code.references();
  }

  /** The tests of a type: test code in the same package that is named after it and uses it. */
  public List<Integer> tests(int type) {
    List<Integer> tests = new ArrayList<>();
    if (units.has(type, Trait.TEST)) {
      return tests;
    }
    for (int file : units.children(units.packageOf(type))) {
      for (int test : units.children(file)) {
        boolean own = units.level(file) == Level.FILE && units.level(test) == Level.TYPE;
        if (own
            && units.has(test, Trait.TEST)
            && isNamedAfter(units.simpleName(test), units.simpleName(type))
            && users(type).contains(test)) {
          tests.add(test);
        }
      }
    }
    return tests;
  }

  private static boolean isNamedAfter(String test, String type) {
    return test.equals("Test" + type)
        || TEST_ENDINGS.stream().anyMatch(ending -> test.equals(type + ending));
  }

  /** The outermost types that use a type or what is in it, itself not among them. */
  public Set<Integer> users(int type) {
    Set<Integer> users = new TreeSet<>();
    for (int unit : units.withAllInside(type)) {
      for (int r : references.to(unit)) {
        int user = units.topTypeOf(references.from(r));
        if (user >= 0 && references.kind(r) != Kind.MENTIONS) {
          users.add(user);
        }
      }
    }
    users.remove(type);
    return users;
  }
}
