package dev.vinesorter.core.model;

/**
 * One place where a dependency stands in a source.
 *
 * @param file the file's path from the root
 * @param line 1-based
 * @param column 1-based, every char counting one
 * @param begin first char of the naming token in the file's text
 * @param end one past its last char
 */
public record Site(String file, int line, int column, int begin, int end) {}
