/**
 * Members that go into other types.
 *
 * <p>{@link dev.vinesorter.java.member.MemberSteps} takes one step or several that have nothing to
 * do with each other. Expressions are taken apart here, so nothing is trusted: {@link
 * dev.vinesorter.java.member.MemberMoveStep} reads the edited copy again, and {@link
 * dev.vinesorter.java.member.MovedMeaning} holds it to what it said before.
 */
package dev.vinesorter.java.member;
