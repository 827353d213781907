/** Python: modules as types of their packages, with classes and functions in them. */
package dev.vinesorter.lang.python;
