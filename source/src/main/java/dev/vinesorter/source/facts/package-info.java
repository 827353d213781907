/**
 * Facts that another reader wrote: units and dependencies as JSON lines, taken into the survey
 * beside what is read from sources.
 */
package dev.vinesorter.source.facts;
