package dev.vinesorter.source.apply;

import dev.vinesorter.source.journal.Journal;
import dev.vinesorter.source.keep.KeptSurvey;
import dev.vinesorter.source.keep.OwnFolder;
import dev.vinesorter.source.read.Progress;
import dev.vinesorter.source.read.Reading;
import dev.vinesorter.source.text.Overlay;
import dev.vinesorter.source.text.Root;
import dev.vinesorter.source.text.SourceWalk;
import java.util.function.Consumer;
import java.util.function.Supplier;

/**
 * Where a plan is carried out: a root that this run has locked, with what is known of it.
 *
 * @param own what we keep in the root
 * @param kept the survey that the plan is judged by, of the sources as they are
 * @param journal the journal, in which nothing is half done
 * @param say tells the user something beside the answer
 * @param progress tells of one long piece of work; closed behind it
 */
public record Workplace(
    OwnFolder own,
    KeptSurvey kept,
    Journal journal,
    Consumer<String> say,
    Supplier<? extends Progress> progress) {
  Root root() {
    return own.root();
  }

  /** The sources as they are on disk. */
  Overlay sources() {
    return new Overlay(root(), SourceWalk.of(root()).files(), kept.options().charset());
  }

  /** What the sources were last read as. */
  Reading before() {
    return new Reading(kept.survey(), kept.memo());
  }
}
