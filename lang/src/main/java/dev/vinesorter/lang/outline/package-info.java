/**
 * What one source declares, brings in and names, before any name is looked up: the same for all
 * languages that are read by their grammars.
 */
package dev.vinesorter.lang.outline;
