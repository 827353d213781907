/**
 * The frame of steps that write code anew: sources put together from what stands in them and what
 * is written, with what every name has to mean, and the proof that it does.
 */
package dev.vinesorter.java.rewrite;
