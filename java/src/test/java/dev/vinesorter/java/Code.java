package dev.vinesorter.java;

import static org.assertj.core.api.Assertions.assertThat;

import dev.vinesorter.core.model.Kind;
import dev.vinesorter.core.model.References;
import dev.vinesorter.core.model.Site;
import dev.vinesorter.core.model.Survey;
import dev.vinesorter.core.model.Units;
import dev.vinesorter.core.plan.Plan;
import dev.vinesorter.core.plan.Step;
import dev.vinesorter.core.plan.StepOutcome;
import dev.vinesorter.java.proof.InstructionProof;
import dev.vinesorter.java.read.JavaReader;
import dev.vinesorter.source.plan.Instructions;
import dev.vinesorter.source.plan.Rehearsal;
import dev.vinesorter.source.read.Progress;
import dev.vinesorter.source.read.ReadOptions;
import dev.vinesorter.source.read.Reading;
import dev.vinesorter.source.text.Overlay;
import dev.vinesorter.source.text.Root;
import dev.vinesorter.source.text.SourceWalk;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;

/** A small code base on disk, drawn as files, and what can be asked of it. */
public final class Code {
  private final Path folder;
  private List<String> classpath = List.of();
  private String encoding = "";

  private Code(Path folder) {
    this.folder = folder;
  }

  public static Code at(Path folder) {
    return new Code(folder);
  }

  /** Adds files, each headed by a line {@code --- path}. */
  public Code with(String drawn) {
    for (String part : drawn.split("(?m)^--- ")) {
      if (!part.isBlank()) {
        int end = part.indexOf('\n');
        file(part.substring(0, end).strip(), part.substring(end + 1));
      }
    }
    return this;
  }

  Code file(String path, String text) {
    return file(path, text.getBytes(java.nio.charset.StandardCharsets.UTF_8));
  }

  Code file(String path, byte[] bytes) {
    try {
      Path file = folder.resolve(path);
      Files.createDirectories(file.getParent());
      Files.write(file, bytes);
      return this;
    } catch (IOException e) {
      throw new UncheckedIOException(e);
    }
  }

  Code classpath(String... paths) {
    classpath = List.of(paths);
    return this;
  }

  Code encoding(String name) {
    encoding = name;
    return this;
  }

  public ReadOptions options() {
    return new ReadOptions(classpath, encoding, List.of());
  }

  public Overlay overlay() {
    Root root = Root.of(folder);
    return new Overlay(root, SourceWalk.of(root).files(), options().charset());
  }

  public Survey survey() {
    return new JavaReader().read(overlay(), options(), Progress.SILENT).survey();
  }

  /** Moves a type, with leave to widen. */
  Rehearsal move(String type, String into) {
    return rehearse(Step.move(type, into, true, 0));
  }

  Rehearsal rehearse(Step... steps) {
    Plan plan = new Plan("", List.of(steps));
    Reading read = new JavaReader().read(overlay(), options(), Progress.SILENT);
    return Rehearsal.of(read.survey(), plan, overlay(), new JavaStepEditor(read, options()));
  }

  /** Rehearses what has to be accepted, and to be as foretold when it is read afresh. */
  Rehearsal accepted(Step... steps) {
    Rehearsal rehearsal = rehearse(steps);
    assertThat(rehearsal.steps()).flatExtracting(StepOutcome::reasons).isEmpty();
    assertThat(rehearsal.accepted()).isTrue();
    Rehearsal.Proof proof = prove(rehearsal);
    assertThat(proof.newErrors()).isEmpty();
    assertThat(proof.rebindings()).isEmpty();
    assertThat(proof.differences()).isEmpty();
    Reading before = new JavaReader().read(overlay(), options(), Progress.SILENT);
    Instructions instructions =
        InstructionProof.begin(rehearsal.sources(), before).compare(rehearsal, proof.reading());
    assertThat(instructions.differ()).isEmpty();
    List<String> broken = new ArrayList<>();
    for (Survey survey : List.of(before.survey(), proof.reading().survey())) {
      survey.problems().forEach(problem -> broken.add(problem.file()));
    }
    assertThat(broken).containsAll(instructions.outside());
    return rehearsal;
  }

  Rehearsal.Proof prove(Rehearsal rehearsal) {
    return rehearsal.prove(new JavaReader(), options(), Progress.SILENT);
  }

  /**
   * What a unit and all inside it use, as {@code from kind to 'token' line:column}, where {@code
   * token} is the text of the site.
   */
  static List<String> uses(Survey survey, Code code, String of) {
    Units units = survey.units();
    References references = survey.references();
    List<String> found = new ArrayList<>();
    for (int unit = 0; unit < units.size(); unit++) {
      if (!units.inside(unit, units.find(of))) {
        continue;
      }
      for (int r = references.row(unit); r < references.row(unit + 1); r++) {
        Site site = survey.site(r);
        String text = code.overlay().text(site.file()).text();
        found.add(
            units.name(unit)
                + " "
                + references.kind(r).word()
                + " "
                + units.name(references.target(r))
                + " '"
                + text.substring(site.begin(), site.end())
                + "' "
                + site.line()
                + ":"
                + site.column());
      }
    }
    return found;
  }

  /** The targets of a unit's references of one kind, as names. */
  static List<String> targets(Survey survey, String of, Kind kind) {
    Units units = survey.units();
    References references = survey.references();
    int unit = units.find(of);
    List<String> found = new ArrayList<>();
    for (int r = references.row(unit); r < references.row(unit + 1); r++) {
      if (references.kind(r) == kind) {
        found.add(units.name(references.target(r)));
      }
    }
    return found;
  }
}
