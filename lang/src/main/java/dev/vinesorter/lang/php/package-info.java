/** PHP: types and functions in their namespaces. */
package dev.vinesorter.lang.php;
