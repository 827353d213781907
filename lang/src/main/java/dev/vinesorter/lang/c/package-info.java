/** C and C++: includes, namespaces, and declarations apart from their definitions. */
package dev.vinesorter.lang.c;
