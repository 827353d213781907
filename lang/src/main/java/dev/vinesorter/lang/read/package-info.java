/**
 * Outlines become a survey: names are looked up by scopes and imports, and what each language adds
 * to that.
 */
package dev.vinesorter.lang.read;
