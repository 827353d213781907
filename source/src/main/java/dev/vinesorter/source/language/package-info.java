/**
 * The door for languages: what one offers, where all that are there are found, and several in one
 * root read and changed as one.
 *
 * <p>A language is a module beside {@code java/} that offers a {@link
 * dev.vinesorter.source.language.Language} by {@link java.util.ServiceLoader}; {@link
 * dev.vinesorter.source.language.Languages} finds it, and nothing else has to be told of it.
 */
package dev.vinesorter.source.language;
