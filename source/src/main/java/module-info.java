/**
 * What every language shares: the files below a root and their texts, edits on top of them, what is
 * kept, the journal that makes a change all-or-nothing, plan and trellis files, git.
 *
 * <p>A run goes: {@link dev.vinesorter.source.text.Root} → {@link
 * dev.vinesorter.source.text.SourceWalk} → {@link dev.vinesorter.source.text.Overlay} → a {@link
 * dev.vinesorter.source.read.SourceReader}; a plan adds a {@link
 * dev.vinesorter.source.plan.StepEditor} and ends in the {@link
 * dev.vinesorter.source.journal.Journal}. Paths are strings from the root with slashes, and never
 * leave it.
 */
module dev.vinesorter.source {
  requires transitive dev.vinesorter.core;
  requires com.fasterxml.jackson.core;
  requires com.fasterxml.jackson.dataformat.yaml;
  requires org.eclipse.jgit;
  requires org.yaml.snakeyaml;

  exports dev.vinesorter.source.apply;
  exports dev.vinesorter.source.config;
  exports dev.vinesorter.source.disk;
  exports dev.vinesorter.source.facts;
  exports dev.vinesorter.source.git;
  exports dev.vinesorter.source.journal;
  exports dev.vinesorter.source.keep;
  exports dev.vinesorter.source.language;
  exports dev.vinesorter.source.plan;
  exports dev.vinesorter.source.read;
  exports dev.vinesorter.source.text;

  uses dev.vinesorter.source.language.Language;

  provides dev.vinesorter.source.language.Language with
      dev.vinesorter.source.facts.FactsLanguage;
}
