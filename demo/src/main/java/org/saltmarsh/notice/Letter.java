package org.saltmarsh.notice;

/** A letter ready to be posted. */
public record Letter(String to, String subject, String body) {}
