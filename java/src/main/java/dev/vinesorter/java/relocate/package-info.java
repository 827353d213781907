/**
 * Types, packages and files that go elsewhere or get other names.
 *
 * <p>{@link dev.vinesorter.java.relocate.StepGoals} says where each goes; {@link
 * dev.vinesorter.java.relocate.RelocationStep} has it judged and edited, and foretells the survey
 * without a compiler. {@link dev.vinesorter.java.relocate.FileMove} does likewise for files.
 */
package dev.vinesorter.java.relocate;
