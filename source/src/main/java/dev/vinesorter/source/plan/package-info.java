/**
 * A plan carried out on an overlay.
 *
 * <p>{@link dev.vinesorter.source.plan.Rehearsal} gives each step to a {@link
 * dev.vinesorter.source.plan.StepEditor}, and proves the outcome by reading it again. Nothing
 * reaches the disk.
 */
package dev.vinesorter.source.plan;
