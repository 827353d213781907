/**
 * Pure computation on a survey: no files, no printing, no clock, no process, no interface code.
 *
 * <p>Everything starts from {@link dev.vinesorter.core.model.Survey}; {@link
 * dev.vinesorter.core.graph} knows nothing of code.
 */
module dev.vinesorter.core {
  exports dev.vinesorter.core.drift;
  exports dev.vinesorter.core.graph;
  exports dev.vinesorter.core.measure;
  exports dev.vinesorter.core.misfit;
  exports dev.vinesorter.core.model;
  exports dev.vinesorter.core.plan;
  exports dev.vinesorter.core.structure;
  exports dev.vinesorter.core.suggest;
  exports dev.vinesorter.core.trellis;
}
