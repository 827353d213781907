package org.saltmarsh.staff;

import org.saltmarsh.specimen.Specimen;

/** Somebody who works here. */
public record StaffMember(String name, Specimen.Post post) {}
