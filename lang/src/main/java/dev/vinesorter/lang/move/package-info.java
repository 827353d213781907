/** Sources go into other folders, with everything that brings them in. */
package dev.vinesorter.lang.move;
