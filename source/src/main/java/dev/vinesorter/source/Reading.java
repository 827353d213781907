package dev.vinesorter.source;

import dev.vinesorter.core.model.Survey;

/**
 * What a reader made of sources.
 *
 * @param survey the survey
 * @param memo what the reader needs to read nearly the same sources again
 */
public record Reading(Survey survey, Memo memo) {}
