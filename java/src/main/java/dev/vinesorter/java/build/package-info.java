/**
 * Where Java sources lie and what builds say of them.
 *
 * <p>{@link dev.vinesorter.java.build.JavaLayout} finds the source roots and {@link
 * dev.vinesorter.java.build.MavenBuild} the libraries of a Maven build from the local repository.
 * Nothing is run, fetched, or followed out of the root.
 */
package dev.vinesorter.java.build;
