package dev.vinesorter.java.nullness;

import static org.assertj.core.api.Assertions.assertThat;

import dev.vinesorter.core.model.Survey;
import dev.vinesorter.java.Code;
import dev.vinesorter.java.code.SourceView;
import java.nio.file.Path;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class NullnessTest {
  @TempDir Path folder;

  private Nullness of(String body) {
    Code code =
        Code.at(folder)
            .with(
                "--- bog/Sheet.java\n"
                    + "package bog;\n"
                    + "public class Sheet { public void go() {} Sheet next; static Sheet found() {"
                    + " return null; } static Sheet made() { return new Sheet(); } Sheet self() {"
                    + " return this; } }\n"
                    + "--- bog/Press.java\n"
                    + "package bog;\n"
                    + "public class Press {\n"
                    + "  boolean x;\n"
                    + "  "
                    + body
                    + "\n}\n");
    survey = code.survey();
    text = code.overlay().text("bog/Press.java").text();
    return new Nullness(new SourceView(survey, code.overlay()), library);
  }

  private boolean library;
  private Survey survey;
  private String text;

  private int member(String name) {
    return survey.units().find("bog.Press#" + name);
  }

  @ParameterizedTest
  @CsvSource(
      delimiter = '~',
      value = {
        "Sheet v = new Sheet(); f(v);~true",
        "Sheet v = new Sheet(); v = g(); f(v);~false",
        "Sheet v = g(); f(v);~false",
        "Sheet v = g(); v.go(); f(v);~true",
        "Sheet v = g(); if (x) v.go(); f(v);~false",
        "Sheet v = g(); if (x) { v.go(); } else { v = Sheet.made(); } f(v);~true",
        "Sheet v = g(); v.go(); if (x) { f(v); }~true",
        "Sheet v = g(); x = x && v.self() == v; f(v);~false",
        "Sheet v = g(); Runnable r = () -> v.go(); f(v);~false",
        "Sheet v = g(); v.go(); v = Sheet.found(); f(v);~false",
        "Sheet v = g(); if (v != null && x) f(v);~true",
        "Sheet v = g(); if (v != null || x) f(v);~false",
        "Sheet v = g(); if (v == null) return; f(v);~true",
        "Sheet v = g(); if (!(v == null)) { x = true; } f(v);~false",
        "Sheet v = g(); while (v == null) { v = g(); } f(v);~true",
        "Sheet v = new Sheet(); while (x) { f(v); v = v.next; }~false",
        "Sheet v = new Sheet(); for (int i = 0; i < 3; i++) { f(v); v.go(); }~true",
        "Sheet v = g(); do { v.go(); if (x) break; } while (x); f(v);~true",
        "Sheet v = g(); while (true) { if (x) break; v.go(); } f(v);~false",
        "Sheet v = g(); try { v.go(); } catch (RuntimeException e) { x = true; } f(v);~false",
        "Sheet v = g(); try { v.go(); } finally { x = true; } f(v);~true",
        "Sheet v = new Sheet(); try { v = g(); x = true; } finally { f(v); }~false",
        "Sheet v = java.util.Objects.requireNonNull(g()); f(v);~true",
        "Sheet v = g(); java.util.Objects.requireNonNull(v, \"no\"); f(v);~true",
        "Sheet v = x ? new Sheet() : Sheet.made().self(); f(v);~true",
        "Sheet v = x ? new Sheet() : Sheet.found(); f(v);~false",
        "Object o = g(); if (o instanceof Sheet v) { f(v); }~true",
        "Sheet v = g(); switch (v.hashCode()) { case 1: f(v); default: }~true",
        "Sheet v = g(); switch (1) { case 1: v.go(); case 2: f(v); }~false",
        "Sheet v = g(); sure(v); f(v);~true",
        "Sheet v = g(); maybe(v); f(v);~false",
        "Sheet v = null; v = (Sheet) (Object) new Sheet(); f(v);~true",
        "Sheet v = g(); synchronized (v) { x = true; } f(v);~true",
        "Sheet v = g(); out: { if (x) break out; v.go(); } f(v);~false",
        "Sheet v = new Sheet(); Object o = new Object() { Sheet v = g(); { f(v); } };~false",
      })
  void whetherAVariableHoldsAnObjectWhereItIsUsed(String statements, boolean holds) {
    Nullness nullness =
        of(
            "void at() { "
                + statements
                + " } void f(Sheet s) {} Sheet g() { return Sheet.found(); }\n"
                + "  void sure(Sheet s) { if (s == null) throw new Error(); maybe(s); }\n"
                + "  void maybe(Sheet s) { if (x) s.go(); }");
    int begin = text.indexOf("f(v)") + 2;
    assertThat(nullness.present(member("at()"), begin, begin + 1)).isEqualTo(holds);
  }

  @ParameterizedTest
  @CsvSource(
      delimiter = '~',
      value = {
        "final Sheet s = new Sheet();~true",
        "Sheet s = new Sheet(); void r() { s = Sheet.found(); }~false",
        "Sheet s = new Sheet(); void r() { s = Sheet.made(); }~true",
        "private Sheet s; Press() { this.s = new Sheet(); }~true",
        "private Sheet s; Press() { if (x) this.s = new Sheet(); }~false",
        "private Sheet s; Press() { this(new Sheet()); } Press(Sheet t) { s = t; t.go(); }~true",
        "private Sheet s; Press() { this(new Sheet()); } Press(Sheet t) { s = t; }~true",
        "private Sheet s; Press() { this(Sheet.found()); } Press(Sheet t) { s = t; }~false",
        "private Sheet s; Press(Sheet t) { s = t; }~false",
        "final Sheet s; Press(Sheet t) { if (t == null) throw new Error(); s = t; }~true",
        "transient Sheet s = new Sheet();~false",
        "Sheet s;~false",
        "Sheet s = new Sheet(); void r(Sheet t) { if (t != null) { s = t; t = s; } }~true",
        "final Sheet s = one(); Sheet one() { return two(); } Sheet two() { return x ? one() : new"
            + " Sheet(); }~true",
        "final Sheet s = one(); Sheet one() { return two(); } Sheet two() { return x ? one() :"
            + " null; }~false",
      })
  void whetherAFieldIsNeverNull(String body, boolean holds) {
    assertThat(of(body).neverNull(member("s"))).isEqualTo(holds);
  }

  /** The same type, public: in a library others may pass, set and return what they like. */
  @ParameterizedTest
  @CsvSource(
      delimiter = '~',
      value = {
        "Sheet s = new Sheet();~false",
        "final Sheet s = new Sheet();~true",
        "private Sheet s = new Sheet();~true",
        "final Sheet s; public Press(Sheet t) { s = t; } static Press p() { return new Press(new"
            + " Sheet()); }~false",
        "final Sheet s; Press(Sheet t) { s = t; } static Press p() { return new Press(new Sheet());"
            + " }~true",
      })
  void whatOthersCanReachInALibraryIsNotProven(String body, boolean holds) {
    String shown = body.replaceFirst("^Sheet s", "public Sheet s");
    boolean alone = of(shown).neverNull(member("s"));
    library = true;
    assertThat(alone).isTrue();
    assertThat(of(shown).neverNull(member("s"))).isEqualTo(holds);
  }

  @ParameterizedTest
  @CsvSource(
      delimiter = '~',
      value = {
        "void m(Sheet p) { p.go(); }~true",
        "void m(Sheet p) { if (x) return; p.go(); }~false",
        "void m(Sheet p) { if (p == null) throw new Error(); p.go(); }~false",
        "void m(Sheet p) { p = new Sheet(); p.go(); }~false",
        "void m(Sheet p) { p.go(); p = null; }~true",
        "void m(Sheet p) { if (x) { throw new Error(); } p.go(); }~false",
        "void m(Sheet p) { if (x) { m(p); } else { p.go(); } }~true",
        "void m(Sheet p) { if (x) { p.go(); return; } p.next = null; }~true",
        "void m(Sheet p) { for (;;) { if (x) return; p.go(); } }~false",
        "void m(Sheet p) { x = p == null || p.next == null; }~false",
        "void m(Sheet p) { Runnable r = () -> { p.go(); return; }; }~false",
        "void m(Sheet p) { Runnable r = p::go; }~true",
      })
  void whetherAMethodSurelyFailsOnNull(String body, boolean holds) {
    assertThat(of(body).demands(member("m(Sheet)"), 0)).isEqualTo(holds);
  }

  @ParameterizedTest
  @CsvSource(
      delimiter = '~',
      value = {
        "void m() { s.go(); }~true",
        "void m() { init(); s.go(); }~false",
        "void m() { x(); this.s.go(); }~true",
        "void m() { s = Sheet.made(); s.go(); }~false",
        "void m() { Runnable r = () -> s = Sheet.made(); r.run(); s.go(); }~false",
      })
  void whetherAMethodSurelyFailsWhereAFieldIsNull(String body, boolean holds) {
    Nullness nullness = of("Sheet s; void init() { x(); s = Sheet.made(); } void x() {} " + body);
    assertThat(nullness.demandsField(member("m()"), member("s"))).isEqualTo(holds);
  }

  @ParameterizedTest
  @CsvSource(
      delimiter = '~',
      value = {
        "void at() { s = new Sheet(); f(); }~true",
        "void at() { s = new Sheet(); reset(); f(); }~false",
        "void at() { s = new Sheet(); quiet(); f(); }~true",
        "void top() { s = Sheet.made(); at(); } private void at() { quiet(); f(); }~true",
        "void top() { s = Sheet.made(); at(); } public void two() { at(); } private void at() {"
            + " f(); }~false",
        "void top(Press p) { s = Sheet.made(); p.at(); } private void at() { f(); }~false",
        "void at() { s = new Sheet(); Runnable r = () -> f(); }~false",
        "void at() { f(); }~false",
      })
  void whetherAFieldOfTheCallersObjectHoldsAnObject(String body, boolean holds) {
    Nullness nullness =
        of("private Sheet s; void f() {} void quiet() {} void reset() { s = null; } " + body);
    assertThat(nullness.fieldPresent(member("at()"), text.indexOf("f();"), member("s")))
        .isEqualTo(holds);
  }
}
