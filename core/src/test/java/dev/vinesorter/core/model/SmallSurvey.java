package dev.vinesorter.core.model;

/** A survey for tests: two packages in one module, with a test file and a library type. */
public final class SmallSurvey {
  private SmallSurvey() {}

  /**
   *
   *
   * <pre>
   * a.A#run()  --calls-->  b.B#go()     a.A   --extends--> b.B
   * b.B.In#x   --reads-->  a.A#count    b.B.In#x --refers--> lib.Lib (foreign)
   * a.ATest#t() --calls--> a.A#run()    (test)
   * a/A.java   --imports--> b.B         a.A#run() --mentions--> b.B.In
   * </pre>
   */
  public static Survey survey() {
    SurveyBuilder b = new SurveyBuilder();
    int module = b.unit(Level.MODULE, -1, "module:shop");
    int a = b.unit(Level.PACKAGE, -1, "a");
    int bb = b.unit(Level.PACKAGE, -1, "b");
    int fileA = file(b, module, a, "a/A.java", 0);
    int fileB = file(b, module, bb, "b/B.java", 0);
    int fileT = file(b, module, a, "test/a/ATest.java", Trait.TEST.bit());
    int typeA = unit(b, Level.TYPE, fileA, "A", 10, 90, Trait.PUBLIC.bit());
    int run = unit(b, Level.MEMBER, typeA, "run()", 20, 60, Trait.METHOD.bit());
    int count = unit(b, Level.MEMBER, typeA, "count", 70, 80, Trait.FIELD.bit());
    int typeB = unit(b, Level.TYPE, fileB, "B", 10, 90, Trait.PUBLIC.bit());
    int go = unit(b, Level.MEMBER, typeB, "go()", 20, 40, Trait.METHOD.bit());
    int in = unit(b, Level.TYPE, typeB, "In", 50, 80, 0);
    int x = unit(b, Level.MEMBER, in, "x", 60, 70, Trait.FIELD.bit());
    int typeT = unit(b, Level.TYPE, fileT, "ATest", 10, 90, Trait.TEST.bit());
    int test = unit(b, Level.MEMBER, typeT, "t()", 20, 60, Trait.TEST.bit());
    int lib = b.unit(Level.PACKAGE, -1, "lib");
    b.traits(lib, Trait.FOREIGN.bit());
    int foreign = b.unit(Level.TYPE, lib, "Lib");
    b.traits(foreign, Trait.FOREIGN.bit() | Trait.PUBLIC.bit());
    b.reference(fileA, typeB, Kind.IMPORTS, 5, 6, false);
    b.reference(typeA, typeB, Kind.EXTENDS, 15, 16, false);
    b.reference(run, go, Kind.CALLS, 32, 34, false);
    b.reference(run, go, Kind.CALLS, 25, 27, false);
    b.reference(run, in, Kind.MENTIONS, 21, 23, true);
    b.reference(x, count, Kind.READS, 65, 70, false);
    b.reference(x, foreign, Kind.REFERS, 61, 64, false);
    b.reference(test, run, Kind.CALLS, 30, 33, false);
    return b.build();
  }

  private static int file(SurveyBuilder b, int module, int in, String path, int traits) {
    int file = b.unit(Level.FILE, in, path);
    b.traits(file, traits);
    b.file(file, module, 100, new int[] {0, 30, 60});
    return file;
  }

  private static int unit(
      SurveyBuilder b, Level level, int around, String name, int begin, int end, int traits) {
    int unit = b.unit(level, around, name);
    b.span(unit, begin, end, begin);
    b.traits(unit, traits);
    return unit;
  }
}
