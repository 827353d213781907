/**
 * Revisions and commits, with a library and without starting git.
 *
 * <p>{@link dev.vinesorter.source.git.GitHistory} gives a revision as files, {@link
 * dev.vinesorter.source.git.GitCommits} commits what a step changed. No hook and no filter is run.
 */
package dev.vinesorter.source.git;
