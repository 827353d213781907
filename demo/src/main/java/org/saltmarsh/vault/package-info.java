/** The cabinets and what lies in them. */
package org.saltmarsh.vault;
