package dev.vinesorter.source.read;

import dev.vinesorter.core.model.Survey;
import dev.vinesorter.source.text.Memo;

/**
 * What a reader made of sources.
 *
 * @param survey the survey
 * @param memo what the reader needs to read nearly the same sources again
 */
public record Reading(Survey survey, Memo memo) {}
