/**
 * Class files of before and after, compared in memory.
 *
 * <p>{@link dev.vinesorter.java.proof.InstructionProof} compiles what a plan edited and compares it
 * instruction by instruction, but for what the plan says that it rewrites ({@link
 * dev.vinesorter.java.proof.PlannedNames}). It knows nothing of the edits.
 */
package dev.vinesorter.java.proof;
