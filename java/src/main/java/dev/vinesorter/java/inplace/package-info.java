/**
 * What changes where it stands: names and access of members, their order.
 *
 * <p>One class for each verb; each judges by the survey and by tokens and gives the survey as it
 * will be.
 */
package dev.vinesorter.java.inplace;
