/** JavaScript and TypeScript: files as modules, with what they import from each other. */
package dev.vinesorter.lang.script;
