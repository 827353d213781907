/**
 * Files that people write: plans, the intended structure, accepted breaches.
 *
 * <p>Each says what is wrong with line and column. {@link dev.vinesorter.source.config.YamlInput}
 * reads them without types, tags or other files.
 */
package dev.vinesorter.source.config;
