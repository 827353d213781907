/**
 * What is written for people and machines: terminal text, JSON, CSV, unified diffs. A report turns
 * a survey or a rehearsal into characters and knows neither commands nor files; the text of sources
 * is handed in as {@link dev.vinesorter.report.SourceLines}.
 *
 * <p>Start at {@link dev.vinesorter.report.SurveyReport}. Everything from a code base is data: text
 * for a terminal goes through {@link dev.vinesorter.report.Page}, which lets no control character
 * pass.
 */
package dev.vinesorter.report;
