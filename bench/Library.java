import dev.vinesorter.core.model.Survey;
import dev.vinesorter.source.keep.KeptSurvey;
import dev.vinesorter.source.keep.OwnFolder;
import dev.vinesorter.source.language.Languages;
import dev.vinesorter.source.plan.StepEditor;
import dev.vinesorter.source.read.Reading;
import dev.vinesorter.source.text.Overlay;
import dev.vinesorter.source.text.Root;
import dev.vinesorter.source.text.SourceWalk;
import java.nio.file.Path;

/** A library as {@code vinesort survey} kept it, for programs that ask many questions about it. */
record Library(Root root, KeptSurvey kept) {
  static Library at(String folder) {
    Root root = Root.of(Path.of(folder));
    return new Library(root, new OwnFolder(root).kept());
  }

  String name() {
    return root.path().getFileName().toString();
  }

  Survey survey() {
    return kept.survey();
  }

  Overlay sources() {
    return new Overlay(root, SourceWalk.of(root).files(), kept.options().charset());
  }

  StepEditor editor() {
    return Languages.installed().editor(new Reading(kept.survey(), kept.memo()), kept.options());
  }
}
