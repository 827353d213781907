package dev.vinesorter.core.trellis;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import dev.vinesorter.core.measure.Limits;
import dev.vinesorter.core.measure.Metric;
import dev.vinesorter.core.model.Drawn;
import dev.vinesorter.core.model.Level;
import dev.vinesorter.core.model.Survey;
import dev.vinesorter.core.model.UnitPattern;
import dev.vinesorter.core.structure.Tidy;
import dev.vinesorter.core.structure.View;
import java.util.Arrays;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.Test;

class InspectionTest {
  private static List<Trellis.Named> patterns(String... texts) {
    return Arrays.stream(texts)
        .map(t -> new Trellis.Named(UnitPattern.of(t), new Trellis.Place(3, 7)))
        .toList();
  }

  private static Trellis.Layer layer(String name, boolean apart, boolean skips, String... holds) {
    return new Trellis.Layer(name, patterns(holds), apart, skips, new Trellis.Place(2, 5));
  }

  private static Trellis layers(Trellis.Layer... layers) {
    return trellis(List.of(layers), List.of(), List.of(), List.of(), Limits.DEFAULT);
  }

  private static Trellis trellis(
      List<Trellis.Layer> layers,
      List<Trellis.Never> never,
      List<Trellis.Only> only,
      List<Level> acyclic,
      Limits limits) {
    return new Trellis(
        layers, never, only, acyclic, limits, Tidy.NONE, List.of(), List.of(), java.util.Map.of());
  }

  private static List<String> said(Survey survey, Trellis trellis) {
    return Inspection.of(survey, trellis, View.MAIN).breaches().stream()
        .map(
            b ->
                b.rule()
                    + " "
                    + b.from()
                    + " "
                    + b.to()
                    + " x"
                    + b.weight()
                    + (b.mend().isEmpty() ? "" : " | " + b.mend()))
        .toList();
  }

  @Test
  void layersMayUseWhatIsBelowOnly() {
    Trellis trellis =
        layers(
            layer("ui", false, true, "ui.**"),
            layer("work", true, false, "pay.**", "stock"),
            layer("mid", false, true, "mid"),
            layer("base", false, true, "base.**"));
    Survey survey =
        Drawn.survey(
            "ui.Desk -> pay.Bill",
            "ui.Desk -> base.Text",
            "pay.Bill -> pay.Tax",
            "base.Text -> ui.Desk x2",
            "pay.Bill -> stock.Shelf x2",
            "pay.Tax -> stock.Shelf",
            "stock.Shelf -> mid.Mid",
            "pay.Bill -> base.Text",
            "free.Free -> ui.Desk");
    assertThat(said(survey, trellis))
        .containsExactly(
            "apart pay.Bill stock.Shelf x2 | move stock.Shelf into pay",
            "apart pay.Tax stock.Shelf x1 | move stock.Shelf into pay",
            "layers base.Text ui.Desk x2",
            "skips pay.Bill base.Text x1 | cut the one place where it is used");
    assertThat(Inspection.of(survey, trellis, View.MAIN).unplaced()).isEqualTo(1);
  }

  @Test
  void moveIsProposedWhereItIsPlain() {
    Trellis trellis = layers(layer("top", false, true, "top"), layer("low", false, true, "low"));
    // The page size uses nothing and could stand anywhere lower; the writer belongs where it is.
    assertThat(
            said(
                Drawn.survey(
                    "low.Writer -> top.Size x2", "low.Writer -> low.Store", "top.Page -> top.Size"),
                trellis))
        .containsExactly("layers low.Writer top.Size x2 | move top.Size into low");
    // The writer is used by nobody low, and has less to do with its own package.
    assertThat(
            said(
                Drawn.survey(
                    "low.Writer -> top.Size x2", "top.Size -> top.Page", "low.Other -> low.X"),
                trellis))
        .containsExactly("layers low.Writer top.Size x2 | move low.Writer into top");
    // Both are held where they are.
    assertThat(
            said(
                Drawn.survey(
                    "low.Writer -> top.Size x2", "top.Size -> top.Page", "low.Other -> low.Writer"),
                trellis))
        .containsExactly("layers low.Writer top.Size x2");
  }

  @Test
  void neverAndOnlyReachLibrariesAndMembers() {
    Trellis trellis =
        trellis(
            List.of(),
            List.of(
                new Trellis.Never(
                    patterns("a.**"),
                    patterns("java.awt.**", "b.B#make()"),
                    "no screen",
                    new Trellis.Place(9, 3))),
            List.of(
                new Trellis.Only(
                    patterns("db.**"), patterns("java.sql.**"), "", new Trellis.Place(11, 3))),
            List.of(),
            Limits.DEFAULT);
    Survey survey =
        Drawn.survey(
            "a.A -> lib:java.awt.Frame x2",
            "a.A -> b.B#make()",
            "a.A -> b.B#other()",
            "b.B -> lib:java.awt.Frame",
            "db.Rows -> lib:java.sql.Row",
            "a.Sneaky -> lib:java.sql.Row x3");
    assertThat(said(survey, trellis))
        .containsExactly(
            "never a.A b.B x1 | cut the one place where it is used",
            "never a.A java.awt.Frame x2",
            "only a.Sneaky java.sql.Row x3");
    assertThat(Inspection.of(survey, trellis, View.MAIN).breaches().get(0).says())
        .isEqualTo("a.** may not use java.awt.**, b.B#make(): no screen");
  }

  @Test
  void cyclesAndLimitsAreBreachesWhenAskedFor() {
    Trellis trellis =
        trellis(
            List.of(),
            List.of(),
            List.of(),
            List.of(Level.PACKAGE),
            new Limits(Map.of(Metric.TYPE_FAN_OUT, 1.0)));
    Survey survey =
        Drawn.survey("v.Sheet -> l.Text x2", "v.Map -> v.Place", "l.Maker -> v.Place x5");
    assertThat(said(survey, trellis)).containsExactly("acyclic v l x2 | move v.Sheet into l");
    assertThat(said(Drawn.survey("a.A -> b.B", "a.A -> c.C"), trellis))
        .containsExactly("limit type.fan-out a.A  x2");
  }

  @Test
  void knownBreachesAreNotNewUnlessAFigureGrew() {
    Trellis trellis =
        trellis(
            List.of(),
            List.of(new Trellis.Never(patterns("a"), patterns("b"), "", Trellis.Place.NOWHERE)),
            List.of(),
            List.of(),
            new Limits(Map.of(Metric.TYPE_FAN_OUT, 1.0)));
    Survey old = Drawn.survey("a.A -> b.B", "a.A -> c.C");
    List<Breach> breaches = Inspection.of(old, trellis, View.MAIN).breaches();
    Known known = Known.of(breaches);
    assertThat(breaches).hasSize(2).allMatch(known::covers);

    Survey worse = Drawn.survey("a.A -> b.B x3", "a.A -> c.C", "a.A -> d.D");
    List<Breach> later = Inspection.of(worse, trellis, View.MAIN).breaches();
    assertThat(later.stream().filter(b -> !known.covers(b)).map(Breach::rule))
        .containsExactly("limit type.fan-out");
    assertThat(
            known.mended(Inspection.of(Drawn.survey("a.A -> d.D"), trellis, View.MAIN).breaches()))
        .hasSize(2);
  }

  @Test
  void trellisThatCannotBeMeantIsToldWithItsPlace() {
    Survey survey = Drawn.survey("a.A -> b.B", "a.x.C -> b.B");
    assertThatThrownBy(
            () ->
                Inspection.of(
                    survey,
                    layers(layer("one", false, true, "a.**"), layer("two", false, true, "a.x")),
                    View.MAIN))
        .isInstanceOfSatisfying(
            ContradictionException.class,
            e -> assertThat(e.place()).isEqualTo(new Trellis.Place(3, 7)))
        .hasMessageContaining("overlaps");
    Trellis contradicting =
        trellis(
            List.of(),
            List.of(
                new Trellis.Never(patterns("a.**"), patterns("b"), "", new Trellis.Place(8, 1))),
            List.of(new Trellis.Only(patterns("a.x"), patterns("b"), "", new Trellis.Place(9, 1))),
            List.of(),
            Limits.DEFAULT);
    assertThatThrownBy(() -> Inspection.of(survey, contradicting, View.MAIN))
        .hasMessageContaining("line 9");

    Inspection nothing =
        Inspection.of(survey, layers(layer("gone", false, true, "zzz.**", "a")), View.MAIN);
    assertThat(nothing.notes())
        .containsExactly(new Note(new Trellis.Place(3, 7), "'zzz.**' names nothing in this code"));
  }
}
