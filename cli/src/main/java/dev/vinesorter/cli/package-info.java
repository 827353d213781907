/**
 * The commands, one class each, thin: they read options, ask {@link dev.vinesorter.cli.Workbench}
 * for the survey, let {@code report} write the answer, and give the exit code. Start at {@link
 * dev.vinesorter.cli.Main}, which has the list of commands and the exit codes.
 */
package dev.vinesorter.cli;
