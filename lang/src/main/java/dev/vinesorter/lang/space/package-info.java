/** Moves in languages whose namespaces are the same in all files: Kotlin, C#, PHP. */
package dev.vinesorter.lang.space;
